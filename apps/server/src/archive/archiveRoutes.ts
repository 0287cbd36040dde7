import { pipeline } from 'node:stream/promises'
import { type ArchiveNowAnswer, idSchema, newArchiveSchema } from '@brendik/core'
import { type Request, type Response, Router } from 'express'
import type { Database } from '../db/database.ts'
import { ownerScope } from '../door/whoIsIt.ts'
import { parseInput } from '../errors/parseInput.ts'
import { madeArchives, type WrittenArchive } from './madeArchives.ts'

/** The whole workshop as one file, for its owner: all but passwords and sessions; of keys and links it has the hashes by which they are known. */
export function archiveRoutes(db: Database, warn: (error: Error) => void): Router {
  const router = Router()
  const archives = madeArchives(db, { warn })
  router.get('/archive', (request, response) => {
    const { actor } = ownerScope(request)
    response.json({ archive: archives.of(actor.workshopId) } satisfies ArchiveNowAnswer)
  })
  router.post('/archive', (request, response) => {
    const { actor, who } = ownerScope(request)
    const { id } = parseInput(newArchiveSchema, request.body)
    const archive = archives.begin({ id, actor, name: who.workshopName })
    response.json({ archive } satisfies ArchiveNowAnswer)
  })
  router.get('/archive/:id/workshop.tar', async (request, response) => {
    const { actor } = ownerScope(request)
    const id = parseInput(idSchema, request.params.id)
    const archive = await archives.take(actor.workshopId, id)
    try {
      response
        .type('application/x-tar')
        .set('content-disposition', 'attachment; filename="workshop.brendik.tar"')
        .set('accept-ranges', 'bytes')
        .set('etag', `"${id}"`)
      await send(request, response, archive)
    } finally {
      archive.taken()
    }
  })
  return router
}

/** All of it, or what is missing of a download that was cut off (RFC 9110, 14). */
async function send(request: Request, response: Response, { bytes, file }: WrittenArchive): Promise<void> {
  const [start, end] = partOf(request, response, bytes) ?? [0, -1]
  response.set('content-length', String(end - start + 1))
  if (request.method === 'HEAD' || end < start) {
    response.end()
    return
  }
  // Who has gone away comes back for the rest.
  await pipeline(file.createReadStream({ start, end, autoClose: false }), response).catch(() => {})
}

/** First and last byte of what is wanted, with the status that goes with it; null = there are no such bytes. */
function partOf(request: Request, response: Response, bytes: number): [start: number, end: number] | null {
  const ifRange = request.get('if-range')
  const same = ifRange === undefined || ifRange === response.get('etag')
  const wanted = same ? request.range(bytes) : undefined
  if (wanted === -1) {
    response.status(416).set('content-range', `bytes */${bytes}`)
    return null
  }
  const [one, ...more] = Array.isArray(wanted) && wanted.type === 'bytes' ? wanted : []
  if (!one || more.length > 0) return [0, bytes - 1]
  response.status(206).set('content-range', `bytes ${one.start}-${one.end}/${bytes}`)
  return [one.start, one.end]
}
