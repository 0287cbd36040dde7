import { expect, it } from '@jest/globals'
import { drawDrain, drawTub, healthyDraw } from '../src/machine/healthyDraws.ts'
import { familyDefaults, tapedTub } from '../src/machine/machineSpec.ts'
import { expectedRun } from '../src/measure/plan/expectedRun.ts'
import { seededRandom } from '../src/numeric/random.ts'
import { drainCurve } from '../src/physics/pump/drainTime.ts'
import { tubVolumeL } from '../src/physics/tub/tubVolume.ts'
import { KNOWN_MACHINE, KNOWN_SITE, makePlan } from './makePlan.ts'

const width = (run: ReturnType<typeof expectedRun>) => run.timeS.hi / run.timeS.lo

it('puts its middle where a closed form puts a known fill', () => {
  const run = expectedRun(makePlan('fill'))
  const tub = tapedTub(KNOWN_MACHINE)
  const litres = tubVolumeL(tub, 120) - tubVolumeL(tub, 0)
  // Rated 8 L/min at 320 kPa less what the clean line loses there.
  expect(Math.abs(run.timeS.mid / ((litres / 8) * 60) - 1)).toBeLessThan(0.02)
})
it('puts its middle where √((H₀ + h − z)/(B + K)) puts a known drain', () => {
  const run = expectedRun(makePlan('drain'))
  const b = 2.4 / (34 / 60_000) ** 2
  const area = Math.PI * 0.01 ** 2
  const k = ((0.08 * 2) / 0.02 + 3) / (2 * 9.80665 * area ** 2)
  const flow = 60_000 * Math.sqrt((2.4 + 0.06 - 0.74) / (b + k))
  expect(Math.abs(run.flowLMin.mid / flow - 1)).toBeLessThan(0.02)
})
it('is the same every time for the same seed, and other for another', () => {
  expect(expectedRun(makePlan('drain'))).toEqual(expectedRun(makePlan('drain')))
  expect(expectedRun(makePlan('drain'), { seed: 1 }).timeS.mid).not.toBe(
    expectedRun(makePlan('drain')).timeS.mid,
  )
})
it('says with the few samples of a verdict what very many say', () => {
  for (const family of ['front-load', 'top-load-belt'] as const)
    for (const assumed of [true, false])
      for (const kind of ['fill', 'drain'] as const) {
        const usual = familyDefaults(family)
        const plan = makePlan(kind, {
          machine: { ...usual, tub: { ...usual.tub, assumed } },
          endLevelMm: kind === 'fill' ? 120 : 10,
        })
        const many = expectedRun(plan, { samples: 20_000, cells: 4, seed: 5 })
        const few = expectedRun(plan, { samples: 600, cells: 4 })
        const off = Math.log(width(few)) / Math.log(width(many))
        expect([family, assumed, kind, Math.abs(off - 1) < 0.08]).toEqual([family, assumed, kind, true])
        expect(Math.abs(few.timeS.mid / many.timeS.mid - 1)).toBeLessThan(0.015)
      }
})
it('is narrower when the supply is gauged, the valve read, the standpipe measured, the pump plate read', () => {
  const wider = (a: ReturnType<typeof makePlan>, b: ReturnType<typeof makePlan>) =>
    expect(width(expectedRun(a))).toBeGreaterThan(1.004 * width(expectedRun(b)))
  const lowGauge = { ...KNOWN_SITE, supplyKpa: { cold: 180, hot: null } }
  wider(makePlan('fill', { site: { ...KNOWN_SITE, supplyKpa: { cold: null, hot: null } } }), makePlan('fill'))
  wider(
    makePlan('fill', { machine: { ...KNOWN_MACHINE, valve: { ratedLMin: null, taps: ['cold'] } } }),
    makePlan('fill', { site: lowGauge }),
  )
  wider(
    makePlan('drain', { hoseEndMm: null, site: { ...KNOWN_SITE, standpipeHeightMm: null } }),
    makePlan('drain'),
  )
  wider(
    makePlan('drain', { machine: { ...KNOWN_MACHINE, pump: { shutoffHeadM: null, freeFlowLMin: null } } }),
    makePlan('drain'),
  )
})
it('doubles its flow with both taps and slows with a higher hose end', () => {
  const both = expectedRun(makePlan('fill', { taps: ['cold', 'hot'] })).flowLMin.mid
  expect(both / expectedRun(makePlan('fill')).flowLMin.mid).toBeCloseTo(2, 1)
  expect(expectedRun(makePlan('drain', { hoseEndMm: 1400 })).timeS.mid).toBeGreaterThan(
    1.1 * expectedRun(makePlan('drain')).timeS.mid,
  )
})
it('takes longer when dry laundry drinks', () => {
  const dry = expectedRun(makePlan('fill', { laundry: 'dry', laundryKg: 4 }))
  expect(dry.timeS.mid).toBeGreaterThan(1.15 * expectedRun(makePlan('fill')).timeS.mid)
})
it('says that a hose end too high never empties', () => {
  const run = expectedRun(makePlan('drain', { hoseEndMm: 2900 }))
  expect(run.stallShare).toBeGreaterThan(0.9)
  expect(run.timeS.mid).toBe(Number.POSITIVE_INFINITY)
})
it('holds nine of ten fresh healthy machines between its edges', () => {
  const plan = makePlan('drain', { endLevelMm: 10 })
  const { machine, site } = plan
  const band = expectedRun(plan)
  const random = seededRandom(1000)
  const draw = healthyDraw(machine, site)
  const drawPump = drawDrain(machine, site, plan.hoseEndMm, 'pump')
  const levels = Float64Array.from(
    { length: 21 },
    (_, i) => plan.startLevelMm + ((10 - plan.startLevelMm) * i) / 20,
  )
  const fresh = Array.from({ length: 600 }, () => {
    const tub = drawTub(machine, random, draw)
    const { shutoffHeadM, liftM, resistanceS2M5 } = drawPump(random, draw)
    const flowAt = (mm: number) =>
      60_000 * Math.sqrt(Math.max(0, shutoffHeadM + mm / 1000 - liftM) / resistanceS2M5)
    return drainCurve(tub, levels, flowAt).timeS.at(-1) ?? Number.NaN
  })
  const inside = fresh.filter((t) => t >= band.timeS.lo && t <= band.timeS.hi).length / fresh.length
  expect(inside).toBeGreaterThan(0.85)
  expect(inside).toBeLessThan(0.95)
})
it.each([
  [makePlan('drain', { startLevelMm: 3 }), 'plan.start-above-air'],
  [makePlan('fill', { endLevelMm: 900 }), 'plan.above-tub'],
  [makePlan('fill', { startLevelMm: 130 }), 'plan.end-above-start'],
  [makePlan('fill', { taps: [] }), 'plan.no-tap'],
])('names what is impossible about a plan', (plan, message) =>
  expect(() => expectedRun(plan)).toThrow(message),
)
