import { setTimeout } from 'node:timers/promises'
import { asText } from '@brendik/core'
import { Router } from 'express'
import type { Database } from '../db/database.ts'
import { ownerScope } from '../door/whoIsIt.ts'
import { AppError } from '../errors/AppError.ts'
import { writeArchive } from './writeArchive.ts'

/** Each holds a connection for as long as it lasts; whoever comes then waits for a while. */
const AT_ONCE = 2
const WAITS_MS = 10_000
const LOOKS_MS = 100

/** The whole workshop as one file, for its owner: all but passwords and sessions; of keys and links it has the hashes by which they are known. */
export function archiveRoutes(db: Database): Router {
  const router = Router()
  let writing = 0
  router.get('/archive.tar', async (request, response) => {
    const { actor, who } = ownerScope(request)
    for (let waitedMs = 0; writing >= AT_ONCE && waitedMs < WAITS_MS; waitedMs += LOOKS_MS)
      await setTimeout(LOOKS_MS)
    if (writing >= AT_ONCE) throw new AppError('not_ready', asText('error.one-archive'))
    writing++
    response
      .type('application/x-tar')
      .set('content-disposition', 'attachment; filename="workshop.brendik.tar"')
    // What is begun is no answer that could still say what went wrong: it is cut off, and has no list of contents at its end.
    await db
      .reading(actor, (client) =>
        writeArchive(
          client,
          [{ id: actor.workshopId, name: who.workshopName }],
          new Date().toISOString(),
          response,
        ),
      )
      .catch((error: Error) => {
        request.log?.warn({ err: error }, 'an archive was not finished')
        response.destroy(error)
      })
      .finally(() => {
        writing--
      })
  })
  return router
}
