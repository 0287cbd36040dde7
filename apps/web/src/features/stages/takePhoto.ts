import { PHOTO_MOST_BYTES } from '@brendik/core'
import { newId } from '../../lib/newId.ts'
import { t } from '../../lib/words.ts'
import { keep } from '../../outbox/outbox.ts'

/** Longest side of a photo as it is kept, px: enough to read a plate or a connector. */
const LONGEST_PX = 1600

/** Takes a photo into the visit: small, on the device first, then to the server. @returns Its id. @throws {Error} If it is no picture. */
export async function takePhoto(visitId: string, stage: string, file: Blob): Promise<string> {
  const blob = await shrink(file)
  const photoId = newId()
  keep([{ kind: 'photo', visitId, photoId, stage, atMs: Date.now(), blob }])
  return photoId
}

/** A photo made smaller on the device. @throws {Error} If the file is no picture, or cannot be made small enough. */
async function shrink(file: Blob): Promise<Blob> {
  const picture = await createImageBitmap(file).catch(() => null)
  if (!picture) throw new Error(t('photos.noPicture'))
  const scale = Math.min(1, LONGEST_PX / Math.max(picture.width, picture.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(picture.width * scale))
  canvas.height = Math.max(1, Math.round(picture.height * scale))
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height)
  picture.close()
  for (const quality of [0.82, 0.6, 0.4]) {
    const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', quality))
    if (blob && blob.size <= PHOTO_MOST_BYTES) return blob
  }
  throw new Error(t('photos.tooLarge'))
}
