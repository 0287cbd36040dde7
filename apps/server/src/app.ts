import { randomBytes } from 'node:crypto'
import { existsSync, readFileSync } from 'node:fs'
import path from 'node:path'
import { PAGES, paperSchema } from '@brendik/core'
import { makeWords } from '@brendik/words'
import compression from 'compression'
import express, { type Express, type RequestHandler, type Response } from 'express'
import expressStaticGzip from 'express-static-gzip'
import helmet from 'helmet'
import type { Logger } from 'pino'
import { archiveRoutes } from './archive/archiveRoutes.ts'
import { calendarFeed, calendarRoutes } from './calendar/calendarRoutes.ts'
import type { Database } from './db/database.ts'
import { allowedHosts } from './door/allowedHosts.ts'
import { allRequests, ingestRequests, linkTries } from './door/limits.ts'
import { sameOrigin } from './door/sameOrigin.ts'
import { instrumentDoor, signedIn, whoIsIt } from './door/whoIsIt.ts'
import { AppError } from './errors/AppError.ts'
import { errorHandler } from './errors/errorHandler.ts'
import { parseInput } from './errors/parseInput.ts'
import { importRoutes } from './imports/importRoutes.ts'
import { logRequests } from './log.ts'
import { logbookRoutes } from './logbook/logbookRoutes.ts'
import { openMetrics } from './metrics.ts'
import { openApiDocument } from './openApi/openApiDocument.ts'
import { ownRoutes } from './people/ownRoutes.ts'
import { peopleRoutes } from './people/peopleRoutes.ts'
import { type DoorOptions, sessionRoutes } from './people/sessionRoutes.ts'
import { photoRoutes } from './photos/photoRoutes.ts'
import { recordRoutes } from './records/recordRoutes.ts'
import { reportRoutes, sharedRoutes } from './reports/reportRoutes.ts'
import { type LivePace, openLiveRuns } from './runs/liveRuns.ts'
import { ingestRoutes, runRoutes } from './runs/runRoutes.ts'
import { tableRoutes } from './tables/tableRoutes.ts'
import { ownRoutes as ownRecordRoutes } from './truths/ownRoutes.ts'
import { truthRoutes } from './truths/truthRoutes.ts'
import { visitFileJsonSchema } from './visits/visitFileJsonSchema.ts'
import { visitFileRoutes } from './visits/visitFileRoutes.ts'
import { visitRoutes } from './visits/visitRoutes.ts'

/** Where the server stands: behind which proxies, and under which names. */
export interface NetworkOptions {
  /** As Express takes it: how many proxies, or which addresses they have; false = none. */
  trustProxy: boolean | number | string
  allowedHosts: readonly string[]
}
export const NO_PROXY: NetworkOptions = { trustProxy: false, allowedHosts: [] }

export interface AppDeps {
  db: Database
  log: Logger
  door: DoorOptions
  network?: NetworkOptions
  pace?: LivePace
  /** Folder of the built web app; without it only the API is served. */
  webDir: string | null
}

