import { describe, expect, test } from '@jest/globals'
import { jobFits, jobFor, minutesByJobs } from '../src/guide/jobs/jobFor.ts'
import {
  jobMinutes,
  jobNow,
  jobSteps,
  mayBeDone,
  showedOf,
  stepTopic,
  workingOn,
  workingValue,
} from '../src/guide/jobs/jobPlan.ts'
import { jobOf } from '../src/guide/jobs/jobs.ts'
import { JOB_IDS, type JobId } from '../src/guide/jobs/jobTypes.ts'
import { FAMILY_IDS, familyDefaults, type MachineSpec } from '../src/machine/machineSpec.ts'
import { partsOf } from '../src/machine/parts.ts'
import { CURES } from '../src/reason/catalogue/cures.ts'
import { FAULT_CARDS } from '../src/reason/catalogue/faultCards.ts'
import { type Said, saidEntries } from '../src/state/entries.ts'
import { gateOf } from '../src/state/gates.ts'
import { machineState, STATE_WORDS } from '../src/state/machineState.ts'

const NOW = 1_790_000_000_000
let count = 0
const said = (values: Readonly<Record<string, string | number | boolean>>): Map<string, Said> =>
  saidEntries(
    Object.entries(values).map(([topic, value]) => ({
      id: `e${count++}`,
      atMs: NOW,
      by: 'Kim',
      topic,
      value,
      basedOn: [],
    })),
  )
const machineOf = (family: (typeof FAMILY_IDS)[number], pumpRoute?: 'lower' | 'below' | 'rear' | 'front') =>
  ({
    ...familyDefaults(family),
    ...(pumpRoute ? { construction: { pumpRoute, pumpRow: null } } : {}),
  }) satisfies MachineSpec
/** Dry, cold, unplugged, shut: nothing stands in the way of any step. */
const SAFE = {
  'state:mains': 'unplugged',
  'state:tap-cold': 'shut',
  'state:tap-hot': 'shut',
  'state:water': 'empty',
  'state:hose-end': 'lifted',
  'state:lock': 'free',
}
/** Every way a machine may stand that a gate looks at. */
const STARTS = STATE_WORDS.mains.flatMap((mains) =>
  STATE_WORDS['tap-cold'].flatMap((tap) =>
    (['empty', 'to-the-lip', 150] as const).flatMap((water) =>
      ['lifted', 'standpipe'].map((hose) => ({
        'state:mains': mains,
        'state:tap-cold': tap,
        'state:tap-hot': tap,
        'state:water': water,
        'state:hose-end': hose,
        'state:lock': 'free',
      })),
    ),
  ),
)

const familiesOf = (id: JobId) => FAMILY_IDS.filter((family) => jobFits(id, machineOf(family)))

