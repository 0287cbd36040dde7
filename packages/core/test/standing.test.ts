import { expect, it } from '@jest/globals'
import type { RunKind } from '../src/measure/plan/runPlan.ts'
import type { Readings } from '../src/measure/readings/readings.ts'
import { analyseRun } from '../src/measure/verdict/analyseRun.ts'
import { seededRandom, standardNormal } from '../src/numeric/random.ts'
import { makePlan } from './makePlan.ts'

const random = seededRandom(11)
/** Readings every `everyS` for `endS`, ruler and display as functions of time; null = not read. */
function read(
  endS: number,
  everyS: number,
  ruler: ((t: number) => number) | null,
  display: ((t: number) => number) | null,
  noiseMm = 1.5,
): Readings {
  const tS = Array.from({ length: Math.floor(endS / everyS) + 1 }, (_, i) => i * everyS)
  const column = (f: ((t: number) => number) | null) =>
    Float64Array.from(tS, (t) => (f ? Math.round(f(t) + noiseMm * standardNormal(random)) : Number.NaN))
  return {
    tS: Float64Array.from(tS),
    levelMm: column(display),
    rulerMm: column(ruler),
    flowLMin: new Float64Array(tS.length).fill(Number.NaN),
  }
}
const say = (kind: RunKind, readings: Readings, source: 'hand' | 'stream' = 'hand') =>
  analyseRun(makePlan(kind, { hoseEndMm: 900, startLevelMm: 120 }), readings, [], source)

