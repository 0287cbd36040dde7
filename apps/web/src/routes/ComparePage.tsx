import { bandOf, drawnLevels, type RunAnswer, type RunPlan, runFacts } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { Link, useParams, useSearchParams } from 'react-router'
import { type OpenedRun, runQuery, visitQuery } from '../api/queries.ts'
import { type Trace, traceOf } from '../charts/chartModel.ts'
import { LevelChart } from '../charts/LevelChart.tsx'
import { useExpected } from '../features/run/index.ts'
import { newRunPath } from '../lib/newRunPath.ts'
import { usePrefs } from '../lib/prefs.ts'
import { dateText, durationText } from '../lib/time.ts'
import { figure, unitOf } from '../lib/units.ts'
import { t } from '../lib/words.ts'
import { Field } from '../ui/Field.tsx'
import { Message } from '../ui/Message.tsx'
import { Notice } from '../ui/Notice.tsx'
import { TopBar } from '../ui/TopBar.tsx'
import { KIND_WORD, kindMessage, setUpText } from '../words/runText.ts'

/** Two runs laid over each other, with the expected band of the later one behind them. */
export function ComparePage() {
  const { visitId = '' } = useParams()
  const [params, setParams] = useSearchParams()
  const visit = useQuery(visitQuery(visitId))
  const runs = visit.data?.runs.filter((run) => run.startedAtMs !== null) ?? []
  // Asked for none: the last run and the one of its kind before it, the earlier first.
  const last = runs.at(-1)
  const before = runs.findLast((run) => run.id !== last?.id && run.kind === last?.kind)
  const aId = params.get('a') ?? before?.id ?? last?.id ?? ''
  const kind = runs.find((run) => run.id === aId)?.kind
  const bId = params.get('b') ?? runs.findLast((run) => run.id !== aId && run.kind === kind)?.id ?? ''
  const a = useQuery({ ...runQuery(aId), enabled: aId !== '' })
  const b = useQuery({ ...runQuery(bId), enabled: bId !== '' })
  const planA = a.data ? runFacts(a.data).plan : null
  const planB = b.data ? runFacts(b.data).plan : planA
  const { run: expected } = useExpected(planB)
  const { units } = usePrefs()
  const problem = visit.error ?? a.error ?? b.error
  if (problem) return <Message problem>{problem.message}</Message>
  if (visit.data && aId === '')
    return (
      <Message>
        {t('comparePage.nothingWasTimedInThis')}{' '}
        <Link to={`/visits/${visitId}`} className="text-ink underline underline-offset-4">
          {t('ui.backToTheVisit')}
        </Link>
      </Message>
    )
  if (!visit.data || !a.data || (bId !== '' && !b.data))
    return <Message>{t('comparePage.openingTheRuns')}</Message>

  const traces = [
    { ...traceOfRun(a.data, 'first'), under: true },
    ...(b.data ? [traceOfRun(b.data, 'second')] : []),
  ]
  const choose = (which: 'a' | 'b', id: string) =>
    setParams({ a: aId, b: bId, [which]: id }, { replace: true })
  const choices = runs.map((run) => ({
    id: run.id,
    text: t('comparePage.at', { kind: kindMessage(run.kind), time: dateText(run.startedAtMs ?? 0, 'time') }),
  }))
  return (
    <div className="flex h-full flex-col">
      <TopBar title={t('comparePage.twoRuns', { siteName: visit.data.site.name })}>
        <Link
          to={`/visits/${visitId}`}
          className="flex min-h-12 min-w-0 flex-1 flex-col justify-center self-stretch md:flex-row md:items-center md:justify-start md:gap-3"
        >
          <span className="truncate font-semibold">{visit.data.site.name}</span>
          <span className="truncate text-sm text-soft md:text-base">{visit.data.machine.spec.label}</span>
        </Link>
      </TopBar>
      <div className="flex min-h-0 flex-1 flex-col overflow-y-auto md:flex-row">
        <main className="flex min-h-80 min-w-0 flex-1 flex-col px-4 pt-4 max-md:flex-none md:px-7">
          <h1 className="plate text-2xl md:text-4xl">{difference(a.data, b.data ?? null)}</h1>
          {planA && planB && !setUpAlike(planA, planB) && (
            <p className="mt-1 font-semibold text-watch">
              {t('comparePage.notSetUpAlike', {
                first: setUpText(planA, units),
                second: setUpText(planB, units),
              })}
            </p>
          )}
          <p className="mt-1 text-soft">{t('comparePage.dashedTheFirstRunSolid')}</p>
          <div className="relative mt-2 min-h-64 flex-1">
            <LevelChart
              band={expected ? bandOf(expected) : null}
              traces={traces}
              marks={[]}
              carriedOn={null}
              nowS={null}
              label={t('comparePage.twoRunsLevelOverTime')}
            />
          </div>
        </main>
        <aside className="grid shrink-0 content-start gap-4 border-line bg-face px-4 py-4 max-md:border-t md:w-[316px] md:border-l">
          {(['a', 'b'] as const).map((which) => (
            <div key={which}>
              <Field
                label={which === 'a' ? t('comparePage.firstRunDashed') : t('comparePage.secondRunSolid')}
              >
                {(props) => (
                  <select
                    {...props}
                    value={which === 'a' ? aId : bId}
                    onChange={(event) => choose(which, event.target.value)}
                  >
                    {which === 'b' && bId === '' && <option value="">{t('comparePage.chooseARun')}</option>}
                    {choices.map((choice) => (
                      <option key={choice.id} value={choice.id}>
                        {choice.text}
                      </option>
                    ))}
                  </select>
                )}
              </Field>
              <Figures run={which === 'a' ? a.data : (b.data ?? null)} />
            </div>
          ))}
          {bId === '' && (
            <Notice tone="watch" className="px-3 py-2">
              {t('comparePage.thereIsNoOther', { kind: KIND_WORD[kind ?? 'drain'].toLowerCase() })}{' '}
              <Link
                to={newRunPath(visitId, {
                  run: kind ?? 'drain',
                  taps: planA?.taps,
                  hoseEndMm: planA?.hoseEndMm,
                })}
                className="inline-flex min-h-12 items-center font-semibold underline underline-offset-4"
              >
                {t('comparePage.timeAnother')}
              </Link>
            </Notice>
          )}
          <Link
            to={`/visits/${visitId}`}
            className="flex min-h-12 items-center text-water underline underline-offset-4"
          >
            {t('ui.backToTheVisit')}
          </Link>
        </aside>
      </div>
    </div>
  )
}

