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

describe('published problems of diagnosis (from memory, recomputed)', () => {
  const both = [true, false] as const
  test('a burglary or an earthquake behind the alarm (Pearl 1988; Russell & Norvig): both neighbours call', () => {
    const rings = (burglary: boolean, quake: boolean) =>
      burglary ? (quake ? 0.95 : 0.94) : quake ? 0.29 : 0.001
    const causes = both.flatMap((burglary) => both.map((quake) => ({ burglary, quake })))
    const p = posterior(
      causes.map(({ burglary, quake }) => (burglary ? 0.001 : 0.999) * (quake ? 0.002 : 0.998)),
      causes.map(({ burglary, quake }) => {
        const alarm = rings(burglary, quake)
        return alarm * 0.9 * 0.7 + (1 - alarm) * 0.05 * 0.01
      }),
    )
    expect(causes.reduce((sum, { burglary }, k) => sum + (burglary ? (p[k] ?? 0) : 0), 0)).toBeCloseTo(
      0.284,
      3,
    )
  })

  test('short of breath after a journey (Lauritzen & Spiegelhalter 1988): three diseases that may be there at once', () => {
    const causes = both.flatMap((smokes) =>
      both.flatMap((tub) =>
        both.flatMap((lung) => both.map((bronchitis) => ({ smokes, tub, lung, bronchitis }))),
      ),
    )
    const chance = (yes: boolean, p: number) => (yes ? p : 1 - p)
    const p = posterior(
      causes.map(
        ({ smokes, tub, lung, bronchitis }) =>
          0.5 *
          chance(tub, 0.05) *
          chance(lung, smokes ? 0.1 : 0.01) *
          chance(bronchitis, smokes ? 0.6 : 0.3),
      ),
      causes.map(({ tub, lung, bronchitis }) =>
        tub || lung ? (bronchitis ? 0.9 : 0.7) : bronchitis ? 0.8 : 0.1,
      ),
    )
    const of = (which: (cause: (typeof causes)[number]) => boolean) =>
      causes.reduce((sum, cause, k) => sum + (which(cause) ? (p[k] ?? 0) : 0), 0)
    expect(of(({ tub }) => tub)).toBeCloseTo(0.088, 3)
    expect(of(({ lung }) => lung)).toBeCloseTo(0.1, 3)
    expect(of(({ bronchitis }) => bronchitis)).toBeCloseTo(0.811, 3)
  })

  test('three multipliers and two adders (de Kleer & Williams 1987): where to measure next', () => {
    // 3·2 + 2·3 and 2·3 + 2·3 should be 12 and 12; 10 and 12 are read. A part at fault gives any of 16 values.
    const names = ['M1', 'M2', 'M3', 'A1', 'A2'] as const
    const candidates = Array.from({ length: 32 }, (_, bits) => names.filter((_name, k) => bits & (1 << k)))
    const any = 1 / 16
    /** Chances of the values at X, Y and Z together with what was read, for one set of parts at fault. */
    const joint = (faulty: readonly string[]) => {
      const out = new Map<string, number>()
      const values = (part: string) => (faulty.includes(part) ? Array.from({ length: 16 }, (_, v) => v) : [6])
      const share = (part: string) => (faulty.includes(part) ? any : 1)
      for (const x of values('M1'))
        for (const y of values('M2'))
          for (const z of values('M3')) {
            const f = faulty.includes('A1') ? any : x + y === 10 ? 1 : 0
            const g = faulty.includes('A2') ? any : y + z === 12 ? 1 : 0
            const p = share('M1') * share('M2') * share('M3') * f * g
            if (p > 0) out.set(`${x} ${y} ${z}`, p)
          }
      return out
    }
    const joints = candidates.map(joint)
    const seen = joints.map((values) => [...values.values()].reduce((a, b) => a + b, 0))
    const p = posterior(
      candidates.map((faulty) => 0.01 ** faulty.length * 0.99 ** (5 - faulty.length)),
      seen,
    )
    const of = (...faulty: string[]) =>
      p[candidates.findIndex((one) => one.join() === faulty.join())] ?? Number.NaN
    // Minimal diagnoses: one adder or one multiplier alone, or two certain pairs.
    expect(of()).toBe(0)
    expect(of('M2')).toBe(0)
    expect(of('A1')).toBeCloseTo(of('M1'), 12)
    expect(of('A1') + of('M1')).toBeGreaterThan(0.95)
    for (const pair of [
      ['M2', 'A2'],
      ['M2', 'M3'],
    ])
      expect(of(...pair)).toBeGreaterThan(0)
    const gain = (place: number) =>
      informationGainBits(
        p,
        candidates.map((_, k) => {
          const row = new Float64Array(16)
          if ((seen[k] ?? 0) === 0) return row.fill(any)
          for (const [values, chance] of joints[k] as Map<string, number>) {
            const at = Number(values.split(' ')[place])
            row[at] = (row[at] ?? 0) + chance / (seen[k] ?? 1)
          }
          return row
        }),
      )
    // X tells the two apart; Y and Z lie beside the question.
    expect(gain(0)).toBeGreaterThan(0.9)
    expect(gain(0)).toBeGreaterThan(5 * gain(1))
    expect(gain(1)).toBeGreaterThan(gain(2))
  })
})
