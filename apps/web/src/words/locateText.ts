import type { LeakPhase, LeakPlace, LeakView, PhaseSeen, Strength } from '@brendik/core'
import { percent } from '../lib/percent.ts'
import { type UnitSystem, withUnit } from '../lib/units.ts'
import { faultName, lowerFirst, outcomeWord } from '../words/cardText.ts'

export const PHASE_NAME: Record<LeakPhase, string> = {
  'idle-taps-on': 'Idle, taps on',
  fill: 'Filling',
  hold: 'Holding',
  'wash-motion': 'Washing',
  drain: 'Draining',
  spin: 'Spinning',
}
/** The same where six of them share the width of a phone. */
export const PHASE_SHORT: Record<LeakPhase, string> = {
  'idle-taps-on': 'Idle',
  fill: 'Fill',
  hold: 'Hold',
  'wash-motion': 'Wash',
  drain: 'Drain',
  spin: 'Spin',
}
export const SEEN_MARK: Record<PhaseSeen, string> = {
  wet: '● wet',
  dry: 'dry',
  'not-tried': '–',
  'not-said': '–',
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

export const placeWord = (place: LeakPlace): string => outcomeWord('leak.place', place)

/** What the ladder leaves in a few words, when the technician wrote none: the likeliest source with its height. */
export function foundInWords(view: LeakView, units: UnitSystem): string {
  const first = view.suspects[0]
  if (!first || view.none > first.present) return `No leak found, ${percent(view.none)}`
  const two =
    first.with && first.with.probability > 0.5 ? ` and ${lowerFirst(faultName(first.with.fault))}` : ''
  const height = view.found.height
  const at = height && first.isLeak ? `, at ${withUnit(units, 'level', height.value)}` : ''
  return `${faultName(first.fault)}${two}, ${percent(first.present)}${at}`
}

/** How much a look is expected to tell, in words: nobody works in bits. */
export type Worth = 'much' | 'some' | 'little'
export const WORTH_WORD: Record<Worth, string> = {
  much: 'tells much',
  some: 'tells something',
  little: 'tells a little',
}
const MUCH_BITS = 0.5
const SOME_BITS = 0.15
export function worthOf({ gainBits }: { gainBits: number }): Worth {
  return gainBits >= MUCH_BITS ? 'much' : gainBits >= SOME_BITS ? 'some' : 'little'
}