const MOST_DRAWN = 700
function traceOfRun(run: OpenedRun, name: string): Trace {
  return traceOf(drawnLevels(runFacts(run), run.blocks, MOST_DRAWN), run.blocks.length > 0, name)
}

function Figures({ run }: { run: RunAnswer | null }) {
  const { units } = usePrefs()
  const q = run?.analysis?.quantities
  if (!q) return <p className="text-soft">{t('comparePage.notJudgedYet')}</p>
  const flow = q.flowLMin
  return (
    <dl className="text-base">
      <div className="flex justify-between border-t border-hair py-1.5">
        <dt className="text-soft">{t('ui.flow')}</dt>
        <dd>
          <span className="small-figure text-2xl">{figure(units, 'flow', flow?.value)}</span>{' '}
          <span className="text-sm text-soft">
            {unitOf(units, 'flow').unit}
            {flow
              ? t('comparePage.to', {
                  flow: figure(units, 'flow', flow.lo),
                  flow2: figure(units, 'flow', flow.hi),
                })
              : ''}
          </span>
        </dd>
      </div>
      <div className="flex justify-between border-t border-hair py-1.5">
        <dt className="text-soft">{t('ui.time')}</dt>
        <dd className="small-figure text-2xl">{q.timeS ? durationText(q.timeS.value) : '–'}</dd>
      </div>
    </dl>
  )
}

/** By the same tap, or with the hose end at the same height; what was not said is not taken for another. */
function setUpAlike(a: RunPlan, b: RunPlan): boolean {
  if (a.kind !== b.kind) return true
  if (a.kind === 'fill') return [...a.taps].sort().join(' ') === [...b.taps].sort().join(' ')
  return a.hoseEndMm === null || b.hoseEndMm === null || Math.abs(a.hoseEndMm - b.hoseEndMm) <= SAME_HEIGHT_MM
}
/** Hose ends that somebody hangs back where they were come this close. */
const SAME_HEIGHT_MM = 30

/** The difference in one line: flows against each other where both are known. */
function difference(a: RunAnswer, b: RunAnswer | null): string {
  const fa = a.analysis?.quantities.flowLMin
  const fb = b?.analysis?.quantities.flowLMin
  if (!fa || !fb) return t('comparePage.twoRuns2')
  if (runFacts(a).plan?.kind !== (b && runFacts(b).plan?.kind)) return t('comparePage.twoKinds')
  const apart = fa.hi < fb.lo || fb.hi < fa.lo
  const percent = Math.round((fb.value / fa.value - 1) * 100)
  if (!apart) return t('comparePage.noDifferenceThatTheReadings')
  return percent > 0
    ? t('comparePage.theSecondFlowsMore', { percent })
    : t('comparePage.theSecondFlowsLess', { percent: -percent })
}