it('calls a level that stays steady, and says what it could not have seen', () => {
  const said = say(
    'hold',
    read(600, 60, () => 120, null),
  )
  expect(said.verdict).toBe('steady')
  expect(said.bounds.leakLH?.atMost).toBeGreaterThan(2)
  expect(said.bounds.leakLH?.atMost).toBeLessThan(30)
  expect(said.saying).toMatchObject({ code: 'steady', seenLH: expect.any(Number) })
})
it('sees less the longer it waits', () => {
  const seen = (minutes: number) =>
    say(
      'hold',
      read(minutes * 60, 60, () => 120, null),
    ).bounds.leakLH?.atMost as number
  expect(seen(30)).toBeLessThan(seen(10) / 2)
})
it('calls a falling level a loss, and names what looks the same', () => {
  const said = say(
    'hold',
    read(600, 60, (t) => 120 - t * 0.04, null),
  )
  expect(said.verdict).toBe('falling')
  expect(said.quantities.leakLH?.lo).toBeGreaterThan(5)
  expect(said.notIdentifiable.leakHeightMm).toMatchObject({
    id: expect.stringMatching(/fell-too-little|not-near-leak/),
  })
  expect(said.saying).toMatchObject({ code: 'falling', holds: 'first' })
})
it('takes a fast fall that ends on a plateau for a fall, and the plateau for the leak once no siphon can be', () => {
  const readings = read(1200, 10, (t) => Math.max(70, 120 - t * 0.25), null, 1)
  const held = (hoseEndMm: number) => analyseRun(makePlan('hold', { hoseEndMm }), readings, [], 'stream')
  const lifted = held(1400)
  expect(lifted.verdict).toBe('falling')
  expect(lifted.quantities.leakHeightMm?.lo).toBeLessThan(71)
  expect(lifted.quantities.leakHeightMm?.hi).toBeGreaterThan(69)
  // As fast as the hose itself runs: with its end in the standpipe a siphon explains it as well.
  expect(held(300).quantities.leakHeightMm).toBeUndefined()
  expect(held(300).notIdentifiable.leakHeightMm).toEqual({ id: 'open.siphon-alike' })
})
it('says what seeps in while the machine is idle', () => {
  const said = say(
    'idle',
    read(600, 60, (t) => 100 + t * 0.03, null),
  )
  expect(said.verdict).toBe('rising')
  expect(said.quantities.riseLH?.lo).toBeGreaterThan(0)
})
it('tells an air leak of the pressure hose from a leak of the tub by the ruler', () => {
  const said = say(
    'hold',
    read(
      600,
      60,
      () => 120,
      (t) => 120 * Math.exp(-t / 500),
    ),
  )
  expect(said.verdict).toBe('steady')
  expect(said.quantities.tubeLeakTauS?.lo).toBeLessThan(500)
  expect(said.quantities.tubeLeakTauS?.hi).toBeGreaterThan(500)
  expect(said.saying.code).toBe('tube-leak')
})
it('cannot tell them apart without it, and says so', () => {
  const said = say(
    'hold',
    read(600, 60, null, (t) => 120 * Math.exp(-t / 500)),
  )
  expect(said.verdict).toBe('falling')
  expect(said.notIdentifiable.tubeLeakTauS).toEqual({ id: 'open.ruler-beside' })
})
it('measures what runs back after the pump stopped', () => {
  const said = say(
    'after-drain',
    read(25, 5, (t) => (t < 4 ? 30 : 42), null, 0.5),
  )
  expect(said.verdict).toBe('rising')
  expect(said.quantities.runBackL?.value).toBeGreaterThan(0.2)
  const none = say(
    'after-drain',
    read(25, 5, () => 30, null, 0.5),
  )
  expect(none.verdict).toBe('steady')
})
it('takes a leak that stopped for its height', () => {
  const readings = read(1800, 60, (t) => Math.max(90, 120 - t * 0.03), null)
  const plan = makePlan('hold', { hoseEndMm: 900 })
  const said = analyseRun(plan, readings, [{ tS: 1020, what: 'leak-stopped' }], 'hand')
  expect(said.quantities.leakHeightMm?.lo).toBeLessThan(90)
  expect(said.quantities.leakHeightMm?.hi).toBeGreaterThan(90)
})
it('takes two readings as evidence, and asks for more than one', () => {
  const two = say(
    'hold',
    read(600, 600, (t) => 120 - t / 10, null),
  )
  expect([two.verdict, two.usedReadings]).toEqual(['falling', 2])
  expect(two.quantities.leakLH?.lo).toBeGreaterThan(20)
  const one = say(
    'hold',
    read(0, 60, () => 120, null),
  )
  expect(one.verdict).toBe('not-identifiable')
})
it('lets a siphon run with the hose end above the water stand still', () => {
  const said = analyseRun(
    makePlan('siphon', { hoseEndMm: 900, startLevelMm: 120 }),
    read(600, 60, () => 120, null),
    [],
    'hand',
  )
  expect(said.verdict).toBe('steady')
})

