import type { CheckId } from '../checks/checkTypes.ts'

/**
 * What each look shows on a machine that is sound where it looks: chances of its outcomes, in the order they are offered. Estimates. What
 * faults change of it is on their cards.
 */
export const SOUND_LOOKS: Readonly<Partial<Record<CheckId, Readonly<Record<string, number>>>>> = {
  'tap.look': { open: 0.96, 'part-shut': 0.04 },
  'fill-hose.look': { good: 0.88, kinked: 0.04, bulging: 0.04, 'wet-at-fitting': 0.04 },
  'screens.look': { clean: 0.84, grit: 0.08, 'scale-or-rust': 0.08 },
  'plug-out-in-fill': { 'flow-stops': 0.97, 'flow-continues': 0.03 },
  'water-when-off': { yes: 0.04, no: 0.96 },
  'machine.starts': { yes: 0.96, no: 0.04 },
  'dispenser.look': { clear: 0.84, caked: 0.16 },
  'stream.look': { strong: 0.86, weak: 0.06, none: 0.02, foamy: 0.03, stops: 0.03 },
  'bearing.noise': { none: 0.88, rumble: 0.12 },
  'door-opening-spill': { yes: 0.05, no: 0.95 },
  'meter.look': { clean: 0.9, fouled: 0.1 },
  'drain-hose.look': {
    good: 0.84,
    kinked: 0.05,
    split: 0.03,
    'lower-than-tub': 0.03,
    'pushed-too-deep': 0.05,
  },
  'standpipe.backs-up': { yes: 0.04, no: 0.96 },
  'trap.look': { clean: 0.7, debris: 0.3 },
  'tub-hose.squeeze': { soft: 0.95, 'object-felt': 0.05 },
  'impeller.feel': { detents: 0.9, free: 0.03, jammed: 0.02, rough: 0.05 },
  'pump.sound': { runs: 0.86, 'runs-with-rattle': 0.06, hum: 0.04, 'buzz-in-bursts': 0.02, silent: 0.02 },
  'level-hose.look': { good: 0.9, off: 0.015, holed: 0.025, kinked: 0.03, 'water-inside': 0.03 },
  'level-switch.blow': { switches: 0.92, 'stays-closed': 0.05, 'open-when-empty': 0.03 },
  'level-switch.type': { contacts: 0.5, electronic: 0.5 },
  'air-dome.look': { clear: 0.9, clogged: 0.1 },
  'suds.seen': { none: 0.76, some: 0.21, full: 0.03 },
  'weep-holes': { dry: 0.8, wet: 0.04, 'not-fitted': 0.16 },
  'centre-post': { dry: 0.94, wet: 0.06 },
  'bellows.look': {
    good: 0.89,
    torn: 0.025,
    'off-groove': 0.02,
    'mark-not-at-12': 0.025,
    'holes-blocked': 0.04,
  },
  'filter-cap.look': { dry: 0.92, wet: 0.05, 'not-at-stop': 0.03 },
  'belt.look': { on: 0.74, off: 0.02, frayed: 0.06, 'not-fitted': 0.18 },
  'tub.spins': { yes: 0.92, no: 0.04, slow: 0.04 },
  'lid-switch.continuity': { closes: 0.96, 'stays-open': 0.04 },
  'hose-off-at-pump': { gush: 0.8, trickle: 0.15, nothing: 0.05 },
  'pump.ports-look': { clear: 0.9, debris: 0.08, 'object-in-impeller': 0.02 },
  'sump-outlet.look': { clear: 0.96, object: 0.04 },
  'drain-hose.flow-through': { free: 0.93, poor: 0.05, blocked: 0.02 },
  'clamps.look': { tight: 0.88, loose: 0.05, rusty: 0.07 },
  'pump.housing-look': { whole: 0.95, cracked: 0.02, 'broken-plastic': 0.03 },
  'motor.heard': { runs: 0.94, silent: 0.04, hums: 0.02 },
  'clutch.feel': { stiff: 0.93, slips: 0.07 },
  'recirculation-hose.look': { good: 0.5, split: 0.02, 'not-fitted': 0.48 },
  'display.fault': {
    none: 0.88,
    'no-water': 0.02,
    'long-drain': 0.03,
    overfill: 0.01,
    blockage: 0.01,
    imbalance: 0.02,
    lock: 0.02,
    other: 0.01,
  },
  'fill.temperature': { 'as-called': 0.97, swapped: 0.03 },
}

/**
 * Chances of a look's outcomes with a fault: those its card gives, the rest shared as on a sound machine.
 * @param given - Of the card; undefined = the look is not about this fault.
 */
export function sharesWith(
  sound: Readonly<Record<string, number>>,
  given: Readonly<Record<string, number>> | undefined,
): Readonly<Record<string, number>> {
  if (!given) return sound
  const told = Object.values(given).reduce((a, b) => a + b, 0)
  const rest = Object.entries(sound).reduce((sum, [value, p]) => sum + (value in given ? 0 : p), 0)
  return Object.fromEntries(
    Object.entries(sound).map(([value, p]) => [value, given[value] ?? ((1 - told) * p) / rest]),
  )
}
