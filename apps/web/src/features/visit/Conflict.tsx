import { dateText } from '../../lib/time.ts'
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
    <section aria-label="Two answers" className="border-l-4 border-watch bg-watch-face p-3">
      <p className="font-semibold">Said at once by two: nothing is lost, choose what stands.</p>
      <ul>
        {different.map((head) => (
          <li key={head.id} className="flex items-center justify-between gap-3 border-t border-line py-1">
            <span className="min-w-0">
              <span className="block break-words whitespace-pre-wrap">
                {String(head.value ?? '') || '(nothing)'}
              </span>
              <span className="text-sm text-soft">
                {head.by}, {dateText(head.atMs, 'time')}
              </span>
            </span>
            <button
              type="button"
              className="min-h-12 shrink-0 cursor-pointer px-2 underline underline-offset-4"
              onClick={() => space.say(topic, head.value)}
            >
              Keep this
            </button>
          </li>
        ))}
      </ul>
      {canJoin && (
        <button
          type="button"
          className="min-h-12 cursor-pointer underline underline-offset-4"
          onClick={() => space.say(topic, both)}
        >
          Keep both, one under the other
        </button>
      )}
    </section>
  )
}
