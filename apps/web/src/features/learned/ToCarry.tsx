import type { LearnedAnswer } from '@brendik/core'
import { t } from '../../lib/words.ts'
import { partName } from '../../words/cardText.ts'
import { upperFirst } from '../../words/firstLetter.ts'

const MOST = 8

/** The few parts that go most, and how many of each to have in the van. */
export function ToCarry({ carry }: { carry: LearnedAnswer['carry'] }) {
  return (
    <>
      <p className="pb-2 text-soft">{t('learned.carryWhat')}</p>
      <ul>
        {carry.slice(0, MOST).map(({ part, went, carry: n }) => (
          <li key={part} className="flex justify-between gap-4 border-t border-hair py-2 leading-tight">
            <span>{upperFirst(partName(part))}</span>
            <span>
              <span className="pr-4 text-sm text-soft">{t('learned.went', { went })}</span>
              <span className="small-figure">{t('learned.carry', { n })}</span>
            </span>
          </li>
        ))}
      </ul>
    </>
  )
}
