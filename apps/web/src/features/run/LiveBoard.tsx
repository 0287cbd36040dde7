import { elapsedS, isFlowRun, type RunPlan } from '@brendik/core'
import { useMemo, useState } from 'react'
import { traceOf } from '../../charts/chartModel.ts'
import { usePrefs } from '../../lib/prefs.ts'
import { steadyNowMs } from '../../lib/steadyClock.ts'
import { useNowMs } from '../../lib/useNowMs.ts'
import { useWakeLock } from '../../lib/useWakeLock.ts'
import { t } from '../../lib/words.ts'
import { useDeadUntil } from '../../ui/useDeadUntil.ts'
import { KIND_WORD } from '../../words/runText.ts'
import { StepStrip, stepOf } from '../protocol/index.ts'
import { AfterRun } from './AfterRun.tsx'
import { CyclePhases } from './CyclePhases.tsx'
import { entryText } from './EntryLog.tsx'
import { expectedLevelsAt } from './expectedLevels.ts'
import { fittedAt } from './fittedRun.ts'
import { GaugeGlass } from './GaugeGlass.tsx'
import { type EntryKind, Keypad, type LevelBy } from './Keypad.tsx'
import { LiveChart } from './LiveChart.tsx'
import { LiveHead, LiveState } from './LiveHead.tsx'
import { RunFrame } from './RunFrame.tsx'
import { RunningActions } from './RunningActions.tsx'
import { RunSays } from './RunSays.tsx'
import { type RunActs, runActs } from './runActs.ts'
import type { BoardSnapshot, RunBoard } from './runBoard.ts'
import { type FirstKey, useBoardKeys } from './useBoardKeys.ts'
import { useExpected } from './useExpected.ts'

interface Pad {
  kind: EntryKind
  firstKey: FirstKey | null
  fixedAtMs?: number
}

/** The keypad, and what was typed when Back closed it, until that is entered or thrown away. */
function usePad() {
  const [pad, setPad] = useState<Pad | null>(null)
  const [draft, setDraft] = useState<{ kind: EntryKind; typed: FirstKey } | null>(null)
  return {
    pad,
    set: setPad,
    open: (kind: EntryKind) => setPad({ kind, firstKey: draft?.kind === kind ? draft.typed : null }),
    close: (typed: FirstKey | null) => {
      setDraft(typed && pad ? { kind: pad.kind, typed } : null)
      setPad(null)
    },
  }
}

