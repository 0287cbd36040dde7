import { mkdirSync } from 'node:fs'
import path from 'node:path'
import pino, { type Logger } from 'pino'
import { pinoHttp } from 'pino-http'

/** What lets somebody in, wherever it stands in what is logged. */
const SECRET = [
  'req.headers.cookie',
  'req.headers.authorization',
  'res.headers["set-cookie"]',
  'headers.cookie',
  'headers.authorization',
  'err.config',
  'err.parameters',
]

/** A log into a file, or to a stream of the caller's. */
export function openLog(file: string | null, level: string, to?: pino.DestinationStream): Logger {
  if (file) mkdirSync(path.dirname(path.resolve(file)), { recursive: true })
  return pino(
    { level, redact: { paths: SECRET, censor: 'secret' } },
    to ?? (file ? pino.destination({ dest: file, append: true, sync: false }) : pino.destination(1)),
  )
}

/** Logs what failed; of an address that holds a secret only which it was. */
export function logRequests(log: Logger) {
  return pinoHttp({
    logger: log,
    quietReqLogger: true,
    customLogLevel: (_q, r, e) => (e || r.statusCode >= 500 ? 'error' : 'debug'),
    serializers: {
      req: (request: { url?: string }) => ({ ...request, url: withoutSecret(request.url ?? '') }),
    },
  })
}
const withoutSecret = (url: string) => url.replace(/(\/(?:invitations|join)\/)[^/?]+/, '$1…')
