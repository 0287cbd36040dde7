import {
  type ExpectedRun,
  isFlowRun,
  type Message,
  type RunAnalysis,
  type RunPlan,
  type Saying,
} from '@brendik/core'
import { usePrefs } from '../../lib/prefs.ts'
import { durationText, estimateText } from '../../lib/time.ts'
import { figure, unitOf } from '../../lib/units.ts'
import { numberText, say, t } from '../../lib/words.ts'
import { Gauge } from '../../ui/Gauge.tsx'
import { lowerFirst } from '../../words/firstLetter.ts'
import { runSentence } from '../../words/runSentence.ts'
import { boundText } from '../../words/setupText.ts'
import { InPlace } from '../rates/index.ts'
import { Closing } from './Closing.tsx'
import { EntryLog } from './EntryLog.tsx'
import { RestsOn } from './RestsOn.tsx'
import type { BoardSnapshot } from './runBoard.ts'
import { SensorSays } from './SensorSays.tsx'
import { StandingSays } from './StandingSays.tsx'

const NAMES: Record<string, string> = {
  flowLMin: t('ui.flow'),
  ratioToExpected: t('runSays.ratioToExpected'),
  pumpHeadM: t('ui.pumpHead'),
  pathResistanceRatio: t('runSays.pathResistance'),
  leakHeightMm: t('runSays.leakHeight'),
  leakLH: t('runSays.loss'),
  tubeLeakTauS: t('runSays.airLeakOfThePressure'),
  runBackL: t('runSays.waterRunningBack'),
}

/** What the run says: figures with their intervals on the expected range, then what cannot be told, then the entries. */
export function RunSays({
  run,
  expected,
  nowS,
}: {
  run: BoardSnapshot
  expected: ExpectedRun | null
  nowS: number
}) {
  const { units } = usePrefs()
  const { analysis, facts } = run
  const flow = analysis?.quantities.flowLMin
  const ratio = analysis?.quantities.ratioToExpected
  const compared = analysis?.expected ?? null
  const off = analysis?.verdict === 'slow' || analysis?.verdict === 'fast'
  const flows = facts.plan === null || isFlowRun(facts.plan.kind)
  const cycle = facts.plan?.kind === 'cycle'
  const show = unitOf(units, 'flow').show
  const time = analysis?.quantities.timeS
  const left = facts.phase === 'running' ? secondsLeft(run, nowS) : null
  return (
    <div className="grid gap-5">
      <section aria-label={t('runSays.whatThisRunSays')} className="grid gap-4">
        {cycle ? null : !flows ? (
          <StandingSays analysis={analysis} running={facts.phase === 'running'} />
        ) : flow && compared ? (
          <Gauge
            label={t('ui.flow')}
            figure={figure(units, 'flow', flow.value)}
            unit={unitOf(units, 'flow').unit}
            note={t('common.range', {
              from: figure(units, 'flow', Math.max(0, flow.lo)),
              to: figure(units, 'flow', flow.hi),
            })}
            value={show(flow.value)}
            lo={show(Math.max(0, flow.lo))}
            hi={show(flow.hi)}
            expectedLo={show(compared.flowLMin.lo)}
            expectedHi={show(compared.flowLMin.hi)}
            off={off}
          />
        ) : (
          <p className="text-soft">
            {facts.phase === 'running'
              ? t('runSays.threeLevels10SApart')
              : t('runSays.noFlowCouldBeComputed')}
          </p>
        )}
        {ratio && <TimeGauge ratio={ratio} compared={compared} off={off} />}
        {facts.phase === 'stopped' && time && compared && Number.isFinite(compared.timeS.mid) && (
          <p className="flex justify-between border-t border-hair pt-2">
            <span>{t('runSays.took', { time: durationText(time.value) })}</span>
            <span className="text-soft">
              {t('runSays.expectedTo', {
                time: estimateText(compared.timeS.lo),
                time2: estimateText(compared.timeS.hi),
              })}
            </span>
          </p>
        )}
        {facts.phase === 'stopped' && <ByOwnRecords analysis={analysis} plan={facts.plan} />}
        {facts.phase === 'stopped' && facts.plan && analysis && (analysis.basis || compared) && (
          <div className="border-t border-hair">
            <RestsOn plan={facts.plan} made={analysis} />
          </div>
        )}
        {left !== null && (
          <p className="flex justify-between border-t border-hair pt-2">
            <span>{t('runSays.atThisRateDoneIn')}</span>
            <span className="font-semibold">{estimateText(left)}</span>
          </p>
        )}
        <Closing run={run} />
        <SensorSays analysis={analysis} />
        {!flows && !cycle && facts.plan && (
          <InPlace ids={['drips', 'level']} machine={facts.plan.machine} site={facts.plan.site} />
        )}
        {facts.phase === 'running' && !flow && expected && Number.isFinite(expected.timeS.mid) && (
          <p className="flex justify-between border-t border-hair pt-2">
            <span>{t('runSays.expected')}</span>
            <span className="font-semibold">
              {t('common.range', {
                from: estimateText(expected.timeS.lo),
                to: estimateText(expected.timeS.hi),
              })}
            </span>
          </p>
        )}
      </section>
      {(analysis?.notes.length ?? 0) > 0 && (
        <ul className="border-l-4 border-watch bg-watch-face p-3 text-sm">
          {analysis?.notes.map((note) => (
            <li key={note.id}>{say(note)}</li>
          ))}
        </ul>
      )}
      {facts.phase === 'stopped' && <NotTold analysis={analysis} />}
      <section>
        <h2 className="text-sm font-semibold text-soft">{t('ui.entries')}</h2>
        <EntryLog events={run.state.events} facts={facts} />
        {run.streamed > 0 && (
          <p className="border-t border-hair py-1.5 text-sm text-soft">
            {t('runSays.readingsStreamed', { streamed: numberText(run.streamed, 0) })}
          </p>
        )}
      </section>
    </div>
  )
}

