import type { WhoAnswer } from '@brendik/core'
import { readNote, writeNote } from './deviceDb.ts'

const NOTE = 'who'
const NOBODY = 'nobody'
/** Where it was noted before; that place holds preferences only. */
const OLD_KEY = 'brendik.who'
/** The page opens without what a stuck database knows, ms. */
const PATIENCE_MS = 3000

const others = new BroadcastChannel('brendik-who')
let known: WhoAnswer | null = null
let workshopHere = NOBODY
let reading: Promise<void> | null = null
others.onmessage = ({ data }: MessageEvent<WhoAnswer | null>) => {
  known = data
}

/** Reads once who was signed in on this device last: before a page is drawn or anything is sent. */
export function readWho(): Promise<void> {
  reading ??= Promise.race([
    readNote<WhoAnswer>(NOTE)
      .then((noted) => noted ?? takeOver())
      .catch(() => null),
    new Promise<null>((resolve) => setTimeout(() => resolve(null), PATIENCE_MS)),
  ]).then((who) => {
    known ??= who
    workshopHere = known?.workshopId ?? workshopHere
  })
  return reading
}

/** Who was signed in on this device last; so that it opens without network. */
export const knownWho = (): WhoAnswer | null => known

export async function rememberWho(who: WhoAnswer | null): Promise<void> {
  if (JSON.stringify(who) === JSON.stringify(known)) return
  known = who
  if (who && workshopHere === NOBODY) workshopHere = who.workshopId
  others.postMessage(who)
  // Where nothing can be kept the page still works, and says so.
  await writeNote(NOTE, who).catch(() => {})
}

/** What the device keeps is kept for each workshop by itself: that of whoever was here first on this page, since another one means a new page. */
export const deviceWorkshop = (): string => workshopHere

function takeOver(): WhoAnswer | null {
  const old = globalThis.localStorage?.getItem(OLD_KEY)
  if (!old) return null
  localStorage.removeItem(OLD_KEY)
  const who = JSON.parse(old) as WhoAnswer
  writeNote(NOTE, who).catch(() => {})
  return who
}
