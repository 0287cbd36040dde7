import type { Tap } from '../machine/machineSpec.ts'
import { median } from '../numeric/quantile.ts'
import { USUAL_HOSE_END_MM } from '../pump/standpipe.ts'
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
/** Flow at equal level differs by this share from run to run. Estimate. */
const RUN_SD = 0.02

/**
 * Pairs of runs of one epoch that contradict each other: two fills of one tap, or two drains at one height. With three and more the others
 * show which one is off, and it is left out by name instead.
 * @param runs - Of one epoch, in the order made.
 */
export function disagreements(runs: readonly JudgedRun[]): Disagreement[] {
  const groups = new Map<string, JudgedRun[]>()
  for (const run of runs) {
    const key = alike(run)
    if (key !== null) groups.set(key, [...(groups.get(key) ?? []), run])
  }
  return [...groups.values()].flatMap(([a, b, more]) => {
    if (!a || !b || more) return []
    const [before, after] = [flowOf(a), flowOf(b)]
    if (!before || !after) return []
    const off = Math.abs(Math.log(after.lMin / before.lMin))
    if (off < Math.log(APART.ratio) || off < APART.ses * Math.hypot(before.share, after.share, RUN_SD))
      return []
    const { kind, taps } = a.plan
    return [
      {
        kind: kind === 'fill' ? 'fill' : 'drain',
        tap: kind === 'fill' ? (taps[0] ?? null) : null,
        beforeLMin: before.lMin,
        afterLMin: after.lMin,
      } as const,
    ]
  })
}

/** Of three and more fills of one tap the one that lies far off the others: it is left out, and named. */
export function oddFills(runs: readonly JudgedRun[]): { run: JudgedRun; tap: Tap; shareOfOthers: number }[] {
  const groups = new Map<string, JudgedRun[]>()
  for (const run of runs) {
    const key = run.plan.kind === 'fill' ? alike(run) : null
    if (key !== null) groups.set(key, [...(groups.get(key) ?? []), run])
  }
  return [...groups.values()].flatMap((group) => {
    if (group.length < 3) return []
    const known = group.flatMap((run) => {
      const flow = flowOf(run)
      return flow ? [{ run, ...flow }] : []
    })
    const offs = known.map(({ run, lMin, share }) => {
      const others = known.filter((other) => other.run !== run).map((other) => other.lMin)
      const middle = others.length > 1 ? median(others) : lMin
      return { run, ratio: lMin / middle, far: Math.abs(Math.log(lMin / middle)) / Math.hypot(share, RUN_SD) }
    })
    const worst = offs.reduce((a, b) => (b.far > a.far ? b : a), {
      far: 0,
      ratio: 1,
      run: group[0] as JudgedRun,
    })
    if (worst.far < APART.ses || Math.abs(Math.log(worst.ratio)) < Math.log(APART.ratio)) return []
    return [{ run: worst.run, tap: worst.run.plan.taps[0] as Tap, shareOfOthers: worst.ratio }]
  })
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
    return `drain ${Math.round(endMm / 100)}`
  }
  return plan.kind === 'fill' && plan.taps.length === 1 && !plan.throttled ? `fill ${plan.taps[0]}` : null
}

/** Flow and its relative error from the readings; null where none is known well, or something else disturbed it. */
function flowOf({ analysis: { basis } }: JudgedRun): { lMin: number; share: number } | null {
  if (basis?.of !== 'flow' || !(basis.flowLMin > 0.3) || basis.disturbed) return null
  return { lMin: basis.flowLMin, share: basis.readingsSe / basis.flowLMin }
}
