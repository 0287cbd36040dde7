import { expect, it } from '@jest/globals'
import fc from 'fast-check'
import { analyseBoard } from '../src/measure/board/analyseBoard.ts'
import type { RunEvent } from '../src/measure/board/runEvents.ts'
import { runReadings } from '../src/measure/board/runReadings.ts'
import {
  advanceRun,
  analysisMarks,
  elapsedS,
  emptyRun,
  type RunState,
  runFacts,
  undoTarget,
} from '../src/measure/board/runState.ts'
import { carried } from './carried.ts'
import { makePlan } from './makePlan.ts'

const at = 1_790_000_000_000
const planned: Extract<RunEvent, { type: 'planned' }> = {
  type: 'planned',
  id: 'p',
  atMs: at - 5000,
  plan: makePlan('drain'),
  instrumentId: null,
}
const started: RunEvent = { type: 'started', id: 's', atMs: at }
const level = (id: string, s: number, levelMm: number): RunEvent => ({
  type: 'levelRead',
  id,
  atMs: at + s * 1000,
  levelMm,
  by: 'ruler',
})
const stopped: RunEvent = { type: 'stopped', id: 'e', atMs: at + 40_000 }
const withdrawn = (id: string, targetId: string, replacementId: string | null = null): RunEvent => ({
  type: 'withdrawn',
  id,
  atMs: at + 50_000,
  targetId,
  why: 'undone',
  replacementId,
})
function run(...events: RunEvent[]): RunState {
  return events.reduce((state, event) => {
    const next = advanceRun(state, event)
    if (next.outcome === 'refused') throw new Error(carried(next.problem))
    return next.run
  }, emptyRun('r'))
}

it('counts wall time from the start and stands still after the stop', () => {
  const running = runFacts(run(planned, started))
  expect([running.phase, elapsedS(running, at + 62_400)]).toEqual(['running', 62.4])
  expect(elapsedS(running, at - 99_000)).toBe(0)
  expect(elapsedS(runFacts(run(planned, started, stopped)), at + 9e9)).toBe(40)
})
it('takes the same event twice as one', () => {
  const state = run(planned, started, level('a', 5, 100))
  expect(advanceRun(state, level('a', 5, 100))).toEqual({ outcome: 'known', run: state })
})
it('keeps what was undone, and forgets the undo when that is undone', () => {
  const undone = run(planned, started, level('a', 5, 100), withdrawn('u', 'a'))
  expect(undone.events).toHaveLength(4)
  expect(runFacts(undone).inForce).toEqual([])
  expect(runFacts(run(...undone.events, withdrawn('v', 'u'))).inForce).toHaveLength(1)
})
it('runs on when the stop is undone', () =>
  expect(runFacts(run(planned, started, stopped, withdrawn('u', 'e'))).phase).toBe('running'))
