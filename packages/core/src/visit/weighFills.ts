import { minutesOf, RUN_MIN } from '../checks/minutes.ts'
import { type MachineSpec, type SiteSpec, TAPS, type Tap } from '../machine/machineSpec.ts'
import { HEALTHY_SUPPLY, lossRatio, SPREAD } from '../machine/uncertainty.ts'
import { clippedNormal, type RandomSource, seededRandom, standardNormal } from '../numeric/random.ts'
import { LEAST_SUPPLY_KPA } from '../supply/leastSupply.ts'
import { bucketFlowLMin, CLEAN_SUPPLY_K, supplyFlowLMin, valveFlowLMin } from '../supply/supplyLine.ts'
import { m3PerSFromLMin } from '../units.ts'
import { choiceOf, type JudgedRun, numbersOf, type Observation } from './observations.ts'

/** Where inlet flow can be lost, in order of flow; ids of the fault catalogue. */
export const FILL_CAUSES = [
  'none',
  'supply.low-pressure',
  'tap.part-shut',
  'fill-hose.kinked',
  'inlet-screen.clogged',
  'inlet-valve.restricted',
  // Water leaves by the drain hose while it fills: what stays is less than what comes in.
  'standpipe.siphon',
] as const
export type FillCause = (typeof FILL_CAUSES)[number]

/** Measurements that can separate the causes, with their minutes. */
const FILL_CHECKS = {
  'tap-bucket': { check: 'tap.bucket', minutes: minutesOf('tap.bucket') },
  'hose-end-bucket': { check: 'hose-end.bucket', minutes: minutesOf('hose-end.bucket') },
  'other-tap': { check: 'fill', minutes: RUN_MIN.fill },
  gauge: { check: 'supply.gauge', minutes: minutesOf('supply.gauge') },
  // The tap is set by a bucket first.
  'throttled-fill': { check: 'fill', minutes: RUN_MIN.fill + minutesOf('tap.bucket') },
  'screens-look': { check: 'screens.look', minutes: minutesOf('screens.look') },
} as const
export type FillCheck = keyof typeof FILL_CHECKS

export interface FillWeighing {
  /** Tap whose side is weighed: the slowest one that was run. */
  tap: Tap
  probability: Record<FillCause, number>
  /** Causes the data still allow (at least 1/20 of the best), and those they rule out (below 1/50). */
  allowed: FillCause[]
  ruledOut: FillCause[]
  verdict: FillCause | 'screen-or-valve' | 'undecided'
  /** Grit or scale was seen on this side: it is cleaned and timed again before anything else. */
  cleanFirst: boolean
  /** The measurement that separates the rest best, per minute; null when nothing is left to separate. */
  next: { measure: FillCheck; check: string; minutes: number; gainBits: number } | null
}

/** Height of the density of Student's t with 4 degrees of freedom at its middle. */
const T4_PEAK = 0.375
const DRAWS = 400
/** How common each cause is before any measurement: mostly nothing is wrong with the inlet. Estimate. */
const COMMON_NONE = 3
const NAMED = 0.7
/** Faults leave between these shares of the healthy flow. */
const FAULT_SHARE = { low: 0.2, high: 0.85 } as const
/** Relative error of a 10 L bucket, timed, with its mark; of a fill by level; of comparing two fills of one tub. Estimates. */
const SE = { bucket: 0.04, sameTub: 0.03, throttle: 0.03, gaugeKpa: 12 } as const
const LEAST_LEVEL_SE = 0.025
/** Of screens seen: how often each look comes with a clogged screen and with a clean cause elsewhere. Estimates. */
const LOOK = { dirtyWhenClogged: 0.95, dirtyOtherwise: 0.12 } as const
/** Of taps and hoses seen from outside: how often the fault is seen when it is there, and when it is not. Estimates. */
const SEEN = { tap: { with: 0.85, without: 0.03 }, hose: { with: 0.75, without: 0.04 } } as const
/** A look whose tap was not said counts with this power. */
const UNSAID_TAP = 0.5
/** A siphon while filling is this likely against one fault of the inlet, before anything is known of the hose. Estimates. */
const SIPHON = { usual: 0.25, hose: 14, complaint: 12, hold: 30 } as const

