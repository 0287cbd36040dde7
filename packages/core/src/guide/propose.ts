import type { ProtocolId } from '../catalogue/protocolIds.ts'
import type { MachineSpec } from '../machine/machineSpec.ts'
import type { RunKind } from '../measure/plan/runPlan.ts'
import { checkApplies } from '../reason/checks/applies.ts'
import { checkFacts } from '../reason/checks/checks.ts'
import type { CheckId } from '../reason/checks/checkTypes.ts'
import { minutesOf, RUN_MIN } from '../reason/checks/minutes.ts'
import type { CycleMoment, StageId } from '../state/stages.ts'

/** Minutes that a protocol still needs. */
export type ProtocolMinutes = (id: ProtocolId) => number

type What =
  | { run: Extract<RunKind, 'fill' | 'hold' | 'drain'> }
  | { protocol: ProtocolId }
  | { check: CheckId }
export type Proposal = What & {
  stage: StageId
  /** Why it is worth its time with this complaint. */
  why: string
  minutes: number
  /** For how many of the complaints it is proposed. */
  speaksTo: number
}

type Step = readonly [kind: 'run' | 'protocol' | 'check', id: string, why: string]
const FILL: Step = ['run', 'fill', 'The flow against what this supply should give.']
const DRAIN: Step = ['run', 'drain', 'The flow against what a sound pump gives at this height.']
const HOLD: Step = ['run', 'hold', 'Does the level stay with valve shut and hose end high.']
const check = (id: CheckId, why: string): Step => ['check', id, why]
const protocol = (id: ProtocolId, why: string): Step => ['protocol', id, why]

const RUN_BACK = protocol('run-back', 'Foul water that runs back from the hose stands in the tub.')

/** What each complaint calls for, in the order of cheap and outside first. Common practice, no published source. */
const CALLS_FOR: Record<string, readonly Step[]> = {
  routine: [check('fill-hose.look', 'Hoses are due once or twice a year.'), FILL, HOLD, DRAIN],
  'not-draining': [
    check('drain-hose.look', 'A kink is seen in a second.'),
    check('pump.sound', 'Silence, hum and buzz point to different parts.'),
    check('standpipe.backs-up', 'A house drain that backs up is not the machine.'),
    check('suds.seen', 'Foam does not pump out.'),
    check('tub-hose.squeeze', 'An object in the hose is felt from outside.'),
    check('trap.look', 'The most frequent block.'),
    check('hose-off-at-pump', 'Gush or trickle: which side of the joint is blocked.'),
    check('impeller.feel', 'Jammed, broken or sound by finger.'),
    check('pump.winding', 'Open or shorted; good ohms alone do not clear it.'),
    check('pump.voltage', 'Fed or not fed parts the pump from board and wiring.'),
    check('board.pump-pin', 'Parts the board from the wiring.'),
  ],
  'slow-drain': [
    check('drain-hose.look', 'A kink is seen in a second.'),
    DRAIN,
    protocol('two-heights', 'Parts a weak pump from a restricted path.'),
    check('standpipe.height', 'A high pipe is slow with everything sound.'),
    check('trap.look', 'The most frequent restriction.'),
    check('suds.seen', 'Foam does not pump out.'),
  ],
  'not-filling': [
    check('tap.look', 'Shut taps are free to mend.'),
    check('fill-hose.look', 'A kink is seen in a second.'),
    FILL,
    check('screens.look', 'Grit stops a valve that is sound.'),
    check('valve.coil', 'An open coil never opens.'),
    check('level-switch.blow', 'A switch that thinks full calls for no water.'),
  ],
  'slow-fill': [
    check('tap.look', 'Part-shut taps are free to mend.'),
    FILL,
    protocol('inlet', 'Parts tap and hose from screen and valve.'),
    check('screens.look', 'The most frequent cause behind good supply.'),
  ],
  overfilling: [
    check('plug-out-in-fill', 'Parts a stuck valve from one that is told to stay open.'),
    check('level-hose.look', 'Off, holed or kinked it reads nothing.'),
    check('level-switch.blow', 'Fused contacts never call for the end.'),
    check('supply.gauge', 'Below 138 kPa (20 psi) a valve may not seal.'),
    HOLD,
  ],
  'fills-when-off': [
    check('water-when-off', 'Seen with the machine off and the taps open.'),
    check('supply.gauge', 'Below 138 kPa (20 psi) a valve may not seal.'),
    RUN_BACK,
    HOLD,
  ],
  'fills-and-drains': [
    check('drain-hose.look', 'Too low or pushed too deep, it siphons.'),
    check('standpipe.height', 'The hose must loop above the tub.'),
    HOLD,
  ],
  leaking: [
    check('drain-hose.look', 'Hoses leak more often than seals, and show it from outside.'),
    check('fill-hose.look', 'A wet fitting is seen in a second.'),
    check('leak.place', 'Where it is wet, and how high.'),
    check('leak.phase', 'When it appears locates it as much as where.'),
    check('leak.trail', 'Sediment points uphill to its source.'),
    protocol('three-hold', 'Height and size of a leak from falling levels.'),
    check('filter-cap.look', 'The last cap opened is the first to look at.'),
  ],
  'wet-laundry': [
    check('tub.spins', 'An empty tub with soaked laundry is not the drain.'),
    check('belt.look', 'Off or slipping.'),
    check('lid-switch.continuity', 'An open lid switch forbids the spin.'),
    DRAIN,
  ],
  'does-not-start': [
    check('machine.starts', 'Outlet and lid first.'),
    check('lid-switch.continuity', 'An open lid switch forbids the start.'),
  ],
  'trips-breaker': [
    check(
      'earth.continuity',
      'Before anything else is tried: a frame without earth can kill. Local code and licensed trade first.',
    ),
    check(
      'insulation',
      'Low between a live part and the frame is what trips it. Leave it unplugged until it is found.',
    ),
    check('pump.winding', 'Near zero is shorted. Do not plug it in again before.'),
    check('valve.coil', 'A wet or shorted coil trips as well.'),
  ],
  suds: [
    check('suds.seen', 'Rinse first: foam hides everything else.'),
    check('stream.look', 'Foamy water starves a pump.'),
  ],
  smell: [
    check('trap.look', 'Standing debris.'),
    check('standpipe.backs-up', 'A drain that backs up.'),
    RUN_BACK,
  ],
  'fault-no-water': [
    FILL,
    check('screens.look', 'The usual cause.'),
    check('meter.look', 'If the level rises and the meter says little, the meter is wrong.'),
    check('level-hose.look', 'Pressure sensing that sees nothing.'),
  ],
  'fault-long-drain': [
    DRAIN,
    check('drain-hose.look', 'A kink is seen in a second.'),
    check('pump.sound', 'Silence, hum and buzz point to different parts.'),
    check('trap.look', 'The most frequent block.'),
    check('impeller.feel', 'Jammed, broken or sound by finger.'),
    check('pump.voltage', 'Fed or not fed parts the pump from board and wiring.'),
  ],
  'fault-overfill': [
    check('plug-out-in-fill', 'Parts a stuck valve from one that is told to stay open.'),
    check('level-hose.look', 'Off, holed or kinked it reads nothing.'),
    check('level-switch.blow', 'Fused contacts never call for the end.'),
  ],
  noisy: [
    check('pump.sound', 'Rattle and shake: a foreign object or worn bearings.'),
    check('bearing.noise', 'Rumble from the drum.'),
    check('impeller.feel', 'Rough or broken.'),
  ],
}
/** A leak at a moment of the cycle calls for one thing more. */
const AT_MOMENT: Partial<Record<CycleMoment, Step>> = {
  fill: FILL,
  drain: DRAIN,
  wash: HOLD,
  end: RUN_BACK,
  off: check('water-when-off', 'It happens with the machine off: the valve may seep.'),
}

