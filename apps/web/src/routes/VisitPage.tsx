import type { RunSummary, VisitAnswer } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { format } from 'date-fns'
import { Link, useParams } from 'react-router'
import { visitQuery } from '../api/queries.ts'
import { headline, KIND_WORD, sentence, TONE_TEXT } from '../features/run/runText.ts'
import { newId } from '../lib/newId.ts'
import { usePrefs } from '../lib/prefs.ts'
import { clockText } from '../lib/time.ts'
import { figure, unitOf, withUnit } from '../lib/units.ts'
import { Message } from '../ui/Message.tsx'
import { TopBar } from '../ui/TopBar.tsx'

/** One visit: its place and machine, its runs in order, and the next run one touch away. */
export function VisitPage() {
  const { visitId = '' } = useParams()
  const { data: visit, error } = useQuery({ ...visitQuery(visitId), refetchInterval: 5000 })
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
          <RunList visit={visit} />
        </main>
        <aside className="shrink-0 border-line bg-face px-4 py-4 max-md:border-t md:w-[316px] md:overflow-y-auto md:border-l">
          <Known visit={visit} />
        </aside>
      </div>
      <section
        aria-label="Actions"
        className="grid grid-cols-2 border-t border-line bg-face pb-[env(safe-area-inset-bottom)] md:flex md:h-24"
      >
        {(['fill', 'drain'] as const).map((kind) => (
          <Link
            key={kind}
            to={`/runs/${newId()}?visit=${visit.id}&kind=${kind}`}
            className={`flex min-h-20 flex-col justify-center px-5 md:w-[22%] ${kind === (visit.runs.length === 0 ? 'fill' : 'drain') ? 'bg-ink text-face' : ''} ${kind === 'fill' ? 'border-r border-line' : ''}`}
          >
            <span className="small-figure text-2xl">Time a {kind}</span>
            <span className="text-sm opacity-80">
              {kind === 'fill' ? 'valve open to level' : 'pump on to first air'}
            </span>
          </Link>
        ))}
      </section>
    </div>
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
  const flow = run.analysis?.quantities.flowLMin
  const off = run.analysis?.verdict === 'slow' || run.analysis?.verdict === 'fast'
  return (
    <span>
      <span className={`figure block text-4xl md:text-6xl ${off ? 'text-watch' : ''}`}>
        {figure(units, 'flow', flow?.value ?? null)}
      </span>
      <span className="text-sm text-soft">{unitOf(units, 'flow').unit}</span>
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