interface Side {
  tapK: number
  hoseK: number
  screenK: number
  ratedLMin: number
  regulatingKpa: number
  staticKpa: number
}
interface Machine {
  cold: Side
  hot: Side
  /** Share by which the taped tub makes every level flow of this visit look larger. */
  tubBias: number
  throttlesByHalf: boolean
}
interface Data {
  fill: Partial<Record<Tap, { ln: number; se: number }>>
  throttled: Partial<Record<Tap, { ln: number; se: number }>>
  tapBucket: Partial<Record<Tap, number>>
  hoseBucket: Partial<Record<Tap, number>>
  gauge: Partial<Record<Tap, number>>
  /** What was seen on each tap's side; '' = it was not said which. */
  screens: Partial<Record<Tap | '', string>>
  taps: Partial<Record<Tap, string>>
  hoses: Partial<Record<Tap, string>>
  /** How a drain hose lies or what the customer says makes a siphon this many times as likely. */
  siphonOdds: number
  /** Meter's flow ÷ what stays in the tub, of the weighed side; null = no meter. */
  meterRatio: { ln: number; se: number } | null
}

/**
 * Which part of the inlet loses the flow, given fills, buckets, gauge and look: each cause is simulated over all that is not known about
 * supply, tap, hose, screen and valve, with its severity set so that the slow fill comes out as measured, and weighed by how well it then
 * predicts everything else.
 * @returns null when no fill through a single tap gave a flow.
 */
export function weighFills(
  machine: MachineSpec,
  site: SiteSpec,
  runs: readonly JudgedRun[],
  observations: readonly Observation[],
  siphonHeld = false,
): FillWeighing | null {
  const data = dataOf(site, runs, observations, siphonHeld)
  const taps = (Object.keys(data.fill) as Tap[]).sort(
    (a, b) => (data.fill[a]?.ln ?? 0) - (data.fill[b]?.ln ?? 0),
  )
  const tap = taps[0]
  if (!tap) return null
  const random = seededRandom(20_261)
  const measuredSe = data.fill[tap]?.se as number
  const drawn = Array.from({ length: DRAWS }, () => {
    const one = drawMachine(machine, site, random)
    const measured = Math.exp((data.fill[tap]?.ln as number) + standardNormal(random) * measuredSe)
    return { machine: one, flowLMin: measured / (1 + one.tubBias), healthyLMin: sideFlow(one[tap]) }
  })
  // Every cause is tried on the same houses and machines, so that they differ by the fault and not by luck.
  const draws = FILL_CAUSES.map((cause) => ({ cause, samples: samplesOf(cause, drawn, tap, data) }))
  const most = Math.max(...draws.flatMap((d) => d.samples.map((s) => s.ln)), -1e6)
  const score = draws.map(({ samples }) => samples.reduce((sum, s) => sum + Math.exp(s.ln - most), 0) / DRAWS)
  const total = score.reduce((a, b) => a + b, 0)
  const probability = Object.fromEntries(
    FILL_CAUSES.map((cause, i) => [cause, (score[i] as number) / total]),
  ) as Record<FillCause, number>
  const best = FILL_CAUSES.reduce((a, b) => (probability[b] > probability[a] ? b : a))
  const allowed = FILL_CAUSES.filter((cause) => probability[cause] >= probability[best] / 20)
  const machineSide = probability['inlet-screen.clogged'] + probability['inlet-valve.restricted']
  return {
    tap,
    probability,
    allowed,
    ruledOut: FILL_CAUSES.filter((cause) => probability[cause] < probability[best] / 50),
    verdict: probability[best] >= NAMED ? best : machineSide >= NAMED ? 'screen-or-valve' : 'undecided',
    cleanFirst: (data.screens[tap] ?? data.screens[''] ?? 'clean') !== 'clean',
    next: allowed.length > 1 ? nextCheck(draws, most, tap, data) : null,
  }
}

