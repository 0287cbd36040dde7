import { PROTOCOL_IDS, PROTOCOLS, protocolProgress, type RunSummary, type VisitAnswer } from '@brendik/core'
import { format } from 'date-fns'
import { Link, useParams } from 'react-router'
import { InPlace } from '../features/rates/InPlace.tsx'
import { headline, KIND_WORD, sentence, TONE_TEXT } from '../features/run/runText.ts'
import { TogetherParts } from '../features/together/TogetherParts.tsx'
import { judgedRuns, observationsOf, useTogether } from '../features/together/useTogether.ts'
import { keepLooks } from '../features/visit/lookQueue.ts'
import { CHECK_WORD, observedText } from '../features/visit/observedText.ts'
import { useVisit } from '../features/visit/useVisit.ts'
import { newId } from '../lib/newId.ts'
import { usePrefs } from '../lib/prefs.ts'
import { clockText } from '../lib/time.ts'
import { figure, unitOf, withUnit } from '../lib/units.ts'
import { ActionBar } from '../ui/ActionBar.tsx'
import { Message } from '../ui/Message.tsx'
import { TopBar } from '../ui/TopBar.tsx'

/** One visit: its place and machine, its runs in order, and the next run one touch away. */
export function VisitPage() {
  const { visitId = '' } = useParams()
  const { visit, error, problem } = useVisit(visitId)
  const says = useTogether(visit)
  if (error && !visit) return <Message problem>{error.message}</Message>
  if (!visit) return <Message>Opening the visit.</Message>
  return (
    <div className="flex h-full flex-col">
      <TopBar>
        <Link
          to="/"
          className="flex min-h-12 min-w-0 flex-1 flex-col justify-center self-stretch md:flex-row md:items-center md:justify-start md:gap-3"
        >
          <span className="truncate font-semibold">{visit.site.name}</span>
          <span className="truncate text-sm text-soft md:text-base">
            {format(visit.dueAtMs, 'd MMM, H:mm')} · {visit.machine.spec.label}
          </span>
        </Link>
      </TopBar>
      <div className="flex min-h-0 flex-1 flex-col overflow-y-auto md:flex-row">
        <main className="min-w-0 flex-1 px-4 md:overflow-y-auto md:px-7">
          <h1 className="py-5 text-2xl leading-snug">
            {visit.complaint || <span className="text-soft">No complaint noted.</span>}
          </h1>
          {says && <TogetherParts says={says} />}
          <h2 className="border-t border-line pt-4 pb-2 text-sm font-semibold text-soft">Runs</h2>
          <RunList visit={visit} />
          <Looks visit={visit} problem={problem} />
        </main>
        <aside className="shrink-0 border-line bg-face px-4 py-4 max-md:border-t md:w-[316px] md:overflow-y-auto md:border-l">
          <Protocols visit={visit} />
          <Known visit={visit} />
        </aside>
      </div>
      <ActionBar>
        {(['fill', 'hold', 'drain'] as const).map((kind) => (
          <Link
            key={kind}
            to={`/runs/${newId()}?visit=${visit.id}&kind=${kind}`}
            className={`flex min-h-20 flex-1 flex-col justify-center px-3 md:px-5 ${kind === (visit.runs.length === 0 ? 'fill' : 'drain') ? 'bg-ink text-face' : ''}`}
          >
            <span className="small-figure text-xl md:text-2xl">Time a {kind}</span>
            <span className="text-sm opacity-80 max-md:hidden">{ACTION_HINT[kind]}</span>
          </Link>
        ))}
        <Link
          to={`/rates?visit=${visit.id}`}
          className="flex min-h-20 flex-1 flex-col justify-center px-3 md:px-5"
        >
          <span className="text-lg font-semibold">Rates</span>
          <span className="text-sm text-soft max-md:hidden">calculators and rules</span>
        </Link>
      </ActionBar>
    </div>
  )
}
const ACTION_HINT = {
  fill: 'valve open to level',
  hold: 'does the level stay',
  drain: 'pump on to first air',
} as const

