import { expect, it } from '@jest/globals'
import * as u from '../src/units.ts'

// Values: NIST SP 811 (2008) App. B.8, from memory, recomputed from exact definitions and with UCUM.
function relative(got: number, expected: number, tolerance: number): void {
  expect(Math.abs(got / expected - 1)).toBeLessThanOrEqual(tolerance)
}

it('turns psi into kPa as lb·g/in²', () => relative(u.kpaFromPsi(1), 6.894757293168361, 1e-12))
it.each([
  [20, 137.895],
  [30, 206.843],
  [60, 413.685],
  [80, 551.581],
  [100, 689.476],
  [120, 827.371],
])('puts %d psi at %d kPa', (psi, kpa) => relative(u.kpaFromPsi(psi), kpa, 1e-5))
it('reads the plate pressures 0.05 and 0.8 MPa as 7.2519 and 116.030 psi', () => {
  relative(u.psiFromKpa(50), 7.2519, 1e-5)
  relative(u.psiFromKpa(800), 116.03, 1e-5)
})
it('holds the US gallon at 231 cubic inches, 3.785411784 L', () =>
  relative(u.litresFromUsGallons(1), 3.785411784, 1e-14))
it('makes 1 L/min 15.85032314 gal/h', () => relative(u.usGallonsFromLitres(60), 15.85032314, 1e-9))
it('uses the conventional inch of water, 249.08891 Pa', () =>
  relative(u.kpaFromInchesWater(1), 0.24908891, 1e-8))
it('keeps foot and inch exact', () => {
  expect(u.metresFromFeet(1)).toBeCloseTo(0.3048, 15)
  expect(u.mmFromInches(1)).toBeCloseTo(25.4, 12)
})
it.each([
  [140, 60],
  [60, 15.5556],
  [200, 93.3333],
  [-40, -40],
])('puts %d °F at %d °C', (f, c) => expect(u.celsiusFromFahrenheit(f)).toBeCloseTo(c, 4))
it('comes back through every pair', () => {
  const pairs: [(x: number) => number, (x: number) => number][] = [
    [u.kpaFromPsi, u.psiFromKpa],
    [u.litresFromUsGallons, u.usGallonsFromLitres],
    [u.mmFromInches, u.inchesFromMm],
    [u.metresFromFeet, u.feetFromMetres],
    [u.celsiusFromFahrenheit, u.fahrenheitFromCelsius],
    [u.m3PerSFromLMin, u.lMinFromM3PerS],
    [u.kpaFromInchesWater, u.inchesWaterFromKpa],
  ]
  for (const [there, back] of pairs) expect(back(there(12.34))).toBeCloseTo(12.34, 10)
})
