import { describe, expect, test } from '@jest/globals'
import { normalCdf } from '../src/numeric/normal.ts'
import { entropyBits, informationGainBits, normalised, posterior } from '../src/reason/diagnosis/bayes.ts'

describe('posteriors worked by hand', () => {
  test.each([
    ['Eddy 1982, mammography', 0.01, 0.8, 0.096, 0.0776398],
    ['Casscells 1978', 0.001, 1, 0.05, 0.0196271],
    ['sensitivity .9, specificity .91', 0.01, 0.9, 0.09, 0.0917431],
  ])('%s', (_name, prior, sensitivity, falsePositive, expected) => {
    expect(posterior([prior, 1 - prior], [sensitivity, falsePositive])[0]).toBeCloseTo(expected, 6)
  })

  test.each([
    [1, 2 / 3],
    [2, 4 / 5],
    [3, 8 / 9],
  ])('a two-headed coin after %d heads', (heads, expected) => {
    expect(posterior([0.5, 0.5], [1, 0.5 ** heads])[0]).toBeCloseTo(expected, 12)
  })

  test('three faults', () => {
    const p = posterior([0.5, 0.3, 0.2], [0.9, 0.2, 0.5])
    for (const [k, value] of [0.7377049, 0.0983607, 0.1639344].entries()) expect(p[k]).toBeCloseTo(value, 7)
  })

  test('what nothing can explain is an error, not a made-up answer', () => {
    expect(() => normalised([Number.NEGATIVE_INFINITY, Number.NEGATIVE_INFINITY])).toThrow(RangeError)
  })

  test('a thousand small factors do not vanish', () => {
    expect(normalised([-5000, -5001])[0]).toBeCloseTo(1 / (1 + Math.exp(-1)), 12)
  })
})

describe('information (Shannon 1948; Cover & Thomas ch. 2; from memory, recomputed)', () => {
  test.each([
    [[0.5, 0.5], 1],
    [[0.9, 0.1], 0.4689956],
    [[0.25, 0.75], 0.8112781],
    [[0.5, 0.25, 0.125, 0.125], 1.75],
    [[1 / 3, 1 / 3, 1 / 3], 1.5849625],
  ])('entropy of %p', (p, bits) => {
    expect(entropyBits(p)).toBeCloseTo(bits, 6)
  })

  test('binary symmetric channel with crossover .1', () => {
    expect(
      informationGainBits(
        [0.5, 0.5],
        [
          [0.9, 0.1],
          [0.1, 0.9],
        ],
      ),
    ).toBeCloseTo(0.5310044, 6)
  })

  test('a test of sensitivity .9 and specificity .91 at prior .01', () => {
    expect(
      informationGainBits(
        [0.01, 0.99],
        [
          [0.9, 0.1],
          [0.09, 0.91],
        ],
      ),
    ).toBeCloseTo(0.02614856, 7)
  })

  test('the joint table of Cover & Thomas, ch. 2: I(X;Y) = 3/8 bit', () => {
    const joint = [
      [1 / 8, 1 / 16, 1 / 32, 1 / 32],
      [1 / 16, 1 / 8, 1 / 32, 1 / 32],
      [1 / 16, 1 / 16, 1 / 16, 1 / 16],
      [1 / 4, 0, 0, 0],
    ]
    const rows = joint.map((row) => row.reduce((a, b) => a + b, 0))
    expect(
      informationGainBits(
        rows,
        joint.map((row, y) => row.map((p) => p / (rows[y] as number))),
      ),
    ).toBeCloseTo(3 / 8, 12)
  })

  // Quinlan 1986 / Mitchell 1997, "play tennis": 9 yes, 5 no; counts of yes and no for each value.
  test.each([
    [
      'outlook',
      [
        [2, 3],
        [4, 0],
        [3, 2],
      ],
      0.2467498,
    ],
    [
      'humidity',
      [
        [3, 4],
        [6, 1],
      ],
      0.1518355,
    ],
    [
      'wind',
      [
        [6, 2],
        [3, 3],
      ],
      0.048127,
    ],
    [
      'temperature',
      [
        [2, 2],
        [4, 2],
        [3, 1],
      ],
      0.0292226,
    ],
  ])('gain of %s', (_name, counts, bits) => {
    const outcomes = [0, 1].map((k) => counts.map((c) => (c[k] as number) / (k === 0 ? 9 : 5)))
    expect(informationGainBits([9 / 14, 5 / 14], outcomes)).toBeCloseTo(bits, 6)
  })
})

test('normal distribution against tables (Abramowitz & Stegun 26.1, from memory)', () => {
  for (const [x, p] of [
    [0, 0.5],
    [1, 0.8413447461],
    [1.959963985, 0.975],
    [-2.326347874, 0.01],
    [4, 0.9999683288],
  ] as const)
    expect(Math.abs(normalCdf(x) - p)).toBeLessThan(2e-7)
})
