import type { LeakView } from '@brendik/core'
import { percent } from '../../lib/percent.ts'
import { t } from '../../lib/words.ts'
import { faultName } from '../../words/cardText.ts'
import { someSeen } from './Suspects.tsx'

/** In the hand the lead stands first; the reasons are below the drawing. */
export function Lead({ view }: { view: LeakView }) {
  const first = view.suspects[0]
  if (!first || !someSeen(view)) return null
  const none = view.none > first.present
  return (
    <p className="flex items-baseline justify-between gap-3 border-line border-b bg-face px-4 py-2 md:hidden">
      <span className="plate text-2xl leading-tight">{none ? t('ui.noLeak') : faultName(first.fault)}</span>
      <span className="small-figure shrink-0 text-3xl whitespace-nowrap">
        {percent(none ? view.none : first.present)}
      </span>
    </p>
  )
}
