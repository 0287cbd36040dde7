import { useQuery } from '@tanstack/react-query'
import { endSession, ownSessionsQuery } from '../../api/queries.ts'
import { useAct } from '../../api/useAct.ts'
import { dateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Problem } from '../../ui/Problem.tsx'

/** Where somebody is signed in, and the way to end it from here: a phone that was lost, a customer's computer. */
export function OwnSessions() {
  const { data } = useQuery(ownSessionsQuery)
  const ending = useAct(endSession, [ownSessionsQuery])
  if (data?.length === 0) return null
  return (
    <section aria-label={t('ownSessions.whereYouAreSignedIn')}>
      <h3 className="border-t border-line pt-3 font-semibold">{t('ownSessions.whereYouAreSignedIn')}</h3>
      <Problem of={[ending]} />
      {/* Its place is kept until it is here: what stands below is not moved under a finger. */}
      <ul className="min-h-12">
        {data?.map(({ id, device, sinceMs, usedMs, here }) => (
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
              <Button
                aria-label={t('ownSessions.signOutSince', {
                  device: device || t('ownSessions.aDevice2'),
                  date: dateText(sinceMs, 'date'),
                })}
                look="word"
                className="shrink-0 px-2 text-sm"
                onClick={() => ending.mutate(id)}
              >
                {t('ownSessions.signItOut')}
              </Button>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
