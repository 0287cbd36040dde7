import { asText, idSchema, PHOTO_MOST_BYTES, photoQuerySchema } from '@brendik/core'
import express, { Router } from 'express'
import { scopeOf } from '../door/whoIsIt.ts'
import { AppError } from '../errors/AppError.ts'
import { parseInput } from '../errors/parseInput.ts'
import { cleanPhoto } from './cleanPhoto.ts'
import { databasePhotos, type PhotoStore } from './photoStore.ts'
import { photoRoomRow } from './rows.ts'

/** What the photos of a workshop may take, and how many a visit may have. */
const MOST_BYTES = Number(process.env.PHOTO_QUOTA_GB || 8) * 2 ** 30
const MOST_OF_VISIT = 300

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
      const { bytes: used, ofVisit } = (await db.maybeOne('photoRoom', photoRoomRow, [
        actor.workshopId,
        visit,
      ])) ?? { bytes: 0, ofVisit: 0 }
      const stored = await db.transaction(async (tx) => {
        const values = [
          actor.workshopId,
          id,
          visit,
          actor.technicianId,
          atMs,
          stage,
          'image/jpeg',
          picture.length,
        ]
        const fresh = await tx.run('insertPhoto', values)
        if (fresh > 0) {
          // A photo that is here already is no new one, however full it is.
          if (ofVisit >= MOST_OF_VISIT || used + picture.length > MOST_BYTES)
            throw new AppError(
              'too_large',
              ofVisit >= MOST_OF_VISIT
                ? asText('error.photos-full', { most: MOST_OF_VISIT })
                : `photo: the photos of this workshop fill their ${MOST_BYTES / 2 ** 30} GB: ask who runs the server for more`,
            )
          await store.keep(tx, actor, id, picture)
        }
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