describe('every job', () => {
  test.each(JOB_IDS)('%s: there is a machine that it is for', (id) => {
    expect(familiesOf(id).length).toBeGreaterThan(0)
  })

  test.each(JOB_IDS)(
    '%s: no step is reachable while its gate is shut, from any state and in any family',
    (id) => {
      let shut = 0
      // Told all at once: there are fifty thousand steps.
      const wrong: unknown[] = []
      for (const family of FAMILY_IDS)
        for (const start of [{}, ...STARTS]) {
          const machine = machineOf(family)
          const ticks: Record<string, string | number | boolean> = {}
          for (const { id: step } of jobSteps(id, machine)) ticks[stepTopic('decides', id, step)] = true
          const entries = said({ ...start, ...ticks })
          const state = machineState(entries, [])
          const now = jobNow(id, machine, state, entries, {}, NOW)
          const passed = new Set<NonNullable<(typeof now.steps)[number]['step']['gate']>>()
          for (const one of now.steps) {
            if (one.step.gate) passed.add(one.step.gate)
            if (one.step.section === 'end') continue
            const dangerous = [...passed].some((act) => !gateOf(act, machine, state, NOW).open)
            if (dangerous) shut++
            if (mayBeDone(one, now) === dangerous) wrong.push([family, start, one.step.id])
          }
        }
      expect(wrong).toEqual([])
      // Whatever is opened, unplugged or unscrewed has something that stands in its way.
      if (jobOf(id).steps.some(({ gate }) => gate)) expect(shut).toBeGreaterThan(0)
    },
  )

  test.each(JOB_IDS)('%s: walked step by step to its end, every bag back', (id) => {
    for (const family of familiesOf(id)) {
      const machine = machineOf(family)
      const ticks: Record<string, string | number | boolean> = { ...SAFE }
      for (let n = 0; n < 60; n++) {
        const entries = said(ticks)
        const now = jobNow(id, machine, machineState(entries, []), entries, {}, NOW)
        const next = now.steps[now.at]
        if (!next) break
        if (next.step.closesUp)
          for (const { step, off } of now.bags) ticks[stepTopic('back', id, step.id)] = off
        ticks[stepTopic('decides', id, next.step.id)] = true
        const ready = said(ticks)
        const then = jobNow(id, machine, machineState(ready, []), ready, {}, NOW)
        expect([
          family,
          next.step.id,
          mayBeDone(then.steps[now.at] as (typeof then.steps)[number], then),
        ]).toEqual([family, next.step.id, true])
        ticks[stepTopic('job', id, next.step.id)] = true
        for (const [field, value] of next.step.sets ?? []) ticks[`state:${field}`] = value
      }
      const entries = said(ticks)
      const end = jobNow(id, machine, machineState(entries, []), entries, {}, NOW)
      expect([family, end.at, end.minutesLeft]).toEqual([family, end.steps.length, 0])
    }
  })

  test('whatever comes off is counted back before it is closed up, also where no panel goes on', () => {
    for (const id of JOB_IDS)
      for (const family of familiesOf(id)) {
        const steps = jobSteps(id, machineOf(family))
        if (!steps.some(({ takes }) => takes)) continue
        expect([id, family, steps.filter(({ closesUp }) => closesUp).length]).toEqual([id, family, 1])
        const ticks = Object.fromEntries(steps.map((step) => [stepTopic('job', id, step.id), true]))
        const entries = said({ ...SAFE, ...ticks })
        const now = jobNow(id, machineOf(family), machineState(entries, []), entries, {}, NOW)
        const last = now.steps.find(({ step }) => step.closesUp)
        expect([id, family, now.left > 0, last && mayBeDone(last, now)]).toEqual([id, family, true, false])
      }
  })

  test('names each of its steps once', () => {
    for (const id of JOB_IDS)
      for (const family of familiesOf(id)) {
        const ids = jobSteps(id, machineOf(family), { counterweight: 'yes' }).map((step) => step.id)
        expect([id, family, ids.length]).toEqual([id, family, new Set(ids).size])
      }
  })

  test('has minutes, one act, and a point that decides unless it is another trade’s', () => {
    for (const id of JOB_IDS) {
      const job = jobOf(id)
      expect(jobMinutes(id, machineOf('front-load'))).toBeGreaterThan(4)
      if (job.refers || id === 'spill' || id === 'tap') continue
      expect([id, job.steps.filter(({ does }) => does).length]).toEqual([id, 1])
      expect([id, job.steps.some(({ decides }) => decides)]).toEqual([id, true])
    }
  })
})

test('every fault of the catalogue leads to a job, or to another trade by name', () => {
  const used = new Set<JobId>()
  for (const family of FAMILY_IDS)
    for (const pumpRoute of [undefined, 'lower', 'below', 'rear', 'front'] as const)
      for (const { id, part, families } of FAULT_CARDS) {
        if (families?.[family] === 0) continue
        const { act, newPartMin } = CURES[id]
        const machine = machineOf(family, pumpRoute)
        for (const word of [act, ...(newPartMin === undefined ? [] : (['replace'] as const))]) {
          const of = word === 'close-up' ? null : part
          const job = jobFor({ act: word, part: of, fault: id }, machine)
          used.add(job)
          // What is led to is for this machine, if it has the part at all.
          if (partsOf(machine).some((own) => own.id === part))
            expect([id, family, job, jobFits(job, machine)]).toEqual([id, family, job, true])
          expect(minutesByJobs(machine)({ act: word, part: of, variant: null, fault: id })).toBeGreaterThan(4)
          if (part === 'pump' && word === 'replace')
            used.add(jobFor({ act: word, part, variant: 'motor-only' }, machine))
        }
      }
  // And every job is led to by some fault.
  expect([...JOB_IDS].filter((id) => !used.has(id))).toEqual([])
})

