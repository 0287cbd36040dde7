import type { LearnedAnswer } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { Link } from 'react-router'
import { learnedQuery } from '../../api/queries.ts'
import { percent } from '../../lib/percent.ts'
import { t, words } from '../../lib/words.ts'
import { partName } from '../../words/cardText.ts'
import { upperFirst } from '../../words/firstLetter.ts'

/** Of so many visits of which the truth is known, how often the part suspected first was it. */
export function FirstSuspect({ learned: { firstRight, byPart } }: { learned: LearnedAnswer }) {
  if (!firstRight) return <p className="text-soft">{t('learned.none')}</p>
  return (
    <>
      <p className="flex flex-wrap items-baseline gap-x-4">
        <span className="figure text-6xl leading-none">{percent(firstRight.value)}</span>
        <span className="max-w-[36ch] leading-snug">
          {t('learned.firstRight', {
            right: Math.round(firstRight.value * firstRight.n),
            n: firstRight.n,
            lo: percent(firstRight.lo),
            hi: percent(firstRight.hi),
          })}
        </span>
      </p>
      <ul className="mt-3">
        {byPart.slice(0, 8).map(({ part, n, right }) => (
          <li key={part} className="flex justify-between gap-4 border-t border-hair py-2 leading-tight">
            <span>{upperFirst(partName(part))}</span>
            <span className="small-figure">
              {t('learned.rightOf', { right: Math.round(right.value * n), n })}
            </span>
          </li>
        ))}
      </ul>
    </>
  )
}

const inShort = ({ firstRight }: LearnedAnswer) =>
  firstRight
    ? t('learned.inShort', {
        right: words().number(Math.round(firstRight.value * firstRight.n), 0),
        n: firstRight.n,
      })
    : t('learned.none')

/** In the workshop: one line of it, and the way to all of it. */
export function LearnedInShort() {
  const { data } = useQuery(learnedQuery)
  return (
    <section aria-label={t('learned.learned')}>
      <h2 className="plate pb-1 text-2xl">{t('learned.learned')}</h2>
      {/* Its place is kept until it is here: what stands below is not moved under a finger. */}
      <p className="min-h-8 pb-2 text-soft">{data && inShort(data)}</p>
      <Link
        to="/learned"
        className="inline-flex min-h-12 items-center text-water underline underline-offset-4"
      >
        {t('learned.all')}
      </Link>
    </section>
  )
}
