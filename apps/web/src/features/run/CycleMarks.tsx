import { CYCLE_MARKS } from '@brendik/core'
import { t } from '../../lib/words.ts'
import { Action } from '../../ui/ActionBar.tsx'
import { MARK_WORD } from '../../words/runText.ts'
import type { RunActs } from './runActs.ts'

/** What the machine begins next, each a press as it begins: a whole cycle against the clock. */
export function CycleMarks({ mark }: { mark: RunActs['mark'] }) {
  return CYCLE_MARKS.map((what) => (
    <Action
      key={what}
      name={MARK_WORD[what]}
      hint={t('cycleMark.asItBegins')}
      onPress={(atMs) => mark(what, atMs)}
    />
  ))
}
