import { deleteCalendar, postCalendar } from '../../api/queries.ts'
import { useAct } from '../../api/useAct.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Problem } from '../../ui/Problem.tsx'

/** Open visits and what one has to come back to, in a calendar of one's own: by an address that it reads, or as a file. */
export function Calendar() {
  const making = useAct(postCalendar, [])
  const ending = useAct(deleteCalendar, [])
  return (
    <section aria-label={t('follow.calendar')}>
      <h2 className="plate pb-1 text-2xl">{t('follow.calendar')}</h2>
      <p className="pb-2 text-soft">{t('follow.calendarSays')}</p>
      <Problem of={[making, ending]} />
      <div className="flex flex-wrap gap-2">
        <Button className="px-4" disabled={making.isPending} onClick={() => making.mutate(undefined)}>
          {t('follow.makeAddress')}
        </Button>
        <Button
          className="px-4"
          disabled={ending.isPending}
          onClick={() => {
            making.reset()
            ending.mutate(undefined)
          }}
        >
          {t('follow.endAddress')}
        </Button>
        <a
          href="/api/me/calendar.ics"
          download
          className="inline-flex min-h-12 items-center px-2 underline underline-offset-4"
        >
          {t('follow.file')}
        </a>
      </div>
      {making.data && (
        <label className="block pt-2 text-sm text-soft">
          {t('follow.address')}
          <input
            readOnly
            value={`${location.origin}/api/calendar/${making.data.token}.ics`}
            onFocus={(event) => event.target.select()}
            className="mt-1 min-h-12 w-full border border-line bg-face px-3 text-base text-ink"
          />
        </label>
      )}
    </section>
  )
}
