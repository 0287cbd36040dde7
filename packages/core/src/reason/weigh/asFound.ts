import type { WeighedCase } from './weighVisit.ts'

/** A visit as it was found: without what was done, and without what was seen or timed after the first of it. What nobody dated was before. */
export function asFound(visit: WeighedCase): WeighedCase {
  const first = Math.min(...visit.acts.filter(({ what }) => what !== 'opened').map(({ atMs }) => atMs))
  const before = <T extends { atMs?: number | null | undefined }>(items: readonly T[]): T[] =>
    items.filter(({ atMs }) => typeof atMs !== 'number' || atMs < first)
  return {
    ...visit,
    acts: [],
    runs: before(visit.runs),
    observations: before(visit.observations),
    leakSeen: before(visit.leakSeen),
  }
}
