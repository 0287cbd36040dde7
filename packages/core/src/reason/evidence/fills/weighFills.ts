import { type MachineSpec, type SiteSpec, TAPS, type Tap } from '../../../machine/machineSpec.ts'
import { standardNormal } from '../../../numeric/random.ts'
import { type Found, tryWhereItLies, uniformsOf } from '../../../numeric/whereItLies.ts'
import { LEAST_SUPPLY_KPA } from '../../../physics/supply/leastSupply.ts'
import { bucketFlowLMin } from '../../../physics/supply/supplyLine.ts'
import type { JudgedRun, Observation } from '../seen/observations.ts'
import { type FillData, fillDataOf } from './fillData.ts'
import {
  drawInlet,
  FAULT_SHARE,
  FILL_CAUSES,
  type FillCause,
  INLET_UNKNOWNS,
  type Inlet,
  sideFlow,
  throttledFlow,
  withFault,
} from './fillModel.ts'
import { type NextFillCheck, nextFillCheck, type WeighedCause } from './fillNext.ts'

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
  next: NextFillCheck | null
}

/** Height of the density of Student's t with 4 degrees of freedom at its middle. */
const T4_PEAK = 0.375
const DRAWS = 400
/** So many more are drawn where few of those explain what was measured. */
const MORE = 400
const SEED = 20_261
/** Numbers that a house with its machine, and one reading of its flow, is drawn from. */
const UNKNOWNS = INLET_UNKNOWNS + 1
/** How common each cause is before any measurement: mostly nothing is wrong with the inlet. Estimate. */
const COMMON_NONE = 3
const NAMED = 0.7
/** Relative error of a 10 L bucket, timed, with its mark; of a fill by level; of comparing two fills of one tub. Estimates. */
const SE = { bucket: 0.04, sameTub: 0.03, throttle: 0.03, gaugeKpa: 12 } as const
/** Of screens seen: how often each look comes with a clogged screen and with a clean cause elsewhere. Estimates. */
const LOOK = { dirtyWhenClogged: 0.95, dirtyOtherwise: 0.12 } as const
/** Of taps and hoses seen from outside: how often the fault is seen when it is there, and when it is not. Estimates. */
const SEEN = { tap: { with: 0.85, without: 0.03 }, hose: { with: 0.75, without: 0.04 } } as const
/** A look whose tap was not said counts with this power. */
const UNSAID_TAP = 0.5
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
  const data = fillDataOf(site, runs, observations, siphonHeld)
  const tap = tapsSlowestFirst(data)[0]
  if (!tap) return null
  const { draws, most, score } = scoresOf(machine, site, data, tap)
  const total = score.reduce((a, b) => a + b, 0)
  const probability = Object.fromEntries(
    FILL_CAUSES.map((cause, i) => [cause, (score[i] ?? Number.NaN) / total]),
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
    next: allowed.length > 1 ? nextFillCheck(draws, most, tap, data) : null,
  }
}

/** Taps whose fill gave a flow. */
function tapsSlowestFirst(data: FillData): Tap[] {
  return (Object.keys(data.fill) as Tap[]).sort((a, b) => (data.fill[a]?.ln ?? 0) - (data.fill[b]?.ln ?? 0))
}

type Scores = ReturnType<typeof freshScores>
/** The last questions and their answers: most of what is entered in a visit tells nothing of its fills. */
const answered = new Map<string, Scores>()
const REMEMBERED = 8

/** Mean likelihood of every cause on one tap's side, each times how common it is taken for, over the same houses and machines. */
function scoresOf(machine: MachineSpec, site: SiteSpec, data: FillData, tap: Tap): Scores {
  const key = JSON.stringify([machine.valve, machine.tub, machine.family, site, data, tap])
  const known = answered.get(key)
  if (known) return known
  const fresh = freshScores(machine, site, data, tap)
  answered.set(key, fresh)
  for (const oldest of answered.keys()) {
    if (answered.size <= REMEMBERED) break
    answered.delete(oldest)
  }
  return fresh
}

