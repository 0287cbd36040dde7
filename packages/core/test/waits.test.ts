import { describe, expect, it } from '@jest/globals'
import { underWayNow } from '../src/index.ts'
import { seededRandom } from '../src/numeric/random.ts'
import { waterworksOf } from '../src/reason/planning/changes.ts'
import { needsOf } from '../src/reason/planning/needs.ts'
import { planNext, stepsFrom } from '../src/reason/planning/planNext.ts'
import { problemOf } from '../src/reason/planning/problem.ts'
import { timelineOf } from '../src/reason/planning/timeline.ts'
import { planVisit } from '../src/reason/planning/visitPlan.ts'
import { arrivingState, type WorkState } from '../src/reason/planning/workState.ts'
import { weighVisit } from '../src/reason/weigh/weighVisit.ts'
import { drawn, look, optimum, planned, problem, START, WATER } from './smallProblems.ts'
import { caseWith } from './visitWith.ts'

const HOLD = { kind: 'phase', phase: 'hold' } as const

describe('what is done while something goes on by itself', () => {
  it('takes at most 5 % more minutes than the best that can be done, where one look goes on by itself', () => {
    const random = seededRandom(12)
    let [best, own, withoutWaits] = [0, 0, 0]
    for (let n = 0; n < 60; n++) {
      const one = drawn(random, 5, true)
      best += optimum(one)
      own += planned(one)
      // The same with the hands on it all the time.
      const looks = one.looks.map(({ needs: { handsFreeMin: _, ...needs }, ...rest }) => ({ ...rest, needs }))
      withoutWaits += optimum({ ...one, looks })
    }
    expect(own / best).toBeGreaterThanOrEqual(1 - 1e-9)
    expect(own / best).toBeLessThan(1.05)
    // There is something to be had by it.
    expect(best).toBeLessThan(withoutWaits)
  })

  const tells = (which: number) => [0, 1, 2].map((n) => (n === which ? [0.95, 0.05] : [0.05, 0.95]))
  const long = look('bellows.look', { doing: 10, handsFreeMin: 9, water: 'in' }, tells(0))
  const ohms = look('lid-switch.continuity', { doing: 3, mains: 'off' }, tells(1))
  const running = look('pump.sound', { doing: 3, mains: 'on', water: 'in' }, tells(2))
  const three = problem([0.4, 0.35, 0.25], [long, ohms, running], [30, 30, 30])

  it('counts only what outlasts it, and leaves alone what would disturb it', () => {
    const [begun] = stepsFrom(three, START, WATER)
    expect(begun).toMatchObject({ minutes: 10, longerMin: 10, after: { beside: { leftMin: 8 } } })
    const [, free, disturbs] = stepsFrom(three, begun?.after ?? START, WATER)
    // Half a minute for the plug and three for the reading, within eight.
    expect(free).toMatchObject({
      minutes: 3.5,
      longerMin: 0,
      beside: true,
      after: { beside: { leftMin: 4.5 } },
    })
    expect(disturbs).toMatchObject({ minutes: 3, longerMin: 3, beside: false })
    const late: WorkState = { ...START, beside: { needs: long.needs, leftMin: 2 } }
    expect(stepsFrom(three, late, WATER)[1]).toMatchObject({ longerMin: 1.5, beside: true })
    expect(planNext(three, late, WATER).steps[0]?.planned.look.id).toBe('lid-switch.continuity')
  })
  it('draws the ohms beside the hold', () => {
    const short = look('bellows.look', { doing: 6, handsFreeMin: 5, water: 'in' }, tells(0))
    const { steps } = timelineOf(
      problem([0.4, 0.35, 0.25], [short, ohms, running], [30, 30, 30]),
      START,
      WATER,
      0,
    )
    expect(
      steps.map(({ step, startsMin, endsMin, handsFreeFromMin, meanwhile }) => [
        step.planned.look.id,
        startsMin,
        endsMin,
        handsFreeFromMin,
        meanwhile,
      ]),
    ).toEqual([
      ['bellows.look', 0, 6, 2, false],
      ['lid-switch.continuity', 2, 5.5, null, true],
    ])
  })
})

