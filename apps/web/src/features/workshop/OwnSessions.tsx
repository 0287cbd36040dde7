import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { endSession, ownSessionsQuery } from '../../api/queries.ts'
import { dateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'

/** Where somebody is signed in, and the way to end it from here: a phone that was lost, a customer's computer. */
export function OwnSessions() {
  const client = useQueryClient()
  const { data = [] } = useQuery(ownSessionsQuery)
  const [problem, setProblem] = useState<string | null>(null)
  const end = (id: string) => {
    setProblem(null)
    endSession(id)
      .then(() => client.invalidateQueries({ queryKey: ownSessionsQuery.queryKey }))
      .catch((error: Error) => setProblem(error.message))
  }
  if (data.length === 0) return null
  return (
    <section aria-label={t('ownSessions.whereYouAreSignedIn')}>
      <h3 className="border-t border-line pt-3 font-semibold">{t('ownSessions.whereYouAreSignedIn')}</h3>
      {problem && (
        <p role="alert" className="my-2 border-l-4 border-stop bg-stop-face p-3">
          {problem}
        </p>
      )}
      <ul>
        {data.map(({ id, device, sinceMs, usedMs, here }) => (
          <li key={id} className="flex min-h-12 items-center justify-between gap-3 border-t border-hair">
            <span className="py-1 leading-tight">
              <span className="block font-semibold">
                {here ? t('ownSessions.thisDevice') : device || t('ownSessions.aDevice')}
              </span>
              <span className="text-sm text-soft">
                {t('ownSessions.sinceUsed', {
                  date: dateText(sinceMs, 'date'),
                  date2: dateText(usedMs, 'date'),
                })}
              </span>
            </span>
            {!here && (
              <button
                type="button"
                aria-label={t('ownSessions.signOutSince', {
                  device: device || t('ownSessions.aDevice2'),
                  date: dateText(sinceMs, 'date'),
                })}
                className="min-h-12 shrink-0 cursor-pointer px-2 text-sm underline underline-offset-4"
                onClick={() => end(id)}
              >
                {t('ownSessions.signItOut')}
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
