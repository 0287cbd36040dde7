import { useQuery } from '@tanstack/react-query'
import { rivalsQuery } from '../../api/queries.ts'
import { usePrefs } from '../../lib/prefs.ts'
import { dateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { keep } from '../../outbox/outbox.ts'
import { useOutbox } from '../../outbox/useOutbox.ts'
import { Button } from '../../ui/Button.tsx'
import { fieldName, fieldText } from '../../words/recordText.ts'

/** Somebody else’s change of a record is looked for so often, ms. */
const LOOK_MS = 15_000

/** Fields that two changed without seeing each other: what stands and what the other said, until one is chosen. */
export function Rivals({ of }: { of: readonly (string | undefined)[] }) {
  const { units } = usePrefs()
  const { data } = useQuery({ ...rivalsQuery, refetchInterval: LOOK_MS })
  const outbox = useOutbox()
  const chosen = new Set(
    outbox.flatMap(({ fact, state }) => (fact.kind === 'rival' && state !== 'refused' ? [fact.rivalId] : [])),
  )
  const open = (data ?? []).filter(({ id, rowId }) => of.includes(rowId) && !chosen.has(id))
  if (open.length === 0) return null
  return (
    <section aria-label={t('ui.twoAnswers')} className="mb-4 border-l-4 border-watch bg-watch-face p-3">
      <p className="font-semibold">{t('rivals.changedByTwoAtOnce')}</p>
      <ul>
        {open.map(({ id, rowId, subject, label, path, value, stands, by, atMs }) => {
          const choose = (take: boolean) => keep([{ kind: 'rival', rivalId: id, rowId, take }])
          return (
            <li key={id} className="border-t border-line py-2">
              <p>
                {fieldName(path)}
                {subject !== 'visit' && label && <span className="text-sm text-soft">, {label}</span>}
              </p>
              {(
                [
                  [false, stands, t('rivals.standsNow')],
                  [true, value, `${by}, ${dateText(atMs, 'dayTime')}`],
                ] as const
              ).map(([take, said, who]) => (
                <div key={who} className="flex items-center justify-between gap-3">
                  <span className="min-w-0">
                    <span className="block text-lg font-semibold break-words whitespace-pre-wrap">
                      {fieldText(path, said, units)}
                    </span>
                    <span className="text-sm text-soft">{who}</span>
                  </span>
                  <Button
                    look="word"
                    className="shrink-0 px-2"
                    aria-label={t('rivals.keepThis', { field: fieldText(path, said, units) })}
                    onClick={() => choose(take)}
                  >
                    {t('ui.keepThis')}
                  </Button>
                </div>
              ))}
            </li>
          )
        })}
      </ul>
    </section>
  )
}
