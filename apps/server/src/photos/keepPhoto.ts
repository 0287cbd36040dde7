import { asText } from '@brendik/core'
import type { Actor, Queries } from '../db/database.ts'
import { AppError } from '../errors/AppError.ts'
import { databasePhotos, type PhotoStore } from './photoStore.ts'
import { photoRoomRow } from './rows.ts'

/** What the photos of a workshop may take, and how many a visit may have. */
const MOST_BYTES = Number(process.env.PHOTO_QUOTA_GB || 8) * 2 ** 30
const MOST_OF_VISIT = 300

export interface NewPhoto {
  id: string
  visitId: string
  atMs: number
  stage: string
  /** As `cleanPhoto` leaves it. */
  bytes: Buffer
}

/**
 * Stores a photo once, as part of a transaction. False = it is here already, which is no new one however full it is.
 * @throws {AppError} too_large, where the visit or the workshop has no more room.
 */
export async function keepPhoto(
  tx: Queries,
  actor: Actor,
  { id, visitId, atMs, stage, bytes }: NewPhoto,
  store: PhotoStore = databasePhotos,
): Promise<boolean> {
  const room = await tx.maybeOne('photoRoom', photoRoomRow, [actor.workshopId, visitId])
  const { bytes: used, ofVisit } = room ?? { bytes: 0, ofVisit: 0 }
  const values = [actor.workshopId, id, visitId, actor.technicianId, atMs, stage, 'image/jpeg', bytes.length]
  if ((await tx.run('insertPhoto', values)) === 0) return false
  if (ofVisit >= MOST_OF_VISIT || used + bytes.length > MOST_BYTES)
    throw new AppError(
      'too_large',
      ofVisit >= MOST_OF_VISIT
        ? asText('error.photos-full', { most: MOST_OF_VISIT })
        : `photo: the photos of this workshop fill their ${MOST_BYTES / 2 ** 30} GB: ask who runs the server for more`,
    )
  await store.keep(tx, actor, id, bytes)
  return true
}