function samplesOf(
  cause: FillCause,
  drawn: readonly { machine: Machine; flowLMin: number; healthyLMin: number }[],
  tap: Tap,
  data: Data,
): { machine: Machine; ln: number }[] {
  const samples: { machine: Machine; ln: number }[] = []
  const se = Math.max(SE.sameTub, data.fill[tap]?.se as number)
  for (const { machine, flowLMin, healthyLMin } of drawn) {
    const share = flowLMin / healthyLMin
    // A house whose gauge says that its supply is too weak is not sound, however well the flow fits that pressure.
    const weak = machine[tap].staticKpa < LEAST_SUPPLY_KPA
    if (cause === 'none' && weak) continue
    const faulty =
      cause === 'none' || cause === 'standpipe.siphon' || (cause === 'supply.low-pressure' && weak)
        ? machine
        : withFault(machine, cause, tap, flowLMin, share)
    if (!faulty) continue
    if (cause === 'standpipe.siphon' && (share > FAULT_SHARE.high || share < 0.02)) continue
    // Density of the measured flow: a fault leaves any share alike, a sound inlet only its own scatter.
    const density =
      faulty === machine && cause !== 'standpipe.siphon'
        ? (T4_PEAK / se) * COMMON_NONE
        : (share / (FAULT_SHARE.high - FAULT_SHARE.low)) *
          (cause === 'standpipe.siphon' ? data.siphonOdds : 1)
    samples.push({ machine: faulty, ln: Math.log(density) + logLikelihood(faulty, cause, tap, data) })
  }
  return samples
}

function dataOf(
  site: SiteSpec,
  runs: readonly JudgedRun[],
  observations: readonly Observation[],
  siphonHeld: boolean,
): Data {
  const hose = choiceOf(observations, 'drain-hose.look')
  const complaint = observations.some((o) => o.check === 'complaint' && o.value === 'fills-and-drains')
  const data: Data = {
    fill: {},
    throttled: {},
    tapBucket: {},
    hoseBucket: {},
    gauge: {},
    screens: {},
    taps: {},
    hoses: {},
    siphonOdds:
      SIPHON.usual *
      (hose === 'pushed-too-deep' || hose === 'lower-than-tub' ? SIPHON.hose : hose === 'good' ? 0.3 : 1) *
      (complaint ? SIPHON.complaint : 1) *
      (siphonHeld ? SIPHON.hold : 1),
    meterRatio: null,
  }
  for (const { plan, analysis } of runs) {
    const { basis } = analysis
    const tap = plan.taps[0]
    if (plan.kind !== 'fill' || plan.taps.length !== 1 || !tap || !basis || basis.of === 'standing') continue
    if (!(basis.flowLMin > 0.2)) continue
    const se = basis.of === 'flow' ? basis.readingsSe : basis.se
    const entry = { ln: Math.log(basis.flowLMin), se: Math.max(LEAST_LEVEL_SE, se / basis.flowLMin) }
    const into = plan.throttled ? data.throttled : data.fill
    into[tap] = pooled(into[tap], entry)
    const gain = analysis.quantities.meterGain
    if (gain && !plan.throttled)
      data.meterRatio = {
        ln: Math.log(Math.max(1e-3, gain.value)),
        se: Math.max(0.03, Math.log(gain.hi / Math.max(1e-3, gain.lo)) / 3.92),
      }
  }
  const unsaid = choiceOf(
    observations.filter((o) => o.tap === undefined || o.tap === null),
    'screens.look',
  )
  if (unsaid !== null) data.screens[''] = unsaid
  for (const tap of TAPS) {
    const own = observations.filter((o) => o.tap === tap)
    const bucket = numbersOf(own, 'tap.bucket').at(-1)
    const hoseEnd = numbersOf(own, 'hose-end.bucket').at(-1)
    const gauge = numbersOf(own, 'supply.gauge').at(-1)?.value ?? site.supplyKpa[tap]
    if (bucket && bucket.value > 0) data.tapBucket[tap] = bucket.value
    if (hoseEnd && hoseEnd.value > 0) data.hoseBucket[tap] = hoseEnd.value
    if (gauge !== null && gauge !== undefined) data.gauge[tap] = gauge
    for (const [check, into] of [
      ['screens.look', data.screens],
      ['tap.look', data.taps],
      ['fill-hose.look', data.hoses],
    ] as const) {
      const seen = choiceOf(own, check)
      if (seen !== null) into[tap] = seen
    }
  }
  return data
}

