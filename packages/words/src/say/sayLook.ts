import { checkFacts, type ObservationAnswer } from '@brendik/core'
import type { MessageId, Words } from '../words.ts'

/** What was looked at. */
export function sayCheck(words: Words, { check, tap }: Pick<ObservationAnswer, 'check' | 'tap'>): string {
  const name = orItself(words, `check.${check}`, check)
  return tap ? `${name}, ${words.t(`word.tap.${tap}`)}` : name
}

/** An outcome of a choice; the value itself where the table has none. */
const orItself = (words: Words, id: string, itself: string): string =>
  words.has(id) ? words.t(id as MessageId) : itself

/** What was observed, in the units of the words. */
export function sayObserved(
  words: Words,
  o: Pick<ObservationAnswer, 'check' | 'value' | 'levelMm'> & { tempC?: number | null | undefined },
): string {
  const check = checkFacts(o.check)
  const at =
    (o.levelMm === null
      ? ''
      : ` ${words.t('observedText.at', { level: words.withUnit('level', o.levelMm) })}`) +
    (o.tempC === null || o.tempC === undefined
      ? ''
      : ` ${words.t('observedText.at2', { temperature: words.withUnit('temperature', o.tempC) })}`)
  if (check.kind === 'choice') return orItself(words, `check.${o.check}.${o.value}`, String(o.value)) + at
  if (typeof o.value === 'number') return `${words.withUnit(check.quantity, o.value)}${at}`
  const bound = /^above (\d+)/.exec(o.value)
  return bound
    ? words.t('observedText.above', { figure: words.withUnit(check.quantity, Number(bound[1])), at })
    : words.t('observedText.openCircuit', { at })
}
