import type { Tap } from '../../../machine/machineSpec.ts'
import { USUAL_HOSE_END_MM } from '../../../machine/standpipe.ts'
import { median } from '../../../numeric/quantile.ts'
import type { JudgedRun } from './observations.ts'

/** Two runs that should be alike and are not: something was probably done in between, and nobody wrote it down. */
export interface Disagreement {
  kind: 'fill' | 'drain'
  /** The tap of a fill; null for a drain. */
  tap: Tap | null
  /** Flows in the order made, L/min. */
  beforeLMin: number
  afterLMin: number
}

/** Apart by this many of their own errors, and by this ratio of flows: more than a warm pump or a house's pressure does. Estimates. */
const APART = { ses: 4, ratio: 1.3 } as const
/** Of two that contradict each other the one known this many times worse is the odd one: a short run does not overturn a whole one. */
const LESS_INFORMED = 1.6
/** Flow at equal level differs by this share from run to run. Estimate. */
const RUN_SD = 0.02

/** Which of two contradicting runs is much less informed, by their relative errors: 0, 1, or null = neither. */
export function lessInformed(a: number, b: number): 0 | 1 | null {
  return a > LESS_INFORMED * b ? 0 : b > LESS_INFORMED * a ? 1 : null
}

/**
 * Pairs of runs of one epoch that contradict each other: two fills of one tap, or two drains at one height. With three and more the others
 * show which one is off, and of two a much less informed one is: that is left out by name instead.
 * @param runs - Of one epoch, in the order made.
 */
export function disagreements(runs: readonly JudgedRun[]): Disagreement[] {
  return groupsOf(runs).flatMap(([a, b, more]) => {
    const found = a && b && !more ? contradiction(a, b) : null
    if (!a || !found || found.odd !== null) return []
    const { kind, taps } = a.plan
    return [
      {
        kind: kind === 'fill' ? 'fill' : 'drain',
        tap: kind === 'fill' ? (taps[0] ?? null) : null,
        beforeLMin: found.beforeLMin,
        afterLMin: found.afterLMin,
      } as const,
    ]
  })
}

/** Fills that lie far off the others of their tap, or off the one that is much better known: left out, and named. */
export function oddFills(runs: readonly JudgedRun[]): { run: JudgedRun; tap: Tap; shareOfOthers: number }[] {
  return groupsOf(runs.filter((run) => run.plan.kind === 'fill')).flatMap((group) => {
    const found = group.length === 2 ? oddOfTwo(group as [JudgedRun, JudgedRun]) : oddOfMany(group)
    return found ? [{ ...found, tap: found.run.plan.taps[0] as Tap }] : []
  })
}

function oddOfTwo([a, b]: [JudgedRun, JudgedRun]): { run: JudgedRun; shareOfOthers: number } | null {
  const found = contradiction(a, b)
  if (!found || found.odd === null) return null
  const ratio = found.afterLMin / found.beforeLMin
  return found.odd === 1 ? { run: b, shareOfOthers: ratio } : { run: a, shareOfOthers: 1 / ratio }
}

function oddOfMany(group: readonly JudgedRun[]): { run: JudgedRun; shareOfOthers: number } | null {
  const known = group.flatMap((run) => {
    const flow = flowOf(run)
    return flow ? [{ run, ...flow }] : []
  })
  if (known.length < 3) return null
  const offs = known.map(({ run, lMin, share }) => {
    const middle = median(known.filter((other) => other.run !== run).map((other) => other.lMin))
    return { run, ratio: lMin / middle, far: Math.abs(Math.log(lMin / middle)) / Math.hypot(share, RUN_SD) }
  })
  const worst = offs.reduce((a, b) => (b.far > a.far ? b : a))
  if (worst.far < APART.ses || Math.abs(Math.log(worst.ratio)) < Math.log(APART.ratio)) return null
  return { run: worst.run, shareOfOthers: worst.ratio }
}

/** Whether two runs contradict each other, and which of them is the odd one; null = they do not. */
function contradiction(
  a: JudgedRun,
  b: JudgedRun,
): { beforeLMin: number; afterLMin: number; odd: 0 | 1 | null } | null {
  const [before, after] = [flowOf(a), flowOf(b)]
  if (!before || !after) return null
  const off = Math.abs(Math.log(after.lMin / before.lMin))
  if (off < Math.log(APART.ratio) || off < APART.ses * Math.hypot(before.share, after.share, RUN_SD))
    return null
  const odd = lessInformed(Math.hypot(before.share, RUN_SD), Math.hypot(after.share, RUN_SD))
  return { beforeLMin: before.lMin, afterLMin: after.lMin, odd }
}

function groupsOf(runs: readonly JudgedRun[]): JudgedRun[][] {
  const groups = new Map<string, JudgedRun[]>()
  for (const run of runs) {
    const key = alike(run)
    if (key !== null) groups.set(key, [...(groups.get(key) ?? []), run])
  }
  return [...groups.values()]
}

/** Whether a run is one of a pair that contradicts itself. */
export function isDisputed(run: JudgedRun, found: readonly Disagreement[]): boolean {
  return found.some(
    ({ kind, tap }) =>
      kind === run.plan.kind && (tap === null || (run.plan.taps.length === 1 && run.plan.taps[0] === tap)),
  )
}

/** Runs with the same key should give the same flow; null = a kind that is not compared. */
function alike({ plan }: JudgedRun): string | null {
  if (plan.kind === 'drain') {
    const endMm = plan.hoseEndMm ?? plan.site.standpipeHeightMm ?? USUAL_HOSE_END_MM
    return `drain ${Math.round(endMm / 100)} ${plan.laundry}`
  }
  const single = plan.kind === 'fill' && plan.taps.length === 1 && !plan.throttled
  return single ? `fill ${plan.taps[0]} ${plan.laundry}` : null
}

/** Flow and its relative error from the readings; null where none is known well, or something else disturbed it. */
function flowOf({ analysis: { basis } }: JudgedRun): { lMin: number; share: number } | null {
  if (basis?.of !== 'flow' || !(basis.flowLMin > 0.3) || basis.disturbed) return null
  return { lMin: basis.flowLMin, share: basis.readingsSe / basis.flowLMin }
}
