import type { RunKind } from '../../measure/plan/runPlan.ts'
import type { CheckId } from './checkTypes.ts'

/**
 * Minutes of every check and run for a practised hand: one table, read by proposals, protocols, the ladder and the weighing of the inlet.
 * Common practice, no published source. Doing only; what the machine's state costs beside it is in `CHANGE_MIN`.
 */
const DOING_MIN: Readonly<Partial<Record<CheckId, number>>> = {
  complaint: 0.5,
  'machine.starts': 0.5,
  'tap.look': 0.5,
  'suds.seen': 0.5,
  'filter-cap.look': 0.5,
  'drain-hose.look': 1,
  'fill-hose.look': 1,
  'standpipe.height': 1,
  'dispenser.look': 1,
  'bearing.noise': 1,
  'door-opening-spill': 1,
  'pump.sound': 1,
  'stream.look': 1,
  'standpipe.backs-up': 1,
  'tub.spins': 1,
  'plug-out-in-fill': 1,
  'water-when-off': 10,
  'drain.lift-stop': 2,
  'drain.caught-back': 2,
  'leak.catch': 4,
  'leak.stop-level': 15,
  'leak.phase': 3,
  'leak.place': 3,
  'leak.amount': 3,
  'leak.trail': 1,
  'leak.drops': 1,
  'leak.dry': 3,
  'leak.cardboard': 3,
  'tap.bucket': 2,
  'hose-end.bucket': 2,
  'supply.gauge': 2,
  'screens.look': 2,
  'valve.coil': 2,
  'level-hose.look': 2,
  'air-dome.look': 4,
  'meter.look': 3,
  'level-switch.blow': 3,
  'pump.voltage': 3,
  'board.pump-pin': 4,
  'pump.runs-for': 4,
  'valve.voltage': 3,
  'outlet.voltage': 1,
  insulation: 3,
  'earth.continuity': 3,
  'pump.winding': 2,
  'lid-switch.continuity': 2,
  'trap.look': 2,
  'tub-hose.squeeze': 1,
  'hose-off-at-pump': 3,
  'impeller.feel': 2,
  'weep-holes': 2,
  'centre-post': 2,
  'bellows.look': 2,
  'belt.look': 2,
  'ruler-vs-indicated': 1,
  'display.fault': 0.5,
  'motor.heard': 1,
  'fill.temperature': 1,
  'level-switch.type': 1,
  'debris.kind': 0.5,
  'filter-cap.turn': 2,
  'clamps.look': 1,
  'recirculation-hose.look': 1,
  'drain-hose.flow-through': 5,
  'pump.ports-look': 2,
  'pump.housing-look': 3,
  'sump-outlet.look': 2,
  'clutch.feel': 3,
}

/** What a check always costs beside its doing: a fill hose off and on at that end. */
const CHANGE_MIN: Readonly<Partial<Record<CheckId, number>>> = {
  'tap.bucket': 2,
  'hose-end.bucket': 2,
  'supply.gauge': 2,
  'screens.look': 2,
}

/** A timed run with its set-up, min. A fill or drain takes as long as it takes; these are usual ones. Estimates. */
export const RUN_MIN: Readonly<Record<RunKind, number>> = {
  idle: 11,
  fill: 4,
  hold: 11,
  motion: 6,
  drain: 4,
  'after-drain': 3,
  siphon: 4,
  spin: 5,
  cycle: 45,
}

/** Minutes of the check itself. */
export function doingMin(check: CheckId): number {
  return DOING_MIN[check] ?? 1
}

/** Minutes of a check with what it always costs beside. */
export function minutesOf(check: CheckId): number {
  return doingMin(check) + (CHANGE_MIN[check] ?? 0)
}
