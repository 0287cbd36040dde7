import { idSchema } from '@brendik/core'
import { Router } from 'express'
import { ZipDeflate, ZipPassThrough } from 'fflate'
import { scopeOf } from '../door/whoIsIt.ts'
import { parseInput } from '../errors/parseInput.ts'
import { databasePhotos } from '../photos/photoStore.ts'
import { photoRow } from '../photos/rows.ts'
import { answerZip } from '../zip/answerZip.ts'
import { loadVisitFile } from './loadVisitFile.ts'

/** A visit as its file: `brendik-visit/1` by itself, or in a zip with its photos beside it. */
export function visitFileRoutes(): Router {
  const router = Router()
  router.get('/visits/:id/visit.json', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const file = await loadVisitFile(db, actor, parseInput(idSchema, request.params.id))
    response
      .type('application/json')
      .set('content-disposition', 'attachment; filename="visit.json"')
      .send(JSON.stringify(file, null, 1))
  })
  router.get('/visits/:id/visit.zip', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const visitId = parseInput(idSchema, request.params.id)
    const file = await loadVisitFile(db, actor, visitId)
    const photos = await db.many('listPhotos', photoRow, [actor.workshopId, [visitId]])
    const { zip, taken } = answerZip(response, 'visit.zip')
    const json = new ZipDeflate('visit.json', { level: 6 })
    zip.add(json)
    json.push(new TextEncoder().encode(JSON.stringify(file, null, 1)), true)
    // One photo after the other, no faster than they are taken: hundreds of them are more than a server should hold.
    for (const { id } of photos) {
      if (!(await taken())) return
      const found = await databasePhotos.find(db, actor, id)
      if (!found) continue
      // Pictures are small already.
      const entry = new ZipPassThrough(`photos/${id}.jpg`)
      zip.add(entry)
      entry.push(new Uint8Array(found.bytes), true)
    }
    zip.end()
  })
  return router
}
