import {
  expectedRun,
  familyDefaults,
  type ReadingBlock,
  type RunEvent,
  type RunPlan,
  runFacts,
} from '@brendik/core'
import { expect, it } from '@jest/globals'
import { bandOf, extent, niceStep, traceOf } from '../src/charts/chartModel.ts'
import { expectedLevelsAt } from '../src/features/run/expectedLevels.ts'

const at = 1_790_000_000_000
const plan: RunPlan = {
  kind: 'drain',
  machine: { ...familyDefaults('front-load'), label: 'made up' },
  site: { supplyKpa: { cold: null, hot: null }, standpipeHeightMm: 900, waterTempC: 15, portHeightMm: 160 },
  taps: [],
  throttled: false,
  hoseEndMm: 900,
  startLevelMm: 110,
  endLevelMm: null,
  laundry: 'none',
  laundryKg: 0,
}
const events: RunEvent[] = [
  { type: 'planned', id: 'p', atMs: at, plan, instrumentId: null },
  { type: 'started', id: 's', atMs: at },
  { type: 'levelRead', id: 'a', atMs: at + 12_000, levelMm: 80, by: 'ruler' },
  { type: 'levelRead', id: 'b', atMs: at + 4000, levelMm: 101, by: 'ruler' },
  { type: 'flowRead', id: 'f', atMs: at + 5000, flowLMin: 12 },
]
const facts = runFacts({ runId: 'r', events })
const block = (count: number): ReadingBlock => ({
  id: 'k',
  source: 'stream',
  atMs: Array.from({ length: count }, (_, i) => at + i * 100),
  levelMm: Array.from({ length: count }, (_, i) => (i === 3 ? null : 110 - i * 0.01)),
  rulerMm: Array.from({ length: count }, () => null),
  flowLMin: Array.from({ length: count }, () => null),
})

it('draws hand entries as rings in order of time, without the flows', () =>
  expect(traceOf(facts, [], 'this')).toEqual({
    name: 'this',
    points: [
      { x: 4, y: 101 },
      { x: 12, y: 80 },
    ],
    rings: true,
    under: false,
  }))
it('thins a stream to what a screen can show, keeps its ends, and skips what has no level', () => {
  const { points, rings } = traceOf(facts, [block(36_000)], 'this')
  expect(rings).toBe(false)
  expect(points.length).toBeLessThan(800)
  expect(points[0]).toEqual({ x: 0, y: 110 })
  expect(points.at(-1)?.x).toBeCloseTo(3599.9, 1)
  expect(traceOf(facts, [block(10)], 'this').points.some((point) => Math.abs(point.x - 0.3) < 0.01)).toBe(
    false,
  )
})
it('gives the band three falling curves that end at the first air, in order', () => {
  const band = bandOf(expectedRun(plan, { samples: 200 }))
  for (const curve of [band.lo, band.mid, band.hi]) {
    expect(curve[0]).toEqual({ x: 0, y: 110 })
    expect(curve.at(-1)?.y).toBe(5)
  }
  expect(band.lo.at(-1)?.x).toBeLessThan(band.mid.at(-1)?.x as number)
  expect(band.mid.at(-1)?.x).toBeLessThan(band.hi.at(-1)?.x as number)
})
it('leaves out of the band what never arrives, and still has a finite chart', () => {
  const never = bandOf(expectedRun({ ...plan, hoseEndMm: 2650 }, { samples: 200 }))
  expect(never.hi.length).toBeLessThan(never.lo.length)
  expect(Number.isFinite(extent(never, [], 0).endS)).toBe(true)
})
it('makes room for the run that takes longer than expected', () =>
  expect(extent(bandOf(expectedRun(plan, { samples: 50 })), [], 400).endS).toBeGreaterThan(400))
it('steps axes by round numbers', () => {
  expect(niceStep(61, 9, [2, 5, 10, 15])).toBe(10)
  expect(niceStep(1e6, 9, [2, 5, 10, 15])).toBe(15)
})
it('knows between which levels nine of ten healthy machines stand at a time', () => {
  const expected = expectedRun(plan)
  const start = expectedLevelsAt(expected, 0)
  expect([start.lo, start.mid, start.hi]).toEqual([110, 110, 110])
  const half = expectedLevelsAt(expected, expected.timeS.mid / 2)
  expect(half.lo).toBeLessThan(half.mid)
  expect(half.mid).toBeLessThan(half.hi)
  expect(expectedLevelsAt(expected, 1e6).hi).toBe(5)
})
