import type { DueFollowUp } from '@brendik/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { newId } from '../../lib/newId.ts'
import { dateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { keepEntries } from '../visit/index.ts'

/** What is due to come back to, over all visits: done or reminded here, with or without network. */
export function DueFollowUps({ due }: { due: readonly DueFollowUp[] }) {
  // What was said here is shown at once; the day is read again by itself.
  const [here, setHere] = useState<{ done: ReadonlySet<string>; told: ReadonlyMap<string, number> }>({
    done: new Set(),
    told: new Map(),
  })
  const say = ({ id, visitId }: DueFollowUp, topic: 'told' | 'followed') =>
    keepEntries(visitId, [
      { id: newId(), atMs: Date.now(), topic: `${topic}:${id}`, value: true, basedOn: [] },
    ])
  const left = due.filter(({ id }) => !here.done.has(id))
  if (left.length === 0) return null
  return (
    <section aria-label={t('follow.due')}>
      <h2 className="pt-5 text-sm font-semibold text-watch">{t('follow.due')}</h2>
      <ul>
        {left.map((one) => {
          const told = Math.max(one.told, here.told.get(one.id) ?? 0)
          return (
            <li
              key={one.id}
              className="flex min-h-14 flex-wrap items-center justify-end gap-x-2 border-b border-hair py-1"
            >
              <Link
                to={`/visits/${one.visitId}`}
                className="grid min-h-12 min-w-0 grow basis-full grid-cols-[5.2rem_1fr] items-center gap-x-4 md:basis-0 md:grid-cols-[11.5rem_1fr]"
              >
                <span className="small-figure text-xl text-soft max-md:text-base">
                  {dateText(one.dueAtMs, 'day')}
                </span>
                <span className="min-w-0 leading-tight">
                  <span className="font-semibold">{t('follow.kind', { kind: one.kind })}</span>,{' '}
                  {one.siteName}
                  <span className="block text-soft">
                    {[one.note, told > 0 ? t('follow.told', { n: told }) : ''].filter(Boolean).join(' · ')}
                  </span>
                </span>
              </Link>
              <Button
                className="px-3"
                onClick={() => {
                  say(one, 'told')
                  setHere({ ...here, told: new Map(here.told).set(one.id, told + 1) })
                }}
              >
                {t('follow.remind')}
              </Button>
              <Button
                look="strong"
                className="px-4"
                onClick={() => {
                  say(one, 'followed')
                  setHere({ ...here, done: new Set(here.done).add(one.id) })
                }}
              >
                {t('follow.done')}
              </Button>
            </li>
          )
        })}
      </ul>
    </section>
  )
}
