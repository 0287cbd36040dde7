import type { LearnedAnswer } from '@brendik/core'
import { Link } from 'react-router'
import { learnedQuery, putLearning } from '../../api/queries.ts'
import { useAct } from '../../api/useAct.ts'
import { t, words } from '../../lib/words.ts'
import { Choice } from '../../ui/Choice.tsx'
import { Problem } from '../../ui/Problem.tsx'
import { faultTitle } from '../../words/cardText.ts'

const MOST = 12

/** How much likelier or less likely the workshop's own visits make each fault, and the switch that has new visits weighed with it. */
export function OwnChancesTable({ learned, owner }: { learned: LearnedAnswer; owner: boolean }) {
  const saving = useAct(putLearning, [learnedQuery], 1)
  const { chances, counts, uses } = learned
  const moved = counts
    .flatMap((count) => {
      const factor = chances.factors[count.fault]
      return factor === undefined ? [] : [{ ...count, factor }]
    })
    .sort((a, b) => Math.abs(Math.log(b.factor)) - Math.abs(Math.log(a.factor)))
  const number = (value: number) => words().number(value, Math.abs(value - Math.round(value)) < 0.05 ? 0 : 1)
  return (
    <>
      <p className="pb-3 leading-snug">
        {t('learned.chancesWhat', { visits: chances.visits, uses: uses ? 'yes' : 'no' })}
      </p>
      {owner && (
        <div className="max-w-[420px] pb-3">
          <Choice
            label={t('learned.switch')}
            value={uses ? 'on' : 'off'}
            options={[
              { value: 'on', text: t('learned.on') },
              { value: 'off', text: t('learned.off') },
            ]}
            onChange={(value) => saving.mutate({ uses: value === 'on' })}
          />
          <Problem of={[saving]} />
        </div>
      )}
      {moved.length === 0 && <p className="text-soft">{t('learned.chancesNone')}</p>}
      <ul>
        {moved.slice(0, MOST).map(({ fault, found, expected, factor }) => (
          <li
            key={fault}
            className="grid grid-cols-[1fr_auto] gap-x-4 border-t border-hair py-2 leading-tight"
          >
            <Link
              to={`/catalogue?fault=${fault}`}
              className="-my-2 flex min-h-12 items-center underline decoration-line underline-offset-4"
            >
              {faultTitle(fault)}
            </Link>
            <span className="small-figure self-center text-right">
              {t('learned.factor', { factor: words().number(factor, 1) })}
            </span>
            <span className="col-span-2 text-sm text-soft">
              {t('learned.counted', { found: number(found), expected: number(expected) })}
            </span>
          </li>
        ))}
      </ul>
    </>
  )
}
