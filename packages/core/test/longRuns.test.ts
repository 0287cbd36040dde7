import { expect, it } from '@jest/globals'
import { analyseBoard } from '../src/measure/board/analyseBoard.ts'
import { drawnLevels } from '../src/measure/board/drawnLevels.ts'
import type { ReadingBlock } from '../src/measure/board/runReadings.ts'
import { runFacts } from '../src/measure/board/runState.ts'
import { openRunStream } from '../src/measure/board/runStream.ts'
import type { RunKind } from '../src/measure/plan/runPlan.ts'
import { between, type Readings } from '../src/measure/readings/readings.ts'
import { analyseRun } from '../src/measure/verdict/analyseRun.ts'
import { seededRandom, standardNormal } from '../src/numeric/random.ts'
import { theilSenSlope } from '../src/numeric/robustLine.ts'
import { makePlan } from './makePlan.ts'

/** Every pair, as the textbook has it. */
function slopeOfEveryPair(x: readonly number[], y: readonly number[]): number {
  const slopes = x.flatMap((a, i) =>
    x.slice(i + 1).map((b, k) => ((y[i + 1 + k] as number) - (y[i] as number)) / (b - a)),
  )
  slopes.sort((a, b) => a - b)
  return (
    ((slopes[Math.floor((slopes.length - 1) / 2)] as number) +
      (slopes[Math.ceil((slopes.length - 1) / 2)] as number)) /
    2
  )
}

it('has the slope of all pairs also where it looks at some of them, in any order, with a fifth of the points wild', () => {
  const random = seededRandom(11)
  for (let round = 0; round < 2; round++) {
    const x = Array.from({ length: 900 }, (_, i) => i).sort(() => random() - 0.5)
    const y = x.map((at) => 3 - 0.05 * at + 2 * standardNormal(random) + (random() < 0.2 ? 60 * random() : 0))
    // Both stray from the truth by much less than a fiftieth.
    expect(Math.abs(theilSenSlope(x, y) - slopeOfEveryPair(x, y))).toBeLessThan(0.001)
  }
})
it('finds the slope of many readings that are nearly all of one instant', () => {
  const x = Array.from({ length: 1000 }, (_, i) => (i < 5 ? 0 : i > 995 ? 100 : 50))
  expect(
    theilSenSlope(
      x,
      x.map((at) => 7 + 0.3 * at),
    ),
  ).toBeCloseTo(0.3, 9)
  const twoEnds = Array.from({ length: 1000 }, (_, i) => (i === 0 ? 0 : 10))
  expect(theilSenSlope(twoEnds, twoEnds)).toBeCloseTo(1, 9)
})
it('cuts a series with equal times at both ends of the span', () => {
  const tS = Float64Array.of(0, 1, 1, 2, 2, 3)
  expect([...between({ tS, mm: tS }, 1, 2).tS]).toEqual([1, 1, 2, 2])
  expect([...between({ tS, mm: tS }, 4, 2).tS]).toEqual([])
})

/** A level over an hour with the noise of a sensor, one reading in 500 wild; with a ruler by camera beside it where asked. */
function hour(kind: RunKind, count: number, ruler: boolean): Readings {
  const random = seededRandom(count)
  const noise = Float64Array.from(
    { length: count },
    () => 1.2 * standardNormal(random) + (random() < 0.002 ? 150 : 0),
  )
  const tS = Float64Array.from({ length: count }, (_, i) => (3600 * i) / count)
  const water = (t: number) =>
    kind === 'hold' ? 100 - 0.01 * t : kind === 'fill' ? 20 + 0.025 * t : Math.max(4, 118 - 0.03 * t)
  const levelMm = tS.map((t, i) => water(t) + (noise[i] as number))
  const rulerMm = ruler
    ? tS.map((t) => water(t) + 2 * standardNormal(random))
    : new Float64Array(count).fill(Number.NaN)
  return { tS, levelMm, rulerMm, flowLMin: new Float64Array(count).fill(Number.NaN) }
}

