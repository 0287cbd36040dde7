import {
  AIR_LEVEL_MM,
  isFlowRun,
  knownFillLevelMm,
  machineState,
  plannedEndMm,
  type RunKind,
  type RunPlan,
  type StartFrom,
  saidEntries,
  TAPS,
  type Tap,
  type VisitAnswer,
} from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { useEffect, useRef, useState } from 'react'
import { Link } from 'react-router'
import { instrumentsQuery } from '../../api/queries.ts'
import { bandOf, standingBand, standingZoom } from '../../charts/chartModel.ts'
import { LevelChart } from '../../charts/LevelChart.tsx'
import { newId } from '../../lib/newId.ts'
import { usePrefs } from '../../lib/prefs.ts'
import { steadyNowMs } from '../../lib/steadyClock.ts'
import { estimateText } from '../../lib/time.ts'
import { read, say, t } from '../../lib/words.ts'
import { Action, ActionBar } from '../../ui/ActionBar.tsx'
import { Choice } from '../../ui/Choice.tsx'
import { Field } from '../../ui/Field.tsx'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import { protocolName, stepText } from '../../words/cardText.ts'
import { KIND_WORD, kindMessage, START_WORD } from '../../words/runText.ts'
import { bandAdvice, expectation } from '../../words/setupText.ts'
import { StepGate, stepOf } from '../protocol/index.ts'
import { InPlace } from '../rates/index.ts'
import { keepEntries } from '../visit/index.ts'
import { expectedLevelsAt } from './expectedLevels.ts'
import { GaugeGlass } from './GaugeGlass.tsx'
import { RunFrame } from './RunFrame.tsx'
import { runGate } from './runGate.ts'
import { useExpected } from './useExpected.ts'

const FROM_WORD: Record<StartFrom, string> = {
  read: t('setupBoard.asRead'),
  machine: t('setupBoard.whereThisMachineClosesRead'),
  family: t('setupBoard.usualForItsFamily'),
}
const TAP_CHOICES = [
  { value: 'cold', text: t('ui.cold') },
  { value: 'hot', text: t('ui.hot') },
  { value: 'both', text: t('setupBoard.both') },
] as const

/** Where a drain or hold starts: at the level that was last read, else where the machine closes, else what its family usually has. */
function startOf(kind: RunKind, visit: VisitAnswer): { startLevelMm: number; startFrom: StartFrom } {
  const machine = visit.machine.spec
  if (kind === 'fill') return { startLevelMm: 0, startFrom: 'machine' }
  if (kind === 'after-drain') return { startLevelMm: 30, startFrom: 'machine' }
  const { water } = machineState(saidEntries(visit.entries), visit.runs, visit.observations)
  if (water.kind === 'level' && water.levelMm > 2 * AIR_LEVEL_MM)
    return { startLevelMm: water.levelMm, startFrom: water.by ?? 'read' }
  const known = knownFillLevelMm(machine)
  return {
    startLevelMm: known ?? machine.fillLevelMm ?? 100,
    startFrom: known === null ? 'family' : 'machine',
  }
}

export function firstPlan(kind: RunKind, visit: VisitAnswer): RunPlan {
  const machine = visit.machine.spec
  return {
    kind,
    machine,
    site: visit.site.spec,
    taps: kind === 'fill' ? [machine.valve.taps[0] ?? 'cold'] : [],
    throttled: false,
    hoseEndMm: kind === 'fill' ? null : kind === 'siphon' ? 100 : visit.site.spec.standpipeHeightMm,
    ...startOf(kind, visit),
    endLevelMm: null,
    laundry: 'none',
    laundryKg: 0,
  }
}

/** The answer to a run on a machine that was set as unplugged. */
function pluggedIn(visit: VisitAnswer): void {
  const stood = saidEntries(visit.entries).get('state:mains')?.heads ?? []
  keepEntries(visit.id, [
    {
      id: newId(),
      atMs: Date.now(),
      topic: 'state:mains',
      value: 'plugged',
      basedOn: stood.map((head) => head.id),
    },
  ])
}

