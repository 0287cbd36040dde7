import { type BoardMark, elapsedS, isFlowRun, type RunEvent, type RunPlan, undoTarget } from '@brendik/core'
import { sayRests } from '@brendik/words'
import { useEffect, useMemo, useRef, useState } from 'react'
import { bandOf, type ChartMark, standingBand, standingZoom, traceOf } from '../../charts/chartModel.ts'
import { LevelChart } from '../../charts/LevelChart.tsx'
import { newId } from '../../lib/newId.ts'
import { usePrefs } from '../../lib/prefs.ts'
import { clockSetBackMs, steadyNowMs } from '../../lib/steadyClock.ts'
import { withUnit } from '../../lib/units.ts'
import { useNowMs } from '../../lib/useNowMs.ts'
import { useWakeLock } from '../../lib/useWakeLock.ts'
import { t, words } from '../../lib/words.ts'
import { Action, ActionBar, DEAD_MS } from '../../ui/ActionBar.tsx'
import {
  headline,
  KIND_WORD,
  kindMessage,
  STOP_WORD,
  sentence,
  TONE_TEXT,
  tapsWord,
} from '../../words/runText.ts'
import { StepStrip, stepOf } from '../protocol/index.ts'
import { AfterRun } from './AfterRun.tsx'
import { entryText } from './EntryLog.tsx'
import { expectedLevelsAt } from './expectedLevels.ts'
import { carriedOn, fittedAt } from './fittedRun.ts'
import { GaugeGlass } from './GaugeGlass.tsx'
import { type Entry, type EntryKind, Keypad, type LevelBy } from './Keypad.tsx'
import { RunClock } from './RunClock.tsx'
import { RunFrame, StateCell } from './RunFrame.tsx'
import { RunSays } from './RunSays.tsx'
import type { BoardSnapshot, RunBoard } from './runBoard.ts'
import { SyncCell } from './SyncCell.tsx'
import { useExpected } from './useExpected.ts'

/** Until when the place of the main action is dead: for a moment after start and stop. A run that is opened when over was not just pressed. */
function useDeadSince(phase: string): number {
  const [seen, setSeen] = useState({ phase, untilMs: phase === 'running' ? Date.now() + DEAD_MS : 0 })
  if (seen.phase !== phase) setSeen({ phase, untilMs: Date.now() + DEAD_MS })
  return seen.untilMs
}

