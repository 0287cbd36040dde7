import { actValue, type LeakPhase, type RigFault, type RunKind, type RunPlan, type Tap } from '@brendik/core'
import { DEMO_MACHINES, DEMO_SITES, idOf } from './demoPeople.ts'

export interface DemoRun {
  id: string
  /** What its noise is drawn from: the same on every day. */
  seed: string
  kind: RunKind
  fault: RigFault
  startedAtMs: number
  fromMm: number
  plan: RunPlan
  by: 'hand' | 'stream'
  /** Length of a run that has no end of its own, s. */
  lastsS?: number
}

/** Something looked at beside the runs. */
export interface DemoLook {
  atMs: number
  check: string
  value: string | number
  tap: Tap | null
  levelMm: number | null
  phase?: LeakPhase
}

/** Something said of a stage or of the machine's state. */
export interface DemoEntry {
  atMs: number
  topic: string
  value: string | number
}

/** Of its noise; with other draws the two drains of Larch House leave pump and path open in about one of seven. */
const DRAW = 'c'

/** Today's visits, one left open the day before, and the yearly ones of one machine, which make a trend. */
export function demoVisits(midnightMs: number, nowMs: number) {
  const day = new Date(midnightMs).toISOString().slice(0, 10)
  const at = (hours: number, minutes: number) => midnightMs + (hours * 60 + minutes) * 60_000
  const of = (m: number, s: number) => ({
    m: DEMO_MACHINES[m] as (typeof DEMO_MACHINES)[0],
    s: DEMO_SITES[s] as (typeof DEMO_SITES)[0],
  })
  const run = (
    name: string,
    kind: RunKind,
    fault: RigFault,
    startedAtMs: number,
    m: number,
    s: number,
    by: 'hand' | 'stream',
    change: Partial<RunPlan> = {},
  ): DemoRun => {
    const { m: machine, s: site } = of(m, s)
    const fillTo = machine.spec.fillLevelMm ?? 100
    return {
      id: idOf(`run ${day} ${name}`),
      seed: `${name} ${DRAW}`,
      kind,
      fault,
      startedAtMs,
      by,
      fromMm: kind === 'fill' ? 0 : fillTo,
      plan: {
        kind,
        machine: machine.spec,
        site: site.spec,
        taps: kind === 'fill' ? ['cold'] : [],
        throttled: false,
        hoseEndMm: kind === 'fill' ? null : (site.spec.standpipeHeightMm ?? null),
        startLevelMm: kind === 'fill' ? 0 : fillTo,
        endLevelMm: null,
        laundry: 'none',
        laundryKg: 0,
        ...change,
      },
    }
  }
  const visit = (
    name: string,
    m: number,
    s: number,
    dueAtMs: number,
    complaint: string,
    runs: DemoRun[],
    looks: DemoLook[] = [],
    entries: DemoEntry[] = [],
    closedAtMs: number | null = null,
  ) => ({
    by: m === 1 ? 'technician' : 'owner',
    closedAtMs,
    entries: entries.map((entry, i) => ({ id: idOf(`entry ${day} ${name} ${i}`), ...entry })),
    id: idOf(`visit ${day} ${name}`),
    machineId: of(m, s).m.id,
    siteId: of(m, s).s.id,
    dueAtMs,
    complaint,
    runs,
    looks: looks.map((look, i) => ({ id: idOf(`look ${day} ${name} ${i}`), ...look })),
  })
  const look = (atMs: number, check: string, value: string | number, tap: Tap | null = null): DemoLook => ({
    atMs,
    check,
    value,
    tap,
    levelMm: null,
  })
  /** What a watched phase of a leak test showed. */
  const dry = (atMs: number, phase: LeakPhase): DemoLook => ({ ...look(atMs, 'leak.dry', phase), phase })
  const wet = (atMs: number, phase: LeakPhase, place: string, amount: string): DemoLook[] =>
    [
      look(atMs, 'leak.phase', phase),
      look(atMs + 20_000, 'leak.place', place),
      look(atMs + 30_000, 'leak.amount', amount),
    ].map((one) => ({ ...one, phase }))
  /** Stages that are done, each with its result in a few words. */
  const stageEnds = (atMs: number, results: Record<string, string>): DemoEntry[] =>
    Object.entries(results).flatMap(([stage, value]) => [
      { atMs, topic: `status:${stage}`, value: 'done' },
      { atMs, topic: `result:${stage}`, value },
    ])
  const yearly = [3, 2, 1].map((yearsAgo) => {
    const then = midnightMs - yearsAgo * 365 * 86_400_000 + 9 * 3_600_000
    const name = `larch ${yearsAgo} years ago`
    return visit(
      name,
      0,
      0,
      then,
      'Yearly inspection.',
      [
        run(`${name} fill`, 'fill', 'none', then + 600_000, 0, 0, 'stream'),
        run(`${name} drain`, 'drain', 'none', then + 1_300_000, 0, 0, 'stream'),
      ],
      [look(then + 300_000, 'complaint', 'routine'), look(then + 400_000, 'fill-hose.look', 'good', 'cold')],
      [{ atMs: then + 1_800_000, topic: 'note:arrive', value: 'Hoses inspected, trap cleaned.' }],
      then + 2_400_000,
    )
  })
  const hold3 = (name: string, hours: number, minutes: number) =>
    ['first', 'again', 'lifted'].map((step, i) =>
      run(`${name} hold ${step}`, 'hold', 'tub-seam.leak', at(hours, minutes + i * 13), 3, 3, 'hand', {
        hoseEndMm: step === 'lifted' ? 1500 : 900,
        protocol: { id: 'three-hold', step },
      }),
    )
  const leakDay = (hours: number, minutes: number) => at(hours - 12 * 24, minutes)
  const leakTest = visit(
    'mill leak test',
    2,
    2,
    leakDay(9, 0),
    'Water under the middle of the machine after a wash.',
    [
      {
        ...run('leak idle', 'idle', 'none', leakDay(9, 20), 2, 2, 'hand', { startLevelMm: 0 }),
        lastsS: 200,
        fromMm: 0,
      },
      run('leak fill', 'fill', 'none', leakDay(9, 26), 2, 2, 'hand'),
      { ...run('leak hold', 'hold', 'tub-seam.leak', leakDay(9, 36), 2, 2, 'stream'), lastsS: 2700 },
      { ...run('leak motion', 'motion', 'tub-seam.leak', leakDay(10, 26), 2, 2, 'stream'), lastsS: 300 },
      run('leak drain', 'drain', 'none', leakDay(10, 34), 2, 2, 'hand'),
    ],
    [
      look(leakDay(9, 5), 'complaint', 'leaking'),
      dry(leakDay(9, 23), 'idle-taps-on'),
      dry(leakDay(9, 31), 'fill'),
      ...wet(leakDay(9, 41), 'hold', 'centre', 'drip'),
      ...wet(leakDay(10, 28), 'wash-motion', 'tub-wall', 'trickle'),
      dry(leakDay(10, 36), 'drain'),
      look(leakDay(10, 40), 'leak.trail', 'sediment'),
      look(leakDay(10, 42), 'bellows.look', 'good'),
    ],
    [
      { atMs: leakDay(9, 15), topic: 'said:dried', value: 'yes' },
      { atMs: leakDay(10, 45), topic: 'status:locate', value: 'done' },
      { atMs: leakDay(10, 45), topic: 'result:locate', value: 'Tub seam at about 60 mm, left side' },
    ],
    leakDay(10, 50),
  )
  const visits = [
    leakTest,
    visit(
      'quarry',
      1,
      1,
      at(8, 0),
      'Takes for ever to empty; standing water after the last rinse.',
      [
        run('quarry fill', 'fill', 'none', at(8, 12), 1, 1, 'hand'),
        run('quarry drain before', 'drain', 'drain-hose.blocked', at(8, 24), 1, 1, 'hand'),
        run('quarry fill 2', 'fill', 'none', at(8, 58), 1, 1, 'stream'),
        run('quarry drain after', 'drain', 'none', at(9, 10), 1, 1, 'stream'),
      ],
      [look(at(8, 4), 'complaint', 'slow-drain'), look(at(8, 21), 'drain-hose.look', 'good')],
      [
        ...stageEnds(at(8, 6), { arrive: 'Drains for minutes, no noise' }),
        ...stageEnds(at(8, 9), { 'make-safe': 'Pumped out by itself', outside: 'Nothing seen from outside' }),
        ...stageEnds(at(8, 20), { fill: 'As it should be' }),
        {
          atMs: at(8, 50),
          topic: `act:${idOf(`act ${day} quarry`)}`,
          value: actValue({ what: 'cleared', part: 'outer-drain-hose' }),
        },
        ...stageEnds(at(9, 30), { drain: 'Outer drain hose was blocked; drains as it should' }),
        ...['hold', 'electrical', 'locate'].map((stage) => ({
          atMs: at(9, 31),
          topic: `status:${stage}`,
          value: 'not-needed',
        })),
        // Left as the customer uses it.
        ...[
          ['mains', 'plugged'],
          ['tap-cold', 'open'],
          ['tap-hot', 'open'],
          ['hose-end', 'standpipe'],
          ['panels', 'closed'],
        ].map(([field, value]) => ({ atMs: at(9, 38), topic: `state:${field}`, value: value as string })),
      ],
      at(9, 40),
    ),
    visit(
      'larch',
      0,
      0,
      at(10, 30),
      'Stops in the drain with a long-drain fault. Loud pump.',
      [
        run('larch fill', 'fill', 'none', at(10, 41), 0, 0, 'hand'),
        run('larch drain', 'drain', 'pump.worn', at(10, 52), 0, 0, 'stream'),
        run('larch drain low', 'drain', 'pump.worn', at(11, 6), 0, 0, 'stream', { hoseEndMm: 400 }),
      ],
      [
        look(at(10, 33), 'complaint', 'fault-long-drain'),
        look(at(10, 33), 'complaint', 'noisy'),
        look(at(10, 35), 'pump.sound', 'runs-with-rattle'),
        look(at(10, 37), 'drain-hose.look', 'good'),
        look(at(10, 37), 'standpipe.height', 900),
        look(at(10, 38), 'standpipe.backs-up', 'no'),
        look(at(10, 39), 'tap.look', 'open', 'cold'),
        look(at(11, 21), 'pump.winding', 178),
        look(at(11, 24), 'outlet.voltage', 231),
        look(at(11, 25), 'pump.voltage', 228),
      ],
      [
        { atMs: at(10, 32), topic: 'said:moment', value: 'drain' },
        { atMs: at(10, 36), topic: 'status:arrive', value: 'done' },
        {
          atMs: at(10, 36),
          topic: 'result:arrive',
          value: 'Loud in the drain, stops with a long-drain fault',
        },
        {
          atMs: at(10, 36),
          topic: 'note:arrive',
          value: 'Began about a month ago. Caretaker emptied it with a bucket twice.',
        },
        { atMs: at(10, 40), topic: 'status:outside', value: 'done' },
        { atMs: at(10, 40), topic: 'result:outside', value: 'Hose and standpipe sound' },
        { atMs: at(11, 23), topic: 'state:competent', value: 'yes' },
        { atMs: at(11, 27), topic: 'state:mains', value: 'plugged' },
        { atMs: at(11, 16), topic: 'state:tap-cold', value: 'shut' },
      ],
    ),
    visit(
      'ash',
      3,
      3,
      at(12, 30),
      'Puddle in front after every wash; tops itself up again and again.',
      [
        run('ash fill', 'fill', 'none', at(12, 36), 3, 3, 'hand'),
        { ...run('ash hold long', 'hold', 'tub-seam.leak', at(12, 44), 3, 3, 'stream'), lastsS: 4500 },
        ...hold3('ash', 14, 6),
      ],
      [
        look(at(12, 33), 'complaint', 'leaking'),
        dry(at(12, 34), 'idle-taps-on'),
        dry(at(12, 42), 'fill'),
        ...wet(at(12, 58), 'hold', 'centre', 'trickle'),
        { atMs: at(14, 46), check: 'leak.catch', value: 46, tap: null, levelMm: 280 },
        { atMs: at(14, 51), check: 'leak.catch', value: 39.5, tap: null, levelMm: 245 },
        { atMs: at(14, 56), check: 'leak.catch', value: 31.5, tap: null, levelMm: 210 },
        { atMs: at(15, 1), check: 'leak.catch', value: 19, tap: null, levelMm: 175 },
      ],
    ),
    visit('mill', 2, 2, at(15, 30), 'Fills slowly since the taps were changed.', [
      run('mill fill', 'fill', 'tap.part-shut', at(15, 37), 2, 2, 'hand'),
      run('mill fill hot', 'fill', 'none', at(15, 46), 2, 2, 'hand', { taps: ['hot'] }),
    ]),
    visit(
      'quarry yesterday',
      1,
      1,
      at(-9, 15),
      'Rattles when it pumps.',
      [],
      [look(at(-9, 20), 'complaint', 'noisy')],
    ),
    ...yearly,
  ]
  return visits.map((made) => inThePast(made, nowMs))
}

const DAY_MS = 86_400_000

/** A visit of this afternoon, looked at in the morning, was worked on the day before: nothing recorded lies in the future. */
function inThePast<
  V extends {
    runs: DemoRun[]
    looks: { atMs: number }[]
    entries: { atMs: number }[]
    closedAtMs: number | null
  },
>(visit: V, nowMs: number): V {
  const hourMs = 3_600_000
  const ends = [
    ...visit.runs.map(
      (run) => run.startedAtMs + (run.lastsS === undefined ? hourMs : run.lastsS * 1000 + hourMs),
    ),
    ...visit.looks.map((look) => look.atMs),
    ...visit.entries.map((entry) => entry.atMs),
    visit.closedAtMs ?? 0,
  ]
  if (Math.max(...ends) < nowMs) return visit
  const back = <T extends { atMs: number }>(said: T[]) =>
    said.map((one) => ({ ...one, atMs: one.atMs - DAY_MS }))
  return {
    ...visit,
    runs: visit.runs.map((run) => ({ ...run, startedAtMs: run.startedAtMs - DAY_MS })),
    looks: back(visit.looks),
    entries: back(visit.entries),
    closedAtMs: visit.closedAtMs === null ? null : visit.closedAtMs - DAY_MS,
  }
}
