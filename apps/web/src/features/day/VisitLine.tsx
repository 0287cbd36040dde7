import type { VisitSummary } from '@brendik/core'
import { Link } from 'react-router'
import { newRunPath } from '../../lib/newRunPath.ts'
import { dateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { kindMessage } from '../../words/runText.ts'
import { RunResultLine } from '../visit/index.ts'

/** Between what is past and what is to come. */
export function NowMark({ nowMs }: { nowMs: number }) {
  return (
    <li className="flex items-center gap-3 py-1 text-sm font-semibold text-water">
      {t('dayPage.now', { time: dateText(nowMs, 'time') })}
      <span className="h-0.5 flex-1 bg-water" aria-hidden="true" />
    </li>
  )
}

/** The visit at hand: one tap to a run's set-up, its Start under the thumb. The run that comes next is the first. */
export function TimeIt({ visit }: { visit: VisitSummary }) {
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
          to={newRunPath(visit.id, { run: kind })}
          className={`flex min-h-14 items-center justify-center border border-ink px-2 text-center font-semibold ${i === 0 ? 'bg-ink text-face' : 'bg-face'}`}
        >
          {t('ui.timeA', { kind: kindMessage(kind) })}
        </Link>
      ))}
    </nav>
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

/** A visit on the list of a day. */
export function VisitLine({ visit, next, at }: { visit: VisitSummary; next: boolean; at: string }) {
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