/** A run that runs, or has run: the same board, so that nothing moves when Stop is pressed. */
export function LiveBoard({ board, run, plan }: { board: RunBoard; run: BoardSnapshot; plan: RunPlan }) {
  const { units } = usePrefs()
  const { facts, analysis } = run
  const running = facts.phase === 'running'
  const nowMs = useNowMs(250, running, steadyNowMs)
  const nowS = elapsedS(facts, nowMs)
  const flows = isFlowRun(plan.kind)
  const { run: expected } = useExpected(flows ? plan : null)
  const made = stepOf(plan)
  const [pad, setPad] = useState<{
    kind: EntryKind
    firstKey: { key: string; atMs: number } | null
    fixedAtMs?: number
  } | null>(null)
  // What was typed when Back closed the keypad, until it is entered or thrown away.
  const [draft, setDraft] = useState<{ kind: EntryKind; typed: { key: string; atMs: number } } | null>(null)
  const openPad = (kind: EntryKind) => setPad({ kind, firstKey: draft?.kind === kind ? draft.typed : null })
  const wake = useWakeLock(running)
  const deadUntilMs = useDeadSince(facts.phase)
  const [by, setBy] = useState<LevelBy>('ruler')

  const trace = useMemo(
    () => traceOf(run.levels, run.streamed > 0, t('liveBoard.thisRun')),
    [run.levels, run.streamed],
  )
  const lastPoint = trace.points.at(-1) ?? null
  const dueMm = running && expected ? expectedLevelsAt(expected, nowS) : null
  const target = undoTarget(run.state)

  const record = (event: RunEvent) => board.record(event)
  const base = (atMs = steadyNowMs()) => ({ id: newId(), atMs })
  const stop = (atMs?: number) => {
    if (Date.now() >= deadUntilMs) record({ type: 'stopped', ...base(atMs) })
  }
  const mark = (what: BoardMark, atMs?: number) => record({ type: 'marked', ...base(atMs), what })
  const takeBack = (targetId: string, why: string) =>
    record({ type: 'withdrawn', ...base(), targetId, why, replacementId: null })
  /** A false start: everything of it is struck through and stays in the trace; it counts nowhere. */
  const discard = () => {
    const made = run.state.events.filter(
      (event) => event.type !== 'planned' && event.type !== 'withdrawn' && !facts.withdrawnIds.has(event.id),
    )
    board.record(
      ...made.map((event) => ({
        type: 'withdrawn' as const,
        ...base(),
        targetId: event.id,
        why: 'false start',
        replacementId: null,
      })),
    )
  }
  const undo = () => {
    if (target) takeBack(target.id, 'undone')
  }
  const enter = (entry: Entry): string => {
    const id = newId()
    record(
      entry.kind === 'level'
        ? { type: 'levelRead', id, atMs: entry.atMs, levelMm: entry.base, by: entry.by }
        : { type: 'flowRead', id, atMs: entry.atMs, flowLMin: entry.base },
    )
    return id
  }
  const correct = (entryId: string, levelMm: number) => {
    const original = run.state.events.find((event) => event.id === entryId)
    if (original?.type !== 'levelRead') return
    const replacement: RunEvent = { ...original, id: newId(), levelMm }
    board.record(replacement, {
      type: 'withdrawn',
      ...base(),
      targetId: entryId,
      why: 'corrected',
      replacementId: replacement.id,
    })
  }

  const keys = useRef<(event: KeyboardEvent) => void>(() => {})
  // Space stops the run, unless the keyboard led to a button that takes it itself.
  const byKeyboard = useRef(false)
  keys.current = (event) => {
    if (event.key === 'Tab' || event.key.startsWith('Arrow')) byKeyboard.current = true
    const onControl = event.target instanceof HTMLElement && event.target.matches('button, a')
    if (event.key === ' ' && byKeyboard.current && onControl) return
    const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement
    if (pad || typing || event.repeat || event.ctrlKey || event.metaKey || event.altKey) return
    const key = event.key.toLowerCase()
    const act: Record<string, () => void> = running
      ? {
          ' ': () => stop(),
          l: () => openPad('level'),
          f: () => openPad('flow'),
          a: () => mark('air-drawn'),
          p: () => mark('pump-silent'),
          w: () => mark('leak-seen'),
          d: () => mark('leak-stopped'),
          v: () => mark('valve-closed'),
          u: undo,
        }
      : { u: undo }
    const action =
      running && /^[0-9]$/.test(key)
        ? () => setPad({ kind: 'level', firstKey: { key, atMs: steadyNowMs() } })
        : act[key]
    if (!action) return
    event.preventDefault()
    action()
  }
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => keys.current(event)
    const onPointer = () => {
      byKeyboard.current = false
    }
    window.addEventListener('keydown', onKey)
    window.addEventListener('pointerdown', onPointer, true)
    return () => {
      window.removeEventListener('keydown', onKey)
      window.removeEventListener('pointerdown', onPointer, true)
    }
  }, [])
  // A figure pasted while nothing is open is a level, read now.
  const pasted = useRef<(event: ClipboardEvent) => void>(() => {})
  pasted.current = (event) => {
    const figure = /\d+(?:[.,]\d+)?/.exec(event.clipboardData?.getData('text') ?? '')?.[0]
    if (!running || pad || !figure || event.target instanceof HTMLInputElement) return
    setPad({ kind: 'level', firstKey: { key: figure.replace(',', '.'), atMs: steadyNowMs() } })
  }
  useEffect(() => {
    const onPaste = (event: ClipboardEvent) => pasted.current(event)
    window.addEventListener('paste', onPaste)
    return () => window.removeEventListener('paste', onPaste)
  }, [])

  const marks: ChartMark[] = facts.inForce.flatMap((event) =>
    event.type === 'marked' && facts.startedAtMs !== null
      ? [{ x: (event.atMs - facts.startedAtMs) / 1000, text: entryText(event, facts, units) }]
      : [],
  )
  const fill = plan.kind === 'fill'
  const pumps = plan.kind === 'drain' || plan.kind === 'siphon'
  const rests = analysis?.rests
  const laterLevel =
    !running && facts.startedAtMs !== null && rests && rests.level !== 'read'
      ? fill
        ? {
            atMs: facts.startedAtMs + 1000 * (analysis?.quantities.timeS?.value ?? nowS) + 1,
            hint: t('liveBoard.asItClosed'),
          }
        : { atMs: facts.startedAtMs, hint: t('liveBoard.asItStarted') }
      : null
  const height = analysis?.quantities.leakHeightMm ?? null
  const levels = [plan.startLevelMm, ...trace.points.map((point) => point.y)]
  const said = analysis ? headline(analysis.saying, facts.phase) : null
  return (
    <>
      <RunFrame
        visitId={run.meta?.visitId ?? null}
        named={KIND_WORD[plan.kind]}
        title={run.meta?.siteName ?? ''}
        subtitle={run.meta?.machineLabel ?? ''}
        state={
          <>
            {fill ? (
              <StateCell name={t('liveBoard.taps')} value={tapsWord(plan.taps)} />
            ) : (
              <StateCell
                name={t('liveBoard.hoseEnd')}
                value={
                  plan.hoseEndMm === null ? t('liveBoard.guessed') : withUnit(units, 'height', plan.hoseEndMm)
                }
              />
            )}
            <StateCell
              name={t('liveBoard.readings')}
              value={
                run.meta?.instrumentLabel ??
                (run.streamed > 0 ? t('liveBoard.streamed') : t('liveBoard.byHand'))
              }
            />
            <SyncCell sync={run.sync} />
          </>
        }
        glass={
          <GaugeGlass
            machine={plan.machine}
            topMm={Math.max(40, plan.startLevelMm, lastPoint?.y ?? 0, ...(expected?.levelMm ?? [])) * 1.15}
            levelMm={lastPoint?.y ?? null}
            expected={dueMm}
          />
        }
        head={
          <div className="flex flex-wrap items-center gap-x-7 gap-y-1 pb-2 md:flex-nowrap">
            <RunClock seconds={nowS} startedAtMs={facts.startedAtMs} running={running} />
            <div className="min-w-0 md:pt-1">
              <h1
                className={`plate text-xl leading-tight md:text-2xl ${said ? TONE_TEXT[said.tone] : ''}`}
                aria-live="polite"
              >
                {said?.text ?? (running ? t('liveBoard.timing') : t('ui.stopped'))}
              </h1>
              <p className="mt-1 text-base md:text-lg md:leading-snug">
                {analysis
                  ? sentence(analysis.saying, units)
                  : t('liveBoard.running', { kind: kindMessage(plan.kind) })}
                {analysis?.rests && ` ${sayRests(words(units), plan.kind, analysis.rests)}`}
              </p>
              {running && clockSetBackMs() > 0 && (
                <p className="text-sm text-watch">
                  {t('liveBoard.theClockOfThisDevice', { time: Math.round(clockSetBackMs() / 60_000) })}
                </p>
              )}
              {wake === 'refused' && (
                <p className="text-sm text-watch">{t('liveBoard.thisDeviceMayDarkenIts')}</p>
              )}
            </div>
          </div>
        }
        strip={made && <StepStrip protocol={made.protocol} step={made.step} run={run} />}
        chart={
          <LevelChart
            band={
              flows
                ? expected && bandOf(expected)
                : standingBand(
                    trace.points[0]?.y ?? plan.startLevelMm,
                    Math.max(made?.step.lastsS ?? 0, nowS, trace.points.at(-1)?.x ?? 0, 60),
                  )
            }
            zoom={flows ? null : standingZoom(levels.slice(trace.points.length > 0 ? 1 : 0), height)}
            height={
              height && {
                ...height,
                text: t('liveBoard.leakBetweenAnd', {
                  level: withUnit(units, 'level', height.lo),
                  level2: withUnit(units, 'level', height.hi),
                }),
              }
            }
            traces={[trace]}
            marks={marks}
            carriedOn={carriedOn(run, lastPoint?.x ?? 0)}
            nowS={running ? nowS : null}
            label={t('liveBoard.levelOverTimeReadingsExpected', { points: trace.points.length })}
          />
        }
        side={<RunSays run={run} expected={expected} nowS={nowS} />}
        actions={
          running ? (
            <ActionBar deadUntilMs={deadUntilMs}>
              <Action
                weight="main"
                name={t('liveBoard.stop')}
                keyName={t('key.space')}
                hint={STOP_WORD[plan.kind]}
                onPress={stop}
              />
              <Action
                weight="half"
                name={t('ui.level')}
                keyName="L"
                hint={t('liveBoard.rulerOrDisplay')}
                onPress={() => openPad('level')}
              />
              {flows && (
                <Action
                  name={t('ui.flow')}
                  keyName="F"
                  hint={t('liveBoard.meterOrBucket')}
                  onPress={() => openPad('flow')}
                />
              )}
              {fill && (
                <Action
                  name={t('ui.valveClosed')}
                  keyName="V"
                  hint={t('liveBoard.thenReadOn')}
                  onPress={(atMs) => mark('valve-closed', atMs)}
                />
              )}
              {pumps && (
                <Action
                  name={t('ui.airDrawn')}
                  keyName="A"
                  hint={t('liveBoard.streamBreaksUp')}
                  onPress={(atMs) => mark('air-drawn', atMs)}
                />
              )}
              {plan.kind === 'drain' && (
                <Action
                  name={t('liveBoard.silent')}
                  keyName="P"
                  hint={t('liveBoard.pumpStops')}
                  onPress={(atMs) => mark('pump-silent', atMs)}
                />
              )}
              <Action
                name={t('ui.leakSeen')}
                keyName="W"
                hint={t('liveBoard.waterOutside')}
                onPress={(atMs) => mark('leak-seen', atMs)}
              />
              {!flows && (
                <Action
                  name={t('liveBoard.dripStopped')}
                  keyName="D"
                  hint={t('liveBoard.noDropAnyMore')}
                  onPress={(atMs) => mark('leak-stopped', atMs)}
                />
              )}
              <Action
                name={t('ui.undo')}
                keyName="U"
                hint={target ? entryText(target, facts, units) : t('ui.nothingToUndo')}
                disabled={!target}
                onPress={undo}
              />
            </ActionBar>
          ) : (
            <AfterRun
              run={run}
              plan={plan}
              onUndo={undo}
              onDiscard={discard}
              onLevel={
                laterLevel && (() => setPad({ kind: 'level', firstKey: null, fixedAtMs: laterLevel.atMs }))
              }
              levelHint={laterLevel?.hint ?? ''}
              deadUntilMs={deadUntilMs}
              undoText={target ? entryText(target, facts, units) : null}
            />
          )
        }
      />
      {pad && facts.startedAtMs !== null && (
        <Keypad
          kind={pad.kind}
          firstKey={pad.firstKey}
          fixedAtMs={pad.fixedAtMs ?? null}
          urgent={
            running
              ? [
                  { name: t('liveBoard.stop'), onPress: stop },
                  ...(pumps
                    ? [{ name: t('ui.airDrawn'), onPress: (atMs: number) => mark('air-drawn', atMs) }]
                    : []),
                  ...(fill
                    ? [{ name: t('ui.valveClosed'), onPress: (atMs: number) => mark('valve-closed', atMs) }]
                    : []),
                ]
              : []
          }
          by={by}
          startedAtMs={facts.startedAtMs}
          machine={plan.machine}
          dueMm={
            pad.fixedAtMs !== undefined
              ? null
              : (fittedAt(run, nowS) ??
                (lastPoint && nowS - lastPoint.x < 20 ? lastPoint.y : (dueMm?.mid ?? null)))
          }
          onBy={setBy}
          onEntry={enter}
          onCorrect={correct}
          onTakeBack={(entryId) => takeBack(entryId, 'mistyped')}
          onClose={(typed) => {
            setDraft(typed && pad ? { kind: pad.kind, typed } : null)
            setPad(null)
          }}
        />
      )}
      {run.problem && (
        <div
          role="alert"
          className="fixed inset-x-0 top-14 z-10 flex items-center justify-between gap-4 border-b border-watch bg-watch-face px-5 py-3"
        >
          <span>{run.problem}</span>
          <button
            type="button"
            className="min-h-12 cursor-pointer px-4 font-semibold"
            onClick={board.dismissProblem}
          >
            {t('liveBoard.understood')}
          </button>
        </div>
      )}
    </>
  )
}
