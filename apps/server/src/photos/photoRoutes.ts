import { idSchema, PHOTO_MOST_BYTES, photoQuerySchema } from '@brendik/core'
import express, { Router } from 'express'
import { scopeOf } from '../door/whoIsIt.ts'
import { AppError } from '../errors/AppError.ts'
import { parseInput } from '../errors/parseInput.ts'
import { cleanPhoto } from './cleanPhoto.ts'
import { keepPhoto } from './keepPhoto.ts'
import { databasePhotos, type PhotoStore } from './photoStore.ts'

/** Photos, each stored once under the id that the device gave it. */
export function photoRoutes(store: PhotoStore = databasePhotos): Router {
  const router = Router()
  router.put(
    '/photos/:id',
    express.raw({ type: () => true, limit: PHOTO_MOST_BYTES }),
    async (request, response) => {
      const { db, actor } = scopeOf(request)
      const id = parseInput(idSchema, request.params.id)
      const { visit, stage, atMs } = parseInput(photoQuerySchema, request.query)
      const bytes: Buffer = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0)
      if ((await db.run('findVisit', [actor.workshopId, visit])) === 0)
        throw new AppError('not_found', `visit ${visit}: not found`)
      const picture = await cleanPhoto(bytes)
      const photo = { id, visitId: visit, atMs, stage, bytes: picture }
      const stored = await db.transaction((tx) => keepPhoto(tx, actor, photo, store))
      response.json({ stored: Number(stored), known: 1 - Number(stored) })
    },
  )
  router.get('/photos/:id', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const id = parseInput(idSchema, request.params.id)
    const found = await store.find(db, actor, id)
    if (!found) throw new AppError('not_found', `photo ${id}: not found`)
    response
      .set({
        'content-type': found.mime,
        'cache-control': 'private, max-age=31536000, immutable',
        'content-disposition': 'inline',
      })
      .send(found.bytes)
  })
  return router
}
