import type { WeighedCase } from './weighVisit.ts'

/** A visit as it was found: without what was done, and without what was seen or timed after the first of it. What nobody dated was before. */
export const asFound = (visit: WeighedCase): WeighedCase =>
  asOf(visit, Math.min(...visit.acts.filter(({ what }) => what !== 'opened').map(({ atMs }) => atMs)))

/** A visit as far as it had come at an instant, that instant left out. What nobody dated was before. */
export function asOf(visit: WeighedCase, untilMs: number): WeighedCase {
  const before = <T extends { atMs?: number | null | undefined }>(items: readonly T[]): T[] =>
    items.filter(({ atMs }) => typeof atMs !== 'number' || atMs < untilMs)
  return {
    ...visit,
    acts: before(visit.acts).filter(({ what }) => what !== 'opened'),
    runs: before(visit.runs),
    observations: before(visit.observations),
    leakSeen: before(visit.leakSeen),
  }
}
