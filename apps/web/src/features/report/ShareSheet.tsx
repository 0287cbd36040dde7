import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { deleteReportLink, postReportLink, reportLinksQuery } from '../../api/queries.ts'
import { useAct } from '../../api/useAct.ts'
import { newId } from '../../lib/newId.ts'
import { paperNow } from '../../lib/paper.ts'
import { dateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Problem } from '../../ui/Problem.tsx'
import { Sheet } from '../../ui/Sheet.tsx'
import { SheetChoice } from '../visit/index.ts'

const DAYS = [7, 30, 90] as const

/** A link by which the customer reads the page: for some days, to be taken back. */
export function ShareSheet({ visitId, onClose }: { visitId: string; onClose: () => void }) {
  const links = reportLinksQuery(visitId)
  const { data, error } = useQuery(links)
  const making = useAct(postReportLink, [links])
  const ending = useAct(deleteReportLink, [links])
  const [days, setDays] = useState<number>(30)
  // The same link however often its button is pressed.
  const [id] = useState(newId)
  const made = making.data
  return (
    <Sheet open title={t('report.shareTitle')} onClose={onClose}>
      <div className="grid gap-4 pt-3">
        <p className="leading-snug text-soft">{t('report.shareSays')}</p>
        <Problem of={[making, ending]} />
        {error && !data && <p className="text-watch">{error.message}</p>}
        <fieldset>
          <legend className="pb-1 text-sm text-soft">{t('report.days')}</legend>
          <div className="grid grid-cols-3 gap-2">
            {DAYS.map((one) => (
              <SheetChoice key={one} on={days === one} onPress={() => setDays(one)}>
                {t('report.daysOf', { days: one })}
              </SheetChoice>
            ))}
          </div>
        </fieldset>
        <Button
          look="solid"
          size="tall"
          disabled={making.isPending}
          onClick={() => making.mutate({ visitId, id, days, paper: paperNow() })}
        >
          {t('report.makeLink')}
        </Button>
        {made && (
          <label className="block text-sm text-soft">
            {t('report.linkIs')}
            <input
              readOnly
              value={`${location.origin}/shared/${made.token}`}
              onFocus={(event) => event.target.select()}
              className="mt-1 min-h-12 w-full border border-line bg-face px-3 text-base text-ink"
            />
          </label>
        )}
        {(data?.length ?? 0) > 0 && (
          <section aria-label={t('report.standing')}>
            <h3 className="text-sm font-semibold text-soft">{t('report.standing')}</h3>
            <ul>
              {data?.map((link) => (
                <li key={link.id} className="flex min-h-12 items-center justify-between border-t border-hair">
                  {t('report.until', { date: dateText(link.expiresAtMs, 'date') })}
                  <Button look="word" onClick={() => ending.mutate(link.id)}>
                    {t('report.takeBack')}
                  </Button>
                </li>
              ))}
            </ul>
          </section>
        )}
      </div>
    </Sheet>
  )
}
