import type { Draw } from './draw.ts'
import { byHand, byStream, drawTrueTub, familyId, integrate, levelOn, tapedAs } from './trueTub.ts'

export const FILL_FAULTS = [
  'none',
  'supply.low-pressure',
  'tap.part-shut',
  'fill-hose.kinked',
  'inlet-screen.clogged',
  'inlet-valve.restricted',
] as const
export type FillFault = (typeof FILL_FAULTS)[number]
export type FillTests =
  | 'cold'
  | 'cold + hot'
  | '+ tap bucket'
  | '+ hose bucket'
  | '+ both buckets'
  | '+ throttled'

interface Inlet {
  kpa: number
  tap: number
  hose: number
  screen: number
  rated: number
  reg: number
}

/** Flow of a regulated valve behind losses in series, by bisection; L/min from Pa/(m³/s)² and kPa. */
function inletFlow(i: Inlet): number {
  const valve = (kpa: number) =>
    kpa >= i.reg
      ? i.rated * (1 + 0.03 * Math.log(kpa / 300))
      : i.rated * (1 + 0.03 * Math.log(i.reg / 300)) * Math.sqrt(Math.max(0, kpa) / i.reg)
  let [low, high] = [0, 60]
  for (let step = 0; step < 60; step++) {
    const q = (low + high) / 2
    const left = i.kpa - ((i.tap + i.hose + i.screen) * (q / 60_000) ** 2) / 1000
    if (valve(left) > q) low = q
    else high = q
  }
  return low
}
const bucket = (i: Inlet, k: number) => Math.sqrt((i.kpa * 1000) / k) * 60_000

/** A house and a machine with one inlet fault on its cold side that leaves 25–78 % of the flow, and the tests made on it. */
export function makeFillCase(
  fault: FillFault,
  tests: FillTests,
  draw: Draw,
  meterGain = 1,
): { file: object; trueLMin: number } {
  const family = draw.chance(0.5) ? 'front' : 'top'
  const tub = drawTrueTub(family, draw)
  const full = family === 'front' ? draw.uniform(0.1, 0.16) : draw.uniform(0.2, 0.32)
  const kpa = draw.uniform(200, 500)
  const rated = draw.uniform(6, 12)
  const side = (): Inlet => ({
    kpa: kpa * draw.normal(1, 0.03),
    tap: 2e12 * Math.max(0.4, draw.normal(1, 0.25)),
    hose: 0.75e12 * Math.max(0.4, draw.normal(1, 0.25)),
    screen: 0.18e12 * Math.max(0.4, draw.normal(1, 0.25)),
    rated: rated * draw.normal(1, 0.05),
    reg: draw.uniform(100, 150),
  })
  const cold = side()
  const hot = side()
  if (fault !== 'none') {
    const target = inletFlow(cold) * draw.uniform(0.25, 0.78)
    const key = { 'tap.part-shut': 'tap', 'fill-hose.kinked': 'hose', 'inlet-screen.clogged': 'screen' }[
      fault as string
    ]
    let [low, high] = [0, 1]
    if (fault === 'inlet-valve.restricted') cold.rated *= target / inletFlow(cold)
    else if (fault === 'supply.low-pressure') {
      for (let i = 0; i < 50; i++) {
        const share = (low + high) / 2
        if (inletFlow({ ...cold, kpa: cold.kpa * share }) > target) high = share
        else low = share
      }
      cold.kpa *= low
      hot.kpa *= low
    } else if (key) {
      const at = key as 'tap' | 'hose' | 'screen'
      ;[low, high] = [0, 12]
      for (let i = 0; i < 60; i++) {
        const power = (low + high) / 2
        if (inletFlow({ ...cold, [at]: cold[at] * 10 ** power }) > target) low = power
        else high = power
      }
      cold[at] *= 10 ** low
    }
  }
  const runs: object[] = []
  const fill = (tap: 'cold' | 'hot', inlet: Inlet, throttled: boolean) => {
    const flow = inletFlow(inlet)
    const source = draw.chance(0.5) ? 'hand' : 'stream'
    const track = integrate(
      tub,
      0.005,
      () => flow / 60_000,
      (h, t) => h >= full || t > 900,
    )
    const level = (t: number) => levelOn(track, t)
    const rows: (number | null)[][] = (
      source === 'hand'
        ? byHand(level, track.endS, draw, { everyS: track.endS > 150 ? 15 : 10 })
        : byStream(level, track.endS, draw, 2)
    ).map(([t, mm], i) => [
      t,
      mm,
      meterGain === 1 && i % 2 ? null : Math.round(flow * meterGain * draw.normal(1, 0.02) * 100) / 100,
    ])
    runs.push({
      kind: 'fill',
      taps: [tap],
      throttled,
      source,
      columns: meterGain === 1 ? ['t_s', 'level_mm'] : ['t_s', 'level_mm', 'flow_l_min'],
      rows: meterGain === 1 ? rows.map((r) => r.slice(0, 2)) : rows,
      events: [
        { t_s: 0, what: 'valve-open' },
        { t_s: track.endS, what: 'valve-closed' },
      ],
    })
    return flow
  }
  const trueLMin = fill('cold', cold, false)
  if (tests !== 'cold') fill('hot', hot, false)
  const observations: object[] = []
  const measured = (value: number) => Math.round(value * draw.normal(1, 0.025) * 10) / 10
  const both = tests === '+ both buckets' || tests === '+ throttled'
  if (both || tests === '+ tap bucket')
    observations.push({ check: 'tap.bucket', tap: 'cold', value: measured(bucket(cold, cold.tap)) })
  if (both || tests === '+ hose bucket')
    observations.push({
      check: 'hose-end.bucket',
      tap: 'cold',
      value: measured(bucket(cold, cold.tap + cold.hose)),
    })
  if (tests === '+ throttled') {
    // The tap is closed until a bucket fills 1.4 times as fast as the machine did.
    const target = Math.min(0.95 * bucket(cold, cold.tap), 1.4 * trueLMin) * draw.normal(1, 0.04)
    fill('cold', { ...cold, tap: (cold.kpa * 1000) / (target / 60_000) ** 2 }, true)
  }
  return {
    file: {
      format: 'brendik-visit/1',
      machine: {
        family: familyId(family),
        label: 'made up',
        tub: tapedAs(tub, draw),
        valve: { rated_l_min: rated, taps: ['cold', 'hot'] },
        fill_level_mm: Math.round(full * 1000),
      },
      site: { water_temp_c: 15 },
      runs,
      observations,
    },
    trueLMin,
  }
}
