import { type Conflict, checkFacts, type FoundBy } from '@brendik/core'
import { Link } from 'react-router'
import { say, t } from '../../lib/words.ts'
import { Notice } from '../../ui/Notice.tsx'
import { checkName } from '../../words/cardText.ts'
import { PHASE_NAME } from '../../words/locateText.ts'
import { KIND_WORD } from '../../words/runText.ts'
import type { Space } from '../visit/index.ts'

const STAGE_OF_RUN = {
  idle: 'hold',
  fill: 'fill',
  hold: 'hold',
  motion: 'hold',
  drain: 'drain',
  'after-drain': 'drain',
  siphon: 'drain',
  spin: 'drain',
  cycle: 'drain',
} as const

function placeOf(again: FoundBy): { name: string; stage: string } {
  if (again.kind === 'phase')
    return { name: t('weigh.watchAgain', { phase: PHASE_NAME[again.phase] }), stage: 'locate' }
  return again.kind === 'run'
    ? { name: KIND_WORD[again.run], stage: STAGE_OF_RUN[again.run] }
    : { name: checkName(again.check), stage: checkFacts(again.check).stage }
}

/** Two findings that cannot both be right, and the way to the one that is sooner looked at again. */
export function Contradiction({ conflict, space }: { conflict: Conflict; space: Space }) {
  const { name, stage } = placeOf(conflict.again)
  return (
    <Notice tone="watch" className="p-3">
      <h2 className="font-semibold">{t('weigh.theseTwoCannotBoth')}</h2>
      <p className="leading-snug">
        {say(conflict.one)} {say(conflict.other)}
      </p>
      <Link
        to={`/visits/${space.visit.id}/${stage}`}
        className="flex min-h-12 items-center font-semibold underline underline-offset-4 print:hidden"
      >
        {t('weigh.lookAgain', { name, minutes: conflict.minutes })}
      </Link>
    </Notice>
  )
}
