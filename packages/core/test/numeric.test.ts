import { readFileSync } from 'node:fs'
import { expect, it } from '@jest/globals'
import { chiSquareQuantile } from '../src/measure/estimate/evenness.ts'
import { evenDraws } from '../src/numeric/evenDraws.ts'
import { findRoot } from '../src/numeric/findRoot.ts'
import { linearLeastSquares, nonlinearLeastSquares } from '../src/numeric/leastSquares.ts'
import { median, quantileOfSorted } from '../src/numeric/quantile.ts'
import { clippedNormal, normalQuantile, seededRandom, standardNormal } from '../src/numeric/random.ts'
import { robustLine, theilSenSlope } from '../src/numeric/robustLine.ts'
import { studentT975 } from '../src/numeric/studentT.ts'

/** Data sets of NIST's Statistical Reference Datasets, values as text. */
const strd = JSON.parse(readFileSync(new URL('./fixtures/strd.json', import.meta.url), 'utf8')) as Record<
  string,
  (string | number)[][] & (string | number)[]
>
/** A data set of pairs, however its rows were folded. */
function pairs(name: string): [number, number][] {
  const flat = (strd[name] as (string | number)[][]).flat().map(Number)
  return Array.from({ length: flat.length / 2 }, (_, i) => [flat[2 * i] as number, flat[2 * i + 1] as number])
}
const norris = pairs('norris')
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
  const random = seededRandom(7)
  for (let n = 1; n < 200; n++) {
    // Many ties too: levels are whole millimetres.
    const values = Array.from({ length: n }, () => Math.floor(random() * (n % 3 ? 1e6 : 9)))
    const sorted = [...values].sort((a, b) => a - b)
    expect(median(values)).toBe(quantileOfSorted(sorted, 0.5))
  }
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
it('lays no line through points of one x', () =>
  expect(robustLine([4, 4, 4], [1, 2, 3], ones(3), loose)).toEqual({
    outcome: 'tooFewPoints',
    needed: 3,
    got: 1,
  }))
it('draws the same numbers from the same seed, and normal ones', () => {
  const [a, b] = [seededRandom(42), seededRandom(42)]
  const draws = Array.from({ length: 20_000 }, () => standardNormal(a))
  expect(Array.from({ length: 20_000 }, () => standardNormal(b))).toEqual(draws)
  const mean = draws.reduce((s, v) => s + v, 0) / draws.length
  expect(Math.abs(mean)).toBeLessThan(0.03)
  expect(Math.abs(draws.reduce((s, v) => s + v * v, 0) / draws.length - 1)).toBeLessThan(0.04)
  expect(clippedNormal(a, 5, 100, 4.9, 5.1)).toBeGreaterThanOrEqual(4.9)
})

