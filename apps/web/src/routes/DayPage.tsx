import type { HosesDue, VisitSummary } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { addDays, differenceInCalendarDays, isValid, parseISO, startOfDay } from 'date-fns'
import { Fragment, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { dayQuery, untilVerdicts } from '../api/queries.ts'
import { useWho } from '../features/door/index.ts'
import { useRecords } from '../features/records/index.ts'
import { keptVisits, RunningRuns, RunResultLine, withKeptVisits } from '../features/visit/index.ts'
import { newId } from '../lib/newId.ts'
import { dateText, dayAddress } from '../lib/time.ts'
import { useKeptScroll } from '../lib/useKeptScroll.ts'
import { useNowMs } from '../lib/useNowMs.ts'
import { t } from '../lib/words.ts'
import { useKeptRuns } from '../outbox/useKeptRuns.ts'
import { useOutbox } from '../outbox/useOutbox.ts'
import { ActionBar } from '../ui/ActionBar.tsx'
import { Field } from '../ui/Field.tsx'
import { TopBar } from '../ui/TopBar.tsx'
import { kindMessage } from '../words/runText.ts'

/** Today's visits, and above all a run that is still running. */
export function DayPage() {
  const [params] = useSearchParams()
  const nowMs = useNowMs(30_000, true)
  const today = startOfDay(nowMs)
  const day = dayOf(params.get('day')) ?? today
  const shift = differenceInCalendarDays(day, today)
  const { data, error, isPending } = useQuery({
    ...dayQuery(day.getTime(), addDays(day, 1).getTime()),
    refetchInterval: ({ state: { data } }) =>
      untilVerdicts(data && [...data.visits, ...data.stillOpen].flatMap((visit) => visit.runs), 10_000),
  })
  const kept = useKeptRuns()
  const outbox = useOutbox()
  const { machines, sites } = useRecords(keptVisits(outbox).length > 0)
  const bounds = { fromMs: day.getTime(), toMs: addDays(day, 1).getTime() }
  const visits = withKeptVisits(data?.visits ?? [], bounds, outbox, machines, sites)
  const open = shift === 0 ? (data?.stillOpen ?? []) : []
  const hoses = shift >= 0 ? (data?.hosesDue ?? []) : []
  const next = visits.find((visit) => visit.closedAtMs === null) ?? null
  const [words, setWords] = useState('')
  const shown = visits.filter((visit) => hasWords(visit, words))
  const firstToCome = shift === 0 ? shown.find((visit) => visit.dueAtMs > nowMs) : undefined
  const list = useKeptScroll(!isPending)
  const who = useWho()
  return (
    <div className="flex h-full flex-col">
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
      <RunningRuns visits={visits} kept={kept} />
      {error && (
        <p role="alert" className="border-b border-watch bg-watch-face px-5 py-3">
          {error.message}
        </p>
      )}
      <main ref={list} className="min-h-0 flex-1 overflow-y-auto px-4 md:px-[148px]">
        {visits.length > MANY && (
          <div className="pt-4">
            <Field label={t('dayPage.searchTheseVisitsPlaceMachine', { visits: visits.length })}>
              {(props) => (
                <input
                  {...props}
                  type="search"
                  value={words}
                  onChange={(event) => setWords(event.target.value)}
                />
              )}
            </Field>
            {shown.length === 0 && <p className="py-4 text-soft">{t('dayPage.noneOfThisDayTake')}</p>}
          </div>
        )}
        {isPending && !error && <p className="py-6 text-soft">{t('dayPage.readingTheDay')}</p>}
        {data && visits.length === 0 && open.length === 0 && (
          <p className="py-8 text-xl">
            {t('dayPage.noVisitsOnThisDay')}{' '}
            <span className="text-soft">{t('dayPage.startOneBelowItTakes')}</span>
          </p>
        )}
        <ol aria-label={t('dayPage.visitsOfTheDay')}>
          {shown.map((visit) => (
            <Fragment key={visit.id}>
              {visit === firstToCome && <NowMark nowMs={nowMs} />}
              <li className="border-b border-line">
                <VisitLine visit={visit} next={visit.id === next?.id} at={dateText(visit.dueAtMs, 'time')} />
                {visit.id === next?.id && <TimeIt visit={visit} />}
              </li>
            </Fragment>
          ))}
        </ol>
        {open.length > 0 && (
          <section aria-label={t('dayPage.stillOpen')}>
            <h2 className="pt-5 text-sm font-semibold text-watch">{t('dayPage.stillOpenFromBefore')}</h2>
            <ul>
              {open.map((visit) => (
                <li key={visit.id} className="border-b border-line">
                  <VisitLine visit={visit} next={false} at={dateText(visit.dueAtMs, 'day')} />
                </li>
              ))}
            </ul>
          </section>
        )}
        {hoses.length > 0 && <DueHoses hoses={hoses} />}
      </main>
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
    </div>
  )
}

/** From so many visits on a day they can be searched. */
const MANY = 12

/** A day as the address has it, 2026-11-28; null for anything else. */
function dayOf(text: string | null): Date | null {
  const day = /^\d{4}-\d\d-\d\d$/.test(text ?? '') ? parseISO(text as string) : null
  return day && isValid(day) ? day : null
}

/** Every word begins a word of the place, the machine or the complaint. */
function hasWords(visit: VisitSummary, words: string): boolean {
  const of = `${visit.siteName} ${visit.machineLabel} ${visit.complaint}`
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => of.some((own) => own.startsWith(word)))
}

