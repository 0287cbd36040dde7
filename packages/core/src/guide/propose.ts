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
const FILL: Step = ['run', 'fill', 'flow-against-this-supply']
const DRAIN: Step = ['run', 'drain', 'flow-against-sound-pump']
const HOLD: Step = ['run', 'hold', 'does-level-stay-with']
const check = (id: CheckId, why: string): Step => ['check', id, why]
const protocol = (id: ProtocolId, why: string): Step => ['protocol', id, why]

const RUN_BACK = protocol('run-back', 'foul-water-runs-back')

/** What each complaint calls for, in the order of cheap and outside first. Common practice, no published source. */
const CALLS_FOR: Record<string, readonly Step[]> = {
  routine: [check('fill-hose.look', 'hoses-are-due-once'), FILL, HOLD, DRAIN],
  'not-draining': [
    check('drain-hose.look', 'kink-seen-in-second'),
    check('pump.sound', 'silence-hum-buzz-point'),
    check('standpipe.backs-up', 'house-drain-backs-up'),
    check('suds.seen', 'foam-does-not-pump'),
    check('tub-hose.squeeze', 'an-object-in-hose'),
    check('trap.look', 'most-frequent-block'),
    check('hose-off-at-pump', 'gush-or-trickle-which'),
    check('impeller.feel', 'jammed-broken-or-sound'),
    check('pump.winding', 'open-or-shorted-good'),
    check('pump.voltage', 'fed-or-not-fed'),
    check('board.pump-pin', 'parts-board-from-wiring'),
  ],
  'slow-drain': [
    check('drain-hose.look', 'kink-seen-in-second'),
    DRAIN,
    protocol('two-heights', 'parts-weak-pump-from'),
    check('standpipe.height', 'high-pipe-slow-with'),
    check('trap.look', 'most-frequent-restriction'),
    check('suds.seen', 'foam-does-not-pump'),
  ],
  'not-filling': [
    check('tap.look', 'shut-taps-are-free'),
    check('fill-hose.look', 'kink-seen-in-second'),
    FILL,
    check('screens.look', 'grit-stops-valve-sound'),
    check('valve.coil', 'an-open-coil-never'),
    check('level-switch.blow', 'switch-thinks-full-calls'),
  ],
  'slow-fill': [
    check('tap.look', 'partshut-taps-are-free'),
    FILL,
    protocol('inlet', 'parts-tap-hose-from'),
    check('screens.look', 'most-frequent-cause-behind'),
  ],
  overfilling: [
    check('plug-out-in-fill', 'parts-stuck-valve-from'),
    check('level-hose.look', 'off-holed-or-kinked'),
    check('level-switch.blow', 'fused-contacts-never-call'),
    check('supply.gauge', 'below-low-pressure-valve'),
    HOLD,
  ],
  'fills-when-off': [
    check('water-when-off', 'seen-with-machine-off'),
    check('supply.gauge', 'below-low-pressure-valve'),
    RUN_BACK,
    HOLD,
  ],
  'fills-and-drains': [
    check('drain-hose.look', 'too-low-or-pushed'),
    check('standpipe.height', 'hose-must-loop-above'),
    HOLD,
  ],
  leaking: [
    check('drain-hose.look', 'hoses-leak-more-often'),
    check('fill-hose.look', 'wet-fitting-seen-in'),
    check('leak.place', 'where-wet-how-high'),
    check('leak.phase', 'when-appears-locates-as'),
    check('leak.trail', 'sediment-points-uphill-its'),
    protocol('three-hold', 'height-size-leak-from'),
    check('filter-cap.look', 'last-cap-opened-first'),
  ],
  'wet-laundry': [
    check('tub.spins', 'an-empty-tub-with'),
    check('belt.look', 'off-or-slipping'),
    check('lid-switch.continuity', 'an-open-lid-switch'),
    DRAIN,
  ],
  'does-not-start': [
    check('machine.starts', 'outlet-lid-first'),
    check('lid-switch.continuity', 'closed-lid-to-start'),
  ],
  'trips-breaker': [
    check('earth.continuity', 'before-anything-else-tried'),
    check('insulation', 'low-between-live-part'),
    check('pump.winding', 'near-zero-shorted-do'),
    check('valve.coil', 'wet-or-shorted-coil'),
  ],
  suds: [check('suds.seen', 'rinse-first-foam-hides'), check('stream.look', 'foamy-water-starves-pump')],
  smell: [check('trap.look', 'standing-debris'), check('standpipe.backs-up', 'drain-backs-up'), RUN_BACK],
  'fault-no-water': [
    FILL,
    check('screens.look', 'usual-cause'),
    check('meter.look', 'if-level-rises-meter'),
    check('level-hose.look', 'pressure-sensing-sees-nothing'),
  ],
  'fault-long-drain': [
    DRAIN,
    check('drain-hose.look', 'kink-seen-in-second'),
    check('pump.sound', 'silence-hum-buzz-point'),
    check('trap.look', 'most-frequent-block'),
    check('impeller.feel', 'jammed-broken-or-sound'),
    check('pump.voltage', 'fed-or-not-fed'),
  ],
  'fault-overfill': [
    check('plug-out-in-fill', 'parts-stuck-valve-from'),
    check('level-hose.look', 'off-holed-or-kinked'),
    check('level-switch.blow', 'fused-contacts-never-call'),
  ],
  noisy: [
    check('pump.sound', 'rattle-shake-foreign-object'),
    check('bearing.noise', 'rumble-from-drum'),
    check('impeller.feel', 'rough-or-broken'),
  ],
}
/** A leak at a moment of the cycle calls for one thing more. */
const AT_MOMENT: Partial<Record<CycleMoment, Step>> = {
  fill: FILL,
  drain: DRAIN,
  wash: HOLD,
  end: RUN_BACK,
  off: check('water-when-off', 'happens-with-machine-off'),
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