describe('a hold that is under way in a visit', () => {
  const visit = caseWith([
    { check: 'complaint', value: 'leaking' },
    { check: 'complaint', value: 'not-draining' },
  ])
  const weighed = weighVisit(visit)
  const full = { ...arrivingState(visit.machine, visit.observations), waterL: 14 }
  const water = waterworksOf(visit.machine, visit.site, true)

  it('has ohms and looks beside it, and nothing that moves the water or runs the machine', () => {
    const holding = { ...full, beside: { needs: needsOf(HOLD, visit.machine, weighed.parts), leftMin: 8 } }
    const steps = stepsFrom(problemOf(visit, weighed), holding, water)
    const ids = steps.flatMap((step) => (step?.beside ? [step.planned.look.id] : []))
    expect(ids).toEqual(expect.arrayContaining(['pump.winding', 'drain-hose.look', 'leak.place']))
    for (const id of [
      'screens.look:cold',
      'pump.sound',
      'stream.look',
      'trap.look',
      'filter-cap.turn',
      'impeller.feel',
      'tub-hose.squeeze',
      'level-hose.look',
      'leak.stop-level',
      'leak.catch',
      'drain.lift-stop',
      'phase:fill',
      'phase:spin',
      'run:drain',
    ])
      expect(ids).not.toContain(id)
    for (const step of steps) {
      if (!step?.beside) continue
      expect(step.after.waterL).toBe(full.waterL)
      expect(step.after.taps).toEqual(full.taps)
      expect(step.after.tilted).toBe(false)
    }
  })
  it('is not asked for again: only what goes beside it is, until it is read', () => {
    const before = planVisit(visit, weighed, full)
    expect(before.goingOn).toBeNull()
    const plan = planVisit(visit, weighed, full, { goingOn: { what: HOLD, leftMin: 6.2 } })
    expect(plan.goingOn).toMatchObject({ leftMin: 7, look: { id: 'phase:hold' } })
    expect(plan.looks.length).toBeGreaterThan(0)
    expect(plan.looks.every(({ beside }) => beside)).toBe(true)
    expect(plan.looks.map(({ id }) => id)).not.toContain('phase:hold')
    expect(plan.tryFirst).toBeNull()
    expect(plan.timeline[0]).toMatchObject({ id: 'going-on', endsMin: 6.2, handsFreeFromMin: 0 })
    expect(plan.timeline[1]).toMatchObject({ startsMin: 0, meanwhile: true })
    for (const { next } of plan.orders) if (next) expect(next.beside).toBe(true)
  })
  it('is known by its run or by the check that was begun, as long as it has minutes left', () => {
    const run = (kind: 'hold' | 'fill', startedAtMs: number | null, stoppedAtMs: number | null = null) => ({
      kind,
      startedAtMs,
      stoppedAtMs,
    })
    const min = 60_000
    expect(underWayNow([run('hold', 0)], null, 4 * min)).toEqual({ what: HOLD, leftMin: 7 })
    expect(underWayNow([run('hold', 0, 3 * min)], null, 4 * min)).toBeNull()
    expect(underWayNow([run('hold', null)], null, 4 * min)).toBeNull()
    expect(underWayNow([run('hold', 0)], null, 11 * min)).toBeNull()
    // Hands are on a fill.
    expect(underWayNow([run('fill', 0)], null, min)).toBeNull()
    const begun = { check: 'water-when-off' as const, sinceMs: 2 * min }
    expect(underWayNow([run('hold', 0)], begun, 4 * min)).toEqual({
      what: { kind: 'check', check: 'water-when-off' },
      leftMin: 8,
    })
    expect(underWayNow([], { check: 'pump.winding', sinceMs: 0 }, min)).toBeNull()
  })
})
