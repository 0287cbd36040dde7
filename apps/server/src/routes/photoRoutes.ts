import { idSchema, PHOTO_MOST_BYTES, PHOTO_TYPES, photoQuerySchema } from '@brendik/core'
import express, { Router } from 'express'
import { scopeOf } from '../door/whoIsIt.ts'
import { AppError } from '../errors/AppError.ts'
import { parseInput } from '../errors/parseInput.ts'
import { databasePhotos, imageTypeOf, type PhotoStore } from '../photos/photoStore.ts'

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
      const mime = imageTypeOf(bytes)
      if (mime === null)
        throw new AppError(
          'input_invalid',
          `photo: expected ${PHOTO_TYPES.join(', ')}, got ${bytes.length} bytes of something else`,
        )
      if (!(await db.maybeOne('findVisit', [actor.workshopId, visit])))
        throw new AppError('not_found', `visit ${visit}: not found`)
      const stored = await db.transaction(async (tx) => {
        const values = [actor.workshopId, id, visit, actor.technicianId, atMs, stage, mime, bytes.length]
        const fresh = (await tx.many('insertPhoto', values)).length
        if (fresh > 0) await store.keep(tx, actor, id, bytes)
        return fresh
      })
      response.json({ stored, known: 1 - stored })
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
