import { checkFacts, type LeakPhase, type LeakPlace, type PhaseSeen, type Strength } from '@brendik/core'

export const PHASE_NAME: Record<LeakPhase, string> = {
  'idle-taps-on': 'Idle, taps on',
  fill: 'Filling',
  hold: 'Holding',
  'wash-motion': 'Washing',
  drain: 'Draining',
  spin: 'Spinning',
}
export const SEEN_WORD: Record<PhaseSeen, string> = {
  wet: 'wet',
  dry: 'dry',
  'not-tried': 'not tried',
  'not-said': 'not tried',
}
export const STRENGTH_WORD: Record<Strength, string> = {
  slightly: 'a little',
  clearly: 'clearly',
  strongly: 'strongly',
}

/** An outcome of a choice in a technician's words. */
export function outcomeWord(check: string, value: string): string {
  const facts = checkFacts(check)
  return facts.kind === 'choice' ? (facts.outcomes.find((o) => o.value === value)?.word ?? value) : value
}
export const placeWord = (place: LeakPlace): string => outcomeWord('leak.place', place)
