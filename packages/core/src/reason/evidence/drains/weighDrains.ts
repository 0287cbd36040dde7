import type { MachineSpec, SiteSpec } from '../../../machine/machineSpec.ts'
import { cleanPathK, portHeight, pumpB, pumpMiddle, SPREAD } from '../../../machine/uncertainty.ts'
import type { Interval } from '../../../numeric/interval.ts'
import type { JudgedRun, Observation } from '../seen/observations.ts'
import { type DrainDatum, drainDataOf } from './drainData.ts'
import { likelihoodRow, resistancesOf } from './drainModel.ts'
import { mixturePosterior, posterior } from './gridPosterior.ts'
import { liftShown, liftTests } from './liftTests.ts'

/** What the drain runs and the lift test say together about pump and path. */
export interface DrainWeighing {
  verdict: 'nominal' | 'pump-weak' | 'path-restricted' | 'both' | 'undecided'
  /** Support for each hypothesis, ln likelihood above that of a sound pump on a clean path. */
  support: { pumpWeak: number; pathRestricted: number; both: number }
  /** Shut-off head, m, and resistance of the path ÷ that of a clean one: with plate or family, and from the measurements alone. */
  head: { withPrior: Interval; alone: Interval; fromPrior: number }
  path: { withPrior: Interval; alone: Interval; fromPrior: number }
  /** Head the lift test showed, m; a bound when the stream never stopped within reach. */
  lift: { headM: number; atLeast: boolean } | null
  /** Shut-off head of the plate or family, m. */
  nominalHeadM: number
  /** Where 95 % of sound machines lie: head in m, path against a clean one. */
  sound: { head: { lo: number; hi: number }; path: { lo: number; hi: number } }
  /** Whether today's measurements say enough about each to give it a figure. */
  told: { head: boolean; path: boolean }
  /** Flows that do not fit the others at the same height, L/min: left out. */
  outliers: number[]
  /** Pump runs at different heights, gravity runs, lift tests that went in. */
  used: { pumpRuns: number; heights: number; gravityRuns: number; liftTests: number }
  /** Log-likelihood over ln(H₀/nominal) × ln(K/clean), for drawing; rows = head. */
  map: { headM: number[]; pathRatio: number[]; logLikelihood: number[][] }
}

/** Two hypotheses are told apart from this ratio of likelihoods on: e³. */
export const DECIDE_LN = 3
/** A family's pump: relative spread of B = H₀/Q_free². Estimate. */
const FAMILY_B_SD = 0.25
const HEAD_STEPS = 61
const PATH_STEPS = 61
const HEAD_RANGE = [0.3, 1.35] as const
const PATH_RANGE = [0.45, 60] as const

/** What was measured of a machine's drains, over head and path: all that foretelling needs. */
export type DrainMap = Pick<DrainWeighing, 'map' | 'sound' | 'nominalHeadM' | 'outliers'> & {
  data: readonly DrainDatum[]
  lifts: number
  lnHeads: readonly number[]
  lnPaths: readonly number[]
  headSd: number
}

/**
 * Likelihood of all drain runs, gravity runs and lift tests of a visit over head and path.
 * Model: Q = √((H₀ + h − z)/(B + K)), by gravity Q = √((h − z)/(K + K_still)); a grid over ln H₀ and ln K, with the pump's B, the still
 * pump, the tub's section, the port height, the water left at the first air, the shape of the pump's curve and the hose's bore marginalised as
 * Gaussian errors shared by the runs.
 * @returns null when no run gives a flow and no lift test was made.
 */
export function mapDrains(
  machine: MachineSpec,
  site: SiteSpec,
  runs: readonly JudgedRun[],
  observations: readonly Observation[],
): DrainMap | null {
  const { data, outliers } = drainDataOf(machine, site, runs)
  const lifts = liftTests(machine, site, observations)
  if (data.length === 0 && lifts.length === 0) return null
  const pump = pumpMiddle(machine)
  const headSd = pump.headSdM / pump.shutoffHeadM
  const pathK = cleanPathK(machine, site)
  const b = pumpB(pump.shutoffHeadM, pump.freeFlowLMin)
  const bSd = machine.pump.freeFlowLMin === null ? FAMILY_B_SD : SPREAD.nameplateB
  const lnHeads = steps(HEAD_RANGE, HEAD_STEPS)
  const lnPaths = steps(PATH_RANGE, PATH_STEPS)
  const resistances = resistancesOf(lnPaths, pathK, b, {
    bSd,
    boreMm: machine.drainHose.boreMm,
    portSdM: Math.hypot(portHeight(machine, site).sdMm, SPREAD.sharedHeightMm) / 1000,
  })
  const headM = lnHeads.map((u) => pump.shutoffHeadM * Math.exp(u))
  const logLikelihood = headM.map((m) => {
    let lifted = 0
    for (const lift of lifts) lifted += lift(m)
    return likelihoodRow(data, m, resistances).map((ln) => ln + lifted)
  })
  return {
    map: { headM, pathRatio: lnPaths.map(Math.exp), logLikelihood },
    sound: { head: around(pump.shutoffHeadM, headSd), path: around(1, SPREAD.pathK) },
    nominalHeadM: pump.shutoffHeadM,
    outliers,
    data,
    lifts: lifts.length,
    lnHeads,
    lnPaths,
    headSd,
  }
}

