import { idSchema, type RecordedRun, saidEntries, visitFileOf } from '@brendik/core'
import { Router } from 'express'
import { zipSync } from 'fflate'
import type { Actor, ScopedDb } from '../db/database.ts'
import { scopeOf } from '../door/whoIsIt.ts'
import { parseInput } from '../errors/parseInput.ts'
import { databasePhotos } from '../photos/photoStore.ts'
import { openRun } from '../runs/runService.ts'
import { readAllBlocks } from '../runs/runStore.ts'
import { readVisit } from './readVisit.ts'

/** Photos that go into one archive: a visit has room for fewer than these. */
const MOST_PHOTOS = 200

/** A visit as its file: `brendik-visit/1` by itself, or in a zip with its photos beside it. */
export function visitFileRoutes(): Router {
  const router = Router()
  router.get('/visits/:id/visit.json', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const { file } = await loadVisitFile(db, actor, parseInput(idSchema, request.params.id))
    response
      .type('application/json')
      .set('content-disposition', 'attachment; filename="visit.json"')
      .send(JSON.stringify(file, null, 1))
  })
  router.get('/visits/:id/visit.zip', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const { file, photos } = await loadVisitFile(db, actor, parseInput(idSchema, request.params.id))
    const entries: Record<string, Uint8Array | [Uint8Array, { level: 0 }]> = {
      'visit.json': new TextEncoder().encode(JSON.stringify(file, null, 1)),
    }
    for (const id of photos.slice(0, MOST_PHOTOS)) {
      const found = await databasePhotos.find(db, actor, id)
      // Pictures are small already.
      if (found) entries[`photos/${id}.jpg`] = [new Uint8Array(found.bytes), { level: 0 }]
    }
    response
      .type('application/zip')
      .set('content-disposition', 'attachment; filename="visit.zip"')
      .send(Buffer.from(zipSync(entries)))
  })
  return router
}

async function loadVisitFile(db: ScopedDb, actor: Actor, visitId: string) {
  const visit = await readVisit(db, actor, visitId)
  const runs: RecordedRun[] = []
  // One after the other: a long run is a few megabytes.
  for (const { id } of visit.runs)
    runs.push({ run: await openRun(db, actor, id), blocks: await readAllBlocks(db, actor, id) })
  return {
    file: visitFileOf(visit, saidEntries(visit.entries), runs),
    photos: visit.photos.map(({ id }) => id),
  }
}