/** @param more - Houses drawn where what was measured lies, if few of the others explain it. */
function freshScores(
  machine: MachineSpec,
  site: SiteSpec,
  data: FillData,
  tap: Tap,
  count = DRAWS,
  more = MORE,
) {
  const drawnAt = drawerOf(machine, site, data, tap)
  const triers = FILL_CAUSES.map((cause) => trierOf(cause, tap, data))
  // Every cause is tried on the same houses and machines, so that they differ by the fault and not by luck.
  const { found, lnWeight } = tryWhereItLies(
    { dimensions: UNKNOWNS, count, more, seed: SEED, ways: FILL_CAUSES.length },
    (z) => {
      const drawn = drawnAt(z)
      return triers.map((tryOn) => tryOn(drawn))
    },
  )
  const draws = FILL_CAUSES.map((cause, k): WeighedCause => {
    const samples: WeighedCause['samples'] = []
    found.forEach((one, n) => {
      const tried = one[k]
      if (tried) samples.push({ inlet: tried.inlet, ln: tried.ln + (lnWeight[n] ?? Number.NaN) })
    })
    return { cause, samples }
  })
  const most = draws.reduce((top, { samples }) => samples.reduce((a, { ln }) => Math.max(a, ln), top), -1e6)
  const score = draws.map(
    ({ samples }) => samples.reduce((sum, s) => sum + Math.exp(s.ln - most), 0) / found.length,
  )
  return { draws, most, score }
}

/** Looks that are weighed by themselves where the whole machine is weighed. */
const LOOKS_APART: readonly string[] = [
  'screens.look',
  'tap.look',
  'fill-hose.look',
  'drain-hose.look',
  'complaint',
]

/** How likely what was measured of one tap's side is. */
export interface InletScores {
  /** ln likelihood with a sound inlet. */
  lnSound: number
  /** Likelihood with each cause on this side ÷ that with a sound inlet, how strong the cause is being averaged over. */
  against: Record<FillCause, number>
}

/**
 * How likely fills, buckets and gauges are, by tap that was timed. Looks are left out.
 * @param draws - Houses and machines tried; without it as many as a verdict needs, and the last answers are remembered.
 * @returns Empty when no fill through a single tap gave a flow.
 */
export function inletScores(
  machine: MachineSpec,
  site: SiteSpec,
  runs: readonly JudgedRun[],
  observations: readonly Observation[],
  draws?: number,
): Partial<Record<Tap, InletScores>> {
  const measured = observations.filter((look) => !LOOKS_APART.includes(look.check))
  const data = { ...fillDataOf(site, runs, measured, false), siphonOdds: 1 }
  return Object.fromEntries(
    tapsSlowestFirst(data).map((tap): [Tap, InletScores] => {
      const { score, most } = draws
        ? freshScores(machine, site, data, tap, draws, 0)
        : scoresOf(machine, site, data, tap)
      const sound = (score[FILL_CAUSES.indexOf('none')] ?? Number.NaN) / COMMON_NONE
      const against = FILL_CAUSES.map((cause, k) => [
        cause,
        cause === 'none' ? 1 : (score[k] ?? Number.NaN) / Math.max(1e-30, sound),
      ])
      return [
        tap,
        {
          lnSound: Math.log(Math.max(1e-30, sound)) + most,
          against: Object.fromEntries(against) as InletScores['against'],
        },
      ]
    }),
  )
}

/** An inlet without a fault; `offsOther` is how far what was measured on the tap that is not weighed is off. */
interface Drawn {
  inlet: Inlet
  flowLMin: number
  healthyLMin: number
  offsOther: number[]
}

/** One way house and machine may be, at a point of all that is not known of them. */
function drawerOf(
  machine: MachineSpec,
  site: SiteSpec,
  data: FillData,
  tap: Tap,
): (z: Float64Array) => Drawn {
  const other: Tap = tap === 'cold' ? 'hot' : 'cold'
  const { ln, se } = data.fill[tap] as NonNullable<FillData['fill'][Tap]>
  return (z) => {
    const uniform = uniformsOf(z)
    const inlet = drawInlet(machine, site, uniform)
    const measured = Math.exp(ln + standardNormal(uniform) * se)
    return {
      inlet,
      flowLMin: measured / (1 + inlet.tubBias),
      healthyLMin: sideFlow(inlet[tap]),
      offsOther: offsOfSide(inlet, other, false, data),
    }
  }
}

