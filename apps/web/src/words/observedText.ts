import { checkFacts, type ObservationAnswer } from '@brendik/core'
import { type UnitSystem, withUnit } from '../lib/units.ts'
import { t, tOf } from '../lib/words.ts'
import { outcomeWord } from '../words/cardText.ts'

type Observed = Pick<ObservationAnswer, 'check' | 'value' | 'levelMm'> & { tempC?: number | null | undefined }

/** What was looked at, in words. */
export const checkWord = (o: Pick<ObservationAnswer, 'check' | 'tap'>): string =>
  `${tOf(`check.${o.check}`, o.check)}${o.tap ? `, ${t(`word.tap.${o.tap}`)}` : ''}`

/** What was observed, in the user's units. */
export function observedText(o: Observed, units: UnitSystem): string {
  const check = checkFacts(o.check)
  const at =
    (o.levelMm === null ? '' : ` ${t('observedText.at', { level: withUnit(units, 'level', o.levelMm) })}`) +
    (o.tempC === null || o.tempC === undefined
      ? ''
      : ` ${t('observedText.at2', { temperature: withUnit(units, 'temperature', o.tempC) })}`)
  if (check.kind === 'choice') return outcomeWord(o.check, String(o.value)) + at
  if (typeof o.value === 'number') return `${withUnit(units, check.quantity, o.value)}${at}`
  const bound = /^above (\d+)/.exec(o.value)
  return bound
    ? t('observedText.above', { figure: withUnit(units, check.quantity, Number(bound[1])), at })
    : t('observedText.openCircuit', { at })
}
