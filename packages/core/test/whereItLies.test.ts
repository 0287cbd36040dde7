import { describe, expect, it } from '@jest/globals'
import { tryWhereItLies, uniformsOf } from '../src/numeric/whereItLies.ts'

/** Numbers that the ways are made of; the last ones tell nothing. */
const DIMENSIONS = 17
/** What was measured of the first numbers, by way, each known that well. */
const SPREAD = 0.12
const MEASURED = [
  [1, -0.6, 0.4, 1.2],
  [0.2, 1.4, -1, 0.5],
  [-1.8, 0.3, 0.9, -1.1],
] as const

/** ln of the mean of exp(-((z - measured) ÷ spread)² ÷ 2) over a standard normal z: two normal distributions, multiplied and integrated by hand. */
const exactLn = (measured: readonly number[]) =>
  measured.reduce(
    (sum, y) => sum + Math.log(SPREAD / Math.sqrt(1 + SPREAD ** 2)) - y ** 2 / (2 * (1 + SPREAD ** 2)),
    0,
  )

function meansLn(more: number, seed: number): number[] {
  const { found, lnWeight } = tryWhereItLies(
    { dimensions: DIMENSIONS, count: 400, more, seed, ways: MEASURED.length },
    (z) =>
      MEASURED.map((measured) => {
        const offs = measured.map((y, k) => ((z[k] ?? Number.NaN) - y) / SPREAD)
        return { offs, ln: offs.reduce((sum, off) => sum - off ** 2 / 2, 0) }
      }),
  )
  return MEASURED.map((_, way) =>
    Math.log(
      found.reduce((sum, one, n) => sum + Math.exp((one[way]?.ln ?? 0) + (lnWeight[n] ?? 0)), 0) /
        found.length,
    ),
  )
}

/** Root mean square of what the ways' differences from the first are off by, over some seeds. */
function offBy(more: number): number {
  const squares: number[] = []
  for (let seed = 1; seed <= 8; seed++) {
    const found = meansLn(more, 1000 * seed)
    for (let way = 1; way < MEASURED.length; way++)
      squares.push(
        ((found[way] ?? Number.NaN) -
          (found[0] ?? Number.NaN) -
          exactLn(MEASURED[way] ?? []) +
          exactLn(MEASURED[0])) **
          2,
      )
  }
  return Math.sqrt(squares.reduce((a, b) => a + b, 0) / squares.length)
}

describe('points where it lies', () => {
  it('weigh ways that few points of the prior explain as the integral by hand does', () => {
    expect(offBy(0)).toBeGreaterThan(0.6)
    expect(offBy(400)).toBeLessThan(0.1)
  })

  it('are no more than those of the prior where these do, and every one then counts alike', () => {
    const { found, lnWeight } = tryWhereItLies(
      { dimensions: 2, count: 200, more: 300, seed: 4, ways: 1 },
      (z) => [{ ln: -((z[0] ?? 0) ** 2) / 2, offs: [z[0] ?? 0] }],
    )
    expect(found).toHaveLength(200)
    expect(new Set(lnWeight)).toEqual(new Set([0]))
  })

  it('ask for no number that a point has not', () => {
    const next = uniformsOf(Float64Array.of(0, 1.6449))
    expect(next()).toBeCloseTo(0.5, 6)
    expect(next()).toBeCloseTo(0.95, 4)
    expect(next).toThrow(RangeError)
  })
})
