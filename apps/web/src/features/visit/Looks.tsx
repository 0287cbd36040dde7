import type { VisitAnswer } from '@brendik/core'
import { newId } from '../../lib/newId.ts'
import { usePrefs } from '../../lib/prefs.ts'
import { dateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { checkWord, observedText } from '../../words/observedText.ts'
import { keepLooks } from './visitFacts.ts'

/** What was looked at or measured beside the runs; each can be taken back. */
export function Looks({ visit }: { visit: VisitAnswer }) {
  const { units } = usePrefs()
  if (visit.observations.length === 0) return null
  const takeBack = (targetId: string) =>
    keepLooks(visit.id, [{ type: 'withdrawn', id: newId(), atMs: Date.now(), targetId }])
  return (
    <section className="border-t border-line py-4" aria-label={t('looks.looks')}>
      <h2 className="pb-1 text-sm font-semibold text-soft">{t('looks.lookedAtAndMeasured')}</h2>
      <ul>
        {visit.observations.map((o) => (
          <li key={o.id} className="flex min-h-12 items-center justify-between gap-3 border-t border-hair">
            <span>
              {checkWord(o)}: <span className="font-semibold">{observedText(o, units)}</span>
            </span>
            <span className="flex shrink-0 items-center text-sm text-soft">
              {dateText(o.atMs, 'time')}, {o.by}
              <Button
                aria-label={t('looks.takeBack', { check: checkWord(o) })}
                look="word"
                className="ml-1 min-w-12 px-2"
                onClick={() => takeBack(o.id)}
              >
                {t('ui.takeBack')}
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}
