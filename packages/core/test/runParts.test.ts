import { expect, it } from '@jest/globals'
import { familyDefaults, tapedTub } from '../src/machine/machineSpec.ts'
import { absorbedL, middleAbsorption } from '../src/measure/plan/laundry.ts'
import { chooseLevels } from '../src/measure/readings/chooseLevels.ts'
import { transform } from '../src/measure/readings/levelTransform.ts'
import { findMovingPart } from '../src/measure/readings/movingPart.ts'
import { between, blockMedians, inOrderOfTime, type Readings } from '../src/measure/readings/readings.ts'
import { questionEntry } from '../src/measure/readings/unitSlip.ts'
import { seededRandom, standardNormal } from '../src/numeric/random.ts'
import { tubVolumeL } from '../src/physics/tub/tubVolume.ts'
import { KNOWN_MACHINE } from './makePlan.ts'

function series(count: number, stepS: number, level: (t: number) => number, noise = 1) {
  const random = seededRandom(11)
  return {
    tS: Float64Array.from({ length: count }, (_, i) => i * stepS),
    mm: Float64Array.from({ length: count }, (_, i) => level(i * stepS) + noise * standardNormal(random)),
  }
}

it.each([
  ['a steady fall', (t: number) => 200 - 2 * t],
  ['a fall that grows steeper, as in a drum near its floor', (t: number) => 120 - 0.9 * t - 0.012 * t * t],
  ['a fall that grows gentler', (t: number) => 40 + 120 * Math.exp(-t / 60)],
])('finds no standstill in %s', (_what, level) =>
  expect(findMovingPart(series(70, 1, level))).toEqual({ startsS: null, endsS: null }),
)
it('finds where a level comes to rest, and where it set off, to about a second', () => {
  const { startsS, endsS } = findMovingPart(series(75, 1, (t) => 20 + 2 * Math.min(45, Math.max(0, t - 12))))
  expect(Math.abs((startsS ?? 0) - 12)).toBeLessThan(1.5)
  expect(Math.abs((endsS ?? 0) - 57)).toBeLessThan(1.5)
})
it('does not take three readings by hand for a standstill', () =>
  expect(findMovingPart(series(9, 10, (t) => 20 + 1.5 * Math.min(t, 60), 2)).endsS).toBeNull())
it('is not misled by one wild reading while the level rests', () => {
  const rest = series(60, 1, (t) => 150 - 3 * Math.min(t, 40))
  rest.mm[52] = 90
  expect(Math.abs((findMovingPart(rest).endsS ?? 0) - 40)).toBeLessThan(1.5)
})

const columns = (tS: number[], levelMm: number[], rulerMm: number[]): Readings => ({
  tS: Float64Array.from(tS),
  levelMm: Float64Array.from(levelMm),
  rulerMm: Float64Array.from(rulerMm),
  flowLMin: new Float64Array(tS.length).fill(Number.NaN),
})
it('takes the ruler when it was read along the whole run, else the indicated level', () => {
  const t = [0, 10, 20, 30, 40, 50, 60]
  const levels = t.map((s) => s)
  const full = chooseLevels(
    columns(
      t,
      levels,
      levels.map((mm) => mm + 3),
    ),
  )
  expect([full.from, full.series.mm[2]]).toEqual(['ruler', 23])
  const few = chooseLevels(
    columns(
      t,
      levels,
      levels.map((mm, i) => (i < 3 ? mm : Number.NaN)),
    ),
  )
  expect(few.from).toBe('indicated')
})
it('keeps equal times in their order and counts what it moved', () => {
  const { readings, moved } = inOrderOfTime(columns([0, 20, 10, 10], [1, 4, 2, 3], [0, 0, 0, 0]))
  expect([[...readings.levelMm], moved]).toEqual([[1, 2, 3, 4], 1])
})
it('lets no single wild reading through a block of a stream', () => {
  const stream = series(600, 0.1, (t) => 100 - t, 0)
  for (let i = 5; i < 600; i += 20) stream.mm[i] = 999
  const { series: blocks, perBlock } = blockMedians(stream, 60)
  expect(perBlock).toBe(10)
  for (let i = 0; i < blocks.tS.length; i++)
    expect(Math.abs((blocks.mm[i] as number) - (100 - (blocks.tS[i] as number)))).toBeLessThan(0.11)
})
it('cuts a series to a span with both ends', () =>
  expect([
    ...between(
      series(10, 1, (t) => t, 0),
      3,
      6,
    ).tS,
  ]).toEqual([3, 4, 5, 6]))

const typed = (mm: number, litres = mm, other = mm * 25.4) => ({
  asLevelMm: mm,
  ifVolumeL: litres,
  ifOtherLengthMm: other,
})
it.each([
  ['a level that fits', typed(95), 98, null],
  ['litres for millimetres', typed(8.2), 92, { kind: 'volume-for-level', suggestedMm: 94 }],
  ['inches for millimetres', typed(3.6, 300), 92, { kind: 'other-unit', suggestedMm: 91 }],
  ['a level above the tub', typed(700), 98, { kind: 'above-tub', suggestedMm: null }],
  ['a level far off for no reason to be found', typed(300, 300), 98, { kind: 'far-off', suggestedMm: null }],
  ['anything, when nothing is due', typed(300, 300), null, null],
])('asks about %s', (_what, entry, dueMm, question) => {
  const asked = questionEntry(KNOWN_MACHINE, entry, dueMm)
  if (question === null) expect(asked).toBeNull()
  else {
    expect(asked?.kind).toBe(question.kind)
    if (question.suggestedMm === null) expect(asked?.suggestedMm).toBeNull()
    else expect(Math.abs((asked?.suggestedMm ?? 0) - question.suggestedMm)).toBeLessThan(4)
  }
})
// Common practice and estimate, no published source: about 2 L/kg with a time constant of some minutes.
it('lets dry laundry drink about two litres a kilogram, wet laundry nothing', () => {
  expect(absorbedL(middleAbsorption('dry', 4), 3600)).toBeCloseTo(8, 2)
  expect(absorbedL(middleAbsorption('dry', 4), 180)).toBeCloseTo(8 * (1 - Math.exp(-1)), 6)
  expect(absorbedL(middleAbsorption('wet', 4), 3600)).toBe(0)
})

it.each([
  ['front-load', 60],
  ['front-load', 1500],
  ['top-load-pump', 60],
  ['top-load-pump', 1500],
] as const)(
  'litres by level of a %s drained with %d mm to spare: ∫A dh/√(1 + h/spare) to 0.1 %%',
  (family, spareMm) => {
    const tub = tapedTub(familyDefaults(family))
    const mm = Float64Array.from({ length: 12 }, (_, i) => 10 + 22 * i)
    const litres = transform({ tS: mm, mm }, tub, spareMm, middleAbsorption('none', 0), 1)
    const fine = 20_000
    const exact = (h: number) => {
      let sum = 0
      for (let k = 0; k < fine; k++) {
        const [a, b] = [(h * k) / fine, (h * (k + 1)) / fine]
        sum += (tubVolumeL(tub, b) - tubVolumeL(tub, a)) / Math.sqrt(1 + (a + b) / 2 / spareMm)
      }
      return sum
    }
    const whole = exact(mm[11] as number)
    mm.forEach((h, i) => {
      const off = (litres[i] as number) - tubVolumeL(tub, 0) - exact(h)
      expect(Math.abs(off)).toBeLessThan(0.001 * whole)
    })
  },
)
