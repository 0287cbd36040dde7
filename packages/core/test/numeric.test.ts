import { readFileSync } from 'node:fs'
import { expect, it } from '@jest/globals'
import { findRoot } from '../src/numeric/findRoot.ts'
import { median, quantileOfSorted } from '../src/numeric/quantile.ts'
import { clippedNormal, normalQuantile, seededRandom, standardNormal } from '../src/numeric/random.ts'
import { robustLine, theilSenSlope } from '../src/numeric/robustLine.ts'
import { studentT975 } from '../src/numeric/studentT.ts'

const { norris } = JSON.parse(readFileSync(new URL('./fixtures/norris.json', import.meta.url), 'utf8')) as {
  norris: [number, number][]
}
const ones = (n: number) => new Float64Array(n).fill(1)
const loose = { scale: 1, worth: 0 }

// Student's t tables as computed by three general statistics packages.
it.each([
  [1, 12.7062047],
  [2, 4.3026527],
  [3, 3.1824463],
  [5, 2.5705818],
  [10, 2.2281389],
  [29, 2.0452296],
  [120, 1.9799304],
])('has t(0.975) of %d degrees of freedom', (df, t) => expect(studentT975(df)).toBeCloseTo(t, 6))
it('has no t without a degree of freedom', () =>
  expect(() => studentT975(0)).toThrow('expected at least 1 degree of freedom, got 0'))
it('takes quantiles between order statistics (type 7)', () => {
  expect(quantileOfSorted([1, 2, 3, 4], 0.5)).toBe(2.5)
  expect(quantileOfSorted([1, 2, 3, 4], 0.25)).toBe(1.75)
  expect(median([9, 1, 5])).toBe(5)
  expect(() => median([])).toThrow('quantile of no values')
})
it('says when a bracket holds no root instead of returning an end', () =>
  expect(findRoot((x) => x * x + 1, -1, 1, 1e-9)).toEqual({ outcome: 'noSignChange', atLow: 2, atHigh: 2 }))
it('finds a root where the function is nearly flat', () => {
  const root = findRoot((x) => x ** 9 - 1e-4, 0, 3, 1e-12)
  expect(root.outcome).toBe('found')
  if (root.outcome === 'found') expect(root.x).toBeCloseTo(1e-4 ** (1 / 9), 9)
})

// Theil–Sen: values of a general statistics package.
it('has the slope of Theil and Sen with one wild point among ten', () => {
  const x = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10]
  expect(theilSenSlope(x, [2.1, 3.9, 6.2, 7.8, 10.1, 12.2, 13.8, 30, 18.1, 19.9])).toBeCloseTo(2.0, 10)
  expect(theilSenSlope([0, 1, 2, 4], [0, 1, 2.5, 5])).toBeCloseTo(1.25, 12)
})
// Norris (NIST StRD), certified: B0 −0.262323073774029, B1 1.00211681802045 (sd 4.298e-4). The fixture lists y before x.
it('comes out at the certified line of Norris, which has no outliers', () => {
  const [y, x] = [norris.map((row) => row[0]), norris.map((row) => row[1])]
  expect(theilSenSlope(x, y)).toBeCloseTo(1.0021968366, 6)
  const fit = robustLine(x, y, ones(36), loose)
  expect(fit.outcome).toBe('fitted')
  if (fit.outcome !== 'fitted') return
  expect(Math.abs(fit.slope - 1.00211681802045)).toBeLessThan(4.298e-4)
  expect(Math.abs(fit.slopeSe / 4.298e-4 - 1)).toBeLessThan(0.2)
  expect(Math.abs(fit.intercept + 0.262323)).toBeLessThan(0.2328)
})
// Three general statistics packages.
it.each([
  [0.9, 1.2815516],
  [0.95, 1.6448536],
  [0.975, 1.959964],
  [0.995, 2.5758293],
  [1e-8, -5.6120012],
])('has the normal quantile of %d', (p, z) => expect(normalQuantile(p)).toBeCloseTo(z, 6))
it('keeps its line and an honest error bar when a tenth of the points are wild', () => {
  const random = seededRandom(3)
  let covered = 0
  for (let k = 0; k < 400; k++) {
    const x = Array.from({ length: 20 }, (_, i) => i)
    const y = x.map((v) => 3 + 2 * v + standardNormal(random) + (random() < 0.1 ? 30 * (random() - 0.5) : 0))
    const fit = robustLine(x, y, ones(20), { scale: 1, worth: 6 })
    if (fit.outcome === 'fitted' && Math.abs(fit.slope - 2) < studentT975(fit.degreesOfFreedom) * fit.slopeSe)
      covered++
  }
  expect(covered / 400).toBeGreaterThan(0.92)
  expect(covered / 400).toBeLessThan(0.985)
})
it('asks for a third point', () =>
  expect(robustLine([1, 2], [1, 2], ones(2), loose)).toEqual({ outcome: 'tooFewPoints', needed: 3, got: 2 }))
it('draws the same numbers from the same seed, and normal ones', () => {
  const [a, b] = [seededRandom(42), seededRandom(42)]
  const draws = Array.from({ length: 20_000 }, () => standardNormal(a))
  expect(Array.from({ length: 20_000 }, () => standardNormal(b))).toEqual(draws)
  const mean = draws.reduce((s, v) => s + v, 0) / draws.length
  expect(Math.abs(mean)).toBeLessThan(0.03)
  expect(Math.abs(draws.reduce((s, v) => s + v * v, 0) / draws.length - 1)).toBeLessThan(0.04)
  expect(clippedNormal(a, 5, 100, 4.9, 5.1)).toBeGreaterThanOrEqual(4.9)
})
