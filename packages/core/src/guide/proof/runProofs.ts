import type { Tap } from '../../machine/machineSpec.ts'
import type { RunKind } from '../../measure/plan/runPlan.ts'
import type { RunBasis } from '../../measure/verdict/runAnalysis.ts'
import { CALL } from '../../measure/verdict/verdict.ts'
import type { Interval } from '../../numeric/interval.ts'
import { meanRatio } from '../../numeric/meanRatio.ts'
import { normalCdf } from '../../numeric/normal.ts'
import { epochOfRun, runOutdatedBy, type VisitAct } from '../../reason/evidence/seen/acts.ts'
import type { JudgedRun } from '../../reason/evidence/seen/observations.ts'

/** The same run before anything was done and after the last act on what it goes through. */
export interface RunProof {
  kind: RunKind
  taps: readonly Tap[]
  hoseEndMm: number | null
  /** Numbers of the runs among those given, oldest first. */
  before: readonly number[]
  after: readonly number[]
  says: ProofSays
  /** Flow after by flow before, of fills and drains; null = before, nothing came that could be told from nothing. */
  ratio: Interval | null
  /** The same for a sound machine: what the ratio should come to. */
  soundRatio: { lo: number; hi: number } | null
  /** Mean flow, or loss where the water stands, L/min. */
  beforeLMin: Interval
  afterLMin: Interval
  /** How likely the change is none of the readings' and runs' own scatter. */
  real: number
}
/**
 * cured = another flow than before, and that of a sound machine; better = another, and still not sound; same = no other, as far as that could
 * be seen; worse; open = the readings leave it open; was-sound = this run showed nothing wrong before.
 */
export type ProofSays = 'cured' | 'better' | 'same' | 'worse' | 'open' | 'was-sound'

/** Two runs of one machine in one state differ by so much, as a share: pressure, temperature, where the clock was pressed. Estimate. */
const REPEATS = 0.025
/** The same of water that stands, L/min. Estimate. */
const STANDS_LMIN = 0.01
/** Hose ends within this are at one height, mm. */
const SAME_HEIGHT_MM = 120
/** What leaves so little open either way is called the same, as a share. */
const HARDLY = 0.12

/** Every run that was made both before and after what was done, with what that shows. Acts that only opened something are none. */
export function runProofs(runs: readonly JudgedRun[], acts: readonly VisitAct[]): RunProof[] {
  const done = acts.filter(({ what }) => what !== 'opened')
  const groups: { before: number[]; after: number[] }[] = []
  runs.forEach((run, n) => {
    if (!run.analysis.basis || run.plan.throttled) return
    const own = groups.find(({ before, after }) => {
      const first = runs[before[0] ?? after[0] ?? -1]
      return first !== undefined && sameRun(first, run)
    })
    const group = own ?? { before: [], after: [] }
    if (!own) groups.push(group)
    // Between two acts a run speaks neither of the machine as it was found nor as it is now.
    if (epochOfRun(run, done) === 0) group.before.push(n)
    else if (runOutdatedBy(run, done) === null) group.after.push(n)
  })
  return groups.flatMap(({ before, after }) => {
    const pick = (which: number[]) => which.map((n) => runs[n] as JudgedRun)
    const proof = before.length > 0 && after.length > 0 ? compared(pick(before), pick(after)) : null
    const first = runs[before[0] ?? -1]
    if (!proof || !first) return []
    const { kind, taps, hoseEndMm } = first.plan
    return [{ kind, taps, hoseEndMm, before, after, ...proof }]
  })
}

function sameRun({ plan: a }: JudgedRun, { plan: b }: JudgedRun): boolean {
  const height = (a.hoseEndMm === null) === (b.hoseEndMm === null)
  return (
    a.kind === b.kind &&
    [...a.taps].sort().join() === [...b.taps].sort().join() &&
    height &&
    Math.abs((a.hoseEndMm ?? 0) - (b.hoseEndMm ?? 0)) < SAME_HEIGHT_MM
  )
}

type Compared = Omit<RunProof, 'kind' | 'taps' | 'hoseEndMm' | 'before' | 'after'>

/** @returns Null = they were not read the same way. */
function compared(before: readonly JudgedRun[], after: readonly JudgedRun[]): Compared | null {
  return comparedFlows(before, after) ?? comparedStanding(before, after)
}

interface Mean {
  mean: number
  se: number
}
/** Mean of runs of one state. What they differ by beyond their own errors is counted too (the square root of chi squared by its degrees of freedom). */
function meanOf(each: readonly Mean[]): Mean {
  const total = each.reduce((sum, { se }) => sum + 1 / se ** 2, 0)
  const mean = each.reduce((sum, one) => sum + one.mean / one.se ** 2, 0) / total
  const chi2 = each.reduce((sum, one) => sum + ((one.mean - mean) / one.se) ** 2, 0)
  const wider = each.length > 2 ? Math.max(1, Math.sqrt(chi2 / (each.length - 1))) : 1
  return { mean, se: wider / Math.sqrt(total) }
}
const interval = ({ mean, se }: Mean): Interval => ({
  value: mean,
  lo: mean - 1.96 * se,
  hi: mean + 1.96 * se,
})

type FlowBasis = Extract<RunBasis, { of: 'flow' }>
/** A flow against what a sound machine gives over the same levels: two runs over other levels can be compared then. */
interface Flow extends Mean {
  basis: FlowBasis
  soundLMin: { lo: number; mid: number; hi: number } | null
}