/** A drain as a logger saw it, ten a second falling by 1.5 mm/s. */
function drained(change: (t: number) => number): Readings {
  const tS = Float64Array.from({ length: 600 }, (_, i) => i / 10)
  return {
    tS: tS.map(change),
    levelMm: tS.map((t) => 120 - 1.5 * t),
    rulerMm: new Float64Array(600).fill(Number.NaN),
    flowLMin: new Float64Array(600).fill(Number.NaN),
  }
}
it.each([
  ['back', -3600],
  ['ahead', 3600],
])('closes a jump of the instrument’s clock %s, and says so', (_what, jumpS) => {
  const straight = analyseRun(
    makePlan('drain'),
    drained((t) => t),
    [],
    'stream',
  )
  const jumped = analyseRun(
    makePlan('drain'),
    drained((t) => (t < 30 ? t : t + jumpS)),
    [],
    'stream',
  )
  expect(jumped.notes[0]?.id).toBe('note.clock-jump')
  const [a, b] = [straight.quantities.flowLMin?.value as number, jumped.quantities.flowLMin?.value as number]
  expect(Math.abs(b / a - 1)).toBeLessThan(0.02)
})
it('takes a pause of the stream for a pause', () => {
  const paused = drained((t) => t)
  const keep = (column: Float64Array) => column.filter((_v, i) => i < 200 || i > 420)
  const said = analyseRun(
    makePlan('drain'),
    {
      tS: keep(paused.tS),
      levelMm: keep(paused.levelMm),
      rulerMm: keep(paused.rulerMm),
      flowLMin: keep(paused.flowLMin),
    },
    [],
    'stream',
  )
  expect(said.notes.map((note) => note.id)).toContain('note.stream-gap')
  expect(said.notes.map((note) => note.id)).not.toContain('note.clock-jump')
})
it('takes the pump falling silent with water left for a cut-out', () => {
  const tS = Float64Array.from({ length: 12 }, (_, i) => i * 5)
  const readings = {
    tS,
    levelMm: tS.map((t) => (t < 30 ? 120 - 1.6 * t : 72)),
    rulerMm: new Float64Array(12).fill(Number.NaN),
    flowLMin: new Float64Array(12).fill(Number.NaN),
  }
  const said = analyseRun(
    makePlan('drain'),
    readings,
    [
      { tS: 0, what: 'pump-on' },
      { tS: 30, what: 'pump-silent' },
    ],
    'hand',
  )
  expect(said.verdict).toBe('slow')
  expect(said.quantities.cutoutS?.value).toBe(30)
})
it('keeps the rate of a leak when a tenth of the readings are wild', () => {
  let covered = 0
  for (let k = 0; k < 40; k++) {
    const wild = () => (random() < 0.1 ? (random() < 0.5 ? 25 : -25) : 0)
    const said = say(
      'hold',
      read(1800, 60, (t) => 120 - t * 0.02 + wild(), null, 2),
    )
    // Straight fall of 0.02 mm/s: the leak at the start is the section there times that.
    const { leakLH } = said.quantities
    if (leakLH && leakLH.lo < 13.9 && leakLH.hi > 12.2) covered++
  }
  expect(covered).toBeGreaterThan(34)
})
it('asks whether litres were meant where millimetres were due', () => {
  const slipped = read(600, 60, (t) => (t === 300 ? 9 : 100), null, 0)
  expect(say('hold', slipped).notes).toContainEqual({
    id: 'note.unit-slip',
    values: expect.objectContaining({ unit: 'litres' }),
  })
})
it('sees water still coming in after the valve has closed', () => {
  const tS = Float64Array.from({ length: 42 }, (_, i) => i * 15)
  const level = (t: number) => (t <= 150 ? 20 + 0.6 * t : 110 + 0.04 * (t - 150))
  const said = analyseRun(
    makePlan('fill', { startLevelMm: 20 }),
    {
      tS,
      levelMm: tS.map((t) => Math.round(level(t))),
      rulerMm: new Float64Array(42).fill(Number.NaN),
      flowLMin: new Float64Array(42).fill(Number.NaN),
    },
    [
      { tS: 0, what: 'valve-open' },
      { tS: 150, what: 'valve-closed' },
    ],
    'hand',
  )
  expect(said.quantities.riseLH?.lo).toBeGreaterThan(5)
  expect(said.notes.map((note) => note.id)).toContain('note.rose-after-closing')
})
it('does not take the lift of a turning drum for a seeping valve', () => {
  const said = say(
    'motion',
    read(300, 10, (t) => 120 + Math.min(70, t), null),
  )
  expect(said.verdict).toBe('not-identifiable')
  expect(said.quantities.riseLH).toBeUndefined()
  expect(said.saying.code).toBe('in-motion')
})
it('trusts two looks at the ruler more than a display whose hose leaks air', () => {
  const readings = read(600, 60, null, (t) => 120 * Math.exp(-t / 500), 0.5)
  readings.rulerMm[0] = 121
  readings.rulerMm[10] = 119
  const said = say('hold', readings)
  expect(said.verdict).toBe('steady')
  expect(said.quantities.tubeLeakTauS?.value).toBeGreaterThan(400)
  expect(said.saying.code).toBe('tube-leak')
  readings.rulerMm[10] = 90
  expect(say('hold', readings).verdict).toBe('falling')
})
