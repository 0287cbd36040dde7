import { describe, expect, test } from '@jest/globals'
import { normalCdf } from '../src/numeric/normal.ts'
import { entropyBits, informationGainBits, normalised, posterior } from '../src/reason/diagnosis/bayes.ts'
import {
  causesOf,
  type Evidence,
  type FaultState,
  faultChances,
  likelihoodsOf,
  NO_FAULT,
  setChances,
  weighCauses,
} from '../src/reason/diagnosis/causes.ts'
import { worthOfLooks } from '../src/reason/diagnosis/nextLook.ts'

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

describe('causes of one or two faults', () => {
  const states: FaultState<'a' | 'b'>[] = [
    { fault: 'a', share: 0.25 },
    { fault: 'a', share: 0.75 },
    { fault: 'b', share: 1 },
  ]
  const causes = causesOf(states, { a: 0.6, b: 0.3 }, 0.1, 0.2)
  const prior = weighCauses(causes, [])

  test('none, each alone and both together, never one fault twice', () => {
    expect(causes.sets).toEqual([[], ['a'], ['b'], ['a', 'b']])
    expect(prior.length).toBe(1 + 3 + 2)
    const p = setChances(causes, prior)
    // 0.1 of none, 0.8 of 0.9 for one, 0.2 of 0.9 for two.
    expect(Array.from(p, (x) => Number(x.toFixed(12)))).toEqual([0.1, 0.48, 0.24, 0.18])
  })

  test('evidence that only both explain finds both; the shares sum to 1, presences need not', () => {
    const isA = (s: number) => s === 0 || s === 1
    const wet: Evidence = { likelihood: (i, j) => (isA(i) || isA(j) ? 0.9 : 0.05) }
    const far: Evidence = { likelihood: (i, j) => (i === 2 || j === 2 ? 0.9 : 0.05) }
    const p = weighCauses(causes, [likelihoodsOf(causes, wet), likelihoodsOf(causes, far)])
    // By hand: none .1·.0025, a .48·.045, b .24·.045, both .18·.81.
    const total = 0.1 * 0.0025 + 0.48 * 0.045 + 0.24 * 0.045 + 0.18 * 0.81
    const chances = faultChances(causes, setChances(causes, p))
    expect(chances.find((c) => c.fault === 'a')?.present).toBeCloseTo(
      (0.48 * 0.045 + 0.18 * 0.81) / total,
      10,
    )
    expect(chances.reduce((sum, c) => sum + c.share, 0)).toBeCloseTo(1, 12)
  })

  test('states of a fault share its evidence by how well each fits', () => {
    const fits: Evidence = { likelihood: (i) => (i === 1 ? 0.9 : i === NO_FAULT ? 0.2 : 0.1) }
    const p = weighCauses(causes, [likelihoodsOf(causes, fits)])
    expect((p[2] as number) / (p[1] as number)).toBeCloseTo((0.75 * 0.9) / (0.25 * 0.1), 9)
  })

  test('one look that nothing explains does not forbid a cause for ever', () => {
    const never: Evidence = { likelihood: () => 0 }
    const p = weighCauses(causes, [likelihoodsOf(causes, never)])
    prior.forEach((before, c) => {
      expect(p[c]).toBeCloseTo(before, 12)
    })
  })

  test('a fault without a prior is refused by name', () => {
    expect(() => causesOf([{ fault: 'c', share: 1 }], {}, 0.1, 0.1)).toThrow('causes: expected a prior of c')
  })

  test('a look that speaks of faults alone is worth the same asked once a set, also where its first state is out', () => {
    const hasA = (i: number) => i === 0 || i === 1
    const look = (byFault: boolean) => ({
      id: 'a?',
      minutes: 3,
      outcomes: [
        { name: 'yes', evidence: { byFault, likelihood: (i: number) => (hasA(i) ? 0.9 : 0.2) } },
        { name: 'no', evidence: { byFault, likelihood: (i: number) => (hasA(i) ? 0.1 : 0.8) } },
      ],
    })
    // The first state of a has nothing left; its second has all that a had.
    const p = Float64Array.from(prior)
    p[2] = (p[1] as number) + (p[2] as number)
    p[1] = 0
    const [once, each] = [true, false].map((byFault) => worthOfLooks(causes, p, [look(byFault)])[0])
    expect(each?.gainBits).toBeGreaterThan(0.1)
    expect(once?.gainBits).toBeCloseTo(each?.gainBits as number, 12)
    expect(once?.outcomes[0]?.probability).toBeCloseTo(each?.outcomes[0]?.probability as number, 12)
    const asked = { byFault: true, likelihood: look(true).outcomes[0]?.evidence.likelihood as () => number }
    expect(Array.from(likelihoodsOf(causes, asked))).toEqual(
      Array.from(likelihoodsOf(causes, { likelihood: asked.likelihood })),
    )
  })

  test('the quick look of little worth loses to the slow one only when minutes do not pay', () => {
    const sharp = (minutes: number) => ({
      id: `sharp ${minutes}`,
      minutes,
      outcomes: [
        { name: 'yes', evidence: { likelihood: (i: number) => (i === 2 ? 0.95 : 0.05) } },
        { name: 'no', evidence: { likelihood: (i: number) => (i === 2 ? 0.05 : 0.95) } },
      ],
    })
    const blunt = {
      id: 'blunt',
      minutes: 1,
      outcomes: [
        { name: 'yes', evidence: { likelihood: (i: number) => (i === 2 ? 0.6 : 0.4) } },
        { name: 'no', evidence: { likelihood: (i: number) => (i === 2 ? 0.4 : 0.6) } },
      ],
    }
    const deaf = {
      id: 'deaf',
      minutes: 0,
      outcomes: [{ name: 'same', evidence: { likelihood: () => 1 } }],
    }
    const first = (minutes: number) => worthOfLooks(causes, prior, [sharp(minutes), blunt, deaf])[0]?.id
    expect(first(2)).toBe('sharp 2')
    expect(first(200)).toBe('blunt')
    expect(worthOfLooks(causes, prior, [deaf])[0]?.gainBits).toBeCloseTo(0, 12)
  })
})
