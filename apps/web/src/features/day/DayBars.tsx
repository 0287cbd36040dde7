import { addDays } from 'date-fns'
import { Link } from 'react-router'
import { dateText, dayAddress } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { ActionBar } from '../../ui/ActionBar.tsx'
import { TopBar } from '../../ui/TopBar.tsx'
import { useWho } from '../door/index.ts'

/** Which day it is, and the ways to its neighbours. */
export function DayBar({ day, today, shift }: { day: Date; today: Date; shift: number }) {
  return (
    <TopBar title={dateText(day, 'weekdayLong')}>
      <h1 className="min-w-0 flex-1 leading-tight font-semibold">
        <span className="max-md:hidden">{dateText(day, 'weekdayLong')}</span>
        <span className="text-sm whitespace-nowrap md:hidden">
          {dateText(day, 'weekday')}
          <br />
          {dateText(day, 'day')}
        </span>
      </h1>
      <nav aria-label={t('dayPage.days')} className="flex self-stretch">
        <Link
          to={dayAddress(addDays(day, -1), today)}
          className="flex min-w-12 items-center justify-center border-l border-line px-3 text-sm"
          aria-label={t('dayPage.dayBefore')}
        >
          ‹
        </Link>
        {shift !== 0 && (
          <Link to="/" className="flex items-center border-l border-line px-3 text-sm">
            {t('dayPage.today')}
          </Link>
        )}
        <Link
          to={dayAddress(addDays(day, 1), today)}
          className="flex min-w-12 items-center justify-center border-l border-line px-3 text-sm"
          aria-label={t('dayPage.dayAfter')}
        >
          ›
        </Link>
      </nav>
    </TopBar>
  )
}

/** The ways on from the day. */
export function DayActions() {
  const who = useWho()
  return (
    <ActionBar>
      <Link
        to="/visits/new"
        className="flex min-h-16 w-full flex-col justify-center bg-ink px-5 text-face md:w-[22%]"
      >
        <span className="small-figure text-2xl">{t('ui.startAVisit')}</span>
        <span className="text-sm opacity-80">{t('dayPage.machineComplaint')}</span>
      </Link>
      {(
        [
          ['/logbook', t('ui.logbook'), t('dayPage.findAnyVisit')],
          ['/rates', t('ui.rates'), t('ui.calculatorsAndRules')],
          ['/workshop', t('ui.workshop'), who.name],
        ] as const
      ).map(([to, name, hint]) => (
        <Link
          key={to}
          to={to}
          className="flex min-h-14 flex-1 flex-col justify-center px-3 max-md:items-center md:px-5"
        >
          <span className="font-semibold md:text-lg">{name}</span>
          <span className="max-w-full truncate text-sm text-soft max-md:hidden">{hint}</span>
        </Link>
      ))}
    </ActionBar>
  )
}
