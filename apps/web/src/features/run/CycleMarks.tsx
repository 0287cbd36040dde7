import { CYCLE_MARKS } from '@brendik/core'
import { t } from '../../lib/words.ts'
import { Action } from '../../ui/ActionBar.tsx'
import { MARK_WORD } from '../../words/runText.ts'
import type { RunActs } from './runActs.ts'

/** What the machine begins next, each a press as it begins: a whole cycle against the clock. In the hand two rows of three. */
export function CycleMarks({ mark }: { mark: RunActs['mark'] }) {
  return (
    <div className="flex w-full flex-wrap max-md:order-first md:contents [&>*]:border-line max-md:[&>*]:border-r max-md:[&>*]:border-b">
      {CYCLE_MARKS.map((what) => (
        <Action
          key={what}
          weight="sixth"
          name={MARK_WORD[what]}
          hint={t('cycleMark.asItBegins')}
          onPress={(atMs) => mark(what, atMs)}
        />
      ))}
    </div>
  )
}
