import { actValue, type VisitAct } from '@brendik/core'
import type { DemoKit } from './demoKit.ts'
import { idOf } from './demoPeople.ts'

/** A repair of the year behind, in short. */
interface PastRepair {
  weeksAgo: number
  /** Number of machine and place. */
  at: 0 | 1 | 2 | 3
  said: string
  complaint: string
  looks: readonly (readonly [check: string, value: string])[]
  what: VisitAct['what']
  part: VisitAct['part']
  showed: 'as-thought' | 'sound' | 'other'
}
const NO_DRAIN = ['not-draining', 'Stands full of water.'] as const
const SLOW_FILL = ['slow-fill', 'Takes long to fill.'] as const
const LEAKS = ['leaking', 'Water in front of the machine.'] as const
const of = (
  weeksAgo: number,
  at: PastRepair['at'],
  [complaint, said]: readonly [string, string],
  looks: PastRepair['looks'],
  [what, part, showed]: [VisitAct['what'], VisitAct['part'], PastRepair['showed']],
): PastRepair => ({ weeksAgo, at, said, complaint, looks, what, part, showed })

const PER_TAP = ['tap.look', 'screens.look']

const REPAIRS: readonly PastRepair[] = [
  of(
    50,
    0,
    NO_DRAIN,
    [
      ['pump.sound', 'runs'],
      ['trap.look', 'debris'],
    ],
    ['cleaned', 'coin-trap', 'as-thought'],
  ),
  of(
    46,
    1,
    NO_DRAIN,
    [
      ['pump.sound', 'hum'],
      ['impeller.feel', 'jammed'],
    ],
    ['cleared', 'pump', 'as-thought'],
  ),
  of(
    41,
    3,
    SLOW_FILL,
    [
      ['tap.look', 'open'],
      ['screens.look', 'grit'],
    ],
    ['cleaned', 'inlet-screen', 'as-thought'],
  ),
  of(
    37,
    0,
    NO_DRAIN,
    [
      ['pump.sound', 'runs'],
      ['trap.look', 'debris'],
    ],
    ['cleaned', 'coin-trap', 'as-thought'],
  ),
  of(33, 2, NO_DRAIN, [['pump.sound', 'hum']], ['replaced', 'pump', 'sound']),
  of(28, 0, LEAKS, [['bellows.look', 'torn']], ['replaced', 'bellows', 'as-thought']),
  of(
    24,
    1,
    NO_DRAIN,
    [
      ['pump.sound', 'runs'],
      ['drain-hose.look', 'kinked'],
    ],
    ['adjusted', 'outer-drain-hose', 'as-thought'],
  ),
  of(
    19,
    0,
    NO_DRAIN,
    [
      ['pump.sound', 'runs'],
      ['trap.look', 'debris'],
    ],
    ['cleaned', 'coin-trap', 'as-thought'],
  ),
  of(
    14,
    3,
    SLOW_FILL,
    [
      ['tap.look', 'open'],
      ['screens.look', 'grit'],
    ],
    ['cleaned', 'inlet-screen', 'as-thought'],
  ),
  of(
    9,
    2,
    NO_DRAIN,
    [
      ['pump.sound', 'silent'],
      ['pump.winding', 'open'],
    ],
    ['replaced', 'pump', 'as-thought'],
  ),
  of(
    5,
    0,
    NO_DRAIN,
    [
      ['pump.sound', 'runs-with-rattle'],
      ['trap.look', 'debris'],
    ],
    ['cleaned', 'coin-trap', 'as-thought'],
  ),
]

/** Closed visits of the year behind in which the old part showed what it was. */
export function pastRepairs({ at, visit, look }: DemoKit) {
  return REPAIRS.map(({ weeksAgo, at: place, said, complaint, looks, what, part, showed }) => {
    const name = `repair ${weeksAgo} weeks ago`
    const minute = (n: number) => at(-weeksAgo * 7 * 24 + 10, n)
    const made = visit(
      name,
      place,
      place,
      minute(0),
      said,
      [],
      [
        // So far apart that nobody takes the time between them for that of a look.
        look(minute(0), 'complaint', complaint),
        ...looks.map(([check, value], n) =>
          look(minute(11 + 12 * n), check, value, PER_TAP.includes(check) ? 'cold' : null),
        ),
      ],
      [
        { atMs: minute(30), topic: `act:${idOf(`act ${name}`)}`, value: actValue({ what, part }) },
        { atMs: minute(31), topic: `showed:${part}`, value: showed },
      ],
      minute(50),
    )
    // The same visits on whatever day they are loaded.
    return {
      ...made,
      id: idOf(`visit ${name}`),
      looks: made.looks.map((one, n) => ({ ...one, id: idOf(`look ${name} ${n}`) })),
      entries: made.entries.map((one, n) => ({ ...one, id: idOf(`entry ${name} ${n}`) })),
    }
  })
}
