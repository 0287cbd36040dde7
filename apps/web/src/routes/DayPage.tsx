import type { VisitSummary } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { addDays, format, startOfDay } from 'date-fns'
import { useEffect, useState } from 'react'
import { Link, useSearchParams } from 'react-router'
import { dayQuery } from '../api/queries.ts'
import { type KeptRun, listKept } from '../features/run/deviceStore.ts'
import { RunningRuns } from '../features/visit/RunningRuns.tsx'
import { RunResultLine } from '../features/visit/RunResultLine.tsx'
import { useNowMs } from '../lib/useNowMs.ts'
import { TopBar } from '../ui/TopBar.tsx'

/** Today's visits, and above all a run that is still running. */
export function DayPage() {
  const [params] = useSearchParams()
  const nowMs = useNowMs(30_000, true)
  const shift = Number(params.get('day') ?? 0) || 0
  const day = addDays(startOfDay(nowMs), shift)
  const { data, error, isPending } = useQuery({
    ...dayQuery(day.getTime(), addDays(day, 1).getTime()),
    refetchInterval: 10_000,
  })
  const [kept, setKept] = useState<KeptRun[]>([])
  useEffect(() => {
    listKept().then(setKept, () => {})
  }, [])
  const visits = data?.visits ?? []
  const next = visits.find((visit) => !isDone(visit)) ?? null
  return (
    <div className="flex h-full flex-col">
      <TopBar>
        <h1 className="min-w-0 flex-1 leading-tight font-semibold">
          <span className="max-md:hidden">{format(day, 'EEEE, d MMMM')}</span>
          <span className="text-sm md:hidden">
            {format(day, 'EEE')}
            <br />
            {format(day, 'd MMM')}
          </span>
        </h1>
        <Link
          to="/rates"
          className="flex items-center self-stretch px-3 text-sm underline underline-offset-4"
        >
          Rates
        </Link>
        <nav aria-label="Days" className="flex self-stretch">
          <Link
            to={`/?day=${shift - 1}`}
            className="flex min-w-12 items-center justify-center border-l border-line px-3 text-sm"
            aria-label="Day before"
          >
            ‹
          </Link>
          {shift !== 0 && (
            <Link to="/" className="flex items-center border-l border-line px-3 text-sm">
              Today
            </Link>
          )}
          <Link
            to={`/?day=${shift + 1}`}
            className="flex min-w-12 items-center justify-center border-l border-line px-3 text-sm"
            aria-label="Day after"
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
      <main className="min-h-0 flex-1 overflow-y-auto px-4 md:px-[148px]">
        {isPending && !error && <p className="py-6 text-soft">Reading the day.</p>}
        {data && visits.length === 0 && (
          <p className="py-8 text-xl">
            No visits on this day.{' '}
            <span className="text-soft">Start one below: it takes a machine and a place.</span>
          </p>
        )}
        <ol>
          {visits.map((visit) => (
            <VisitLine key={visit.id} visit={visit} next={visit.id === next?.id} />
          ))}
        </ol>
      </main>
      <section aria-label="Actions" className="border-t border-line bg-face pb-[env(safe-area-inset-bottom)]">
        <Link
          to="/visits/new"
          className="flex min-h-16 flex-col justify-center bg-ink px-5 text-face md:h-24 md:w-[22%]"
        >
          <span className="small-figure text-2xl">Start a visit</span>
          <span className="text-sm opacity-80">machine, place, complaint</span>
        </Link>
      </section>
    </div>
  )
}

function isDone(visit: VisitSummary): boolean {
  return visit.runs.length > 0 && visit.runs.every((run) => run.stoppedAtMs !== null)
}

function VisitLine({ visit, next }: { visit: VisitSummary; next: boolean }) {
  return (
    <li className="border-b border-line">
      <Link
        to={`/visits/${visit.id}`}
        className="grid grid-cols-[5.2rem_1fr] gap-x-4 py-4 md:grid-cols-[11.5rem_1fr_minmax(15rem,20rem)] md:py-5"
      >
        <span className={`figure ${next ? 'text-4xl md:text-7xl' : 'pt-1 text-3xl text-soft md:text-4xl'}`}>
          {format(visit.dueAtMs, 'H:mm')}
        </span>
        <span className="min-w-0">
          <span className={`plate block ${next ? 'text-2xl' : 'text-lg'}`}>{visit.siteName}</span>
          <span className="block text-soft">{visit.machineLabel}</span>
          {visit.complaint && (
            <span className={`mt-1 block ${next ? 'text-lg' : ''}`}>{visit.complaint}</span>
          )}
        </span>
        <span className="col-start-2 mt-2 md:col-start-3 md:mt-0">
          {visit.runs.length === 0 ? (
            <span className="text-soft">no runs yet</span>
          ) : (
            visit.runs.slice(-4).map((run) => <RunResultLine key={run.id} run={run} />)
          )}
        </span>
      </Link>
    </li>
  )
}
