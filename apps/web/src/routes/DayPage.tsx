import type { VisitSummary } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { addDays, differenceInCalendarDays, isValid, parseISO, startOfDay } from 'date-fns'
import { Fragment, useState } from 'react'
import { useSearchParams } from 'react-router'
import { dayQuery, untilVerdicts } from '../api/queries.ts'
import { DayActions, DayBar, DueHoses, NowMark, TimeIt, VisitLine } from '../features/day/index.ts'
import { DueFollowUps } from '../features/follow/index.ts'
import { useRecords } from '../features/records/index.ts'
import { keptVisits, RunningRuns, withKeptVisits } from '../features/visit/index.ts'
import { dateText } from '../lib/time.ts'
import { useKeptScroll } from '../lib/useKeptScroll.ts'
import { useNowMs } from '../lib/useNowMs.ts'
import { t } from '../lib/words.ts'
import { useKeptRuns } from '../outbox/useKeptRuns.ts'
import { useOutbox } from '../outbox/useOutbox.ts'
import { Field } from '../ui/Field.tsx'

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
  const kept = useKeptRuns() ?? []
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
  return (
    <div className="flex h-full flex-col">
      <DayBar day={day} today={today} shift={shift} />
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
        {shift >= 0 && <DueFollowUps due={data?.followUps ?? []} />}
        {hoses.length > 0 && <DueHoses hoses={hoses} />}
      </main>
      <DayActions />
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
