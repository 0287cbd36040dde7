import type { Contender, Reason } from '@brendik/core'
import { Link } from 'react-router'
import { percent } from '../../lib/percent.ts'
import { say, t } from '../../lib/words.ts'
import { STRENGTH_WORD } from '../../words/locateText.ts'

/** What speaks for and against a fault, strongest first, how much of it was known before anything was seen, and the way to its card. */
export function ForAndAgainst({ one, most }: { one: Contender; most: number }) {
  return (
    <div className="grid gap-2">
      <Side side="for" reasons={one.speaksFor.slice(0, most)} />
      <Side side="against" reasons={one.speaksAgainst.slice(0, most)} />
      {one.speaksFor.length + one.speaksAgainst.length === 0 && (
        <p className="text-soft">{t('weigh.nothingSpeaksEitherWay')}</p>
      )}
      <p className="text-sm leading-snug text-soft">
        {t('weigh.howMuchIsPrior', {
          usual: percent(one.usual),
          complaint: percent(one.fromComplaint),
          now: percent(one.present),
        })}
      </p>
      <Link
        to={`/catalogue?fault=${one.fault}`}
        className="inline-flex min-h-12 items-center text-water underline underline-offset-4 print:hidden"
      >
        {t('weigh.whatIsHeldOfIt')}
      </Link>
    </div>
  )
}

function Side({ side, reasons }: { side: 'for' | 'against'; reasons: readonly Reason[] }) {
  if (reasons.length === 0) return null
  return (
    <section aria-label={t(`word.${side}`)} className={side === 'against' ? 'text-soft' : ''}>
      <h3 className="font-semibold">{t(`word.${side}`)}</h3>
      <ul>
        {reasons.map(({ says, strength }) => (
          <li
            key={say(says)}
            className="flex items-baseline justify-between gap-3 border-t border-hair py-1 leading-snug"
          >
            <span>{say(says).replace(/\.$/, '')}</span>
            <span className="shrink-0 text-sm text-soft">{STRENGTH_WORD[strength]}</span>
          </li>
        ))}
      </ul>
    </section>
  )
}
