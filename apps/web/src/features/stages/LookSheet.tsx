import { checkFacts, type NextLook } from '@brendik/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { say, t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { WORTH_WORD, worthOf } from '../../words/locateText.ts'
import type { Space } from '../visit/index.ts'
import { CheckList } from './CheckList.tsx'

/** A check made where it was asked for: why, how to get at it, and its outcomes. */
export function LookSheet({ space, look, onClose }: { space: Space; look: NextLook; onClose: () => void }) {
  const [openedAtMs] = useState(Date.now)
  if (look.what.kind !== 'check') return null
  const { check } = look.what
  return (
    <Sheet open title={say(look.name)} onClose={onClose}>
      <p className="pt-2 text-lg leading-snug">{say(look.why)}</p>
      <p className="pb-2 text-soft">
        {t('leakLookSheet.minIt', {
          by: look.by ? `${say(look.by)}; ` : '',
          minutes: look.minutes,
          worth: WORTH_WORD[worthOf(look)],
        })}
      </p>
      {check === 'leak.stop-level' && (
        <Link
          to={`/visits/${space.visit.id}/protocols/stop-level`}
          className="flex min-h-12 items-center underline underline-offset-4"
        >
          {t('leakLookSheet.howToLowerItIn')}
        </Link>
      )}
      <CheckList
        space={space}
        which={(facts) => facts.id === checkFacts(check).id}
        // Where the water comes from is looked at again: the same place once more is an answer, and no mistake to take back.
        afreshFromMs={check === 'leak.place' ? openedAtMs : undefined}
      />
      <div className="pt-3">
        <Button size="wide" onClick={onClose}>
          {t('ui.close')}
        </Button>
      </div>
    </Sheet>
  )
}