/** Two fills through one tap count by their information. */
function pooled(
  a: { ln: number; se: number } | undefined,
  b: { ln: number; se: number },
): { ln: number; se: number } {
  if (!a) return b
  const [wa, wb] = [1 / a.se ** 2, 1 / b.se ** 2]
  return { ln: (wa * a.ln + wb * b.ln) / (wa + wb), se: Math.max(LEAST_LEVEL_SE, 1 / Math.sqrt(wa + wb)) }
}

function drawMachine(machine: MachineSpec, site: SiteSpec, random: RandomSource): Machine {
  const { staticKpa, ratedLMin } = HEALTHY_SUPPLY
  // Both taps hang on one house supply; the hot side comes through the heater.
  const house = clippedNormal(random, staticKpa.mid, staticKpa.sd, staticKpa.low, staticKpa.high)
  const family = clippedNormal(random, ratedLMin.mid, ratedLMin.sd, ratedLMin.low, ratedLMin.high)
  return {
    cold: drawSide('cold', house, family, machine, site, random),
    hot: drawSide('hot', house, family, machine, site, random),
    tubBias: 0.025 * standardNormal(random),
    throttlesByHalf: random() < THROTTLED_BY_HALF,
  }
}

function drawSide(
  tap: Tap,
  houseKpa: number,
  familyLMin: number,
  machine: MachineSpec,
  site: SiteSpec,
  random: RandomSource,
): Side {
  const { regulatingKpa } = HEALTHY_SUPPLY
  const gauge = site.supplyKpa[tap]
  return {
    tapK: CLEAN_SUPPLY_K.tapK * lossRatio(random),
    hoseK: CLEAN_SUPPLY_K.hoseK * lossRatio(random),
    screenK: CLEAN_SUPPLY_K.screenK * lossRatio(random),
    ratedLMin: (machine.valve.ratedLMin ?? familyLMin) * clippedNormal(random, 1, SPREAD.ratedFlow, 0.8, 1.2),
    regulatingKpa: regulatingKpa.low + (regulatingKpa.high - regulatingKpa.low) * random(),
    staticKpa:
      gauge === null
        ? houseKpa * clippedNormal(random, 1, 0.06, 0.8, 1.2)
        : clippedNormal(random, gauge, SPREAD.gaugeKpa, Math.max(5, gauge - 40), gauge + 40),
  }
}

/** The machine with one fault on one side, as strong as needed for a flow; null when the fault cannot explain that flow. */
function withFault(
  machine: Machine,
  cause: FillCause,
  tap: Tap,
  flowLMin: number,
  share: number,
): Machine | null {
  const side = machine[tap]
  if (share > FAULT_SHARE.high || share < FAULT_SHARE.low) return null
  const q2 = m3PerSFromLMin(flowLMin) ** 2
  const regulated = valveFlowLMin(side, side.regulatingKpa)
  // Pressure that the valve needs at its inlet for this flow.
  const inletKpa = side.regulatingKpa * (flowLMin / regulated) ** 2
  const series = side.tapK + side.hoseK + side.screenK
  if (cause === 'inlet-valve.restricted') {
    const unit = valveFlowLMin({ ...side, ratedLMin: 1 }, side.staticKpa - (series * q2) / 1000)
    return unit > 0 ? changed(machine, tap, { ratedLMin: flowLMin / unit }) : null
  }
  if (inletKpa > side.regulatingKpa) return null
  if (cause === 'supply.low-pressure') {
    const needed = inletKpa + (series * q2) / 1000
    const drop = needed / side.staticKpa
    return {
      ...machine,
      cold: { ...machine.cold, staticKpa: machine.cold.staticKpa * drop },
      hot: { ...machine.hot, staticKpa: machine.hot.staticKpa * drop },
    }
  }
  const extra = ((side.staticKpa - inletKpa) * 1000) / q2 - series
  if (!(extra > 0)) return null
  if (cause === 'tap.part-shut') return changed(machine, tap, { tapK: side.tapK + extra })
  if (cause === 'fill-hose.kinked') return changed(machine, tap, { hoseK: side.hoseK + extra })
  return changed(machine, tap, { screenK: side.screenK + extra })
}

function changed(machine: Machine, tap: Tap, change: Partial<Side>): Machine {
  return { ...machine, [tap]: { ...machine[tap], ...change } }
}

