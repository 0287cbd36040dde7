import type { MachineSpec, SiteSpec } from '../machine/machineSpec.ts'
import { tapedTub } from '../machine/machineSpec.ts'
import {
  cleanPathK,
  hoseEndHeight,
  portHeight,
  pumpMiddle,
  SPREAD,
  STILL_PUMP_SHARE,
} from '../machine/uncertainty.ts'
import type { Interval } from '../runs/interval.ts'
import { tubVolumeL } from '../tub/tubVolume.ts'
import { lMinFromM3PerS, m3PerSFromLMin } from '../units.ts'
import { lessInformed } from './disagree.ts'
import { isDisturbed } from './drainTrouble.ts'
import { mixturePosterior, posterior } from './gridPosterior.ts'
import { liftShown, liftTests } from './liftTests.ts'
import { isUnknown, type JudgedRun, type Observation } from './observations.ts'

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
/** Flow at equal level still differs from the model by this share from run to run. Estimate. */
const RUN_SD = 0.01
const HEAD_STEPS = 61
const PATH_STEPS = 61
const HEAD_RANGE = [0.3, 1.35] as const
const PATH_RANGE = [0.45, 60] as const
/** Levels of one run at which its flow is taken. */
const CELLS = 6

interface Datum {
  kind: 'pump' | 'gravity'
  lnFlow: number
  /** Relative standard error of its own, and the part shared by all runs on this tub. */
  own: number
  shared: number
  /** Relative standard error from the water that this machine leaves at its first air: the same way in each of its drains. */
  air: number
  liftM: number
  /** Volumes in litres passed at levels in m. */
  cells: { litres: number; levelM: number }[]
}

/**
 * Weighs "pump weak" against "path restricted" over all drain runs, gravity runs and lift tests of a visit.
 * Model: Q = √((H₀ + h − z)/(B + K)), by gravity Q = √((h − z)/(K + K_still)); a grid over ln H₀ and ln K, with the pump's B, the still
 * pump, the tub's section and the port height marginalised as Gaussian errors shared by the runs.
 * A hypothesis is the best likelihood when its own unknown is free and the other one keeps its plate or family prior.
 * @returns null when no run gives a flow and no lift test was made.
 */
