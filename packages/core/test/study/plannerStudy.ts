import { FAMILY_IDS } from '../../src/machine/machineSpec.ts'
import type { FaultId } from '../../src/reason/catalogue/faultCard.ts'
import type { LeakFaultId } from '../../src/reason/leaks/leakFaults.ts'
import { SCHOOL_IDS, type SchoolId } from '../../src/reason/planning/schools.ts'
import type { Draw } from './draw.ts'
import { SIGNS } from './faultSigns.ts'
import { canHave, pick, type TownCase } from './faultTown.ts'
import { callsOf } from './leakBuilds.ts'
import type { Table } from './table.ts'
import { type Game, gameWith, leakGame, type Played, play } from './visitGame.ts'

/** How visits ended that were played look by look. */
export interface PlayedFigures {
  n: number
  minutes: number
  right: number
  wrong: number
  looks: number
  /** Of each look, min. */
  regret: number
}
export type PlannerFigures = Record<'planner' | SchoolId, PlayedFigures>

/** Of a thousand calls, those for leaks and those with nothing wrong. */
const LEAKS = 380
const NONE = 60

function drawnGame(family: TownCase['family'], draw: Draw): Game {
  const others = Object.entries(SIGNS)
    .filter(([, signs]) => canHave(family, signs))
    .map(([fault, { calls }]) => [fault, calls] as const)
  const what = pick(
    [['leak', LEAKS] as const, ['none', NONE] as const, ...others] as readonly (readonly [string, number])[],
    draw,
  )
  if (what !== 'leak') return gameWith(what as FaultId | 'none', family, draw)
  const leaks = Object.entries(callsOf(family)).filter(([, calls]) => calls > 0)
  return leakGame(pick(leaks, draw) as LeakFaultId, family, draw)
}

/**
 * Calls of the town played from the complaint alone: by the planner, and by each school with the same belief, costs and stop.
 * @param repeats - Calls for the planner; a third of them for each school, which takes longer.
 */
export function plannerStudy(repeats: number, draw: Draw): { tables: Table[]; figures: PlannerFigures } {
  const played: Record<string, Played[]> = { planner: [] }
  const kinds = new Map<string, Played[]>()
  for (const school of SCHOOL_IDS) played[school] = []
  for (let n = 0; n < repeats; n++) {
    const family = FAMILY_IDS[n % FAMILY_IDS.length] as TownCase['family']
    const game = drawnGame(family, draw)
    const own = play(game, 'planner')
    played.planner?.push(own)
    for (const kind of [family, `complaint: ${complaintOf(game)}`])
      kinds.set(kind, [...(kinds.get(kind) ?? []), own])
    if (n % 3 === 0) for (const school of SCHOOL_IDS) played[school]?.push(play(game, school))
  }
  const figures = Object.fromEntries(
    Object.entries(played).map(([how, all]) => [how, figuresOf(all)]),
  ) as PlannerFigures
  const row = (who: string, { n, minutes, right, wrong, looks, regret }: PlayedFigures) => ({
    '': who,
    n,
    'minutes, mean': minutes.toFixed(1),
    right: `${(100 * right).toFixed(1)} %`,
    'wrong stops': `${(100 * wrong).toFixed(1)} %`,
    looks: looks.toFixed(1),
    'regret per look, min': regret.toFixed(2),
  })
  return {
    tables: [
      {
        title: 'Which check is worth its minutes: planner and schools',
        about:
          'Calls of the town of the whole catalogue, played look by look from the complaint alone; what a look shows is the town’s, minutes count the changes of the machine’s state. All have the same belief, costs and stop; a visit that does not end by the right act costs an hour more. The schools play every third call. Regret: by how much a look was foretold to come out longer than the best one of its moment, two looks ahead; nought for whom the best one is made.',
        rows: (['planner', ...SCHOOL_IDS] as const).map((how) => row(how, figures[how])),
      },
      {
        title: 'The planner by family and complaint',
        about: 'The same visits; complaints that came at least five times.',
        rows: [...kinds]
          .filter(([, all]) => all.length >= 5)
          .sort(([a], [b]) => (a < b ? -1 : 1))
          .map(([kind, all]) => row(kind, figuresOf(all))),
      },
    ],
    figures,
  }
}

const complaintOf = ({ file }: Game): string =>
  String((file.observations[0] as { value?: string } | undefined)?.value ?? 'none')

function figuresOf(all: readonly Played[]): PlayedFigures {
  const mean = (of: (one: Played) => number) => all.reduce((sum, one) => sum + of(one), 0) / all.length
  return {
    n: all.length,
    minutes: mean(({ minutes }) => minutes),
    right: mean(({ end }) => Number(end === 'right')),
    wrong: mean(({ end }) => Number(end === 'wrong')),
    looks: mean(({ looks }) => looks),
    regret:
      mean(({ regretMin }) => regretMin) /
      Math.max(
        1e-9,
        mean(({ looks }) => looks),
      ),
  }
}
