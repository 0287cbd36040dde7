import { PHOTO_MOST_BYTES } from '@brendik/core'
import { ApiError } from '../../api/client.ts'
import { putPhoto } from '../../api/queries.ts'
import { type KeptPhoto, keepPhoto, letPhotoGo, listKeptPhotos } from '../../lib/deviceStore.ts'
import { newId } from '../../lib/newId.ts'

/** Longest side of a photo as it is kept, px: enough to read a plate or a connector. */
const LONGEST_PX = 1600
const RETRY_MS = 4000
const listeners = new Set<() => void>()
let waiting: readonly (KeptPhoto & { url: string })[] = []
let problem: string | null = null
let loaded = false
let busy = false
let retry: ReturnType<typeof setTimeout> | undefined

function tell(): void {
  for (const listener of listeners) listener()
}

/** A photo made smaller on the device. @throws {Error} If the file is no picture, or cannot be made small enough. */
async function shrink(file: Blob): Promise<Blob> {
  const picture = await createImageBitmap(file).catch(() => null)
  if (!picture) throw new Error('This file is no picture that the browser can read.')
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
  throw new Error('The picture cannot be made small enough.')
}

async function load(): Promise<void> {
  if (loaded) return
  loaded = true
  const kept = await listKeptPhotos().catch(() => [])
  waiting = kept.map((photo) => ({ ...photo, url: URL.createObjectURL(photo.blob) }))
  tell()
}

/** Takes a photo into the visit: small, on the device first, then to the server. */
export async function takePhoto(visitId: string, stage: string, file: Blob): Promise<void> {
  try {
    const blob = await shrink(file)
    const photo: KeptPhoto = { id: newId(), visitId, stage, atMs: Date.now(), blob }
    await keepPhoto(photo)
    waiting = [...waiting, { ...photo, url: URL.createObjectURL(blob) }]
    problem = null
    tell()
    await sendPhotos()
  } catch (error) {
    problem = (error as Error).message
    tell()
  }
}

/** Sends what waits, one after the other; what the server refuses is told and let go. */
export async function sendPhotos(): Promise<void> {
  await load()
  if (busy) return
  busy = true
  clearTimeout(retry)
  try {
    for (let photo = waiting[0]; photo; photo = waiting[0]) {
      const sent = photo
      try {
        await putPhoto(sent)
      } catch (error) {
        const refused = error instanceof ApiError && [400, 404, 413].includes(error.status)
        if (!refused) {
          retry = setTimeout(sendPhotos, RETRY_MS)
          return
        }
        problem = `The server did not take a photo: ${error.message}`
      }
      await letPhotoGo(sent.id)
      waiting = waiting.filter((other) => other.id !== sent.id)
      tell()
    }
  } finally {
    busy = false
  }
}

export function subscribePhotos(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}
export const waitingPhotos = (): typeof waiting => waiting
export const photoProblem = (): string | null => problem