/** Ways to make runs and looks so that they tell more, each with what it tells apart. */
function Protocols({ visit }: { visit: VisitAnswer }) {
  const judged = judgedRuns(visit)
  const observations = observationsOf(visit)
  const progress = PROTOCOL_IDS.map((id) => {
    const { steps, next } = protocolProgress(PROTOCOLS[id], visit.machine.spec, judged, observations)
    return { id, steps, next, made: steps.filter((step) => step.done).length }
  })
  // Those begun come first, those done last.
  const rank = (p: (typeof progress)[0]) => (p.next === null ? 2 : p.made > 0 ? 0 : 1)
  const byUse = (a: (typeof progress)[0], b: (typeof progress)[0]) => rank(a) - rank(b)
  return (
    <section className="pb-6">
      <h2 className="font-semibold">What tells more</h2>
      <ul className="mt-1">
        {[...progress].sort(byUse).map(({ id, steps, next, made }) => {
          const protocol = PROTOCOLS[id]
          const minutes = steps.filter((step) => !step.done).reduce((sum, { step }) => sum + step.minutes, 0)
          return (
            <li key={id} className="border-t border-hair">
              <Link
                to={`/visits/${visit.id}/protocols/${id}`}
                className="flex min-h-12 items-center justify-between gap-3 py-1.5 leading-tight"
              >
                <span>{protocol.name}</span>
                <span className={`shrink-0 text-sm ${next ? 'text-soft' : 'text-good'}`}>
                  {next
                    ? made > 0
                      ? `${made} of ${steps.length}, ${minutes} min`
                      : `${minutes} min`
                    : 'done'}
                </span>
              </Link>
            </li>
          )
        })}
      </ul>
    </section>
  )
}

