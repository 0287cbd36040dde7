import { createServer } from 'node:http'
import path from 'node:path'
import { createApp } from './app.ts'
import { startBackground } from './background/startBackground.ts'
import { openDatabase } from './db/database.ts'
import { migrate } from './db/migrate.ts'
import { USUAL_LIMITS } from './door/limits.ts'
import { openLog } from './log.ts'

const ownerUrl = process.env.DATABASE_URL
if (!ownerUrl) {
  console.error('DATABASE_URL is not set: start the server with npm start or npm run demo')
  process.exit(2)
}
const logFile = process.env.LOG_FILE || '.data/server.log'
const log = openLog(logFile, process.env.LOG_LEVEL ?? 'warn')
const wantedPort = Number(process.env.PORT ?? 4310)
const host = process.env.HOST ?? '127.0.0.1'

await migrate(ownerUrl).catch((error: Error) => {
  console.error(error.message)
  process.exit(1)
})
// Who serves owns no table: without the role that every transaction begins with, nothing can be read at all.
const url = process.env.SERVER_DATABASE_URL || ownerUrl
const db = openDatabase(url)
const analyser = await startBackground(url, log)
const app = await createApp({
  db,
  log,
  door: {
    demo: process.env.BRENDIK_DEMO === '1',
    openSignUp: process.env.BRENDIK_SIGN_UP === 'open',
    limits: USUAL_LIMITS,
  },
  network: {
    trustProxy: proxies(process.env.TRUST_PROXY),
    allowedHosts: (process.env.ALLOWED_HOSTS ?? '')
      .split(',')
      .map((name) => name.trim())
      .filter(Boolean),
  },
  webDir: process.env.WEB_DIR ?? null,
})
const server = createServer(app)
// A request that meets a connection in the instant it is closed for idleness fails: browsers give idle ones up sooner than this.
server.keepAliveTimeout = 310_000

function listen(port: number): void {
  server.once('error', (error: NodeJS.ErrnoException) => {
    // A port given on purpose is a promise; the usual one may be taken by another copy.
    if (error.code !== 'EADDRINUSE' || process.env.PORT || port > wantedPort + 40) {
      console.error(`cannot listen on ${host}:${port}: ${error.message}`)
      process.exit(1)
    }
    listen(port + 1)
  })
  server.listen(port, host, () => {
    process.send?.({ port })
    console.log(`log: ${path.resolve(logFile)}`)
    console.log(`listening on http://${host}:${port}`)
  })
}
listen(wantedPort)

/** Time for requests under way when the server is told to stop, ms. */
const DRAIN_MS = 4000
let stopping = false
function stop(): void {
  if (stopping) return
  stopping = true
  server.close(() => Promise.all([analyser.close(), db.close()]).then(() => process.exit(0)))
  // What is under way is answered; streams, which never end by themselves, are cut after that.
  server.closeIdleConnections()
  setTimeout(() => server.closeAllConnections(), DRAIN_MS).unref()
  setTimeout(() => process.exit(0), DRAIN_MS + 3000).unref()
}
process.on('SIGINT', stop)
process.on('SIGTERM', stop)

/** TRUST_PROXY: how many proxies stand in front, or their addresses; nothing = none, so that nobody can claim another's address. */
function proxies(told: string | undefined): boolean | number | string {
  if (!told) return false
  return /^\d+$/.test(told) ? Number(told) : told
}
