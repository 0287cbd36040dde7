import { Router } from 'express'
import type { Database } from '../db/database.ts'
import { ownerScope } from '../door/whoIsIt.ts'
import { writeArchive } from './writeArchive.ts'

/** The whole workshop as one file, for its owner: all but passwords and sessions; of keys and links it has the hashes by which they are known. */
export function archiveRoutes(db: Database): Router {
  const router = Router()
  router.get('/archive.tar', async (request, response) => {
    const { actor, who } = ownerScope(request)
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
  })
  return router
}