test('jobs take about the minutes of a practised hand', () => {
  // By hand, machine empty and reachable, proof not counted; making it safe is added here (4 min), and the way where it is told apart.
  const minutes: [JobId, (typeof FAMILY_IDS)[number], number, number][] = [
    ['pump-on-motor', 'top-load-motor-pump', 15, 20],
    ['pump-below', 'top-load-pump', 25, 35],
    ['pump-rear', 'top-load-pump', 25, 35],
    ['pump-lower', 'front-load', 20, 30],
    ['pump-front', 'front-load', 50, 70],
    ['pump-laid', 'front-load', 30, 45],
    ['bellows', 'front-load', 45, 90],
    ['tub-seal', 'top-load-pump', 90, 120],
    ['shaft-seal', 'top-load-belt', 150, 240],
    ['motor-pump', 'top-load-belt', 60, 90],
    ['board', 'top-load-pump', 30, 45],
    ['belt', 'front-load', 10, 20],
    ['trap-cap', 'front-load', 5, 10],
    ['sump-boot', 'front-load', 25, 35],
    ['coupler', 'top-load-pump', 40, 60],
  ]
  const WAY = 24
  for (const [job, family, least, most] of minutes) {
    const took = jobMinutes(job, machineOf(family))
    expect([job, took >= least - 3]).toEqual([job, true])
    expect([job, took <= most + 4 + (job === 'sump-boot' ? WAY : job === 'coupler' ? 14 : 0)]).toEqual([
      job,
      true,
    ])
  }
})

describe('as it stands', () => {
  const machine = machineOf('front-load', 'lower')
  const at = (values: Record<string, string | number | boolean>) => {
    const entries = said(values)
    return jobNow('pump-lower', machine, machineState(entries, []), entries, {}, NOW)
  }

  test('what the machine’s state says is done already', () => {
    expect(at({}).steps[0]?.done).toBe(false)
    expect(at(SAFE).at).toBe(3)
    expect(at({ ...SAFE, 'state:mains': 'plugged' }).at).toBe(0)
  })

  test('a machine that was plugged in again is not worked in', () => {
    const working = { ...SAFE, 'job:pump-lower:way.lower': true, 'job:pump-lower:pl.hoses': true }
    const step = (values: Record<string, string | boolean>) =>
      at(values).steps.find((one) => one.step.id === 'pl.fit')
    expect(step(working)?.gate?.open).toBe(true)
    expect(step({ ...working, 'state:mains': 'plugged' })?.gate?.open).toBe(false)
  })

  test('plugged in to be proved, it is not begun anew', () => {
    const worked: Record<string, string | boolean> = { ...SAFE }
    for (const { id, section } of jobSteps('pump-lower', machine))
      if (section === 'way' || section === 'work') {
        worked[stepTopic('job', 'pump-lower', id)] = true
        worked[stepTopic('decides', 'pump-lower', id)] = true
      }
    const now = at({ ...worked, 'state:mains': 'plugged', 'state:water': 110 })
    expect(now.steps[now.at]?.step.id).toBe('end.prove')
    expect(now.steps[now.at]?.gate).toBeNull()
  })

  test('nothing is left over: what came off is counted, and closing up waits for the last screw', () => {
    const off = { ...SAFE, 'job:pump-lower:way.lower': true, 'job:pump-lower:pl.screws': true }
    const close = (values: Record<string, string | number | boolean>) => {
      const now = at(values)
      return mayBeDone(
        now.steps.find(({ step }) => step.id === 'end.close') as (typeof now.steps)[number],
        now,
      )
    }
    expect(at(off).left).toBe(4)
    expect(at({ ...off, 'off:pump-lower:pl.screws': 3 }).left).toBe(5)
    expect(close(off)).toBe(false)
    const back = { ...off, 'back:pump-lower:way.lower': 2, 'back:pump-lower:pl.screws': 1 }
    expect(at(back).left).toBe(1)
    expect(close(back)).toBe(false)
    expect(close({ ...back, 'back:pump-lower:pl.screws': 2 })).toBe(true)
  })

  test('a step that is only there where it was found', () => {
    const ids = (found: Record<string, string>) => jobSteps('bellows', machine, found).map(({ id }) => id)
    expect(ids({})).not.toContain('be.weight')
    expect(ids({ counterweight: 'yes' })).toContain('be.weight')
  })

  test('what is worked on, and what the old part showed, are read back; what cannot be read is none', () => {
    const work = { job: 'level', act: 'replaced', part: 'level-switch' } as const
    expect(workingOn(said({ working: workingValue(work) }))).toEqual(work)
    expect(workingOn(said({ working: 'no-such-job replaced pump' }))).toBeNull()
    expect(showedOf(said({ 'showed:pump': 'sound' }), 'pump')).toBe('sound')
    expect(showedOf(said({ 'showed:pump': 'perhaps' }), 'pump')).toBeNull()
  })
})
