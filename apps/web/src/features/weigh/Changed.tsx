import { message, type PlanChange } from '@brendik/core'
import { percent } from '../../lib/percent.ts'
import { say, t } from '../../lib/words.ts'
import { faultTitle } from '../../words/cardText.ts'

/** Why the plan is another one than a moment ago: what was found last, and what it moved. */
export function Changed({ change }: { change: PlanChange | null }) {
  if (!change) return null
  const { says, fault, was, now, nextWas } = change
  return (
    <section aria-label={t('weigh.whyItChanged')} className="border-t border-line py-3 leading-snug">
      <h2 className="pb-1 text-sm font-semibold text-soft">{t('weigh.whyItChanged')}</h2>
      <p>
        {say(says)}{' '}
        {t('weigh.moved', {
          fault: fault ? faultTitle(fault) : say(message('fault.none')),
          was: percent(was),
          now: percent(now),
        })}{' '}
        {nextWas && <span className="text-soft">{t('weigh.nextWas', { look: say(nextWas) })}</span>}
      </p>
    </section>
  )
}