/** The complaints for which a rule stands; the catalogue's, all of them. */
export const COMPLAINTS_WITH_RULE: readonly string[] = Object.keys(CALLS_FOR)

/**
 * Runs and looks worth making for the complaints, those that speak to most of them first, else in the order of the trade.
 * What was made already is left out.
 * @param made - Ids of checks observed and kinds of runs made in this visit, and the minutes each protocol still needs (0 = made).
 * @param machine - Parts it has not are not asked for.
 */
export function proposeChecks(
  complaints: readonly string[],
  moment: CycleMoment | null,
  made: { checks: ReadonlySet<string>; runs: ReadonlySet<RunKind>; protocols: ProtocolMinutes },
  machine: MachineSpec,
): Proposal[] {
  const found = new Map<string, Proposal>()
  const extra = moment ? AT_MOMENT[moment] : undefined
  const lists = complaints.map((complaint) => CALLS_FOR[complaint] ?? [])
  if (extra && (moment === 'end' || complaints.some((c) => c === 'leaking' || c === 'noisy')))
    lists.push([extra])
  for (const steps of lists)
    for (const [kind, id, why] of steps) {
      const key = `${kind}:${id}`
      const before = found.get(key)
      if (before) before.speaksTo++
      else found.set(key, proposal(kind, id, why, made.protocols))
    }
  return [...found.values()]
    .filter((p) =>
      'check' in p
        ? !made.checks.has(p.check) && checkApplies(p.check, machine)
        : 'run' in p
          ? !made.runs.has(p.run)
          : p.minutes > 0,
    )
    .map((p, place) => ({ p, place }))
    .sort((a, b) => b.p.speaksTo - a.p.speaksTo || a.place - b.place)
    .map(({ p }) => p)
}

function proposal(kind: Step[0], id: string, why: string, protocols: ProtocolMinutes): Proposal {
  if (kind === 'run') {
    const run = id as 'fill' | 'hold' | 'drain'
    return { run, stage: run, why, minutes: RUN_MIN[run], speaksTo: 1 }
  }
  if (kind === 'protocol') {
    const stage = id === 'three-hold' ? 'hold' : id === 'inlet' ? 'fill' : 'drain'
    return { protocol: id as ProtocolId, stage, why, minutes: protocols(id as ProtocolId), speaksTo: 1 }
  }
  const facts = checkFacts(id)
  return { check: facts.id, stage: facts.stage, why, minutes: minutesOf(facts.id), speaksTo: 1 }
}