const flowsOf = (runs: readonly JudgedRun[]): Flow[] | null => {
  const flows = runs.flatMap(({ analysis: { basis, expected } }): Flow[] => {
    if (basis?.of !== 'flow') return []
    const se = Math.hypot(basis.readingsSe, REPEATS * Math.abs(basis.flowLMin))
    return [{ basis, soundLMin: expected?.flowLMin ?? null, mean: basis.flowLMin, se }]
  })
  return flows.length === runs.length ? flows : null
}

function comparedFlows(before: readonly JudgedRun[], after: readonly JudgedRun[]): Compared | null {
  const [was, is] = [flowsOf(before), flowsOf(after)]
  const last = is?.at(-1)
  if (!was || !is || !last) return null
  const all = [...was, ...is]
  // To the levels of the last run, where what a sound machine gives over each run's levels is known.
  const scale = last.soundLMin && all.every(({ soundLMin }) => soundLMin) ? last.soundLMin.mid : null
  const scaled = (flows: readonly Flow[]): Mean => {
    const mean = meanOf(
      flows.map(({ mean, se, soundLMin }) => {
        const by = scale === null || !soundLMin ? 1 : scale / soundLMin.mid
        return { mean: mean * by, se: se * by }
      }),
    )
    // The tub is the same in all of them, as far as they went over the same of it.
    const apart = 1 - Math.min(...flows.map(({ basis }) => overlap(basis, last.basis)))
    return { mean: mean.mean, se: Math.hypot(mean.se, apart * last.basis.geometrySe) }
  }
  const [old, now] = [scaled(was), scaled(is)]
  const soundBefore = isSound(old, was.at(-1) ?? last, last)
  const soundNow = isSound(now, last, last)
  const z = (now.mean - old.mean) / Math.hypot(now.se, old.se)
  const ratio = meanRatio(now, old)
  const sound = last.soundLMin
  return {
    says: saysOf(z, soundBefore, soundNow, ratio ? Math.max(ratio.hi - 1, 1 - ratio.lo) : 1),
    ratio,
    soundRatio: sound && old.mean > 0 && ratio ? { lo: sound.lo / old.mean, hi: sound.hi / old.mean } : null,
    beforeLMin: interval(old),
    afterLMin: interval(now),
    real: normalCdf(z),
  }
}

/** Share of the levels of both that both went over. */
function overlap(a: FlowBasis, b: FlowBasis): number {
  const span = ({ startMm, endMm }: FlowBasis) =>
    [Math.min(startMm, endMm), Math.max(startMm, endMm)] as const
  const [[a0, a1], [b0, b1]] = [span(a), span(b)]
  const both = Math.min(a1, b1) - Math.max(a0, b0)
  return Math.max(0, both) / Math.max(1, Math.max(a1, b1) - Math.min(a0, b0))
}

/** Whether a flow is that of a sound machine, by the same limit as a single run is called; null = what is expected is not known. */
function isSound({ mean, se }: Mean, { basis }: Flow, { soundLMin }: Flow): boolean | null {
  if (!soundLMin) return null
  if (!(mean > 0)) return false
  const own = Math.hypot(se, basis.geometrySe) / mean
  const band = Math.log(soundLMin.hi / Math.max(soundLMin.lo, 0.05 * soundLMin.mid)) / (2 * 1.645)
  const slowAt = Math.min(CALL.slowAtMost, Math.max(CALL.slowAtLeast, CALL.sds * Math.hypot(own, band)))
  return Math.log(soundLMin.mid / mean) <= slowAt
}

type StandingBasis = Extract<RunBasis, { of: 'standing' }>
function comparedStanding(before: readonly JudgedRun[], after: readonly JudgedRun[]): Compared | null {
  const losses = (runs: readonly JudgedRun[]) => {
    const own = runs.flatMap(({ analysis: { basis } }) => (basis?.of === 'standing' ? [basis] : []))
    return own.length === runs.length ? own : null
  }
  const [was, is] = [losses(before), losses(after)]
  if (!was || !is) return null
  const mean = (all: readonly StandingBasis[]) =>
    meanOf(all.map(({ lossLMin, se }) => ({ mean: lossLMin, se: Math.hypot(se, STANDS_LMIN) })))
  const [old, now] = [mean(was), mean(is)]
  const stands = (runs: readonly JudgedRun[]) => runs.every(({ analysis }) => analysis.verdict === 'steady')
  // Loss or gain: what counts is how much less it moves.
  const z = (Math.abs(old.mean) - Math.abs(now.mean)) / Math.hypot(now.se, old.se)
  return {
    says: saysOf(z, stands(before), stands(after), 1.96 * Math.hypot(now.se, old.se)),
    ratio: null,
    soundRatio: null,
    beforeLMin: interval(old),
    afterLMin: interval(now),
    real: normalCdf(z),
  }
}

/** @param z - Change for the better in its standard errors. @param left - How far it may still be off, as a share or L/min. */
function saysOf(z: number, soundBefore: boolean | null, soundNow: boolean | null, left: number): ProofSays {
  if (z < -1.96) return soundNow ? 'was-sound' : 'worse'
  if (soundBefore) return soundNow === false ? 'open' : 'was-sound'
  if (z > 1.96) return soundNow ? 'cured' : 'better'
  return left < HARDLY ? 'same' : 'open'
}