/**
 * Weighs "pump weak" against "path restricted" over all drain runs, gravity runs and lift tests of a visit.
 * A hypothesis is the best likelihood when its own unknown is free and the other one keeps its plate or family prior.
 * @returns null when no run gives a flow and no lift test was made.
 */
export function weighDrains(
  machine: MachineSpec,
  site: SiteSpec,
  runs: readonly JudgedRun[],
  observations: readonly Observation[],
): DrainWeighing | null {
  const drains = mapDrains(machine, site, runs, observations)
  if (!drains) return null
  const { data, lifts, lnHeads, lnPaths, headSd, nominalHeadM, sound, outliers } = drains
  const map = drains.map.logLikelihood
  const support = supportOf(map, lnHeads, lnPaths, headSd)
  const withPrior = mixturePosterior(map, lnHeads, lnPaths, headSd)
  const alone = posterior(map, () => 0, lnHeads, lnPaths)
  const scaled = (interval: Interval, by: number): Interval => ({
    value: interval.value * by,
    lo: interval.lo * by,
    hi: interval.hi * by,
  })
  const told = toldOf(data, lifts, withPrior)
  const ends = new Set(data.filter((d) => d.kind === 'pump').map((d) => Math.round(d.liftM * 10)))
  return {
    verdict: decide(support),
    support,
    head: {
      withPrior: scaled(withPrior.head, nominalHeadM),
      alone: scaled(alone.head, nominalHeadM),
      fromPrior: shareOfPrior(withPrior.head, alone.head),
    },
    path: {
      withPrior: withPrior.path,
      alone: alone.path,
      fromPrior: shareOfPrior(withPrior.path, alone.path),
    },
    lift: liftShown(machine, site, observations),
    nominalHeadM,
    sound,
    told,
    outliers,
    used: {
      pumpRuns: data.filter((d) => d.kind === 'pump').length,
      heights: ends.size,
      gravityRuns: data.filter((d) => d.kind === 'gravity').length,
      liftTests: lifts,
    },
    map: drains.map,
  }
}

/** Best ln likelihood of each hypothesis above that of a sound pump on a clean path: its own unknown is free, the other keeps its prior. */
function supportOf(
  map: readonly number[][],
  lnHeads: readonly number[],
  lnPaths: readonly number[],
  headSd: number,
): DrainWeighing['support'] {
  const lnHead = lnHeads.map((u) => -0.5 * (u / headSd) ** 2)
  const lnPath = lnPaths.map((v) => -0.5 * (v / SPREAD.pathK) ** 2)
  const never = Number.NEGATIVE_INFINITY
  let [nominal, pumpWeak, pathRestricted, both] = [never, never, never, never]
  map.forEach((row, i) => {
    const low = (lnHeads[i] ?? Number.NaN) <= 0.02
    const head = lnHead[i] ?? Number.NaN
    row.forEach((ln, j) => {
      const high = (lnPaths[j] ?? Number.NaN) >= -0.02
      const path = lnPath[j] ?? Number.NaN
      if (ln + head + path > nominal) nominal = ln + head + path
      if (low && ln + path > pumpWeak) pumpWeak = ln + path
      if (high && ln + head > pathRestricted) pathRestricted = ln + head
      if (low && high && ln > both) both = ln
    })
  })
  return { pumpWeak: pumpWeak - nominal, pathRestricted: pathRestricted - nominal, both: both - nominal }
}

/** 95 % of a quantity whose logarithm has a standard deviation. */
function around(middle: number, sd: number): { lo: number; hi: number } {
  return { lo: middle * Math.exp(-1.96 * sd), hi: middle * Math.exp(1.96 * sd) }
}

/** A head or path whose interval is wider than this ratio is not worth giving. */
const WORTH = { head: 1.6, path: 3.2 } as const

/** One drain at one height tells neither; a second height, a gravity run or a lift test does. */
function toldOf(
  data: readonly DrainDatum[],
  lifts: number,
  { head, path }: { head: Interval; path: Interval },
): DrainWeighing['told'] {
  const heights = new Set(data.map((d) => `${d.kind} ${Math.round(d.liftM * 10)}`)).size
  const more = heights > 1 || lifts > 0
  return {
    head: more && head.hi / head.lo <= WORTH.head,
    path: more && data.length > 0 && path.hi / path.lo <= WORTH.path,
  }
}

/** The better-supported hypothesis, when it beats the sound machine and the other hypothesis beyond doubt. */
function decide(support: DrainWeighing['support']): DrainWeighing['verdict'] {
  const { pumpWeak, pathRestricted, both } = support
  const better = Math.max(pumpWeak, pathRestricted)
  if (both - better > DECIDE_LN && both > DECIDE_LN) return 'both'
  if (better < DECIDE_LN) return 'nominal'
  if (Math.abs(pumpWeak - pathRestricted) < DECIDE_LN) return 'undecided'
  return pumpWeak > pathRestricted ? 'pump-weak' : 'path-restricted'
}

function steps([low, high]: readonly [number, number], count: number): number[] {
  return Array.from({ length: count }, (_, i) => Math.log(low) + (Math.log(high / low) * i) / (count - 1))
}

/** How much of the precision came from plate or family: 1 − (width with prior ÷ width alone)². */
function shareOfPrior(withPrior: Interval, alone: Interval): number {
  const width = (i: Interval) => Math.log(i.hi / i.lo)
  return Math.max(0, 1 - (width(withPrior) / width(alone)) ** 2)
}
