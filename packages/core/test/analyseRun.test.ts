import { expect, it } from '@jest/globals'
import type { RunMark } from '../src/measure/plan/runMarks.ts'
import type { RunPlan } from '../src/measure/plan/runPlan.ts'
import type { Readings } from '../src/measure/readings/readings.ts'
import { analyseRun } from '../src/measure/verdict/analyseRun.ts'
import { seededRandom, standardNormal } from '../src/numeric/random.ts'
import { type RigFault, standingWasher, stepWasher } from '../src/rig/washerModel.ts'
import { makePlan } from './makePlan.ts'

function readings(rows: [t: number, level: number | null, flow?: number | null][]): Readings {
  const column = (at: 1 | 2) => Float64Array.from(rows, (row) => row[at] ?? Number.NaN)
  return {
    tS: Float64Array.from(rows, (row) => row[0]),
    levelMm: column(1),
    rulerMm: new Float64Array(rows.length).fill(Number.NaN),
    flowLMin: column(2),
  }
}

/** Levels of the simulated washer every `everyS`, with 2 mm noise, and the instant it is done. */
function washed(plan: RunPlan, fault: RigFault, everyS: number, seed = 1) {
  const random = seededRandom(seed)
  const rows: [number, number][] = []
  let state = standingWasher(plan.machine, plan.startLevelMm)
  const input = { openTaps: plan.taps, pumpOn: plan.kind === 'drain', hoseEndMm: plan.hoseEndMm }
  const done = () => (plan.kind === 'fill' ? state.levelMm >= 120 : state.levelMm <= 4.5)
  let step = 0
  for (; step < 2000 && !done(); step++) {
    if (step % Math.round(everyS * 10) === 0)
      rows.push([step / 10, Math.round(state.levelMm + 2 * standardNormal(random))])
    state = stepWasher(plan.machine, plan.site, fault, state, input, 0.1)
  }
  const t = step / 10
  return { rows, endS: t }
}
const ended = (plan: RunPlan, endS: number): RunMark[] =>
  plan.kind === 'fill'
    ? [
        { tS: 0, what: 'valve-open' },
        { tS: endS, what: 'valve-closed' },
      ]
    : [
        { tS: 0, what: 'pump-on' },
        { tS: endS, what: 'air-drawn' },
      ]

it.each([
  ['drain', 'none', 'within'],
  ['drain', 'pump.worn', 'slow'],
  ['drain', 'drain-hose.blocked', 'slow'],
  ['fill', 'none', 'within'],
  ['fill', 'tap.part-shut', 'slow'],
  ['fill', 'inlet-valve.restricted', 'slow'],
] as const)('calls a %s with %s %s', (kind, fault, verdict) => {
  const plan = makePlan(kind)
  const { rows, endS } = washed(plan, fault, 4)
  const said = analyseRun(plan, readings(rows), ended(plan, endS), 'hand')
  expect(said.verdict).toBe(verdict)
  expect(said.quantities.timeS?.value).toBeCloseTo(endS, 5)
})
it('says what one drain cannot tell, and which measurement would', () => {
  const plan = makePlan('drain')
  const { rows, endS } = washed(plan, 'pump.worn', 4)
  const { notIdentifiable } = analyseRun(plan, readings(rows), ended(plan, endS), 'hand')
  expect(notIdentifiable.pumpHeadM).toEqual({ id: 'open.second-height' })
})
it('finds the instant at which a hot pump stops, and does not call the first half healthy', () => {
  const plan = makePlan('drain')
  const { rows } = washed(plan, 'pump.thermal-dropout', 0.5)
  const said = analyseRun(
    plan,
    readings(rows.filter(([t]) => t < 35)),
    [{ tS: 0, what: 'pump-on' }],
    'stream',
  )
  expect(said.verdict).toBe('slow')
  expect(said.saying.code).toBe('stalled')
  expect(Math.abs((said.quantities.cutoutS?.value ?? 0) - 14)).toBeLessThan(1.5)
})
it('takes the time from the levels when the mark comes late', () => {
  const plan = makePlan('drain')
  const { rows, endS } = washed(plan, 'none', 0.5)
  const rest = Array.from({ length: 24 }, (_, i): [number, number] => [endS + 0.5 * i, 4])
  const said = analyseRun(
    plan,
    readings([...rows, ...rest]),
    [
      { tS: 0, what: 'pump-on' },
      { tS: endS + 12, what: 'air-drawn' },
    ],
    'stream',
  )
  expect(Math.abs((said.quantities.timeS?.value ?? 0) - endS)).toBeLessThan(2.5)
  expect(said.notes.map((note) => note.id)).toContain('note.late-mark')
})
it('is not moved by one wild reading in ten', () => {
  const plan = makePlan('fill')
  const { rows, endS } = washed(plan, 'none', 6)
  const flow = (r: [number, number][]) =>
    analyseRun(plan, readings(r), ended(plan, endS), 'hand').quantities.flowLMin?.value ?? 0
  const wild = rows.map(([t, mm], i): [number, number] => [t, i % 10 === 5 ? mm + 30 : mm])
  expect(Math.abs(flow(wild) / flow(rows) - 1)).toBeLessThan(0.05)
})
it('lets the level decide against a fouled meter, and says so', () => {
  const plan = makePlan('fill')
  const { rows, endS } = washed(plan, 'none', 6)
  const said = analyseRun(plan, readings(rows.map(([t, mm]) => [t, mm, 4.1])), ended(plan, endS), 'hand')
  expect(said.verdict).toBe('within')
  expect(said.quantities.meterGain?.hi).toBeLessThan(0.75)
  expect(said.saying).toMatchObject({ meterLMin: expect.closeTo(4.1, 1) })
})
it('judges by the meter alone when no level was read', () => {
  const said = analyseRun(
    makePlan('fill'),
    readings([
      [5, null, 8.1],
      [20, null, 8],
      [35, null, 7.9],
      [50, null, 8.1],
    ]),
    [],
    'hand',
  )
  expect(said.quantities.flowLMin?.value).toBeCloseTo(8.05, 1)
})
it('measures a throttled fill without judging it', () => {
  const plan = makePlan('fill', { throttled: true })
  const { rows, endS } = washed(plan, 'tap.part-shut', 6)
  const said = analyseRun(plan, readings(rows), ended(plan, endS), 'hand')
  expect(said.verdict).toBe('not-identifiable')
  expect(said.quantities.flowLMin?.value).toBeGreaterThan(2)
  expect(said.notIdentifiable.ratioToExpected).toMatchObject({ code: 'throttled' })
})
it('calls a level that does not move no flow', () => {
  const still = Array.from({ length: 12 }, (_, i): [number, number] => [i * 10, 118 + (i % 3)])
  const said = analyseRun(
    makePlan('drain'),
    readings(still),
    [
      { tS: 0, what: 'pump-on' },
      { tS: 120, what: 'pump-off' },
    ],
    'hand',
  )
  expect(said.verdict).toBe('no-flow')
})

