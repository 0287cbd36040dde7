import type { KeptRun } from './deviceDb.ts'
import type { Kept } from './keptFact.ts'

// What is being written to the device. A page that is left in the same instant takes the write along, not what it noted here before:
// this is the one store a page writes to without waiting. Small, and empty but for those few milliseconds.

const BEGINS = 'brendik.being-kept.'
interface Noted {
  facts: Kept[]
  run: KeptRun | null
}

/** @returns What to cross out once it is written; null = there was no room, or nothing to note. */
export function noteDown(facts: readonly Kept[], run: KeptRun | null): string | null {
  const first = facts[0]
  if (!first) return null
  try {
    localStorage.setItem(BEGINS + first.id, JSON.stringify({ facts, run }))
    return BEGINS + first.id
  } catch {
    return null
  }
}

export function crossOut(noted: string | null): void {
  if (noted !== null) localStorage.removeItem(noted)
}

/** What an earlier page noted and did not see written; a service worker has no such store, and leaves it to the next page. */
export function leftBehind(): (Noted & { noted: string })[] {
  try {
    return Array.from({ length: localStorage.length }, (_, i) => localStorage.key(i) ?? '')
      .filter((key) => key.startsWith(BEGINS))
      .map((key) => ({ ...(JSON.parse(localStorage.getItem(key) ?? 'null') as Noted), noted: key }))
  } catch {
    return []
  }
}
