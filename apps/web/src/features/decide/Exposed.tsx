import type { Decision } from '@brendik/core'
import { percent } from '../../lib/percent.ts'
import { t } from '../../lib/words.ts'
import { partName } from '../../words/cardText.ts'
import { upperFirst } from '../../words/firstLetter.ts'
import { money } from './optionText.ts'

/** What the teardown exposes anyway, and from which chance on it pays to renew it at once. */
export function Exposed({ decision: { exposed, currency } }: { decision: Decision }) {
  if (exposed.length === 0) return null
  return (
    <section aria-label={t('decide.exposed')} className="border-t border-line pt-3">
      <h2 className="pb-1 text-sm font-semibold text-soft">{t('decide.exposed')}</h2>
      <ul>
        {exposed.map(({ part, addedPrice, laterPrice, fromChance }) => (
          <li key={part} className="border-t border-hair py-1.5 leading-snug">
            {t('decide.exposedSays', {
              part: upperFirst(partName(part)),
              added: money(addedPrice, currency),
              later: money(laterPrice, currency),
              chance: percent(fromChance),
            })}
          </li>
        ))}
      </ul>
    </section>
  )
}