// Bad input: each a clear message, nothing dropped in silence.
it('answers an empty run with what it needs', () => {
  const said = analyseRun(makePlan('drain'), readings([]), [], 'hand')
  expect(said).toMatchObject({ verdict: 'not-identifiable', saying: { code: 'no-end', kind: 'drain' } })
})
it('puts readings that came out of order in order, and says so', () => {
  const plan = makePlan('drain')
  const { rows, endS } = washed(plan, 'none', 4)
  const shuffled = [...rows]
  ;[shuffled[2], shuffled[5]] = [shuffled[5] as [number, number], shuffled[2] as [number, number]]
  const said = analyseRun(plan, readings(shuffled), ended(plan, endS), 'hand')
  expect(said.quantities.flowLMin).toEqual(
    analyseRun(plan, readings(rows), ended(plan, endS), 'hand').quantities.flowLMin,
  )
  expect(said.notes[0]).toEqual({ id: 'note.out-of-order', values: { readings: 2 } })
})
it('notices a stream that stopped and came back, and still has its flow', () => {
  const plan = makePlan('fill')
  const { rows, endS } = washed(plan, 'none', 0.5)
  const broken = rows.filter(([t]) => t < 30 || t > 50)
  const said = analyseRun(plan, readings(broken), ended(plan, endS), 'stream')
  expect(said.notes).toContainEqual({
    id: 'note.stream-gap',
    values: {
      at: { kind: 'time', base: expect.closeTo(29.5, 1) },
      gap: { kind: 'time', base: expect.closeTo(21, 1) },
    },
  })
  expect(said.verdict).toBe('within')
})
it('asks about litres typed for millimetres', () => {
  const plan = makePlan('fill')
  const { rows, endS } = washed(plan, 'none', 8)
  const slipped = rows.map(([t, mm], i): [number, number] => [t, i === 7 ? 8 : mm])
  expect(analyseRun(plan, readings(slipped), ended(plan, endS), 'hand').notes).toContainEqual({
    id: 'note.unit-slip',
    values: expect.objectContaining({ unit: 'litres', read: { kind: 'level', base: 8 } }),
  })
})
it('does not count a level above the tub', () => {
  const plan = makePlan('drain')
  const { rows, endS } = washed(plan, 'none', 4)
  const high = rows.map(([t, mm], i): [number, number] => [t, i === 3 ? 600 : mm])
  expect(analyseRun(plan, readings(high), ended(plan, endS), 'hand').verdict).toBe('within')
})
it('takes in an hour at 10 Hz whole', () => {
  const rows = Array.from({ length: 36_000 }, (_, i): [number, number] => [
    i / 10,
    10 + i * 0.003 + (i % 7) * 0.3,
  ])
  const said = analyseRun(makePlan('fill'), readings(rows), [], 'stream')
  expect(said.quantities.flowLMin?.value).toBeGreaterThan(0.1)
  expect(said.usedReadings).toBe(36_000)
})

it('uses a level read before the start beside a few read later, and no impossible one', () => {
  const drained = (change: Partial<RunPlan>, seed: number) => {
    const plan = makePlan('drain', change)
    const { rows, endS } = washed(makePlan('drain'), 'pump.worn', 8, seed)
    const said = analyseRun(plan, readings(rows.slice(1)), ended(plan, endS), 'hand')
    const { lo, hi, value } = said.quantities.flowLMin ?? { lo: 1, hi: Number.NaN, value: Number.NaN }
    return { width: Math.log(hi / lo), value }
  }
  for (let seed = 1; seed <= 5; seed++) {
    const without = drained({ startFrom: 'machine' }, seed)
    const slip = drained({ startFrom: 'read', startLevelMm: 12 }, seed)
    expect(drained({ startFrom: 'read' }, seed).width).toBeLessThan(0.9 * without.width)
    expect(slip.value).toBeCloseTo(without.value, 6)
  }
})
