import { PART_IDS } from '../../../catalogue/catalogueIds.ts'
import { TAPS } from '../../../machine/machineSpec.ts'
import type { VisitEntry } from '../../../state/entries.ts'
import { ACT_WORDS, type VisitAct } from './acts.ts'

/** An act as an entry of a visit: topic `act:<id>`, value "cleaned inlet-screen cold"; taken back by an entry with no value. */
export const ACT_TOPIC = /^act:[0-9a-f-]{36}$/

/** An act as the value of its entry, as `actsOfEntries` reads it. */
export function actValue({ what, part, tap }: Omit<VisitAct, 'atMs'>): string {
  return [what, part, ...(tap ? [tap] : [])].join(' ')
}

/** The acts that stand among a visit's entries, oldest first, each with its topic. What cannot be read is none. */
export function actsOfEntries(entries: readonly VisitEntry[]): (VisitAct & { topic: string; by: string })[] {
  const replaced = new Set(entries.flatMap((entry) => entry.basedOn))
  const seen = new Set<string>()
  return entries
    .filter((entry) => ACT_TOPIC.test(entry.topic) && !replaced.has(entry.id))
    .flatMap((entry) => {
      if (seen.has(entry.id) || typeof entry.value !== 'string') return []
      seen.add(entry.id)
      const [what, part, tap] = entry.value.split(' ')
      const known = {
        what: ACT_WORDS.find((word) => word === what),
        part: PART_IDS.find((id) => id === part),
        tap: TAPS.find((one) => one === tap),
      }
      if (!known.what || !known.part) return []
      return [
        {
          atMs: entry.atMs,
          what: known.what,
          part: known.part,
          tap: known.tap,
          topic: entry.topic,
          by: entry.by,
        },
      ]
    })
    .sort((a, b) => a.atMs - b.atMs)
}