/** A run that runs, or has run: the same board, so that nothing moves when Stop is pressed. */
export function LiveBoard({ board, run, plan }: { board: RunBoard; run: BoardSnapshot; plan: RunPlan }) {
  const { units } = usePrefs()
  const { facts } = run
  const running = facts.phase === 'running'
  const nowMs = useNowMs(250, running, steadyNowMs)
  const nowS = elapsedS(facts, nowMs)
  const { run: expected } = useExpected(isFlowRun(plan.kind) ? plan : null)
  const made = stepOf(plan)
  const keypad = usePad()
  const wake = useWakeLock(running)
  // A run that is opened when over was not just pressed.
  const deadUntilMs = useDeadUntil(facts.phase, running)
  const [by, setBy] = useState<LevelBy>('ruler')
  const trace = useMemo(
    () => traceOf(run.levels, run.streamed > 0, t('liveBoard.thisRun')),
    [run.levels, run.streamed],
  )
  const lastPoint = trace.points.at(-1) ?? null
  const dueMm = running && expected ? expectedLevelsAt(expected, nowS) : null
  const acts = runActs(board, run, deadUntilMs)
  useBoardKeys({
    running,
    padOpen: keypad.pad !== null,
    acts,
    openPad: keypad.open,
    startLevel: (firstKey) => keypad.set({ kind: 'level', firstKey }),
  })
  const laterLevel = levelReadLater(run, plan, nowS)
  const fittedMm =
    fittedAt(run, nowS) ?? (lastPoint && nowS - lastPoint.x < 20 ? lastPoint.y : (dueMm?.mid ?? null))
  return (
    <>
      <RunFrame
        visitId={run.meta?.visitId ?? null}
        named={KIND_WORD[plan.kind]}
        title={run.meta?.siteName ?? ''}
        subtitle={run.meta?.machineLabel ?? ''}
        state={<LiveState run={run} plan={plan} />}
        glass={
          <GaugeGlass
            machine={plan.machine}
            topMm={Math.max(40, plan.startLevelMm, lastPoint?.y ?? 0, ...(expected?.levelMm ?? [])) * 1.15}
            levelMm={lastPoint?.y ?? null}
            expected={dueMm}
          />
        }
        head={<LiveHead run={run} plan={plan} nowS={nowS} wake={wake} />}
        strip={made && <StepStrip protocol={made.protocol} step={made.step} run={run} />}
        chart={
          plan.kind === 'cycle' ? (
            <CyclePhases facts={facts} nowS={nowS} />
          ) : (
            <LiveChart run={run} plan={plan} expected={expected} trace={trace} nowS={nowS} />
          )
        }
        side={<RunSays run={run} expected={expected} nowS={nowS} />}
        actions={
          running ? (
            <RunningActions
              plan={plan}
              facts={facts}
              acts={acts}
              deadUntilMs={deadUntilMs}
              openPad={keypad.open}
            />
          ) : (
            <AfterRun
              run={run}
              plan={plan}
              onUndo={acts.undo}
              onDiscard={acts.discard}
              onLevel={
                laterLevel &&
                (() => keypad.set({ kind: 'level', firstKey: null, fixedAtMs: laterLevel.atMs }))
              }
              levelHint={laterLevel?.hint ?? ''}
              deadUntilMs={deadUntilMs}
              undoText={acts.target ? entryText(acts.target, facts, units) : null}
            />
          )
        }
      />
      {keypad.pad && facts.startedAtMs !== null && (
        <Keypad
          kind={keypad.pad.kind}
          firstKey={keypad.pad.firstKey}
          fixedAtMs={keypad.pad.fixedAtMs ?? null}
          urgent={running ? urgentActs(plan, acts) : []}
          by={by}
          startedAtMs={facts.startedAtMs}
          machine={plan.machine}
          dueMm={keypad.pad.fixedAtMs !== undefined ? null : fittedMm}
          onBy={setBy}
          onEntry={acts.enter}
          onCorrect={acts.correct}
          onTakeBack={acts.mistyped}
          onClose={keypad.close}
        />
      )}
      {run.problem && <Problem text={run.problem} onDismiss={board.dismissProblem} />}
    </>
  )
}

/** A run that was only timed still takes the one level that narrows it: as the valve closed, or as the pump started. */
function levelReadLater(
  run: BoardSnapshot,
  plan: RunPlan,
  nowS: number,
): { atMs: number; hint: string } | null {
  const { facts, analysis } = run
  const rests = analysis?.rests
  if (facts.phase === 'running' || facts.startedAtMs === null || !rests || rests.level === 'read') return null
  return plan.kind === 'fill'
    ? {
        atMs: facts.startedAtMs + 1000 * (analysis.quantities.timeS?.value ?? nowS) + 1,
        hint: t('liveBoard.asItClosed'),
      }
    : { atMs: facts.startedAtMs, hint: t('liveBoard.asItStarted') }
}

/** What must stay at hand while the keypad covers the board. */
function urgentActs(plan: RunPlan, { stop, mark }: RunActs) {
  return [
    { name: t('liveBoard.stop'), onPress: stop },
    ...(plan.kind === 'drain' || plan.kind === 'siphon'
      ? [{ name: t('ui.airDrawn'), onPress: (atMs: number) => mark('air-drawn', atMs) }]
      : []),
    ...(plan.kind === 'fill'
      ? [{ name: t('ui.valveClosed'), onPress: (atMs: number) => mark('valve-closed', atMs) }]
      : []),
  ]
}

function Problem({ text, onDismiss }: { text: string; onDismiss: () => void }) {
  return (
    <div
      role="alert"
      className="fixed inset-x-0 top-14 z-10 flex items-center justify-between gap-4 border-b border-watch bg-watch-face px-5 py-3"
    >
      <span>{text}</span>
      <button type="button" className="min-h-12 cursor-pointer px-4 font-semibold" onClick={onDismiss}>
        {t('liveBoard.understood')}
      </button>
    </div>
  )
}