/** What was looked at or measured beside the runs; each can be taken back. */
function Looks({ visit, problem }: { visit: VisitAnswer; problem: string | null }) {
  const { units } = usePrefs()
  if (visit.observations.length === 0 && !problem) return null
  const takeBack = (targetId: string) =>
    keepLooks(visit.id, [{ type: 'withdrawn', id: newId(), atMs: Date.now(), targetId }])
  return (
    <section className="border-t border-line py-4" aria-label="Looks">
      <h2 className="pb-1 text-sm font-semibold text-soft">Looked at and measured</h2>
      {problem && (
        <p role="alert" className="border-l-4 border-watch bg-watch-face p-2">
          {problem}
        </p>
      )}
      <ul>
        {visit.observations.map((o) => (
          <li key={o.id} className="flex min-h-12 items-center justify-between gap-3 border-t border-hair">
            <span>
              {CHECK_WORD[o.check] ?? o.check}
              {o.tap ? `, ${o.tap}` : ''}: <span className="font-semibold">{observedText(o, units)}</span>
            </span>
            <span className="flex shrink-0 items-center text-sm text-soft">
              {format(o.atMs, 'H:mm')}, {o.by}
              <button
                type="button"
                className="ml-1 min-h-12 min-w-12 cursor-pointer px-2 underline underline-offset-4"
                onClick={() => takeBack(o.id)}
              >
                Take back
              </button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}

function RunList({ visit }: { visit: VisitAnswer }) {
  if (visit.runs.length === 0)
    return (
      <p className="border-t border-line py-5 text-soft">
        No runs yet. Time a fill first: it also puts the water in that a drain needs.
      </p>
    )
  return (
    <ol>
      {visit.runs.map((run) => {
        const other = visit.runs.find(
          (candidate) =>
            candidate.id !== run.id && candidate.kind === run.kind && candidate.startedAtMs !== null,
        )
        return (
          <li key={run.id} className="flex border-t border-line">
            <Link
              to={`/runs/${run.id}`}
              className="grid min-w-0 flex-1 grid-cols-[5.2rem_1fr] gap-x-4 py-4 md:grid-cols-[8.5rem_1fr]"
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
      className="flex w-24 shrink-0 items-center justify-center border-l border-hair px-2 text-center text-sm text-soft hover:bg-face"
    >
      Lay over {format(other.startedAtMs ?? 0, 'H:mm')}
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
  const where =
    run.kind === 'fill'
      ? `${run.taps.join(' and ')} tap`
      : run.hoseEndMm === null
        ? 'hose end guessed'
        : `hose end ${withUnit(units, 'height', run.hoseEndMm)}`
  const took = run.analysis?.quantities.timeS
  const running = run.startedAtMs !== null && run.stoppedAtMs === null
  return (
    <span className="min-w-0">
      <span className="block text-soft">
        {run.startedAtMs === null ? '' : format(run.startedAtMs, 'H:mm')} {KIND_WORD[run.kind].toLowerCase()},{' '}
        {where}
        {took ? `, ${clockText(took.value)}` : ''}
        {run.instrumentLabel ? ', streamed' : ''}
      </span>
      <span className={`plate block text-xl ${said ? TONE_TEXT[said.tone] : ''}`}>
        {running ? 'Running' : (said?.text ?? 'Not judged')}
      </span>
      <span className="block max-w-prose text-base">
        {run.analysis ? sentence(run.analysis.saying, units) : ''}
      </span>
    </span>
  )
}

/** What is known of machine and place; what is missing is said, since it widens every band. */
function Known({ visit }: { visit: VisitAnswer }) {
  const { units } = usePrefs()
  const { spec } = visit.machine
  const site = visit.site.spec
  const rows: [string, string][] = [
    ['Tub', `${figure(units, 'level', spec.tub.diameterMm)} × ${withUnit(units, 'level', spec.tub.depthMm)}`],
    ['Fills to', withUnit(units, 'level', spec.fillLevelMm)],
    [
      'Valve rated',
      spec.valve.ratedLMin === null ? 'not read' : withUnit(units, 'flow', spec.valve.ratedLMin),
    ],
    [
      'Pump head',
      spec.pump.shutoffHeadM === null ? 'not read' : withUnit(units, 'head', spec.pump.shutoffHeadM),
    ],
    [
      'Drain hose',
      `${figure(units, 'height', spec.drainHose.boreMm)} × ${withUnit(units, 'length', spec.drainHose.lengthM)}`,
    ],
  ]
  const place: [string, string][] = [
    [
      'Supply, cold',
      site.supplyKpa.cold === null ? 'not gauged' : withUnit(units, 'pressure', site.supplyKpa.cold),
    ],
    [
      'Supply, hot',
      site.supplyKpa.hot === null ? 'not gauged' : withUnit(units, 'pressure', site.supplyKpa.hot),
    ],
    [
      'Standpipe',
      site.standpipeHeightMm === null ? 'not measured' : withUnit(units, 'height', site.standpipeHeightMm),
    ],
    [
      'Level port',
      site.portHeightMm === null ? 'not measured' : withUnit(units, 'height', site.portHeightMm),
    ],
  ]
  return (
    <div className="grid gap-6">
      <section aria-label="Work out">
        <h2 className="font-semibold">Work out</h2>
        <InPlace ids={['litres', 'winding', 'voltage', 'standpipe']} machine={spec} site={site} />
      </section>
      <KnownList
        title={spec.label}
        edit={`/machines/${visit.machine.id}?back=/visits/${visit.id}`}
        rows={rows}
      />
      <KnownList
        title={visit.site.name}
        edit={`/sites/${visit.site.id}?back=/visits/${visit.id}`}
        rows={place}
      />
    </div>
  )
}

function KnownList({ title, edit, rows }: { title: string; edit: string; rows: [string, string][] }) {
  return (
    <section>
      <div className="flex items-baseline justify-between gap-3">
        <h2 className="font-semibold">{title}</h2>
        <Link
          to={edit}
          className="flex min-h-12 items-center px-2 text-sm text-water underline underline-offset-4"
        >
          Change
        </Link>
      </div>
      <dl>
        {rows.map(([name, value]) => (
          <div key={name} className="flex justify-between border-t border-hair py-2">
            <dt className="text-soft">{name}</dt>
            <dd className={value.startsWith('not ') ? 'text-watch' : 'font-medium'}>{value}</dd>
          </div>
        ))}
      </dl>
    </section>
  )
}
