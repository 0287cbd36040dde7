import { expect, it } from '@jest/globals'
import { Solver } from 'odex'
import { tapedTub } from '../src/machine/machineSpec.ts'
import { seededRandom, standardNormal } from '../src/numeric/random.ts'
import { DROP_ML, flowFromDropsLH, litresPerDayFromDrops, rateOfDrops } from '../src/physics/leak/drops.ts'
import { gAt, leakCurve, levelAtG } from '../src/physics/leak/leakCurve.ts'
import { LEAK_LAWS, orificeFlowLMin } from '../src/physics/leak/leakLaw.ts'
import { profileLeak } from '../src/physics/leak/leakProfile.ts'
import { tubAreaLPerMm } from '../src/physics/tub/tubVolume.ts'
import { heightFromCatches, heightFromStopLevel } from '../src/reason/evidence/holds/leakHeights.ts'
import { KNOWN_MACHINE } from './makePlan.ts'

const drum = tapedTub(KNOWN_MACHINE)
/** D 0.5 m, straight walls, nothing in it. */
const CYLINDER = {
  ...drum,
  shape: 'vertical',
  diameterMm: 500,
  depthMm: 600,
  floorMm: 0,
  sumpL: 0.001,
  displacedRatio: 0,
  draftDeg: 0,
} as const

// Torricelli: jet of 20 mm under 0.4 m with C_d 0.61, closed form.
it('has Torricelli’s flow', () => {
  expect(orificeFlowLMin(20, 400)).toBeCloseTo(
    0.61 * Math.PI * 0.01 ** 2 * Math.sqrt(2 * 9.80665 * 0.4) * 60_000,
    9,
  )
  expect(orificeFlowLMin(20, -5)).toBe(0)
})
// Draining tank D 0.5 m, d 20 mm, C_d 0.61, 0.4 m: 292.6408 s to empty, and levels on the way (closed form, two ODE solvers).
it('empties a cylinder in the time of the closed form', () => {
  const curve = leakCurve(CYLINDER, 'orifice', 0, 400)
  const k = orificeFlowLMin(20, 1) / 60
  const at = (tS: number) => levelAtG(curve, gAt(curve, 400) - k * tS)
  expect(gAt(curve, 400) / k).toBeCloseTo(292.6408, 1)
  for (const [t, mm] of [
    [30, 322.1918995],
    [60, 252.7912204],
    [120, 139.2121268],
    [150, 95.0337122],
  ] as const)
    expect(Math.abs(at(t) - mm)).toBeLessThan(0.15)
})
it.each(LEAK_LAWS)('follows a published ODE solver down a drum with a leak of law %s', (law) => {
  const z0 = 45
  const n = law === 'orifice' ? 0.5 : 1
  const k = 0.9 / 60 / (120 - z0) ** n
  const solver = new Solver(1)
  solver.absoluteTolerance = 1e-9
  solver.relativeTolerance = 1e-9
  const curve = leakCurve(drum, law, z0, 120)
  for (const tS of [60, 300, 600]) {
    const { y } = solver.solve(
      (_t, [h]) => [(-k * Math.max(0, (h as number) - z0) ** n) / tubAreaLPerMm(drum, h as number)],
      0,
      [120],
      tS,
    )
    expect(Math.abs(levelAtG(curve, gAt(curve, 120) - k * tS) - (y[0] as number))).toBeLessThan(0.1)
  }
})

function heldLevels(
  law: (typeof LEAK_LAWS)[number],
  z0: number,
  flowLMin: number,
  minutes: number,
  noiseMm: number,
) {
  const curve = leakCurve(drum, law, z0, 120)
  const n = law === 'orifice' ? 0.5 : 1
  const k = flowLMin / 60 / (120 - z0) ** n
  const random = seededRandom(17)
  const tS = Array.from({ length: minutes + 1 }, (_, i) => i * 60)
  const mm = tS.map((t) => levelAtG(curve, gAt(curve, 120) - k * t) + noiseMm * standardNormal(random))
  return { tS, mm, weight: tS.map(() => 1), sigmaMm: noiseMm, degreesOfFreedom: tS.length }
}
it.each(LEAK_LAWS)(
  'finds the height of a leak (%s) whose level came near it, and its flow at the start',
  (law) => {
    const profile = profileLeak(drum, heldLevels(law, 60, 0.8, 40, 0.5), -160)
    expect(profile?.union.lo).toBeLessThan(60.5)
    expect(profile?.union.hi).toBeGreaterThan(59.5)
    expect((profile?.union.hi as number) - (profile?.union.lo as number)).toBeLessThan(15)
    expect(Math.abs((profile?.leakLH.value as number) / 48 - 1)).toBeLessThan(0.06)
  },
)
it('does not pretend to know the height before the level has come near it', () => {
  const profile = profileLeak(drum, heldLevels('orifice', -40, 0.3, 10, 2), -160)
  const width = (profile?.union.hi as number) - (profile?.union.lo as number)
  expect(profile?.union.openBelow || width > 100).toBe(true)
})
it('has nothing to say about a level that rises', () => {
  const rising = { ...heldLevels('orifice', 60, 0.1, 10, 0.01) }
  rising.mm = rising.mm.toReversed()
  expect(profileLeak(drum, rising, -160)).toBeNull()
})