// Norris, Pontius (NIST StRD, linear), certified values with their standard deviations.
it('has the certified line of Norris by least squares', () => {
  const fit = linearLeastSquares(
    norris.map(([, x]) => [1, x]),
    norris.map(([y]) => y),
  )
  expect(fit?.coefficients[0]).toBeCloseTo(-0.262323073774029, 10)
  expect(fit?.coefficients[1]).toBeCloseTo(1.00211681802045, 12)
  const s = Math.sqrt((fit?.rss as number) / 34)
  expect(s).toBeCloseTo(0.884796396144373, 10)
  expect(s * Math.sqrt(fit?.unscaledCovariance[1]?.[1] as number)).toBeCloseTo(0.429796848199937e-3, 12)
  expect(s * Math.sqrt(fit?.unscaledCovariance[0]?.[0] as number)).toBeCloseTo(0.232818234301152, 9)
})
it('has the certified parabola of Pontius', () => {
  const x = (strd.px as (string | number)[]).map(Number)
  const fit = linearLeastSquares(
    x.map((v) => [1, v, v * v]),
    (strd.py as (string | number)[]).map(Number),
  )
  const certified = [0.673565789473684e-3, 0.732059160401003e-6, -0.316081871345029e-14]
  certified.forEach((value, j) => {
    expect(Math.abs((fit?.coefficients[j] as number) / value - 1)).toBeLessThan(1e-9)
  })
  expect(Math.sqrt((fit?.rss as number) / 37)).toBeCloseTo(0.205177424076185e-3, 12)
})
// Weighted line: normal equations and a general statistics package.
it('weighs each point by its own error', () => {
  const fit = linearLeastSquares(
    [1, 2, 3, 4, 5].map((x) => [1, x]),
    [2.1, 3.9, 6.2, 7.8, 10.1],
    [0.1, 0.1, 0.2, 0.2, 0.4],
  )
  expect(fit?.coefficients[0]).toBeCloseTo(0.094577, 6)
  expect(fit?.coefficients[1]).toBeCloseTo(1.9533623, 6)
  expect(Math.sqrt(fit?.unscaledCovariance[0]?.[0] as number)).toBeCloseTo(0.1333695, 6)
  expect(Math.sqrt(fit?.unscaledCovariance[1]?.[1] as number)).toBeCloseTo(0.0596446, 6)
  expect(fit?.rss).toBeCloseTo(3.449566, 5)
})
it('says when columns depend on each other, and when rows are too few', () => {
  expect(
    linearLeastSquares(
      [
        [1, 2],
        [1, 2],
        [1, 2],
      ],
      [1, 2, 3],
    ),
  ).toBeNull()
  expect(() => linearLeastSquares([[1, 2]], [1])).toThrow('expected at least 2 rows, got 1')
})
// Misra1a, Thurber, Eckerle4 (NIST StRD, non-linear), certified values; starts 1 and 2 of the sets, the nearer one where the far one is a trap.
const CURVES: Record<string, (x: number, b: Float64Array) => number> = {
  mis: (x, b) => (b[0] as number) * (1 - Math.exp(-(b[1] as number) * x)),
  thu: (x, b) => {
    const [b1, b2, b3, b4, b5, b6, b7] = b as unknown as [
      number,
      number,
      number,
      number,
      number,
      number,
      number,
    ]
    return (b1 + b2 * x + b3 * x * x + b4 * x ** 3) / (1 + b5 * x + b6 * x * x + b7 * x ** 3)
  },
  eck: (x, b) =>
    ((b[0] as number) / (b[1] as number)) * Math.exp(-0.5 * ((x - (b[2] as number)) / (b[1] as number)) ** 2),
}
it.each([
  ['mis', [500, 1e-4], [238.94212918, 5.5015643181e-4], 0.12455138894],
  ['mis', [250, 5e-4], [238.94212918, 5.5015643181e-4], 0.12455138894],
  [
    'thu',
    [1000, 1000, 400, 40, 0.7, 0.3, 0.03],
    [1288.13968, 1491.0792535, 583.23836877, 75.416644291, 0.96629502864, 0.39797285797, 0.049727297349],
    5642.7082397,
  ],
  ['eck', [1.5, 5, 450], [1.5543827178, 4.0888321754, 451.54121844], 1.4635887487e-3],
])('comes out at the certified curve of %s', (name, start, certified, rss) => {
  const data = pairs(name)
  const fit = nonlinearLeastSquares(
    (b, out) => {
      data.forEach(([y, x], i) => {
        out[i] = y - (CURVES[name] as (x: number, b: Float64Array) => number)(x, b)
      })
    },
    data.length,
    start,
  )
  expect(fit.outcome).toBe('converged')
  certified.forEach((value, j) => {
    expect(Math.abs((fit.parameters[j] as number) / value - 1)).toBeLessThan(1e-6)
  })
  expect(Math.abs(fit.rss / rss - 1)).toBeLessThan(1e-8)
  if (name === 'mis' && fit.outcome === 'converged')
    expect(fit.standardErrors[0]).toBeCloseTo(2.7070075241, 5)
})
it('says that it did not converge instead of handing out where it stood', () => {
  const runsAway = nonlinearLeastSquares(
    (b, out) => {
      out[0] = Math.exp(-(b[0] as number))
      out[1] = 2 * Math.exp(-(b[0] as number))
    },
    2,
    [1],
  )
  expect(runsAway.outcome).toBe('notConverged')
})
// Chi-square tables of three general statistics packages; the approximation is good to 1 %.
it.each([
  [0.95, 5, 11.0704977],
  [0.95, 10, 18.3070381],
  [0.975, 10, 20.4831774],
  [0.025, 10, 3.2469728],
])('has the chi-square quantile of %d at %d degrees of freedom', (p, df, value) =>
  expect(Math.abs(chiSquareQuantile(p, df) / value - 1)).toBeLessThan(0.01),
)

it('even draws give every sample a cell of its own in every number, each number in another order', () => {
  const draws = evenDraws(40, 3)
  const rows = Array.from({ length: 40 }, () => {
    draws.next()
    return [draws.random(), draws.random(), draws.random()]
  })
  const cells = Array.from({ length: 40 }, (_, i) => (i + 0.5) / 40)
  const orders = [0, 1, 2].map((k) => rows.map((row) => row[k] as number))
  for (const order of orders) expect([...order].sort((a, b) => a - b)).toEqual(cells)
  // None goes with another: 40 independent ranks correlate by less than 0.42 in 99 of 100.
  for (const [a, b] of [
    [0, 1],
    [1, 2],
    [0, 2],
  ] as const) {
    const [x, y] = [orders[a] as number[], orders[b] as number[]]
    const together = x.reduce((sum, value, n) => sum + (value - 0.5) * ((y[n] as number) - 0.5), 0) / 40
    expect(Math.abs(together * 12)).toBeLessThan(0.42)
  }
})
