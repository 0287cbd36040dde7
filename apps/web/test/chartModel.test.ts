import { bandOf, expectedRun, familyDefaults, type RunPlan } from '@brendik/core'
import { expect, it } from '@jest/globals'
import { extent, niceStep, traceOf } from '../src/charts/chartModel.ts'
import { expectedLevelsAt } from '../src/features/run/expectedLevels.ts'

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
it('draws entries as rings and a stream as a line', () => {
  const levels = { tS: [4, 12], mm: [101, 80] }
  const points = [
    { x: 4, y: 101 },
    { x: 12, y: 80 },
  ]
  expect(traceOf(levels, false, 'this')).toEqual({ name: 'this', points, rings: true, under: false })
  expect(traceOf(levels, true, 'this').rings).toBe(false)
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
