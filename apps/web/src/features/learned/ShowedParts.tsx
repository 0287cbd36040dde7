import type { ShowedCount } from '@brendik/core'
import { percent } from '../../lib/percent.ts'
import { t } from '../../lib/words.ts'
import { partName } from '../../words/cardText.ts'
import { upperFirst } from '../../words/firstLetter.ts'

/** How often the part that was opened was what was wrong: the only answer that says whether a diagnosis was right. */
export function ShowedParts({ showed }: { showed: readonly ShowedCount[] }) {
  return (
    <>
      <p className="pb-2 text-soft">{showed.length === 0 ? t('truths.none') : t('truths.whatItIs')}</p>
      <ul>
        {showed.map(({ part, opened, sound, other, right }) => (
          <li
            key={part ?? 'all'}
            className={`grid grid-cols-[1fr_auto] gap-x-4 border-t border-hair py-2 leading-tight ${part === null ? 'font-semibold' : ''}`}
          >
            <span>{part === null ? t('truths.all') : upperFirst(partName(part))}</span>
            <span className="small-figure text-right">
              {t('truths.of', { right: opened - sound - other, opened })}
            </span>
            <span className="col-span-2 text-sm font-normal text-soft">
              {t('truths.right', { lo: percent(right.lo), hi: percent(right.hi), sound, other })}
            </span>
          </li>
        ))}
      </ul>
    </>
  )
}
