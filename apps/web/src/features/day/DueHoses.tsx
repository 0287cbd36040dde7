import type { HosesDue } from '@brendik/core'
import { Link } from 'react-router'
import { dateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'

/** Machines whose fill hoses nobody has looked at for a year; a press starts a visit there. */
export function DueHoses({ hoses }: { hoses: readonly HosesDue[] }) {
  return (
    <section aria-label={t('dayPage.hosesDue')} className="pb-6">
      <h2 className="pt-5 text-sm font-semibold text-soft">{t('dayPage.fillHosesDueForA')}</h2>
      <ul>
        {hoses.map(({ machineId, machineLabel, siteName, seenAtMs }) => (
          <li key={machineId} className="border-b border-hair">
            <Link
              to={`/visits/new?machine=${machineId}`}
              className="grid min-h-12 grid-cols-[5.2rem_1fr] items-center gap-x-4 py-2 md:grid-cols-[11.5rem_1fr_minmax(15rem,20rem)]"
            >
              <span className="leading-tight text-soft">
                <span className="block text-sm md:hidden">{t('dayPage.lastSeen')}</span>
                <span className="small-figure text-xl max-md:text-base">
                  {dateText(seenAtMs, 'shortMonth')}
                </span>
              </span>
              <span className="min-w-0 leading-tight">
                <span className="font-semibold">{siteName ?? machineLabel}</span>
                {siteName && <span className="block text-soft">{machineLabel}</span>}
              </span>
              <span className="text-soft max-md:hidden">
                {t('dayPage.lastSeen2', { date: dateText(seenAtMs, 'longDate') })}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  )
}