/** The server's routes; builds, never listens. */
export async function createApp({
  db,
  log,
  door,
  network = NO_PROXY,
  pace,
  webDir,
}: AppDeps): Promise<Express> {
  const app = express()
  app.disable('x-powered-by')
  app.set('trust proxy', network.trustProxy)
  const metrics = openMetrics()
  app.use(logRequests(log), metrics.measure, allowedHosts(network.allowedHosts))
  app.use((_request, response, next) => {
    response.locals.nonce = randomBytes(16).toString('base64')
    next()
  })
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          workerSrc: ["'self'"],
          // One library writes a style while a sheet is open; it knows the page's own word for it, and nobody else does.
          styleSrc: ["'self'", (_request, response) => `'nonce-${(response as Response).locals.nonce}'`],
          fontSrc: ["'self'"],
          connectSrc: ["'self'"],
          manifestSrc: ["'self'"],
          // Photos are shown from the device before they are sent.
          imgSrc: ["'self'", 'data:', 'blob:'],
          baseUri: ["'none'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"],
        },
      },
    }),
  )
  app.get('/metrics', metrics.show)
  // An event stream must not be held back by the compressor; an archive is small already.
  app.use(
    compression({
      filter: (request, response) =>
        !/\/live$|\.tar$/.test(request.path) && compression.filter(request, response),
    }),
  )
  // What a workshop holds is kept by no cache on the way; a photo, which never changes, says otherwise for itself.
  app.use('/api', (_request, response, next) => {
    response.set('cache-control', 'no-store')
    next()
  })
  app.get('/api/health', async (_request, response) => {
    const database = await db.door.run('doorState', []).then(
      () => true,
      () => false,
    )
    response.status(database ? 200 : 503).json({ ok: database, ...(database ? {} : { down: ['database'] }) })
  })
  app.get('/api/visit-file.schema.json', (_request, response) => {
    response.json(visitFileJsonSchema())
  })
  app.get('/api/openapi.json', (request, response) => {
    const { language, units } = parseInput(paperSchema, request.query)
    response.json(openApiDocument(makeWords(language, units)))
  })
  // What is sent is read once the door has let its sender in: nobody else's megabytes are taken.
  app.use(
    '/api/ingest',
    instrumentDoor(db, linkTries(door.limits)),
    ingestRequests(door.limits),
    express.json({ limit: '8mb' }),
    ingestRoutes(),
  )
  app.use('/api', allRequests(door.limits), sameOrigin)
  // One count of bad tries for all doors without an account.
  const links = linkTries(door.limits)
  app.use(
    '/api',
    whoIsIt(db, links),
    sessionRoutes(db, door, links),
    ownRoutes(db, links),
    sharedRoutes(db, links),
    calendarFeed(db, links),
  )
  // Everything below needs somebody who is signed in.
  app.use('/api', signedIn, importRoutes(), express.json({ limit: '8mb' }))
  app.use(
    '/api',
    visitRoutes(),
    visitFileRoutes(),
    tableRoutes(),
    archiveRoutes(db, (error) => log.warn({ err: error }, 'an archive was not finished')),
    recordRoutes(),
    logbookRoutes(),
    photoRoutes(),
    reportRoutes(),
    calendarRoutes(),
    truthRoutes(),
    ownRecordRoutes(),
    runRoutes(await openLiveRuns(db, pace)),
    peopleRoutes(db),
  )
  app.use('/api', (request) => {
    throw new AppError('not_found', `${request.method} ${request.originalUrl}: no such address`)
  })
  if (webDir !== null) {
    const root = path.resolve(webDir)
    if (!existsSync(path.join(root, 'index.html'))) throw new Error(`${root}: the web app is not built`)
    const shell = readFileSync(path.join(root, 'index.html'), 'utf8')
    const page = (status: number): RequestHandler => {
      return (_request, response) => {
        const html = shell.replace('STYLE_NONCE', response.locals.nonce as string)
        response.status(status).set('cache-control', 'no-cache').type('html').send(html)
      }
    }
    app.get(['/index.html', ...PAGES], page(200))
    // The app's files lie there compressed as well: nothing is compressed anew for each device, and tighter than there would be time for.
    app.use(
      expressStaticGzip(root, {
        index: false,
        enableBrotli: true,
        orderPreference: ['br', 'gz'],
        serveStatic: { index: false, setHeaders: cacheFor },
      }),
    )
    // A file that is not there is no page; an unknown page is the app's own to say so, with the status that machines read.
    app.get('/{*splat}', (request, response, next) => {
      if (path.extname(request.path) === '') return page(404)(request, response, next)
      response.status(404).type('text').send('not found')
    })
  }
  app.use(errorHandler)
  return app
}

/** Files with a hash in their name never change; all others are asked for again. */
function cacheFor(response: { setHeader: (name: string, value: string) => void }, file: string): void {
  response.setHeader(
    'cache-control',
    file.includes(`${path.sep}assets${path.sep}`) ? 'public, max-age=31536000, immutable' : 'no-cache',
  )
}
