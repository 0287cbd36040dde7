import type { LeakView, Part, PartId } from '@brendik/core'

/** What the ladder knows of a part, for its bar and its label. */
export type PartStatus = 'suspect' | 'possible' | 'out'

/** From this probability on a part is a suspect. */
const SUSPECT = 0.1

/** Probability that a part leaks, all its leaks together. */
export const shareOf = (view: LeakView, id: PartId): number =>
  view.suspects.filter((s) => s.part?.id === id).reduce((sum, s) => sum + s.present, 0)

export function statusOf(view: LeakView, part: Part): PartStatus {
  if (shareOf(view, part.id) >= SUSPECT) return 'suspect'
  const verdict = view.verdicts.find((v) => v.part.id === part.id)?.verdict
  return verdict === 'cleared' || verdict === 'above' ? 'out' : 'possible'
}

/** Parts that are named beside the drawing: those that can leak. The others are drawn, and named when they are chosen. */
export const isNamed = (part: Part): boolean =>
  part.phases.length > 0 && part.id !== 'inlet-screen' && part.id !== 'flow-meter'

/** Middle of a part's band, mm. */
export const middleMm = (part: Part): number => (part.bandMm[0] + part.bandMm[1]) / 2

/** The height of the leak as bands, mm: one, or one for each law where they differ. */
export function leakBands(view: LeakView): { mm: number; lo: number; hi: number }[] {
  const { height } = view.found
  if (!height) return []
  if (height.laws.length < 2) return [{ mm: height.value, lo: height.lo, hi: height.hi }]
  const half =
    (height.hi - height.lo - Math.abs((height.laws[0]?.mm ?? 0) - (height.laws.at(-1)?.mm ?? 0))) / 2
  return height.laws.map(({ mm }) => ({ mm, lo: mm - Math.max(8, half), hi: mm + Math.max(8, half) }))
}

/** What is known of the leak's height on one side only: the bound, mm, and the side the leak lies on. */
export function leakBounds(view: LeakView): { mm: number; side: 'above' | 'below' }[] {
  const bound = view.found.height ? null : view.found.heightBound
  return [
    ...(bound?.atLeast === undefined ? [] : [{ mm: bound.atLeast, side: 'above' as const }]),
    ...(bound?.atMost === undefined ? [] : [{ mm: bound.atMost, side: 'below' as const }]),
  ]
}
