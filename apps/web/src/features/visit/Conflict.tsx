import { dateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import type { Space } from './space.ts'

/** Two people said different things without seeing each other: both stand until one is chosen. */
export function Conflict({
  space,
  topic,
  canJoin = false,
}: {
  space: Space
  topic: string
  canJoin?: boolean
}) {
  const said = space.said.get(topic)
  if (!said?.conflict) return null
  const different = said.heads.filter(
    (head, i) => said.heads.findIndex((other) => other.value === head.value) === i,
  )
  const both = different.map((head) => String(head.value ?? '')).join('\n')
  return (
    <section aria-label={t('ui.twoAnswers')} className="border-l-4 border-watch bg-watch-face p-3">
      <p className="font-semibold">{t('conflict.saidAtOnceByTwo')}</p>
      <ul>
        {different.map((head) => (
          <li key={head.id} className="flex items-center justify-between gap-3 border-t border-line py-1">
            <span className="min-w-0">
              <span className="block break-words whitespace-pre-wrap">
                {String(head.value ?? '') || t('conflict.nothing')}
              </span>
              <span className="text-sm text-soft">
                {head.by}, {dateText(head.atMs, 'time')}
              </span>
            </span>
            <Button look="word" className="shrink-0 px-2" onClick={() => space.say(topic, head.value)}>
              {t('ui.keepThis')}
            </Button>
          </li>
        ))}
      </ul>
      {canJoin && (
        <Button look="word" onClick={() => space.say(topic, both)}>
          {t('conflict.keepBothOneUnderThe')}
        </Button>
      )}
    </section>
  )
}
