import { asText } from '@brendik/core'

/** From this share on, the room that the browser gives a site is nearly used up. */
const NEARLY_FULL = 0.9
const LOOK_EVERY_MS = 60_000
let lookedAtMs = Number.NEGATIVE_INFINITY
let asked = false

/**
 * Asks the browser, once something is kept, not to clear it when room runs short; and looks now and then how much is left.
 * @returns What the user should know of it, as a text that carries a message; null = all is well, undefined = not looked at again yet.
 */
export async function storageRoom(nowMs: number): Promise<string | null | undefined> {
  const storage: StorageManager | undefined = globalThis.navigator?.storage
  if (!storage || nowMs - lookedAtMs < LOOK_EVERY_MS) return undefined
  lookedAtMs = nowMs
  if (!asked) {
    asked = true
    await storage.persist?.()
  }
  const { usage = 0, quota = 0 } = await storage.estimate()
  return quota > 0 && usage > NEARLY_FULL * quota ? asText('storageRoom.theRoomThatThisBrowser') : null
}
