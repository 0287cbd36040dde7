import {
  type CautionId,
  type Gate,
  type InstrumentAnswer,
  isFlowRun,
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
import { useState } from 'react'
import { Link } from 'react-router'
import { instrumentsQuery } from '../../api/queries.ts'
import { newId } from '../../lib/newId.ts'
import { say, t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Choice } from '../../ui/Choice.tsx'
import { Field } from '../../ui/Field.tsx'
import { Notice } from '../../ui/Notice.tsx'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import { stepText } from '../../words/cardText.ts'
import { KIND_WORD } from '../../words/runText.ts'
import { bandAdvice } from '../../words/setupText.ts'
import { StepGate, stepOf } from '../protocol/index.ts'
import { InPlace } from '../rates/index.ts'
import { keepEntries } from '../visit/index.ts'
import { OwnRecordsChoice } from './OwnRecordsChoice.tsx'
import { RestsOn, useRests } from './RestsOn.tsx'

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

/** What a run starts from: the gate first, then the kind, heights and levels, and where its readings come from. */
export function SetupForm({
  visit,
  plan,
  gate,
  cautions,
  ticked,
  instrument,
  onTick,
  onPlan,
  onKind,
  onInstrument,
}: {
  visit: VisitAnswer
  plan: RunPlan
  gate: Gate | null
  cautions: readonly CautionId[]
  ticked: ReadonlySet<string>
  instrument: InstrumentAnswer | null
  onTick: (caution: CautionId) => void
  onPlan: (plan: RunPlan) => void
  onKind: (kind: RunKind) => void
  onInstrument: (instrument: InstrumentAnswer | null) => void
}) {
  const flows = isFlowRun(plan.kind)
  const made = stepOf(plan)
  return (
    <form
      className="grid grid-cols-2 gap-x-3 gap-y-1 md:grid-cols-1"
      onSubmit={(event) => event.preventDefault()}
    >
      {gate?.open === false && <Blocked gate={gate} visit={visit} />}
      {made || cautions.length > 0 ? (
        <div className="col-span-full pb-4">
          <StepGate
            first={made ? stepText(made.protocol.id, made.step).first : []}
            cautions={cautions}
            ticked={ticked}
            onTick={onTick}
          />
        </div>
      ) : null}
      {!made && <KindFields plan={plan} onKind={onKind} />}
      <PlanFields plan={plan} onPlan={onPlan} />
      <InstrumentField chosen={instrument} onChoose={onInstrument} />
      {flows && (
        <div className="col-span-full border-t border-hair pt-3">
          <Advice plan={plan} />
          <RestsOn plan={plan} />
        </div>
      )}
      {flows && visit.own && <OwnRecordsChoice own={visit.own} visit={visit} plan={plan} onPlan={onPlan} />}
      <div className="col-span-full">
        <InPlace
          ids={
            plan.kind === 'fill'
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
  )
}

/** What stands in the way, with the shortest way past it. */
function Blocked({ gate, visit }: { gate: Gate; visit: VisitAnswer }) {
  return (
    <Notice tone="stop" alert className="col-span-full mb-4 px-3 py-2">
      {gate.blocks.map((block) => (
        <p key={block.why.id}>{say(block.why)}</p>
      ))}
      {gate.blocks.some((block) => block.field === 'mains') && (
        <Button look="solid" className="mt-2 px-4" onClick={() => pluggedIn(visit)}>
          {t('setupBoard.itIsPluggedIn')}
        </Button>
      )}
      <Link
        to={`/visits/${visit.id}/make-safe`}
        className="flex min-h-12 items-center font-semibold underline underline-offset-4"
      >
        {t('setupBoard.makeItSafeFirst')}
      </Link>
    </Notice>
  )
}

/** Fill, hold and drain at hand; the others by name. */
function KindFields({ plan, onKind }: { plan: RunPlan; onKind: (kind: RunKind) => void }) {
  const [other, setOther] = useState(!['fill', 'hold', 'drain'].includes(plan.kind))
  return (
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
                {(['idle', 'siphon', 'after-drain', 'motion', 'spin', 'cycle'] as const).map((kind) => (
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
  )
}

/** Taps or hose end, and the levels it runs between. */
function PlanFields({ plan, onPlan }: { plan: RunPlan; onPlan: (plan: RunPlan) => void }) {
  const fill = plan.kind === 'fill'
  const tapValue = plan.taps.length > 1 ? 'both' : (plan.taps[0] ?? 'cold')
  return (
    <>
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
            base={plannedEndMm(plan)}
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
          plan.kind === 'drain' || plan.kind === 'hold' ? FROM_WORD[plan.startFrom ?? 'machine'] : undefined
        }
        onChange={(mm) => onPlan({ ...plan, startLevelMm: mm ?? Number.NaN, startFrom: 'read' })}
      />
    </>
  )
}

/** By hand, or streamed by an instrument of the workshop. */
function InstrumentField({
  chosen,
  onChoose,
}: {
  chosen: InstrumentAnswer | null
  onChoose: (instrument: InstrumentAnswer | null) => void
}) {
  const instruments = useQuery(instrumentsQuery)
  return (
    <div className="col-span-full">
      <Field
        label={t('setupBoard.readings')}
        hint={chosen ? t('setupBoard.itsStreamStartsWithThe') : t('setupBoard.keysLAndFOr')}
      >
        {(props) => (
          <select
            {...props}
            value={chosen?.id ?? ''}
            onChange={(event) =>
              onChoose(instruments.data?.find(({ id }) => id === event.target.value) ?? null)
            }
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
  )
}

/** What would narrow the band most; its line keeps its place until that is known. */
function Advice({ plan }: { plan: RunPlan }) {
  const rests = useRests(plan)
  return <p className="min-h-10 text-sm leading-5 text-soft">{rests && bandAdvice(rests)}</p>
}
