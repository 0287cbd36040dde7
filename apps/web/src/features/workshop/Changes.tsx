import type { ChangeAnswer } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { changesQuery } from '../../api/queries.ts'
import { dateText } from '../../lib/time.ts'
import { t, tOf } from '../../lib/words.ts'
import { fieldName } from '../../words/recordText.ts'

const TABLE_WORD: Record<string, string> = {
  technician: t('changes.person'),
  machine: t('changes.machine'),
  site: t('changes.place'),
  customer: t('changes.customer'),
  visit: t('changes.visit'),
  invitation: t('changes.invitation'),
  instrument_key: t('changes.instrumentKey'),
  personal_token: t('changes.token'),
}

/** Who changed what, newest first: what is changed in place. Runs, looks and entries carry their maker themselves. */
export function Changes() {
  const { data = [] } = useQuery(changesQuery)
  return (
    <section aria-label={t('changes.changes')}>
      <h2 className="plate pb-1 text-2xl">{t('changes.whoChangedWhat')}</h2>
      {data.length === 0 && <p className="text-soft">{t('changes.nothingYet')}</p>}
      <ol>
        {data.slice(0, 30).map((entry) => (
          <li key={entry.id} className="border-t border-hair py-1.5 text-sm leading-snug">
            <span className="flex justify-between gap-3">
              <span className="font-semibold">
                {entry.what === 'insert' ? t('changes.new') : t('changes.changed')}:{' '}
                {TABLE_WORD[entry.table] ?? entry.table} {nameOf(entry)}
              </span>
              <span className="shrink-0 text-soft">
                {dateText(entry.atMs, 'dayTime')}, {entry.by ?? t('changes.atTheDoor')}
              </span>
            </span>
            {entry.what === 'update' && <span className="block break-words text-soft">{detail(entry)}</span>}
          </li>
        ))}
      </ol>
    </section>
  )
}

function nameOf({ change }: ChangeAnswer): string {
  const name = change.name ?? change.label
  return name && typeof name[1] === 'string' ? `“${name[1]}”` : ''
}

/** What was and what is, of each column; deep values only where they differ. */
function detail({ change }: ChangeAnswer): string {
  return Object.entries(change)
    .flatMap(([column, [before, after]]) => differences(column, before, after))
    .slice(0, 6)
    .join('; ')
}
function differences(path: string, before: unknown, after: unknown): string[] {
  const parts = [before ?? {}, after ?? {}]
  if (parts.every((part) => typeof part === 'object' && !Array.isArray(part)) && (before || after)) {
    const [was, is] = parts as [Record<string, unknown>, Record<string, unknown>]
    const keys = new Set([...Object.keys(was), ...Object.keys(is)])
    return [...keys].flatMap((key) => differences(`${path}.${key}`, was[key], is[key]))
  }
  // What reads alike before and after is no change to anybody.
  return text(before) === text(after) ? [] : [`${nameOfField(path)}: ${text(before)} → ${text(after)}`]
}

function nameOfField(path: string): string {
  const known = fieldName(path.split('.'))
  return known === path ? tOf(`column.${path}`, path.replaceAll('_', ' ')) : known
}

function text(value: unknown): string {
  if (value === null || value === undefined || value === '') return t('ui.nothing')
  if (Array.isArray(value)) return value.map(text).join(', ')
  if (typeof value === 'boolean') return value ? t('ui.yes') : t('recordText.no')
  const isInstant = typeof value === 'string' && /^\d{4}-\d\d-\d\dT/.test(value)
  return isInstant ? dateText(new Date(value), 'dateTime') : String(value)
}