function sideFlow(side: Side): number {
  return supplyFlowLMin(side, side)
}

/** A throttled fill is made with the tap closed until a bucket under it fills this many times as fast as the machine. */
const THROTTLED_TO = 1.4
/** Some throttle to half of the tap's open flow instead; this share of the samples does. Estimate. */
const THROTTLED_BY_HALF = 0.25

/** The side with its tap throttled, as most do it or as some do. */
function throttled(side: Side, flowLMin: number, byHalf: boolean): Side {
  const open = bucketFlowLMin(side.staticKpa, side.tapK)
  const target = byHalf ? 0.5 * open : Math.min(0.95 * open, THROTTLED_TO * flowLMin)
  return { ...side, tapK: side.tapK * (open / target) ** 2 }
}

function throttledFlow(m: Machine, side: Tap, data: Data): number {
  const seen = data.fill[side]
  const flow = seen ? Math.exp(seen.ln) : sideFlow(m[side])
  return sideFlow(throttled(m[side], flow, m.throttlesByHalf))
}

/** ln of Student's t with 4 degrees of freedom but for its constant: one odd measurement must not rule everything out. */
function lnTail(off: number): number {
  return -2.5 * Math.log1p((off * off) / 4)
}
function lnOf(flow: number): number {
  return Math.log(Math.max(1e-3, flow))
}

function logLikelihood(m: Machine, cause: FillCause, tap: Tap, data: Data): number {
  let ln = 0
  for (const side of ['cold', 'hot'] as const) {
    const fill = data.fill[side]
    const fitted =
      side === tap &&
      cause !== 'none' &&
      !(cause === 'supply.low-pressure' && m[tap].staticKpa < LEAST_SUPPLY_KPA)
    if (fill && !fitted) {
      const due = sideFlow(m[side]) * (1 + m.tubBias)
      ln += lnTail((fill.ln - lnOf(due)) / Math.max(SE.sameTub, fill.se))
    }
    const slow = data.throttled[side]
    if (slow)
      ln += lnTail(
        (slow.ln - lnOf(throttledFlow(m, side, data) * (1 + m.tubBias))) / Math.hypot(slow.se, SE.throttle),
      )
    const bucket = data.tapBucket[side]
    if (bucket !== undefined)
      ln += lnTail((lnOf(bucket) - lnOf(bucketFlowLMin(m[side].staticKpa, m[side].tapK))) / SE.bucket)
    const hose = data.hoseBucket[side]
    if (hose !== undefined)
      ln += lnTail(
        (lnOf(hose) - lnOf(bucketFlowLMin(m[side].staticKpa, m[side].tapK + m[side].hoseK))) / SE.bucket,
      )
    const gauge = data.gauge[side]
    if (gauge !== undefined) ln += lnTail((gauge - m[side].staticKpa) / SE.gaugeKpa)
  }
  return ln + lnLooks(cause, tap, data) + lnMeter(cause, m, tap, data)
}

/** What was seen of screens, taps and hoses, each on its own side. */
function lnLooks(cause: FillCause, tap: Tap, data: Data): number {
  let ln = 0
  for (const [side, seen] of Object.entries(data.screens)) {
    const p =
      cause === 'inlet-screen.clogged' && (side === tap || side === '')
        ? LOOK.dirtyWhenClogged
        : LOOK.dirtyOtherwise
    ln += Math.log(seen === 'clean' ? 1 - p : p) * (side === '' ? UNSAID_TAP : 1)
  }
  const outside = (
    seen: string | undefined,
    bad: string,
    faulty: boolean,
    { with: yes, without: no }: { with: number; without: number },
  ) => {
    if (seen === undefined) return
    const p = faulty ? yes : no
    ln += Math.log(seen === bad ? p : 1 - p)
  }
  for (const side of TAPS) {
    outside(data.taps[side], 'part-shut', cause === 'tap.part-shut' && side === tap, SEEN.tap)
    outside(data.hoses[side], 'kinked', cause === 'fill-hose.kinked' && side === tap, SEEN.hose)
  }
  return ln
}