/** What the run was expected by, what would be said of it without, and that it is far from one's own machines where only they show it. */
function ByOwnRecords({ analysis, plan }: { analysis: RunAnalysis | null; plan: RunPlan | null }) {
  const usual = analysis?.usual
  if (!usual || !plan?.own) return null
  const { machines, runs } = plan.own
  const far = usual.verdict === 'within' && (analysis.verdict === 'slow' || analysis.verdict === 'fast')
  return (
    <div className="border-t border-hair pt-2 leading-snug">
      {far && <p className="pb-1 font-semibold text-watch">{t('ownRecords.farFromOwn')}</p>}
      <p className="text-sm text-soft">
        {t('ownRecords.result', {
          machines,
          runs,
          lo: estimateText(usual.timeS.lo),
          hi: boundText(usual.timeS.hi),
          verdict: usual.verdict,
        })}
      </p>
    </div>
  )
}

/** How long it takes beside what is expected. */
function TimeGauge({
  ratio,
  compared,
  off,
}: {
  ratio: NonNullable<RunAnalysis['quantities']['ratioToExpected']>
  compared: RunAnalysis['expected']
  off: boolean
}) {
  return (
    <Gauge
      label={t('ui.time')}
      figure={`${numberText(ratio.value, 2)}×`}
      unit={t('ui.expected')}
      note={t('common.range', { from: numberText(ratio.lo, 2), to: numberText(ratio.hi, 2) })}
      value={ratio.value}
      lo={ratio.lo}
      hi={ratio.hi}
      expectedLo={
        compared && Number.isFinite(compared.timeS.lo) ? compared.timeS.lo / compared.timeS.mid : 0.85
      }
      expectedHi={
        compared && Number.isFinite(compared.timeS.hi) ? compared.timeS.hi / compared.timeS.mid : 1.15
      }
      off={off}
    />
  )
}

/** What this run cannot tell, and what would. */
function NotTold({ analysis }: { analysis: RunAnalysis | null }) {
  const open = Object.entries(analysis?.notIdentifiable ?? {})
  if (open.length === 0) return null
  return (
    <section>
      <h2 className="text-sm font-semibold text-soft">{t('runSays.cannotBeToldFromThis')}</h2>
      <ul className="mt-1">
        {grouped(open).map(([how, names]) => (
          <li key={how} className="text-sm">
            <span className="text-base">
              {names.map((name, i) => (i === 0 ? name : lowerFirst(name))).join(', ')}
            </span>
            <br />
            <span className="text-soft">{how}</span>
          </li>
        ))}
      </ul>
    </section>
  )
}

function grouped(open: [string, Message | Saying][]): [string, string[]][] {
  const byHow = new Map<string, string[]>()
  for (const [id, why] of open) {
    const how = 'code' in why ? runSentence(why) : say(why)
    byHow.set(how, [...(byHow.get(how) ?? []), NAMES[id] ?? id])
  }
  return [...byHow]
}

/** Seconds until the fitted run reaches its planned end; null when there is no fit or the end has passed. */
function secondsLeft(run: BoardSnapshot, nowS: number): number | null {
  const endS = run.analysis?.fit?.curve?.tS.at(-1)
  return endS !== undefined && run.analysis?.quantities.ratioToExpected && endS > nowS ? endS - nowS : null
}
