import { decideVisit, minutesByJobs, USUAL_PRICES, type WeighedCase } from '@brendik/core'
import { planVisit, visitView } from '../packages/core/src/reason/planning/visitPlan.ts'
import { arrivingState } from '../packages/core/src/reason/planning/workState.ts'
import { weighVisit } from '../packages/core/src/reason/weigh/weighVisit.ts'
import { makeDraw } from '../packages/core/test/study/draw.ts'
import { callWith } from '../packages/core/test/study/faultTown.ts'
import { weighedCase } from '../packages/core/test/study/weighedCase.ts'
import type { Figure } from './benchStore.ts'

/** A call of the study's town that has runs and many looks: more is seldom known of one machine. */
function busyVisit(): WeighedCase {
  const draw = makeDraw(3)
  const calls = Array.from({ length: 40 }, () => callWith('coin-trap.blocked', 'front-load', draw))
  const size = (call: (typeof calls)[number]) =>
    call.file.observations.length + 10 * (call.file.runs as unknown[]).length
  const { file } = calls.reduce((a, b) => (size(b) > size(a) ? b : a))
  return weighedCase(file, 230)
}

/** How long the weighing over the whole catalogue takes after an entry, and the next looks after it; how much it holds. */
export function weighBench(medianMs: (times: number, work: () => unknown) => number): Figure[] {
  const visit = busyVisit()
  const of = `${visit.observations.length} looks, ${visit.runs.length} runs`
  // Most is open still: most acts to choose among.
  const early = { ...visit, runs: [], observations: [{ check: 'complaint', value: 'not-draining' }] }
  const state = arrivingState(visit.machine, visit.observations)
  // An entry changes one look at a time.
  const answers = ['runs', 'hum'].map((value) => ({
    ...visit,
    observations: [...visit.observations, { check: 'pump.sound', value }],
  }))
  /** As the app asks: the plan has been made for the line above the page. */
  const decided = (one: WeighedCase, id: string, name: string): Figure => {
    visitView(one, state)
    const decide = () => decideVisit(one, USUAL_PRICES, {}, { id, minutes: 2 }, minutesByJobs(one.machine))
    return { name, value: medianMs(25, decide), unit: 'ms', limit: 20 }
  }
  let entry = 0
  globalThis.gc?.()
  const before = process.memoryUsage().heapUsed
  const kept = Array.from({ length: 20 }, () => weighVisit(visit))
  const eachMb = (process.memoryUsage().heapUsed - before) / 1e6 / kept.length
  /** Of a weighing that was planned already the looks are foretold. */
  const weighings = Array.from({ length: 40 }, () => weighVisit(visit))
  const fresh = () => {
    const one = weighings.pop()
    if (!one) throw new Error('bench: expected fewer plans than weighings')
    return one
  }
  return [
    {
      name: `what is wrong after an entry: ${of}`,
      value: medianMs(25, () => weighVisit(answers[entry++ % 2] as WeighedCase)),
      unit: 'ms',
      limit: 16,
    },
    {
      name: `next check after it: ${of}`,
      value: medianMs(25, () => planVisit(visit, fresh(), state, { timeline: false, orders: false })),
      unit: 'ms',
      limit: 100,
    },
    {
      name: `plan of the visit, with time line and orders: ${of}`,
      value: medianMs(9, () => planVisit(visit, fresh(), state)),
      unit: 'ms',
      limit: 250,
    },
    decided(visit, 'trap.look', `decide after it, by prices and the steps of jobs: ${of}`),
    decided(early, 'trap.look', 'decide with a complaint alone, and with what the next look would save'),
    decided(early, 'run:drain', 'decide with a complaint alone, and with what a timed drain would save'),
    { name: 'what one weighing holds or leaves behind, at most', value: eachMb, unit: 'MB', limit: 60 },
  ]
}