/** Between what is past and what is to come. */
function NowMark({ nowMs }: { nowMs: number }) {
  return (
    <li className="flex items-center gap-3 py-1 text-sm font-semibold text-water">
      {t('dayPage.now', { time: dateText(nowMs, 'time') })}
      <span className="h-0.5 flex-1 bg-water" aria-hidden="true" />
    </li>
  )
}

/** The visit at hand: one tap to a run's set-up, its Start under the thumb. The run that comes next is the first. */
function TimeIt({ visit }: { visit: VisitSummary }) {
  const filled = visit.runs.some((run) => run.kind === 'fill' || run.kind === 'hold')
  const drains = /drain|desag|vac[ií]a/i.test(visit.complaint) || filled
  const kinds = drains ? (['drain', 'fill', 'hold'] as const) : (['fill', 'drain', 'hold'] as const)
  return (
    <nav
      aria-label={t('dayPage.timeARun', { siteName: visit.siteName })}
      className="grid grid-cols-3 gap-2 pb-4 md:ml-[12.5rem] md:max-w-xl"
    >
      {kinds.map((kind, i) => (
        <Link
          key={kind}
          to={`/runs/${newId()}?visit=${visit.id}&kind=${kind}`}
          className={`flex min-h-14 items-center justify-center border border-ink px-2 text-center font-semibold ${i === 0 ? 'bg-ink text-face' : 'bg-face'}`}
        >
          {t('ui.timeA', { kind: kindMessage(kind) })}
        </Link>
      ))}
    </nav>
  )
}

/** Machines whose fill hoses nobody has looked at for a year; a press starts a visit there. */
function DueHoses({ hoses }: { hoses: readonly HosesDue[] }) {
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

/** A time of day, its half of the day small where the clock has twelve hours. */
function At({ text }: { text: string }) {
  const [, clock, half] = /^(\d+:\d+) ([ap]m)$/.exec(text) ?? []
  return clock ? (
    <>
      {clock}
      <span className="block text-[0.32em] leading-none">{half}</span>
    </>
  ) : (
    text
  )
}

function VisitLine({ visit, next, at }: { visit: VisitSummary; next: boolean; at: string }) {
  return (
    <Link
      to={`/visits/${visit.id}`}
      className="grid grid-cols-[5.2rem_1fr] gap-x-4 py-4 md:grid-cols-[11.5rem_1fr_minmax(15rem,20rem)] md:py-5"
    >
      <span className={`figure ${next ? 'text-4xl md:text-7xl' : 'pt-1 text-3xl text-soft md:text-4xl'}`}>
        <At text={at} />
      </span>
      <span className="min-w-0">
        <span className={`plate block ${next ? 'text-2xl' : 'text-lg'}`}>{visit.siteName}</span>
        <span className="block text-soft">{visit.machineLabel}</span>
        {visit.complaint && <span className={`mt-1 block ${next ? 'text-lg' : ''}`}>{visit.complaint}</span>}
      </span>
      <span className="col-start-2 mt-2 md:col-start-3 md:mt-0">
        {visit.runs.length === 0 ? (
          <span className="text-soft">
            {visit.closedAtMs === null ? t('dayPage.noRunsYet') : t('ui.closed')}
          </span>
        ) : (
          visit.runs.slice(-4).map((run) => <RunResultLine key={run.id} run={run} />)
        )}
      </span>
    </Link>
  )
}