it('offers the last entry to undo, never a start that readings stand on', () => {
  expect(undoTarget(run(planned, started))?.id).toBe('s')
  expect(undoTarget(run(planned, started, level('a', 5, 100)))?.id).toBe('a')
  expect(undoTarget(run(planned, started, level('a', 5, 100), withdrawn('u', 'a')))?.id).toBe('s')
  expect(undoTarget(run(planned))).toBeNull()
})
it.each([
  [[started], 'entry.start-unplanned'],
  [[planned, stopped], 'entry.stop-unstarted'],
  [[planned, started, { ...started, id: 's2' } as RunEvent], 'entry.starts-twice'],
  [[planned, started, { ...stopped, atMs: at - 1 }], 'entry.stop-before-start'],
  [[planned, started, level('a', 1, 5000)], 'entry.level-range -300..1500, 5000'],
  [[planned, started, withdrawn('u', 'nothing')], 'entry.undo-nothing'],
])('refuses what contradicts the run and says why', (events, problem) =>
  expect(() => run(...events)).toThrow(problem),
)
it('comes to the same facts whatever order entries arrive in, and however often', () => {
  const entries = [
    level('a', 5, 100),
    level('b', 12, 80),
    level('c', 20, 60),
    { type: 'marked', id: 'm', atMs: at + 39_000, what: 'air-drawn' } as RunEvent,
  ]
  const expected = runFacts(run(planned, started, ...entries, stopped)).inForce
  fc.assert(
    fc.property(fc.shuffledSubarray([...entries, ...entries, stopped], { minLength: 9 }), (order) => {
      const state = order.reduce((s, event) => advanceRun(s, event).run, run(planned, started))
      expect(runFacts(state).inForce).toEqual(expected)
      expect(runFacts(state).phase).toBe('stopped')
    }),
    { seed: 5, numRuns: 100 },
  )
})
it('puts entries by hand and a stream on one time line', () => {
  const facts = runFacts(run(planned, started, level('a', 5, 100)))
  const block = {
    id: 'k',
    source: 'stream' as const,
    atMs: [at + 9000, at + 1000],
    levelMm: [80, 115],
    rulerMm: [null, null],
    flowLMin: [null, 7],
  }
  const all = runReadings(facts, [block])
  expect([...all.tS]).toEqual([1, 5, 9])
  expect([...all.levelMm]).toEqual([115, Number.NaN, 80])
  expect(all.rulerMm[1]).toBe(100)
})
it('analyses nothing before the start, and corrected values after a correction', () => {
  expect(analyseBoard(run(planned), [])).toBeNull()
  const entries = [0, 6, 12, 18, 24, 30].map((s, i) => level(`l${i}`, s, 120 - 2.2 * s))
  const slipped = run(planned, started, ...entries.with(3, level('l3', 18, 7)))
  const corrected = run(...slipped.events, level('l3b', 18, 80), withdrawn('w', 'l3', 'l3b'))
  expect(analyseBoard(slipped, [])?.usedReadings).toBe(6)
  expect(runFacts(corrected).inForce.map((e) => e.id)).toEqual(['l0', 'l1', 'l2', 'l3b', 'l4', 'l5'])
  expect(analyseBoard(corrected, [])?.notes).toEqual([])
})
it('says of a run that cannot be analysed that it cannot, instead of stopping whoever asks', () => {
  const broken: RunEvent = { ...planned, plan: { ...makePlan('drain'), machine: null as never } }
  const entries = [0, 6, 12, 18].map((s, i) => level(`l${i}`, s, 120 - 2.2 * s))
  const said = analyseBoard(run(broken, started, ...entries), [])
  expect(said).toMatchObject({ verdict: 'not-identifiable', saying: { code: 'not-analysable' } })
})
it('ends a fill at the valve seen to close, and keeps what was read after it', () => {
  const fillPlan = { ...planned, plan: makePlan('fill', { startLevelMm: 30 }) } as RunEvent
  const seen: RunEvent = { type: 'marked', id: 'v', atMs: at + 120_000, what: 'valve-closed' }
  const read = (s: number) => level(`f${s}`, s, Math.round(30 + 0.6 * Math.min(s, 120)))
  const entries = [0, 15, 30, 45, 60, 75, 90, 105, 120, 150, 180, 210, 240].map(read)
  const stop: RunEvent = { type: 'stopped', id: 'end', atMs: at + 241_000 }
  const facts = runFacts(run(fillPlan, started, ...entries, seen, stop))
  expect(analysisMarks(facts).filter((m) => m.what === 'valve-closed')).toEqual([
    { tS: 120, what: 'valve-closed' },
  ])
  const whole = analyseBoard(run(fillPlan, started, ...entries, seen, stop), [])
  const short = analyseBoard(
    run(fillPlan, started, ...entries.slice(0, 9), { ...stop, atMs: at + 120_000 }),
    [],
  )
  expect(whole?.quantities.flowLMin?.value).toBeCloseTo(short?.quantities.flowLMin?.value as number, 1)
})