/** Before the run: what is settled, and the run as it should go, drawn before the water moves. */
export function SetupBoard({
  visit,
  plan,
  onPlan,
  onKind,
  onStart,
}: {
  visit: VisitAnswer
  plan: RunPlan
  onPlan: (plan: RunPlan) => void
  onKind: (kind: RunKind) => void
  onStart: (instrument: { id: string; label: string } | null, atMs: number) => void
}) {
  const { units } = usePrefs()
  const flows = isFlowRun(plan.kind)
  const { run: computed, problem: impossible } = useExpected(flows ? plan : null)
  const [expected, problem] = flows ? [computed, impossible && read(impossible)] : [null, null]
  const gate = runGate(visit, plan)
  const made = stepOf(plan)
  const cautions = made?.step.cautions ?? (plan.kind === 'siphon' ? (['flood'] as const) : [])
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set())
  const [other, setOther] = useState(!['fill', 'hold', 'drain'].includes(plan.kind))
  const instruments = useQuery(instrumentsQuery)
  const [instrumentId, setInstrumentId] = useState('')
  const instrument = instruments.data?.find((candidate) => candidate.id === instrumentId) ?? null
  const fill = plan.kind === 'fill'
  const bad =
    problem !== null ||
    Number.isNaN(plan.startLevelMm) ||
    Number.isNaN(plan.hoseEndMm ?? 0) ||
    Number.isNaN(plan.endLevelMm ?? 0) ||
    gate?.open === false ||
    cautions.some((caution) => !ticked.has(caution))
  const start = (atMs: number) => !bad && onStart(instrument, atMs)

  // The space bar starts the run, unless the keyboard led to a button that takes it itself.
  const byKeyboard = useRef(false)
  useEffect(() => {
    const onPointer = () => {
      byKeyboard.current = false
    }
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Tab' || event.key.startsWith('Arrow')) byKeyboard.current = true
      if (event.key !== ' ' || event.repeat || !(event.target instanceof HTMLElement)) return
      if (event.target.matches('input, select') || (byKeyboard.current && event.target.matches('button, a')))
        return
      event.preventDefault()
      start(steadyNowMs())
    }
    window.addEventListener('pointerdown', onPointer, true)
    window.addEventListener('keydown', onKey)
    return () => {
      window.removeEventListener('pointerdown', onPointer, true)
      window.removeEventListener('keydown', onKey)
    }
  })

  const tapValue = plan.taps.length > 1 ? 'both' : (plan.taps[0] ?? 'cold')
  const endMm = plannedEndMm(plan)
  return (
    <RunFrame
      visitId={visit.id}
      named={KIND_WORD[plan.kind]}
      title={visit.site.name}
      subtitle={visit.machine.spec.label}
      state={null}
      glass={
        <GaugeGlass
          machine={plan.machine}
          topMm={Math.max(40, plan.startLevelMm, endMm) * 1.15}
          levelMm={Number.isFinite(plan.startLevelMm) ? plan.startLevelMm : null}
          expected={expected ? expectedLevelsAt(expected, 0) : null}
        />
      }
      head={
        made || !flows ? (
          <div className="pb-2">
            <p className="text-lg text-soft">
              {made
                ? t('setupBoard.stepOf', {
                    protocol: protocolName(made.protocol.id),
                    steps: made.protocol.steps.indexOf(made.step) + 1,
                    steps2: made.protocol.steps.length,
                  })
                : KIND_WORD[plan.kind]}
            </p>
            <h1 className="plate text-3xl leading-tight md:text-4xl">
              {made ? stepText(made.protocol.id, made.step).title : ACT[plan.kind].title}
            </h1>
            <p className="mt-2 max-w-prose text-lg leading-snug" role={problem ? 'alert' : undefined}>
              {problem ?? (made ? stepText(made.protocol.id, made.step).act : ACT[plan.kind].act)}
              {expected && ` ${expectation(plan, expected, units)}`}
            </p>
          </div>
        ) : (
          <div className="pb-2">
            <h1 className="figure text-6xl md:text-7xl">
              {expected === null
                ? '–:––'
                : Number.isFinite(expected.timeS.mid)
                  ? estimateText(expected.timeS.mid)
                  : t('ui.never')}{' '}
              <span className="ml-1 text-2xl font-medium text-soft">
                {expected !== null && !Number.isFinite(expected.timeS.mid)
                  ? fill
                    ? t('setupBoard.fullOnThisSupply')
                    : t('ui.emptyAtThisHeight')
                  : t('ui.expected')}
              </span>
            </h1>
            <p className="mt-2 text-lg" role={problem ? 'alert' : undefined}>
              {problem ??
                (expected ? expectation(plan, expected, units) : t('setupBoard.computingTheExpectedRun'))}
            </p>
          </div>
        )
      }
      chart={
        <LevelChart
          band={expected ? bandOf(expected) : flows ? null : standingBand(plan.startLevelMm, 600)}
          zoom={flows ? null : standingZoom([plan.startLevelMm], null)}
          traces={[]}
          marks={[]}
          carriedOn={null}
          nowS={null}
          label={t('setupBoard.expectedLevelOverTimeFor', { kind: kindMessage(plan.kind) })}
        />
      }
      side={
        <form
          className="grid grid-cols-2 gap-x-3 gap-y-1 md:grid-cols-1"
          onSubmit={(event) => event.preventDefault()}
        >
          {gate?.open === false && (
            <div role="alert" className="col-span-full mb-4 border-l-4 border-stop bg-stop-face px-3 py-2">
              {gate.blocks.map((block) => (
                <p key={block.why.id}>{say(block.why)}</p>
              ))}
              {gate.blocks.some((block) => block.field === 'mains') && (
                <button
                  type="button"
                  className="mt-2 min-h-12 cursor-pointer bg-ink px-4 font-semibold text-face"
                  onClick={() => pluggedIn(visit)}
                >
                  {t('setupBoard.itIsPluggedIn')}
                </button>
              )}
              <Link
                to={`/visits/${visit.id}/make-safe`}
                className="flex min-h-12 items-center font-semibold underline underline-offset-4"
              >
                {t('setupBoard.makeItSafeFirst')}
              </Link>
            </div>
          )}
          {made || cautions.length > 0 ? (
            <div className="col-span-full pb-4">
              <StepGate
                first={made ? stepText(made.protocol.id, made.step).first : []}
                cautions={cautions}
                ticked={ticked}
                onTick={(caution) => {
                  const next = new Set(ticked)
                  if (!next.delete(caution)) next.add(caution)
                  setTicked(next)
                }}
              />
            </div>
          ) : null}
          {!made && (
            <div className="col-span-full pb-3">
              <Choice
                label={t('setupBoard.kindOfRun')}
                value={other ? 'other' : plan.kind}
                options={[
                  { value: 'fill', text: t('ui.fill') },
                  { value: 'hold', text: t('ui.hold') },
                  { value: 'drain', text: t('ui.drain') },
                  { value: 'other', text: t('setupBoard.other') },
                ]}
                onChange={(next) => {
                  setOther(next === 'other')
                  onKind(next === 'other' ? 'idle' : (next as RunKind))
                }}
              />
              {other && (
                <div className="pt-3">
                  <Field label={t('setupBoard.which')}>
                    {(props) => (
                      <select
                        {...props}
                        value={plan.kind}
                        onChange={(event) => onKind(event.target.value as RunKind)}
                      >
                        {(['idle', 'siphon', 'after-drain', 'motion', 'spin'] as const).map((kind) => (
                          <option key={kind} value={kind}>
                            {KIND_WORD[kind]}
                          </option>
                        ))}
                      </select>
                    )}
                  </Field>
                </div>
              )}
            </div>
          )}
          {fill ? (
            <>
              <div className="col-span-full pb-3">
                <Choice
                  label={t('setupBoard.openTaps')}
                  value={tapValue}
                  options={TAP_CHOICES}
                  onChange={(next) => onPlan({ ...plan, taps: next === 'both' ? TAPS : [next as Tap] })}
                />
              </div>
              <QuantityInput
                label={t('ui.fillTo')}
                quantity="level"
                base={endMm}
                onChange={(mm) => onPlan({ ...plan, endLevelMm: mm })}
              />
            </>
          ) : (
            <QuantityInput
              label={t('ui.hoseEndAboveFloor')}
              quantity="height"
              base={plan.hoseEndMm}
              hint={plan.hoseEndMm === null ? t('setupBoard.emptyGuessedMeasuredNarrowsThe') : undefined}
              onChange={(mm) => onPlan({ ...plan, hoseEndMm: mm })}
            />
          )}
          <QuantityInput
            label={t('setupBoard.levelAtStart')}
            quantity="level"
            base={plan.startLevelMm}
            hint={
              plan.kind === 'drain' || plan.kind === 'hold'
                ? FROM_WORD[plan.startFrom ?? 'machine']
                : undefined
            }
            onChange={(mm) => onPlan({ ...plan, startLevelMm: mm ?? Number.NaN, startFrom: 'read' })}
          />
          <div className="col-span-full">
            <Field
              label={t('setupBoard.readings')}
              hint={instrument ? t('setupBoard.itsStreamStartsWithThe') : t('setupBoard.keysLAndFOr')}
            >
              {(props) => (
                <select
                  {...props}
                  value={instrumentId}
                  onChange={(event) => setInstrumentId(event.target.value)}
                >
                  <option value="">{t('setupBoard.byHand')}</option>
                  {(instruments.data ?? []).map((candidate) => (
                    <option key={candidate.id} value={candidate.id}>
                      {candidate.label}
                    </option>
                  ))}
                </select>
              )}
            </Field>
          </div>
          {flows && (
            <p className="col-span-full border-t border-hair pt-3 text-sm text-soft">{bandAdvice(plan)}</p>
          )}
          <div className="col-span-full">
            <InPlace
              ids={
                fill
                  ? ['fill-time', 'bucket']
                  : plan.kind === 'drain'
                    ? ['drain-time', 'standpipe']
                    : ['level', 'litres']
              }
              machine={plan.machine}
              site={plan.site}
            />
          </div>
        </form>
      }
      actions={
        <ActionBar>
          <Action
            weight="main"
            name={t('setupBoard.start', { kind: kindMessage(plan.kind) })}
            keyName={t('key.space')}
            hint={t('setupBoard.atTheMomentOf', { start: START_WORD[plan.kind] })}
            disabled={bad}
            onPress={start}
          />
          <p className="flex w-1/2 items-center px-3 py-2 text-sm leading-snug text-soft md:w-auto md:flex-1 md:px-6 md:text-base">
            {!flows
              ? t('setupBoard.waterStillMotorOffPress')
              : fill
                ? t('setupBoard.machineEmptyLaundryOutHose')
                : plan.kind === 'siphon'
                  ? t('setupBoard.pumpOffAndStillHose')
                  : t('setupBoard.hoseEndFixedInThe')}
          </p>
        </ActionBar>
      }
    />
  )
}

/** What to do in a run that is no flow, in a title and a sentence. */
const ACT: Record<RunKind, { title: string; act: string }> = {
  idle: {
    title: t('setupBoard.watchItIdle'),
    act: t('setupBoard.act.idle'),
  },
  hold: {
    title: t('ui.hold'),
    act: t('setupBoard.act.hold'),
  },
  motion: {
    title: t('setupBoard.washMotion'),
    act: t('setupBoard.act.motion'),
  },
  spin: { title: t('ui.spin'), act: t('setupBoard.act.spin') },
  'after-drain': {
    title: t('setupBoard.doesWaterRunBack'),
    act: t('setupBoard.act.afterDrain'),
  },
  siphon: {
    title: t('setupBoard.runOutByGravity'),
    act: t('setupBoard.act.siphon'),
  },
  fill: { title: t('ui.fill'), act: '' },
  drain: { title: t('ui.drain'), act: '' },
}
