import type { Actor, Queries } from '../db/database.ts'
import { photoContentRow } from './rows.ts'

/** Where the bytes of photos lie. Another store needs these two and nothing else of the product changes. */
export interface PhotoStore {
  /** Keeps the bytes under an id; doing it again changes nothing. Part of the transaction that records the photo. */
  keep(tx: Queries, actor: Actor, id: string, bytes: Buffer): Promise<void>
  /** The bytes with their type; null = no such photo in this workshop. */
  find(db: Queries, actor: Actor, id: string): Promise<{ mime: string; bytes: Buffer } | null>
}

/** Photos beside everything else in PostgreSQL: one store to back up, and the same walls between workshops. */
export const databasePhotos: PhotoStore = {
  async keep(tx, actor, id, bytes) {
    await tx.run('insertPhotoContent', [actor.workshopId, id, bytes])
  },
  find: (db, actor, id) => db.maybeOne('findPhotoContent', photoContentRow, [actor.workshopId, id]),
}

/** The type that the first bytes of a file speak of; null = none that is taken. */
export function imageTypeOf(bytes: Buffer): 'image/jpeg' | 'image/png' | 'image/webp' | null {
  if (bytes.length > 3 && bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'image/jpeg'
  if (bytes.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])))
    return 'image/png'
  if (
    bytes.subarray(0, 4).toString('latin1') === 'RIFF' &&
    bytes.subarray(8, 12).toString('latin1') === 'WEBP'
  )
    return 'image/webp'
  return null
}
