import {
  type CheckId,
  checkFacts,
  expectedTime,
  FAULT_CARDS,
  minutesOf,
  SOUND_LOOKS,
  speaksOf,
} from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { ownTimesQuery } from '../../api/queries.ts'
import { t, words } from '../../lib/words.ts'
import { checkName, faultTitle, howText, outcomeWord } from '../../words/cardText.ts'
import { plainNumber } from './plainNumber.ts'
import { Shares } from './Shares.tsx'

/** Everything that is held of one check: how long it takes, how it is made, what it shows on a sound machine, and which faults it tells of. */
export function CheckView({ id }: { id: CheckId }) {
  const sound = SOUND_LOOKS[id]
  const facts = checkFacts(id)
  const { data: times } = useQuery(ownTimesQuery)
  const own = expectedTime(id, times ?? [])
  const speaks = FAULT_CARDS.filter((card) => speaksOf(card, id))
  return (
    <article>
      <h1 className="plate pt-5 text-3xl leading-tight">{checkName(id)}</h1>
      <p className="pt-1 text-lg">{t('catalogue.minutesOf', { minutes: plainNumber(minutesOf(id)) })}.</p>
      {own.shopN > 0 && (
        <p className="pt-1 leading-snug">
          {t('catalogue.ownTimes', {
            minutes: words().number(own.doingMin, 1),
            own: own.ownN,
            shop: own.shopN,
            basis: t('catalogue.basis', { basis: 'own_records' }),
          })}
        </p>
      )}
      {howText(id) && <p className="max-w-[60ch] pt-1 leading-snug text-soft">{howText(id)}</p>}
      {sound && (
        <section className="mt-3 border-t border-line pt-3 pb-2" aria-label={t('catalogue.onSound')}>
          <h2 className="text-sm font-semibold text-soft">
            {t('catalogue.onSound')} ({t('catalogue.basis', { basis: 'estimate' })})
          </h2>
          <Shares
            rows={Object.entries(sound).map(([value, share]) => ({ name: outcomeWord(id, value), share }))}
          />
        </section>
      )}
      {facts.kind === 'number' && <p className="pt-3 text-soft">{t('catalogue.ofFigure')}</p>}
      {speaks.length > 0 && (
        <section className="mt-3 border-t border-line pt-3" aria-label={t('catalogue.speaksOf')}>
          <h2 className="text-sm font-semibold text-soft">{t('catalogue.speaksOf')}</h2>
          <ul>
            {speaks.map((card) => (
              <li key={card.id}>
                <Link
                  to={`/catalogue?fault=${card.id}`}
                  className="inline-flex min-h-12 items-center underline underline-offset-4"
                >
                  {faultTitle(card.id)}
                </Link>
              </li>
            ))}
          </ul>
        </section>
      )}
    </article>
  )
}