it.each(['hold', 'fill', 'drain'] as const)(
  'says of a %s the same at ten readings a second as at one, with a ruler by camera beside it or without',
  (kind) => {
    for (const ruler of [false, true]) {
      const marks =
        kind === 'fill'
          ? [{ tS: 0, what: 'valve-open' as const }]
          : kind === 'drain'
            ? [{ tS: 0, what: 'pump-on' as const }]
            : []
      const [few, many] = [3600, 36_000].map((count) =>
        analyseRun(makePlan(kind), hour(kind, count, ruler), marks, 'stream'),
      )
      const key = kind === 'hold' ? 'leakLH' : 'flowLMin'
      const [a, b] = [few?.quantities[key], many?.quantities[key]]
      if (!a || !b)
        throw new Error(`${kind}: expected ${key}, got ${JSON.stringify([few?.saying, many?.saying])}`)
      expect(many?.verdict).toBe(few?.verdict)
      expect(Math.abs(a.value - b.value)).toBeLessThan(0.5 * (a.hi - a.lo))
      const wider = (b.hi - b.lo) / (a.hi - a.lo)
      // Ten times the readings may narrow it by the root of ten, and by no more.
      expect(wider).toBeGreaterThan(0.3)
      expect(wider).toBeLessThan(1.2)
    }
  },
)

const facts = runFacts({
  runId: 'r',
  events: [
    { type: 'planned', id: 'p', atMs: 0, plan: makePlan('hold'), instrumentId: null },
    { type: 'started', id: 's', atMs: 1000 },
    { type: 'levelRead', id: 'h', atMs: 61_000, levelMm: 77, by: 'ruler' },
  ],
})
const block = (id: string, from: number, levelMm: (number | null)[]): ReadingBlock => ({
  id,
  source: 'stream',
  atMs: levelMm.map((_, i) => 1000 + 100 * (from + i)),
  levelMm,
  rulerMm: levelMm.map(() => null),
  flowLMin: levelMm.map(() => null),
})
it('draws of a long stream no more than asked, with its ends, its entries and every spike', () => {
  const level = Array.from({ length: 36_000 }, (_, i) => 110 - i * 0.001)
  level[17_321] = 160
  level[29_003] = 20
  const { tS, mm } = drawnLevels(facts, [block('k', 0, level)], 700)
  expect(tS.length).toBeLessThanOrEqual(702)
  expect([tS[0], tS.at(-1)]).toEqual([0, 3599.9])
  for (const spike of [160, 20, 77]) expect(mm).toContain(spike)
  expect([...tS].sort((a, b) => a - b)).toEqual(tS)
})
it('draws a short run as it was read, without what has no level', () =>
  expect(drawnLevels(facts, [block('k', 0, [110, null, 109])], 700)).toEqual({
    tS: [0, 0.2, 60],
    mm: [110, 109, 77],
  }))
it('holds a stream as it grows, each block once, and says the same of it as of its blocks', () => {
  const blocks = Array.from({ length: 40 }, (_, n) =>
    block(
      `b${n}`,
      n * 100,
      Array.from({ length: 100 }, (_, i) => (i === 5 ? null : 120 - 0.01 * (n * 100 + i))),
    ),
  )
  const stream = openRunStream()
  for (const one of blocks) stream.add([one, blocks[0] as ReadingBlock])
  expect(stream.blocks()[0]?.atMs).toHaveLength(4000)
  const run = { runId: 'r', events: [...facts.inForce] }
  const planned = {
    ...run,
    events: [
      { type: 'planned' as const, id: 'p', atMs: 0, plan: makePlan('hold'), instrumentId: null },
      { type: 'started' as const, id: 's', atMs: 1000 },
      ...run.events,
    ],
  }
  expect(analyseBoard(planned, stream.blocks())).toEqual(analyseBoard(planned, blocks))
})
