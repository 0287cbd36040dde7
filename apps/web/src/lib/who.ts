import type { WhoAnswer } from '@brendik/core'

const KEY = 'brendik.who'

/** Who was signed in on this device last; so that it opens without network. */
export function knownWho(): WhoAnswer | null {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? 'null') as WhoAnswer | null
  } catch {
    return null
  }
}

export function rememberWho(who: WhoAnswer | null): void {
  if (who) localStorage.setItem(KEY, JSON.stringify(who))
  else localStorage.removeItem(KEY)
}

/** What the device keeps is kept for each workshop by itself: read once, since another one means a new page. */
export const DEVICE_WORKSHOP = knownWho()?.workshopId ?? 'nobody'
