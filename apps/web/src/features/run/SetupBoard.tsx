import {
  bandOf,
  type InstrumentAnswer,
  isFlowRun,
  plannedEndMm,
  type RunKind,
  type RunPlan,
  type VisitAnswer,
} from '@brendik/core'
import { useState } from 'react'
import { standingBand, standingZoom } from '../../charts/chartModel.ts'
import { LevelChart } from '../../charts/LevelChart.tsx'
import { read, t } from '../../lib/words.ts'
import { Action, ActionBar } from '../../ui/ActionBar.tsx'
import { useSpaceBar } from '../../ui/keys.ts'
import { KIND_WORD, kindMessage, START_WORD } from '../../words/runText.ts'
import { stepOf } from '../protocol/index.ts'
import { expectedLevelsAt } from './expectedLevels.ts'
import { GaugeGlass } from './GaugeGlass.tsx'
import { RunFrame } from './RunFrame.tsx'
import { runGate } from './runGate.ts'
import { SetupForm } from './SetupForm.tsx'
import { SetupHead } from './SetupHead.tsx'
import { useExpected } from './useExpected.ts'

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
  const flows = isFlowRun(plan.kind)
  const { run: computed, problem: impossible } = useExpected(flows ? plan : null)
  const [expected, problem] = flows ? [computed, impossible && read(impossible)] : [null, null]
  const { run: usual } = useExpected(plan.own ? { ...plan, own: undefined } : null)
  const gate = runGate(visit, plan)
  const made = stepOf(plan)
  const cautions = made?.step.cautions ?? (plan.kind === 'siphon' ? (['flood'] as const) : [])
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set())
  const [instrument, setInstrument] = useState<InstrumentAnswer | null>(null)
  const fill = plan.kind === 'fill'
  const bad =
    problem !== null ||
    Number.isNaN(plan.startLevelMm) ||
    Number.isNaN(plan.hoseEndMm ?? 0) ||
    Number.isNaN(plan.endLevelMm ?? 0) ||
    gate?.open === false ||
    cautions.some((caution) => !ticked.has(caution))
  const start = (atMs: number) => !bad && onStart(instrument, atMs)

  useSpaceBar(start)
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
      head={<SetupHead plan={plan} expected={expected} problem={problem} />}
      chart={
        <LevelChart
          band={expected ? bandOf(expected) : flows ? null : standingBand(plan.startLevelMm, 600)}
          usual={plan.own && usual ? bandOf(usual) : null}
          zoom={flows ? null : standingZoom([plan.startLevelMm], null)}
          traces={[]}
          marks={[]}
          carriedOn={null}
          nowS={null}
          label={t('setupBoard.expectedLevelOverTimeFor', { kind: kindMessage(plan.kind) })}
        />
      }
      side={
        <SetupForm
          visit={visit}
          plan={plan}
          gate={gate}
          cautions={cautions}
          ticked={ticked}
          instrument={instrument}
          onTick={(caution) => {
            const next = new Set(ticked)
            if (!next.delete(caution)) next.add(caution)
            setTicked(next)
          }}
          onPlan={onPlan}
          onKind={onKind}
          onInstrument={setInstrument}
        />
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