const caught = (law: 'orifice' | 'seepage', z0: number) =>
  [280, 240, 200, 160].map((levelMm) => ({
    levelMm,
    flowLH: 40 * ((levelMm - z0) / (280 - z0)) ** (law === 'orifice' ? 0.5 : 1),
  }))
it.each(['orifice', 'seepage'] as const)('meets zero at the height of the leak by catches (%s)', (law) => {
  const height = heightFromCatches(caught(law, 120))
  const own = height?.laws.find((l) => l.law === law)
  expect(own?.mm).toBeCloseTo(120, 3)
  expect(height?.lo).toBeLessThan(120)
  expect(height?.hi).toBeGreaterThan(120)
})
it('keeps the leak above the highest level that stayed dry and below the lowest that leaked', () => {
  const height = heightFromCatches([...caught('seepage', 120), { levelMm: 112, flowLH: 0 }])
  expect(height?.lo).toBeGreaterThanOrEqual(110)
  expect(height?.hi).toBeLessThanOrEqual(162)
})
it('asks for a third leaking level', () =>
  expect(heightFromCatches(caught('orifice', 120).slice(0, 2))).toBeNull())
it('puts the leak at the stop level or a little below, since a drop hangs on', () => {
  const height = heightFromStopLevel(150)
  expect(height.value).toBeLessThan(150)
  expect(height.lo).toBeLessThan(138)
  expect(height.hi).toBeGreaterThan(150)
})

// One drop a second of 0.05 mL is 4.32 L a day (arithmetic; Ph. Eur. 2.1.1 for the drop, from memory).
it('turns drips into a range of litres a day', () => {
  const day = litresPerDayFromDrops(60)
  expect(day.lo).toBeCloseTo(4.32, 9)
  expect(day.hi).toBeCloseTo(5 * 4.32, 9)
  expect(() => litresPerDayFromDrops(4000)).toThrow('expected 0..400 a minute, got 4000')
})
// Garwood's limits of a count are half of chi-square's: χ²(.025; 10) = 3.2469728 for 5 events, χ²(.975; 10) = 20.4831774 for 4 (R, scipy).
it('takes the limits of a Poisson count', () => {
  const hourly = (ml: number) => (3600 * ml) / 1000
  expect(flowFromDropsLH(5, 1).lo / hourly(DROP_ML.lo)).toBeCloseTo(3.2469728 / 2, 1)
  expect(flowFromDropsLH(4, 1).hi / hourly(DROP_ML.hi)).toBeCloseTo(20.4831774 / 2, 1)
})
it('a drip pressed drop by drop: its rate is covered, and surer than by the count alone', () => {
  const random = seededRandom(11)
  let covered = 0
  let narrower = 0
  for (let n = 0; n < 400; n++) {
    const gapS = 0.5 + 3 * random()
    let t = 0
    const atS = Array.from({ length: 12 }, () => {
      t += gapS * (1 + 0.15 * standardNormal(random))
      return t + 0.12 * standardNormal(random)
    })
    const rate = rateOfDrops(atS)
    if (!rate) throw new Error('expected a rate')
    covered += Number(rate.perMinute.lo <= 60 / gapS && 60 / gapS <= rate.perMinute.hi)
    const bare = flowFromDropsLH(11, (atS[11] as number) - (atS[0] as number))
    narrower += Number(rate.flowLH.hi / rate.flowLH.lo < bare.hi / bare.lo)
    expect(rate.flowLH.value).toBeCloseTo((rate.perMinute.value * 60 * DROP_ML.mid) / 1000, 9)
  }
  expect(covered / 400).toBeGreaterThan(0.92)
  expect(narrower).toBe(400)
})
it('gives no rate of fewer than four drops, nor of presses all at once', () => {
  expect(rateOfDrops([0, 1, 2])).toBeNull()
  expect(rateOfDrops([5, 5, 5, 5])).toBeNull()
})
it('is less sure of few drops than of many', () => {
  const [few, many] = [flowFromDropsLH(4, 20), flowFromDropsLH(100, 500)]
  expect(few.value).toBeCloseTo(many.value, 9)
  expect(few.hi / few.lo).toBeGreaterThan(2 * (many.hi / many.lo))
})