export function weighDrains(
  machine: MachineSpec,
  site: SiteSpec,
  runs: readonly JudgedRun[],
  observations: readonly Observation[],
): DrainWeighing | null {
  const { data, outliers } = withoutOutliers(runs.flatMap((run) => datumOf(machine, site, run)))
  const lifts = liftTests(machine, site, observations)
  if (data.length === 0 && lifts.length === 0) return null
  const pump = pumpMiddle(machine)
  const headSd = pump.headSdM / pump.shutoffHeadM
  const pathK = cleanPathK(machine, site)
  const b = pump.shutoffHeadM / m3PerSFromLMin(pump.freeFlowLMin) ** 2
  const bSd = machine.pump.freeFlowLMin === null ? FAMILY_B_SD : SPREAD.nameplateB
  const lnHeads = steps(HEAD_RANGE, HEAD_STEPS)
  const lnPaths = steps(PATH_RANGE, PATH_STEPS)
  const resistances = resistancesOf(lnPaths, pathK, b, {
    bSd,
    boreMm: machine.drainHose.boreMm,
    portSdM: Math.hypot(portHeight(machine, site).sdMm, SPREAD.sharedHeightMm) / 1000,
  })
  const map = lnHeads.map((u) => {
    const headM = pump.shutoffHeadM * Math.exp(u)
    let lifted = 0
    for (const lift of lifts) lifted += lift(headM)
    return likelihoodRow(data, headM, resistances).map((ln) => ln + lifted)
  })
  const support = supportOf(map, lnHeads, lnPaths, headSd)
  const withPrior = mixturePosterior(map, lnHeads, lnPaths, headSd)
  const alone = posterior(map, () => 0, lnHeads, lnPaths)
  const scaled = (interval: Interval, by: number): Interval => ({
    value: interval.value * by,
    lo: interval.lo * by,
    hi: interval.hi * by,
  })
  const told = toldOf(data, lifts.length, withPrior)
  const ends = new Set(data.filter((d) => d.kind === 'pump').map((d) => Math.round(d.liftM * 10)))
  return {
    verdict: decide(support),
    support,
    head: {
      withPrior: scaled(withPrior.head, pump.shutoffHeadM),
      alone: scaled(alone.head, pump.shutoffHeadM),
      fromPrior: shareOfPrior(withPrior.head, alone.head),
    },
    path: {
      withPrior: withPrior.path,
      alone: alone.path,
      fromPrior: shareOfPrior(withPrior.path, alone.path),
    },
    lift: liftShown(machine, site, observations),
    nominalHeadM: pump.shutoffHeadM,
    sound: {
      head: around(pump.shutoffHeadM, headSd),
      path: around(1, SPREAD.pathK),
    },
    told,
    outliers,
    used: {
      pumpRuns: data.filter((d) => d.kind === 'pump').length,
      heights: ends.size,
      gravityRuns: data.filter((d) => d.kind === 'gravity').length,
      liftTests: lifts.length,
    },
    map: {
      headM: lnHeads.map((u) => pump.shutoffHeadM * Math.exp(u)),
      pathRatio: lnPaths.map(Math.exp),
      logLikelihood: map,
    },
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
    const low = (lnHeads[i] as number) <= 0.02
    const head = lnHead[i] as number
    row.forEach((ln, j) => {
      const high = (lnPaths[j] as number) >= -0.02
      const path = lnPath[j] as number
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
  data: readonly Datum[],
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

/** Runs at one height that differ by more than this many of their own standard errors do not belong together. */
const OUTLIER_SES = 4

/**
 * All runs of one epoch count by their information. Of three or more at one height one that lies far off the others is left out and named;
 * of two that contradict each other a much less informed one is left out too, else neither is believed more than their difference allows.
 */
function withoutOutliers(all: readonly Datum[]): { data: Datum[]; outliers: number[] } {
  const groups = new Map<string, Datum[]>()
  for (const datum of all) {
    const key = `${datum.kind} ${Math.round(datum.liftM * 10)}`
    groups.set(key, [...(groups.get(key) ?? []), datum])
  }
  const outliers: number[] = []
  const data = [...groups.values()].flatMap((group) => {
    const apart = (d: Datum, others: readonly Datum[]) => {
      const weight = others.reduce((sum, o) => sum + 1 / o.own ** 2, 0)
      const mean = others.reduce((sum, o) => sum + o.lnFlow / o.own ** 2, 0) / weight
      return Math.abs(d.lnFlow - mean) / Math.hypot(d.own, 1 / Math.sqrt(weight))
    }
    if (group.length < 2) return group
    const far = group.map((d) =>
      apart(
        d,
        group.filter((o) => o !== d),
      ),
    )
    const worst = far.indexOf(Math.max(...far))
    if ((far[worst] as number) < OUTLIER_SES) return group
    if (group.length > 2) {
      outliers.push(Math.exp((group[worst] as Datum).lnFlow))
      return group.filter((_, i) => i !== worst)
    }
    const [a, b] = group as [Datum, Datum]
    const odd = lessInformed(a.own, b.own)
    if (odd !== null) {
      outliers.push(Math.exp((group[odd] as Datum).lnFlow))
      return group.filter((_, i) => i !== odd)
    }
    const half = Math.abs(a.lnFlow - b.lnFlow) / 2
    return group.map((d) => ({ ...d, own: Math.hypot(d.own, half) }))
  })
  return { data, outliers }
}

function datumOf(machine: MachineSpec, site: SiteSpec, { plan, analysis }: JudgedRun): Datum[] {
  const { basis } = analysis
  if (basis?.of !== 'flow' || !(basis.flowLMin > 0.3)) return []
  if (plan.kind !== 'drain' && plan.kind !== 'siphon') return []
  if (isDisturbed(analysis) || isUnknown(analysis)) return []
  const tub = tapedTub(machine)
  const end = hoseEndHeight(site, plan.hoseEndMm)
  const liftM = (end.mm - portHeight(machine, site).mm) / 1000
  const cells = Array.from({ length: CELLS }, (_, i) => {
    const at = (k: number) => basis.startMm + ((basis.endMm - basis.startMm) * k) / CELLS
    return { litres: tubVolumeL(tub, at(i)) - tubVolumeL(tub, at(i + 1)), levelM: at(i + 0.5) / 1000 }
  }).filter((cell) => cell.litres > 0)
  if (cells.length === 0) return []
  const { flowLMin, readingsSe, airSe } = basis.ofThisAir ?? { ...basis, airSe: 0 }
  return [
    {
      kind: plan.kind === 'siphon' ? 'gravity' : 'pump',
      lnFlow: Math.log(flowLMin),
      own: Math.hypot(
        readingsSe / flowLMin,
        RUN_SD,
        endHeightError(plan.kind, liftM, end.sdMm / 1000, cells),
      ),
      shared: basis.geometrySe / basis.flowLMin,
      air: airSe / flowLMin,
      liftM,
      cells,
    },
  ]
}

/** Relative error of the flow from the height of the hose end: half of its share of the head that drives. */
function endHeightError(
  kind: string,
  liftM: number,
  sdM: number,
  cells: readonly { levelM: number }[],
): number {
  const mid = cells[Math.floor(cells.length / 2)]?.levelM ?? 0
  const driving = kind === 'siphon' ? mid - liftM : 2.2 + mid - liftM
  return (0.5 * sdM) / Math.max(0.08, driving)
}

/** How far what the runs share is unknown: the pump's B as a ratio, the hose's bore, the height of the port. */
interface SharedErrors {
  bSd: number
  boreMm: number
  portSdM: number
}
interface Resistances extends SharedErrors {
  b: number
  still: number
  /** Each path resistance tried, s²/m⁵. */
  paths: { k: number; pump: Total; gravity: Total }[]
}
/** What the water meets in all, s²/m⁵, and its logarithm. */
interface Total {
  s2M5: number
  ln: number
}

function resistancesOf(
  lnPaths: readonly number[],
  pathK: number,
  b: number,
  errors: SharedErrors,
): Resistances {
  const still = STILL_PUMP_SHARE * pathK
  const total = (s2M5: number): Total => ({ s2M5, ln: Math.log(s2M5) })
  const paths = lnPaths.map((v) => {
    const k = pathK * Math.exp(v)
    return { k, pump: total(k + b), gravity: total(k + still) }
  })
  return { ...errors, b, still, paths }
}

/**
 * −χ²/2 of all flows at one head, for each path resistance, with the errors that the runs share: tub section, port height, the pump's B
 * and the still pump, the shape of the pump's curve and the hose's bore. The covariance's determinant is left out: it belongs to nuisances
 * that are profiled here, and would favour heads and paths at which they matter less.
 */
function likelihoodRow(data: readonly Datum[], headM: number, r: Resistances): number[] {
  const n = data.length
  const lnOff = new Float64Array(n)
  const portLoad = new Float64Array(n)
  // ln of B·spare ÷ head: less that of the resistance it is twice ln of the share of its free flow that the pump gives.
  const lnFree = new Float64Array(n)
  for (let i = 0; i < n; i++) {
    const d = data[i] as Datum
    let [litres, time, driving] = [0, 0, 0]
    for (const cell of d.cells) {
      const spare = Math.max(0.004, (d.kind === 'gravity' ? 0 : headM) + cell.levelM - d.liftM)
      litres += cell.litres
      time += cell.litres / Math.sqrt(spare)
      driving += cell.litres * spare
    }
    lnOff[i] = d.lnFlow - Math.log(lMinFromM3PerS(litres / time))
    portLoad[i] = (0.5 * r.portSdM) / Math.max(0.05, driving / litres)
    lnFree[i] = Math.log((r.b * driving) / (litres * headM))
  }
  // What does not depend on the path: own errors, tub section, port height.
  const fixed = new Float64Array(n * n)
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      const [a, b] = [data[i] as Datum, data[j] as Datum]
      fixed[i * n + j] =
        (i === j ? a.own ** 2 : 0) +
        a.shared * b.shared +
        a.air * b.air +
        (portLoad[i] as number) * (portLoad[j] as number)
    }
  const residual = new Float64Array(n)
  const covariance = new Float64Array(n * n)
  const [pumpLoad, stillLoad] = [new Float64Array(n), new Float64Array(n)]
  const [shapeLoad, boreLoad] = [new Float64Array(n), new Float64Array(n)]
  return r.paths.map((path) => {
    for (let i = 0; i < n; i++) {
      const gravity = (data[i] as Datum).kind === 'gravity'
      const { s2M5, ln } = gravity ? path.gravity : path.pump
      residual[i] = (lnOff[i] as number) + 0.5 * ln
      boreLoad[i] = (-0.5 * SPREAD.boreMm * 5 * path.k) / (r.boreMm * s2M5)
      if (gravity) stillLoad[i] = (-0.5 * SPREAD.stillPump * r.still) / s2M5
      else {
        pumpLoad[i] = (-0.5 * r.bSd * r.b) / s2M5
        // H₀·xⁿ instead of H₀·x², x = flow ÷ free flow: d ln Q/dn at n = 2, by the implicit function.
        const lnX = Math.min(0, 0.5 * ((lnFree[i] as number) - ln))
        shapeLoad[i] = (-SPREAD.curveExponent * r.b * lnX) / (2 * s2M5)
      }
    }
    for (let i = 0; i < n; i++)
      for (let j = 0; j <= i; j++)
        covariance[i * n + j] =
          (fixed[i * n + j] as number) +
          (pumpLoad[i] as number) * (pumpLoad[j] as number) +
          (stillLoad[i] as number) * (stillLoad[j] as number) +
          (shapeLoad[i] as number) * (shapeLoad[j] as number) +
          (boreLoad[i] as number) * (boreLoad[j] as number)
    return gaussianLn(covariance, residual, n)
  })
}

/** −χ²/2 of correlated errors, by Cholesky in place; the lower triangle of `covariance` is used and overwritten, so is `residual`. */
function gaussianLn(covariance: Float64Array, residual: Float64Array, n: number): number {
  let ln = 0
  for (let i = 0; i < n; i++) {
    let y = residual[i] as number
    for (let j = 0; j < i; j++) {
      let sum = covariance[i * n + j] as number
      for (let k = 0; k < j; k++) sum -= (covariance[i * n + k] as number) * (covariance[j * n + k] as number)
      covariance[i * n + j] = sum / (covariance[j * n + j] as number)
      y -= (covariance[i * n + j] as number) * (residual[j] as number)
    }
    let pivot = covariance[i * n + i] as number
    for (let k = 0; k < i; k++) pivot -= (covariance[i * n + k] as number) ** 2
    covariance[i * n + i] = Math.sqrt(Math.max(1e-12, pivot))
    residual[i] = y / (covariance[i * n + i] as number)
    ln -= 0.5 * (residual[i] as number) ** 2
  }
  return ln
}

function steps([low, high]: readonly [number, number], count: number): number[] {
  return Array.from({ length: count }, (_, i) => Math.log(low) + (Math.log(high / low) * i) / (count - 1))
}

/** How much of the precision came from plate or family: 1 − (width with prior ÷ width alone)². */
function shareOfPrior(withPrior: Interval, alone: Interval): number {
  const width = (i: Interval) => Math.log(i.hi / i.lo)
  return Math.max(0, 1 - (width(withPrior) / width(alone)) ** 2)
}
