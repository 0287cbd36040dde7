import { type SiteSpec, TAPS, type Tap } from '../../../machine/machineSpec.ts'
import { choiceOf, isUnknown, type JudgedRun, numbersOf, type Observation } from '../seen/observations.ts'

/** No flow by level is known better than this, as a ratio. Estimate. */
const LEAST_LEVEL_SE = 0.025
/** A siphon while filling is this likely against one fault of the inlet, before anything is known of the hose. Estimates. */
const SIPHON = { usual: 0.25, hose: 14, complaint: 12, hold: 30 } as const

/** What was measured and seen of the inlet, tap by tap; flows in L/min, `ln` their logarithms with relative errors, gauges in kPa. */
export interface FillData {
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

/** The inlet's measurements and looks, fills of one tap pooled. */
export function fillDataOf(
  site: SiteSpec,
  runs: readonly JudgedRun[],
  observations: readonly Observation[],
  siphonHeld: boolean,
): FillData {
  const hose = choiceOf(observations, 'drain-hose.look')
  const complaint = observations.some((o) => o.check === 'complaint' && o.value === 'fills-and-drains')
  const data: FillData = {
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
    if (plan.kind !== 'fill' || plan.taps.length !== 1 || !tap || !basis) continue
    if (basis.of !== 'flow' && basis.of !== 'meter') continue
    if (!(basis.flowLMin > 0.2) || isUnknown(analysis)) continue
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
