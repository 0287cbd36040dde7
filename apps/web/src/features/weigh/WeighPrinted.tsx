import { percent } from '../../lib/percent.ts'
import { say, t } from '../../lib/words.ts'
import { faultTitle } from '../../words/cardText.ts'
import type { Space } from '../visit/index.ts'
import { leadingOf, listed } from './leading.ts'
import { useWeigh } from './useWeigh.ts'

/** What is wrong, as a sheet of paper has it: the ranking, and what speaks for the first. */
export function WeighPrinted({ space }: { space: Space }) {
  const view = useWeigh(space)
  if (!view || (!view.seen && space.visit.observations.length === 0)) return null
  const leading = leadingOf(view)
  return (
    <div className="hidden break-inside-avoid border-t border-line py-3 print:block">
      <p className="text-xl font-semibold">
        {leading.name}
        {leading.kind !== 'open' && `, ${percent(leading.probability)}`}
      </p>
      <ul>
        {listed(view).map(({ fault, present, speaksFor, speaksAgainst }) => (
          <li key={fault}>
            {faultTitle(fault)} {percent(present)}.{' '}
            {speaksFor.length > 0 && `${t('word.for')}: ${speaksFor.map(({ says }) => say(says)).join(' ')} `}
            {speaksAgainst.length > 0 &&
              `${t('word.against')}: ${speaksAgainst.map(({ says }) => say(says)).join(' ')}`}
          </li>
        ))}
      </ul>
      {view.conflict && (
        <p>
          {t('weigh.theseTwoCannotBoth')} {say(view.conflict.one)} {say(view.conflict.other)}
        </p>
      )}
    </div>
  )
}
