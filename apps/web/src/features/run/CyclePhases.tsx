import { CYCLE_MARKS, type RunFacts } from '@brendik/core'
import { durationText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { MARK_WORD } from '../../words/runText.ts'

/** The phases of a whole cycle as they were pressed, each with how long it lasted; the one under way is large. */
export function CyclePhases({ facts, nowS }: { facts: RunFacts; nowS: number }) {
  const zero = facts.startedAtMs
  if (zero === null) return null
  const known: readonly string[] = CYCLE_MARKS
  const begun = facts.inForce.flatMap((event) =>
    event.type === 'marked' && known.includes(event.what)
      ? [{ id: event.id, what: event.what, atS: (event.atMs - zero) / 1000 }]
      : [],
  )
  if (begun.length === 0) return <p className="p-6 text-xl text-soft">{t('cycleMark.pressWhatItBegins')}</p>
  return (
    <ol aria-label={t('cycleMark.phases')} className="h-full overflow-y-auto px-1">
      {begun.map(({ id, what, atS }, n) => {
        const next = begun[n + 1]
        const last = next === undefined
        return (
          <li
            key={id}
            className={`flex items-baseline justify-between gap-4 border-b border-line py-2 ${last ? 'text-3xl font-semibold' : 'text-xl'}`}
          >
            <span className={last ? 'plate' : ''}>{MARK_WORD[what]}</span>
            {what !== 'end' && (
              <span className="small-figure">{durationText((next?.atS ?? nowS) - atS)}</span>
            )}
          </li>
        )
      })}
    </ol>
  )
}
