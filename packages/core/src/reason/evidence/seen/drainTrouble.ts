import { choiceOf, type JudgedRun, numbersOf, type Observation } from './observations.ts'

/** What disturbs a drain and is neither pump nor path. */
export type DrainTrouble = 'foam' | 'backs-up' | 'unsteady' | 'slowing' | 'stops'

/** What the looks say of the water itself and of the house's drain: no drain of such a visit tells pump from path. */
export function troubleSeen(observations: readonly Observation[]): DrainTrouble | null {
  if (choiceOf(observations, 'standpipe.backs-up') === 'yes') return 'backs-up'
  const foam =
    choiceOf(observations, 'suds.seen') === 'full' || choiceOf(observations, 'stream.look') === 'foamy'
  return foam ? 'foam' : null
}

/** What happened in the drains themselves; null when at least one ran undisturbed, or none was made. */
export function troubleOfRuns(drains: readonly JudgedRun[]): DrainTrouble | null {
  const disturbed = drains.flatMap(({ analysis }) => (isDisturbed(analysis) ? [disturbanceOf(analysis)] : []))
  return disturbed.length > 0 && disturbed.length === drains.length ? (disturbed.at(-1) ?? null) : null
}

/** Whether something happened in a drain that is neither pump nor path. */
export function isDisturbed(analysis: JudgedRun['analysis']): boolean {
  return disturbanceOf(analysis) !== null
}
function disturbanceOf({
  basis,
  saying,
}: JudgedRun['analysis']): Exclude<DrainTrouble, 'foam' | 'backs-up'> | null {
  if (saying.code === 'stalled') return 'stops'
  return basis?.of === 'flow' ? (basis.disturbed ?? null) : null
}

/** A pump that does not do its work for a reason that a flow does not tell. */
export interface PumpFate {
  verdict: 'fails-under-load' | 'stops-unfed' | 'stops' | 'jammed' | 'likely-jammed'
  /** How long it ran before it stopped, s; null = it never ran, or nobody timed it. */
  afterS: number | null
}

/** Below this a pump is not fed, V: a dead line reads a few volts. Estimate. */
const FED_V = 50

/**
 * What sound, finger, voltage and a stop in the middle of a drain say together of the pump; null when none of them speaks.
 * A pump that stops while it is still fed fails under load, even when its ohms are right; one that buzzes, is fed and does not turn is held
 * by an object (common practice, no published source).
 */
export function pumpFate(
  drains: readonly JudgedRun[],
  observations: readonly Observation[],
): PumpFate | null {
  const sound = choiceOf(observations, 'pump.sound')
  const impeller = choiceOf(observations, 'impeller.feel')
  const volts = numbersOf(observations, 'pump.voltage').at(-1)?.value ?? null
  const fed = volts === null ? null : volts >= FED_V
  const buzzes = sound === 'buzz-in-bursts' || sound === 'hum'
  if (impeller === 'jammed' && (buzzes || fed !== false)) return { verdict: 'jammed', afterS: null }
  const free = impeller === 'detents' || impeller === 'free'
  if (sound === 'buzz-in-bursts' && !free && fed !== false) return { verdict: 'likely-jammed', afterS: null }
  const runsFor = numbersOf(observations, 'pump.runs-for').at(-1)?.value ?? null
  const stopped = drains.findLast(({ analysis }) => analysis.saying.code === 'stalled')
  const silent = stopped?.analysis.saying.code === 'stalled' && stopped.analysis.saying.silent
  const afterS = runsFor ?? stopped?.analysis.quantities.cutoutS?.value ?? null
  if (runsFor === null && !silent && choiceOf(observations, 'stream.look') !== 'stops') return null
  if (afterS === null) return null
  // "Stopped after, still fed" is what `pump.runs-for` says by itself.
  if (fed === true || (runsFor !== null && fed !== false)) return { verdict: 'fails-under-load', afterS }
  return { verdict: fed === false ? 'stops-unfed' : 'stops', afterS }
}
