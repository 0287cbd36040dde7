import type { LeakPhase, LeakPlace, LeakView, PhaseSeen, Strength } from '@brendik/core'
import { percent } from '../lib/percent.ts'
import { type UnitSystem, withUnit } from '../lib/units.ts'
import { t, tOf } from '../lib/words.ts'
import { faultName, outcomeWord } from '../words/cardText.ts'
import { lowerFirst } from '../words/firstLetter.ts'

export const PHASE_NAME: Record<LeakPhase, string> = {
  'idle-taps-on': t('locateText.idleTapsOn'),
  fill: t('locateText.filling'),
  hold: t('locateText.holding'),
  'wash-motion': t('locateText.washing'),
  drain: t('locateText.draining'),
  spin: t('locateText.spinning'),
}
/** The same where six of them share the width of a phone. */
export const PHASE_SHORT: Record<LeakPhase, string> = {
  'idle-taps-on': t('ui.idle'),
  fill: t('ui.fill'),
  hold: t('ui.hold'),
  'wash-motion': t('locateText.wash'),
  drain: t('ui.drain'),
  spin: t('locateText.spinShort'),
}
export const SEEN_MARK: Record<PhaseSeen, string> = {
  wet: t('locateText.wet'),
  dry: t('ui.dry'),
  'not-tried': '–',
  'not-said': '–',
}
export const SEEN_WORD: Record<PhaseSeen, string> = {
  wet: t('locateText.wet2'),
  dry: t('ui.dry'),
  'not-tried': t('locateText.notTried'),
  'not-said': t('locateText.notTried'),
}
export const STRENGTH_WORD: Record<Strength, string> = {
  slightly: t('locateText.aLittle'),
  clearly: t('locateText.clearly'),
  strongly: t('locateText.strongly'),
}

export const placeWord = (place: LeakPlace): string => outcomeWord('leak.place', place)

/** A place on the floor without saying that it is on the floor. */
export const placeShort = (place: LeakPlace): string => tOf(`check.leak.cardboard.${place}`, placeWord(place))

/** What the ladder leaves in a few words, when the technician wrote none: the likeliest source with its height. */
export function foundInWords(view: LeakView, units: UnitSystem): string {
  const first = view.suspects[0]
  if (!first || view.none > first.present) return t('locateText.noLeakFound', { percent: percent(view.none) })
  const two =
    first.with && first.with.probability > 0.5
      ? ` ${t('locateText.and', { fault: lowerFirst(faultName(first.with.fault)) })}`
      : ''
  const height = view.found.height
  const at =
    height && first.isLeak ? t('locateText.at', { level: withUnit(units, 'level', height.value) }) : ''
  return `${faultName(first.fault)}${two}, ${percent(first.present)}${at}`
}

/** How much a look is expected to tell, in words: nobody works in bits. */
export type Worth = 'much' | 'some' | 'little'
export const WORTH_WORD: Record<Worth, string> = {
  much: t('locateText.tellsMuch'),
  some: t('locateText.tellsSomething'),
  little: t('locateText.tellsALittle'),
}
const MUCH_BITS = 0.5
const SOME_BITS = 0.15
export function worthOf({ gainBits }: { gainBits: number }): Worth {
  return gainBits >= MUCH_BITS ? 'much' : gainBits >= SOME_BITS ? 'some' : 'little'
}