/** A cause put on an inlet, as strong as the flow asks for, and how likely all that was measured is then; null where it cannot be. */
function trierOf(
  cause: FillCause,
  tap: Tap,
  data: FillData,
): (drawn: Drawn) => (Found & { inlet: Inlet }) | null {
  const other: Tap = tap === 'cold' ? 'hot' : 'cold'
  const se = Math.max(SE.sameTub, data.fill[tap]?.se as number)
  const looks = lnLooks(cause, tap, data)
  return ({ inlet, flowLMin, healthyLMin, offsOther }) => {
    const share = flowLMin / healthyLMin
    // A house whose gauge says that its supply is too weak is not sound, however well the flow fits that pressure.
    const weak = inlet[tap].staticKpa < LEAST_SUPPLY_KPA
    if (cause === 'none' && weak) return null
    const faulty =
      cause === 'none' || cause === 'standpipe.siphon' || (cause === 'supply.low-pressure' && weak)
        ? inlet
        : withFault(inlet, cause, tap, flowLMin, share)
    if (!faulty) return null
    if (cause === 'standpipe.siphon' && (share > FAULT_SHARE.high || share < 0.02)) return null
    // Density of the measured flow: a fault leaves any share alike, a sound inlet only its own scatter.
    const density =
      faulty === inlet && cause !== 'standpipe.siphon'
        ? (T4_PEAK / se) * COMMON_NONE
        : (share / (FAULT_SHARE.high - FAULT_SHARE.low)) *
          (cause === 'standpipe.siphon' ? data.siphonOdds : 1)
    const fitted =
      cause !== 'none' && !(cause === 'supply.low-pressure' && faulty[tap].staticKpa < LEAST_SUPPLY_KPA)
    // Only a weak house changes the other side.
    const beside = faulty[other] === inlet[other] ? offsOther : offsOfSide(faulty, other, false, data)
    const offs = [...offsOfSide(faulty, tap, fitted, data), ...beside, offOfMeter(cause, faulty, tap, data)]
    const ln = offs.reduce((sum, off) => sum + lnTail(off), Math.log(density) + looks)
    return { inlet: faulty, ln, offs }
  }
}

/** ln of Student's t with 4 degrees of freedom but for its constant: one odd measurement must not rule everything out. */
function lnTail(off: number): number {
  return -2.5 * Math.log1p((off * off) / 4)
}
function lnOf(flow: number): number {
  return Math.log(Math.max(1e-3, flow))
}

/** How far what was measured on one side is off, in its own errors; its fill says nothing where the fault was made to fit it. */
function offsOfSide(m: Inlet, side: Tap, fitted: boolean, data: FillData): number[] {
  const offs: number[] = []
  const fill = data.fill[side]
  if (fill) {
    const dueLMin = () => sideFlow(m[side]) * (1 + m.tubBias)
    offs.push(fitted ? 0 : (fill.ln - lnOf(dueLMin())) / Math.max(SE.sameTub, fill.se))
  }
  const slow = data.throttled[side]
  if (slow)
    offs.push(
      (slow.ln - lnOf(throttledFlow(m, side, data) * (1 + m.tubBias))) / Math.hypot(slow.se, SE.throttle),
    )
  const bucket = data.tapBucket[side]
  if (bucket !== undefined)
    offs.push((lnOf(bucket) - lnOf(bucketFlowLMin(m[side].staticKpa, m[side].tapK))) / SE.bucket)
  const hose = data.hoseBucket[side]
  if (hose !== undefined)
    offs.push(
      (lnOf(hose) - lnOf(bucketFlowLMin(m[side].staticKpa, m[side].tapK + m[side].hoseK))) / SE.bucket,
    )
  const gauge = data.gauge[side]
  if (gauge !== undefined) offs.push((gauge - m[side].staticKpa) / SE.gaugeKpa)
  return offs
}

/** What was seen of screens, taps and hoses, each on its own side. */
function lnLooks(cause: FillCause, tap: Tap, data: FillData): number {
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

/** A meter sees all that comes in: more than stays where water leaves, as much where none does; how far it is off that, in its own errors. */
function offOfMeter(cause: FillCause, m: Inlet, tap: Tap, data: FillData): number {
  if (!data.meterRatio) return 0
  const { ln, se } = data.meterRatio
  const net = data.fill[tap]?.ln ?? 0
  const due = cause === 'standpipe.siphon' ? lnOf(sideFlow(m[tap])) - net : 0
  // A fouled meter reads low: that speaks of the meter, not of the water.
  return ln < 0 && cause !== 'standpipe.siphon' ? 0 : (ln - due) / Math.hypot(se, SE.sameTub)
}
