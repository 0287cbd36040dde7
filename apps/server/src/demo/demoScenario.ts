import { actValue, TAPS } from '@brendik/core'
import { type DemoKit, type DemoRun, demoKit } from './demoKit.ts'
import { laundryRepairs } from './demoLaundry.ts'
import { idOf } from './demoPeople.ts'
import { pastRepairs } from './demoRepairs.ts'

/** Today’s visits, one left open the day before, and the yearly ones of one machine, which make a trend. */
export function demoVisits(midnightMs: number, nowMs: number) {
  const kit = demoKit(midnightMs)
  return [
    leakTest(kit),
    quarry(kit),
    larch(kit),
    ash(kit),
    mill(kit),
    rattling(kit),
    ...yearly(kit),
    ...pastRepairs(kit),
    ...laundryRepairs(kit),
  ].map((made) => inThePast(made, nowMs))
}

/** Three inspections that found nothing; year by year scale takes a little of the fill. */
function yearly({ at, visit, run, look }: DemoKit) {
  return [3, 2, 1].map((yearsAgo) => {
    const real = { valve: { ratedLMin: 8 * 1.035 ** yearsAgo, taps: TAPS } }
    const then = at(0, 0) - yearsAgo * 365 * 86_400_000 + 9 * 3_600_000
    const name = `larch ${yearsAgo} years ago`
    return visit(
      name,
      0,
      0,
      then,
      'Yearly inspection.',
      [
        { ...run(`${name} fill`, 'fill', 'none', then + 600_000, 0, 0, 'stream'), real },
        run(`${name} drain`, 'drain', 'none', then + 1_300_000, 0, 0, 'stream'),
      ],
      [look(then + 300_000, 'complaint', 'routine'), look(then + 400_000, 'fill-hose.look', 'good', 'cold')],
      [{ atMs: then + 1_800_000, topic: 'note:arrive', value: 'Hoses inspected, trap cleaned.' }],
      then + 2_400_000,
    )
  })
}

/** A leak watched phase by phase, twelve days ago. */
function leakTest({ at, visit, run, look, dry, wet }: DemoKit) {
  const leakDay = (hours: number, minutes: number) => at(hours - 12 * 24, minutes)
  return visit(
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
}

/** A blocked drain hose, cleared, and proved by the runs after. */
function quarry({ day, at, visit, run, look, stageEnds }: DemoKit) {
  return visit(
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
  )
}

/** A worn pump, told from its path by two hose heights. */
function larch({ at, visit, run, look }: DemoKit) {
  return visit(
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
  )
}

/** A leak between two heights, by three holds and four catches. */
function ash({ at, visit, run, look, dry, wet }: DemoKit) {
  const hold3 = (name: string, hours: number, minutes: number) =>
    ['first', 'again', 'lifted'].map((step, i) =>
      run(`${name} hold ${step}`, 'hold', 'tub-seam.leak', at(hours, minutes + i * 13), 3, 3, 'hand', {
        hoseEndMm: step === 'lifted' ? 1500 : 900,
        protocol: { id: 'three-hold', step },
      }),
    )
  return visit(
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
  )
}

/** A tap that is not open all the way. */
function mill({ at, visit, run }: DemoKit) {
  return visit('mill', 2, 2, at(15, 30), 'Fills slowly since the taps were changed.', [
    run('mill fill', 'fill', 'tap.part-shut', at(15, 37), 2, 2, 'hand'),
    run('mill fill hot', 'fill', 'none', at(15, 46), 2, 2, 'hand', { taps: ['hot'] }),
  ])
}

/** Left open the day before. */
function rattling({ at, visit, look }: DemoKit) {
  return visit(
    'quarry yesterday',
    1,
    1,
    at(-9, 15),
    'Rattles when it pumps.',
    [],
    [look(at(-9, 20), 'complaint', 'noisy')],
  )
}

const DAY_MS = 86_400_000

/**
 * A visit of this afternoon, looked at in the morning, was begun the day before and is due again today, so it is not closed yet: nothing
 * recorded lies in the future.
 */
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
    closedAtMs: null,
  }
}
