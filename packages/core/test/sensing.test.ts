import { expect, it } from '@jest/globals'
import { seededRandom, standardNormal } from '../src/numeric/random.ts'
import { domeRiseMm, indicatedByDomeMm } from '../src/physics/sensing/airDome.ts'
import { fitSensor } from '../src/physics/sensing/sensorFit.ts'
import { fitTubeLeak } from '../src/physics/sensing/tubeLeak.ts'

// Air dome, isothermal (Boyle and hydrostatics): rise x for H and L in m, both sides balanced to 1e-9.
it.each([
  [100, 200, 1.87812],
  [200, 300, 5.53235],
  [300, 500, 13.46817],
])('lets %d mm of water rise into a dome of %d mm', (levelMm, domeMm, rise) => {
  expect(Math.abs(domeRiseMm(levelMm, domeMm) / rise - 1)).toBeLessThan(1e-3)
  expect(indicatedByDomeMm(levelMm, domeMm)).toBeCloseTo(levelMm - domeRiseMm(levelMm, domeMm), 9)
})
it('refuses a dome without length', () =>
  expect(() => domeRiseMm(100, 0)).toThrow('expected a length above 0 mm, got 0'))

const random = seededRandom(5)
const noise = (sd: number) => sd * standardNormal(random)
const ramp = Array.from({ length: 20 }, (_, i) => i * 15)
const water = (t: number) => 30 + 0.6 * Math.min(t, 180)
const path = {
  tS: Array.from({ length: 286 }, (_, i) => i),
  mm: Array.from({ length: 286 }, (_, i) => water(i)),
}
const shown = (indicated: (t: number) => number) => ({
  tS: ramp,
  trueMm: ramp.map(water),
  indicatedMm: ramp.map((t) => indicated(t) + noise(0.5)),
  sigmaMm: 0.8,
  path,
})
it.each([
  ['a true sensor', (t: number) => water(t), 1, 0],
  ['a wrong gain', (t: number) => 0.8 * water(t), 0.8, 0],
  ['water in the tube', (t: number) => water(t) - 40, 1, -40],
] as const)('finds gain and offset of %s', (_what, indicated, gain, offset) => {
  const fit = fitSensor(shown(indicated))
  expect(fit?.gain.lo).toBeLessThanOrEqual(gain)
  expect(fit?.gain.hi).toBeGreaterThanOrEqual(gain)
  expect(Math.abs((fit?.gain.value as number) - gain)).toBeLessThan(0.03)
  expect(Math.abs((fit?.offsetMm.value as number) - offset)).toBeLessThan(3)
  expect(fit?.lagS?.lo).toBe(0)
})
it('finds a lag, and does not take it for an offset', () => {
  // First-order answer to a ramp that stops, in closed form.
  const tau = 60
  const lagged = (t: number) => {
    const up = Math.min(t, 180)
    const atStop = 30 + 0.6 * (up - tau * (1 - Math.exp(-up / tau)))
    return t <= 180 ? atStop : water(180) + (atStop - water(180)) * Math.exp(-(t - 180) / tau)
  }
  const fit = fitSensor(shown(lagged))
  expect(fit?.lagS?.lo).toBeGreaterThan(30)
  expect(Math.abs((fit?.lagS?.value as number) - tau)).toBeLessThan(15)
  expect(Math.abs((fit?.offsetMm.value as number) - 0)).toBeLessThan(8)
})
it('calls a frozen sensor frozen, without a lag', () => {
  const fit = fitSensor(shown(() => 30))
  expect(fit?.gain.hi).toBeLessThan(0.2)
  expect(fit?.lagS).toBeNull()
})
it('needs water that moved', () => {
  const still = { ...shown(() => 100), trueMm: ramp.map(() => 100) }
  expect(fitSensor(still)).toBeNull()
})

const minutes = Array.from({ length: 11 }, (_, i) => i * 60)
const decaying = (tau: number, sd: number) => ({
  tS: minutes,
  trueMm: minutes.map(() => 120),
  indicatedMm: minutes.map((t) => 120 * Math.exp(-t / tau) + noise(sd)),
  sigmaMm: 2,
})
it('finds the time constant of an air leak', () => {
  const tau = fitTubeLeak(decaying(420, 1))
  expect(tau?.lo).toBeLessThan(420)
  expect(tau?.hi).toBeGreaterThan(420)
  expect(Math.abs((tau?.value as number) / 420 - 1)).toBeLessThan(0.05)
})
it('sees no air leak in a display that stands', () => expect(fitTubeLeak(decaying(1e9, 1))).toBeNull())