/** A meter sees all that comes in: more than stays where water leaves, as much where none does. */
function lnMeter(cause: FillCause, m: Machine, tap: Tap, data: Data): number {
  if (!data.meterRatio) return 0
  const { ln, se } = data.meterRatio
  const net = data.fill[tap]?.ln ?? 0
  const due = cause === 'standpipe.siphon' ? lnOf(sideFlow(m[tap])) - net : 0
  const sd = Math.hypot(se, SE.sameTub)
  // A fouled meter reads low: that speaks of the meter, not of the water.
  return ln < 0 && cause !== 'standpipe.siphon' ? 0 : lnTail((ln - due) / sd)
}

/** Information gained about the cause by each measurement not made yet, per minute (mutual information over the weighed samples). */
function nextCheck(
  draws: readonly { cause: FillCause; samples: { machine: Machine; ln: number }[] }[],
  most: number,
  tap: Tap,
  data: Data,
): FillWeighing['next'] {
  const other: Tap = tap === 'cold' ? 'hot' : 'cold'
  const predicted: Partial<Record<FillCheck, (m: Machine, cause: FillCause) => number>> = {}
  const bin = (flow: number, se: number) => Math.round(Math.log(Math.max(0.05, flow)) / (2 * se))
  if (data.tapBucket[tap] === undefined)
    predicted['tap-bucket'] = (m) => bin(bucketFlowLMin(m[tap].staticKpa, m[tap].tapK), 0.05)
  if (data.hoseBucket[tap] === undefined)
    predicted['hose-end-bucket'] = (m) =>
      bin(bucketFlowLMin(m[tap].staticKpa, m[tap].tapK + m[tap].hoseK), 0.05)
  if (data.fill[other] === undefined) predicted['other-tap'] = (m) => bin(sideFlow(m[other]), 0.06)
  if (data.gauge[tap] === undefined) predicted.gauge = (m) => Math.round(m[tap].staticKpa / 30)
  const kpa = data.gauge[tap] ?? HEALTHY_SUPPLY.staticKpa.mid
  if (data.throttled[tap] === undefined && kpa >= LEAST_THROTTLE_KPA)
    predicted['throttled-fill'] = (m) => bin(throttledFlow(m, tap, data) / sideFlow(m[tap]), 0.06)
  if (data.screens[tap] === undefined && data.screens[''] === undefined)
    predicted['screens-look'] = (_m, cause) => (cause === 'inlet-screen.clogged' ? 1 : 0)
  let best: FillWeighing['next'] = null
  for (const [measure, outcome] of Object.entries(predicted) as [
    FillCheck,
    (m: Machine, c: FillCause) => number,
  ][]) {
    const gainBits = mutualInformation(draws, most, outcome)
    const { check, minutes } = FILL_CHECKS[measure]
    if (gainBits > 0.05 && (best === null || gainBits / minutes > best.gainBits / best.minutes))
      best = { measure, check, minutes, gainBits }
  }
  return best
}
/** Below this the throttled fill tells nothing: a common supply is then too weak to leave the valve its pressure, kPa. */
const LEAST_THROTTLE_KPA = 250

function mutualInformation(
  draws: readonly { cause: FillCause; samples: { machine: Machine; ln: number }[] }[],
  most: number,
  outcome: (m: Machine, cause: FillCause) => number,
): number {
  // Weight of each outcome by cause: one column for a cause, rows made as outcomes come up.
  const rows = new Map<number, Float64Array>()
  const causes = new Float64Array(draws.length)
  let total = 0
  draws.forEach(({ cause, samples }, c) => {
    for (const { machine, ln } of samples) {
      const w = Math.exp(ln - most)
      if (w < 1e-4) continue
      const bin = outcome(machine, cause)
      let row = rows.get(bin)
      if (!row) {
        row = new Float64Array(draws.length)
        rows.set(bin, row)
      }
      row[c] = (row[c] as number) + w
      causes[c] = (causes[c] as number) + w
      total += w
    }
  })
  let information = entropyBits(causes, total)
  for (const row of rows.values()) {
    const sum = row.reduce((a, b) => a + b, 0)
    information -= (sum / total) * entropyBits(row, sum)
  }
  return information
}

/** Entropy of weights that add up to `total`, bits (Shannon 1948). */
function entropyBits(weights: Float64Array, total: number): number {
  let sum = 0
  for (const w of weights) if (w > 0) sum -= (w / total) * Math.log2(w / total)
  return sum
}
