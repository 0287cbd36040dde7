import type { RunSummary, VisitAnswer, VisitSays } from '@brendik/core'
import { sayRests } from '@brendik/words/lean'
import { Link } from 'react-router'
import { usePrefs } from '../../lib/prefs.ts'
import { dateText, durationText } from '../../lib/time.ts'
import { figure, unitOf } from '../../lib/units.ts'
import { t, words } from '../../lib/words.ts'
import { useOutbox } from '../../outbox/useOutbox.ts'
import { runSentence } from '../../words/runSentence.ts'
import { headline, KIND_WORD, setUpText, TONE_TEXT } from '../../words/runText.ts'
import { runsInVisit } from '../together/index.ts'

/** Runs of a visit in the order made, each with its figure, its verdict and its reason. */
export function RunList({
  visit,
  says,
  runs: listed = visit.runs,
}: {
  visit: VisitAnswer
  /** What the visit knows: a run says no more than what is still open. */
  says: VisitSays | null
  /** Those shown; all of them unless a stage shows its own. */
  runs?: readonly RunSummary[]
}) {
  const known = runsInVisit(visit, says)
  // A start that was taken back is no run.
  const runs = listed
    .filter((run) => run.startedAtMs !== null)
    .map((run) => ({ ...run, analysis: known.get(run.id) ?? run.analysis }))
  if (runs.length === 0)
    return <p className="border-t border-line py-5 text-soft">{t('runList.noRunsYetTimeA')}</p>
  return (
    <ol>
      {runs.map((run) => {
        const other = visit.runs.find(
          (candidate) =>
            candidate.id !== run.id && candidate.kind === run.kind && candidate.startedAtMs !== null,
        )
        return (
          <li key={run.id} className="flex border-t border-line">
            <Link
              to={`/runs/${run.id}`}
              className="grid min-w-0 flex-1 grid-cols-[5.2rem_1fr] gap-x-4 py-4 pr-4 md:grid-cols-[8.5rem_1fr]"
            >
              <RunFigure run={run} />
              <RunWords run={run} />
            </Link>
            {other && run.startedAtMs !== null && <LayOver visitId={visit.id} run={run} other={other} />}
          </li>
        )
      })}
    </ol>
  )
}

/** The earlier run is always the first, dashed one. */
function LayOver({ visitId, run, other }: { visitId: string; run: RunSummary; other: RunSummary }) {
  const [first, second] = (run.startedAtMs ?? 0) < (other.startedAtMs ?? 0) ? [run, other] : [other, run]
  return (
    <Link
      to={`/visits/${visitId}/compare?a=${first.id}&b=${second.id}`}
      className="print:hidden flex w-24 shrink-0 items-center max-md:w-16 justify-center border-l border-hair px-2 text-center text-sm text-soft hover:bg-face"
    >
      {t('runList.compareWith', { time: dateText(other.startedAtMs ?? 0, 'time') })}
    </Link>
  )
}

function RunFigure({ run }: { run: RunSummary }) {
  const { units } = usePrefs()
  const { flowLMin, leakLH, riseLH, runBackL } = run.analysis?.quantities ?? {}
  const verdict = run.analysis?.verdict ?? ''
  const off = ['slow', 'fast', 'falling', 'rising', 'no-flow'].includes(verdict)
  const [quantity, value] = flowLMin
    ? (['flow', flowLMin.value] as const)
    : verdict === 'rising' && riseLH
      ? (['hourly', riseLH.value] as const)
      : runBackL
        ? (['volume', Math.max(0, runBackL.value)] as const)
        : (['hourly', verdict === 'steady' ? 0 : (leakLH?.value ?? null)] as const)
  return (
    <span>
      <span className={`figure block text-4xl md:text-6xl ${off ? 'text-watch' : ''}`}>
        {figure(units, quantity, value)}
      </span>
      <span className="text-sm text-soft">{unitOf(units, quantity).unit}</span>
    </span>
  )
}

function RunWords({ run }: { run: RunSummary }) {
  const { units } = usePrefs()
  const said = run.analysis ? headline(run.analysis.saying, 'stopped') : null
  const took = run.analysis?.quantities.timeS
  const running = run.startedAtMs !== null && run.stoppedAtMs === null
  const waits = useOutbox().some(
    ({ fact, state }) => fact.kind === 'run' && fact.runId === run.id && state === 'waiting',
  )
  return (
    <span className="min-w-0">
      <span className="block text-soft">
        {run.startedAtMs === null ? '' : dateText(run.startedAtMs, 'time')}{' '}
        {KIND_WORD[run.kind].toLowerCase()}, {setUpText(run, units)}
        {took ? `, ${durationText(took.value)}` : ''}
        {run.instrumentLabel ? t('runList.streamed') : ''}
      </span>
      {waits && <span className="block text-sm text-watch">{t('runList.onThisDeviceNotSent')}</span>}
      <span className={`plate block text-xl ${said ? TONE_TEXT[said.tone] : ''}`}>
        {running ? t('ui.running') : (said?.text ?? t('runList.beingAnalysed'))}
      </span>
      <span className="block max-w-prose text-base">
        {run.analysis ? runSentence(run.analysis.saying, units) : ''}
        {run.analysis?.rests && ` ${sayRests(words(units), run.kind, run.analysis.rests)}`}
      </span>
    </span>
  )
}
