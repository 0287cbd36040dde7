import type { ObservationAnswer } from '@brendik/core'
import { newId } from '../../lib/newId.ts'
import { usePrefs } from '../../lib/prefs.ts'
import { dateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { observedText } from '../../words/observedText.ts'
import { keepLooks, type Space } from '../visit/index.ts'

/** What stands of a look that is made once more, each to be taken back: this time is answered by itself. */
export function SeenBefore({ space, before }: { space: Space; before: readonly ObservationAnswer[] }) {
  const { units } = usePrefs()
  if (before.length === 0) return null
  return (
    <div className="pb-1">
      <p className="text-sm text-soft">{t('checkRow.seenBefore')}</p>
      <ul>
        {before.map((o) => (
          <li key={o.id} className="flex items-center justify-between gap-3 leading-tight">
            <span>
              <span className="block font-semibold">{observedText(o, units)}</span>
              <span className="text-sm text-soft">
                {dateText(o.atMs, 'time')}, {o.by}
              </span>
            </span>
            <Button
              aria-label={t('checkRow.takeBack', { name: observedText(o, units) })}
              look="word"
              className="shrink-0 px-2 text-sm text-soft"
              onClick={() =>
                keepLooks(space.visit.id, [
                  { type: 'withdrawn', id: newId(), atMs: Date.now(), targetId: o.id },
                ])
              }
            >
              {t('ui.takeBack2')}
            </Button>
          </li>
        ))}
      </ul>
    </div>
  )
}
