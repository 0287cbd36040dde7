import type { RunEvent, RunFacts } from '@brendik/core'
import { useState } from 'react'
import { usePrefs } from '../../lib/prefs.ts'
import { clockParts } from '../../lib/time.ts'
import { type UnitSystem, withUnit } from '../../lib/units.ts'
import { t, tOf } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { MARK_WORD, START_WORD, STOP_WORD } from '../../words/runText.ts'

/** So many are looked through without a press; and so many by hand would be a run of days. */
const AT_FIRST = 60
const MOST = 5000

/** Everything entered, newest first; what was taken back stays, struck through, with the reason. */
export function EntryLog({ events, facts }: { events: readonly RunEvent[]; facts: RunFacts }) {
  const { units } = usePrefs()
  const [all, setAll] = useState(false)
  const zero = facts.startedAtMs
  const shown = events.filter((event) => event.type !== 'planned' && event.type !== 'withdrawn').toReversed()
  if (zero === null || shown.length === 0) return null
  const reason = (id: string) => events.find((event) => event.type === 'withdrawn' && event.targetId === id)
  return (
    <ol className="mt-2 text-sm" aria-label={t('ui.entries')}>
      {shown.slice(0, all ? MOST : AT_FIRST).map((event) => {
        const gone = facts.withdrawnIds.has(event.id)
        const withdrawal = reason(event.id)
        const clock = clockParts((event.atMs - zero) / 1000)
        return (
          <li
            key={event.id}
            className={`flex justify-between gap-3 border-t border-hair py-1.5 ${gone ? 'text-soft' : ''}`}
          >
            <span className={gone ? 'line-through' : ''}>{entryText(event, facts, units)}</span>
            <span className="shrink-0 text-soft">
              {gone && withdrawal?.type === 'withdrawn'
                ? `${tOf(`withdrawn.${withdrawal.why}`, withdrawal.why)}, `
                : ''}
              {clock.main}.{clock.tenth}
            </span>
          </li>
        )
      })}
      {!all && shown.length > AT_FIRST && (
        <li className="border-t border-hair">
          <Button look="word" onClick={() => setAll(true)}>
            {t('entryLog.earlierShow', { shown: shown.length - AT_FIRST })}
          </Button>
        </li>
      )}
    </ol>
  )
}

export function entryText(event: RunEvent, facts: RunFacts, units: UnitSystem): string {
  const kind = facts.plan?.kind ?? 'drain'
  switch (event.type) {
    case 'levelRead':
      return `${withUnit(units, 'level', event.levelMm)}${event.by === 'indicated' ? ` ${t('entryLog.onTheDisplay')}` : ''}`
    case 'flowRead':
      return withUnit(units, 'flow', event.flowLMin)
    case 'marked':
      return MARK_WORD[event.what]
    case 'started':
      return t('entryLog.start', { start: START_WORD[kind] })
    case 'stopped':
      return t('entryLog.stop', { stop: STOP_WORD[kind] })
    case 'withdrawn':
      return t('entryLog.takenBack')
    case 'planned':
      return t('entryLog.planned')
  }
}
