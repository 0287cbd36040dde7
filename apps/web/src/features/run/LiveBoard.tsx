import { elapsedS, type RunEvent, type RunPlan, undoTarget } from '@brendik/core'
import { useEffect, useMemo, useRef, useState } from 'react'
import { Link } from 'react-router'
import { bandOf, type ChartMark, traceOf } from '../../charts/chartModel.ts'
import { LevelChart } from '../../charts/LevelChart.tsx'
import { usePrefs } from '../../lib/prefs.ts'
import { clockParts } from '../../lib/time.ts'
import { withUnit } from '../../lib/units.ts'
import { useNowMs } from '../../lib/useNowMs.ts'
import { Action, ActionBar } from '../../ui/ActionBar.tsx'
import { entryText } from './EntryLog.tsx'
import { GaugeGlass } from './GaugeGlass.tsx'
import { type Entry, type EntryKind, Keypad, type LevelBy } from './Keypad.tsx'
import { RunFrame, StateCell } from './RunFrame.tsx'
import { RunSays } from './RunSays.tsx'
import type { BoardSnapshot, RunBoard } from './runBoard.ts'
import { headline, KIND_WORD, STOP_WORD, sentence, TONE_TEXT } from './runText.ts'
import { expectedLevelsAt, useExpected } from './useExpected.ts'

/** A run that runs, or has run: the same board, so that nothing moves when Stop is pressed. */
export function LiveBoard({ board, run, plan }: { board: RunBoard; run: BoardSnapshot; plan: RunPlan }) {
  const { units } = usePrefs()
  const { facts, analysis, blocks } = run
  const running = facts.phase === 'running'
  const nowMs = useNowMs(250, running)
  const nowS = elapsedS(facts, nowMs)
  const { run: expected } = useExpected(plan)
  const [pad, setPad] = useState<{ kind: EntryKind; firstKey: { key: string; atMs: number } | null } | null>(
    null,
  )
  const [by, setBy] = useState<LevelBy>('ruler')

  const trace = useMemo(() => traceOf(facts, blocks, 'this run'), [facts, blocks])
  const lastPoint = trace.points.at(-1) ?? null
  const dueMm = running && expected ? expectedLevelsAt(expected, nowS) : null
  const target = undoTarget(run.state)

  const record = (event: RunEvent) => board.record(event)
  const base = () => ({ id: crypto.randomUUID(), atMs: Date.now() })
  const stop = () => record({ type: 'stopped', ...base() })
  const mark = (what: 'air-drawn' | 'pump-silent' | 'leak-seen') =>
    record({ type: 'marked', ...base(), what })
  const takeBack = (targetId: string, why: string) =>
    record({ type: 'withdrawn', ...base(), targetId, why, replacementId: null })
  const undo = () => {
    if (target) takeBack(target.id, 'undone')
  }
  const enter = (entry: Entry): string => {
    const id = crypto.randomUUID()
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
    const replacement: RunEvent = { ...original, id: crypto.randomUUID(), levelMm }
    board.record(replacement, {
      type: 'withdrawn',
      ...base(),
      targetId: entryId,
      why: 'corrected',
      replacementId: replacement.id,
    })
  }

  const keys = useRef<(event: KeyboardEvent) => void>(() => {})
  keys.current = (event) => {
    const typing = event.target instanceof HTMLInputElement || event.target instanceof HTMLSelectElement
    if (pad || typing || event.repeat || event.ctrlKey || event.metaKey || event.altKey) return
    const key = event.key.toLowerCase()
    const act: Record<string, () => void> = running
      ? {
          ' ': stop,
          l: () => setPad({ kind: 'level', firstKey: null }),
          f: () => setPad({ kind: 'flow', firstKey: null }),
          a: () => mark('air-drawn'),
          p: () => mark('pump-silent'),
          w: () => mark('leak-seen'),
          u: undo,
        }
      : { u: undo }
    const action =
      running && /^[0-9]$/.test(key)
        ? () => setPad({ kind: 'level', firstKey: { key, atMs: Date.now() } })
        : act[key]
    if (!action) return
    event.preventDefault()
    action()
  }
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => keys.current(event)
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [])

  const marks: ChartMark[] = facts.standing.flatMap((event) =>
    event.type === 'marked' && facts.startedAtMs !== null
      ? [{ x: (event.atMs - facts.startedAtMs) / 1000, text: entryText(event, facts, units) }]
      : [],
  )
  const fill = plan.kind === 'fill'
  const said = analysis ? headline(analysis.saying, facts.phase) : null
  return (
    <>
      <RunFrame
        visitId={run.meta?.visitId ?? null}
        title={run.meta?.siteName ?? ''}
        subtitle={run.meta?.machineLabel ?? ''}
        state={
          <>
            {fill ? (
              <StateCell name="taps" value={plan.taps.join(' and ')} />
            ) : (
              <StateCell
                name="hose end"
                value={plan.hoseEndMm === null ? 'guessed' : withUnit(units, 'height', plan.hoseEndMm)}
              />
            )}
            <StateCell name="readings" value={run.meta?.instrumentLabel ?? 'by hand'} />
            <SyncCell sync={run.sync} />
          </>
        }
        glass={
          <GaugeGlass
            machine={plan.machine}
            topMm={Math.max(40, plan.startLevelMm, lastPoint?.y ?? 0, ...(expected?.levelMm ?? [])) * 1.15}
            levelMm={lastPoint?.y ?? plan.startLevelMm}
            expected={dueMm}
          />
        }
        head={
          <div className="flex flex-wrap items-center gap-x-7 gap-y-1 pb-2 md:flex-nowrap">
            <Clock seconds={nowS} startedAtMs={facts.startedAtMs} running={running} />
            <div className="min-w-0 md:pt-1">
              <h1
                className={`plate text-xl leading-tight md:text-2xl ${said ? TONE_TEXT[said.tone] : ''}`}
                aria-live="polite"
              >
                {said?.text ?? (running ? 'Timing' : 'Stopped')}
              </h1>
              <p className="mt-1 text-base md:text-lg md:leading-snug">
                {analysis ? sentence(analysis.saying, units) : `${KIND_WORD[plan.kind]} running.`}
              </p>
            </div>
          </div>
        }
        chart={
          <LevelChart
            band={expected ? bandOf(expected) : null}
            traces={[trace]}
            marks={marks}
            carriedOn={carriedOn(run, lastPoint?.x ?? 0)}
            nowS={running ? nowS : null}
            label={`Level over time, ${trace.points.length} readings, expected band behind`}
          />
        }
        side={<RunSays run={run} expected={expected} nowS={nowS} />}
        actions={
          running ? (
            <ActionBar>
              <Action weight="main" name="Stop" keyName="space" hint={STOP_WORD[plan.kind]} onPress={stop} />
              <Action
                weight="half"
                name="Level"
                keyName="L"
                hint="ruler or display"
                onPress={() => setPad({ kind: 'level', firstKey: null })}
              />
              <Action
                name="Flow"
                keyName="F"
                hint="meter or bucket"
                onPress={() => setPad({ kind: 'flow', firstKey: null })}
              />
              {!fill && (
                <Action
                  name="Air drawn"
                  keyName="A"
                  hint="stream breaks up"
                  onPress={() => mark('air-drawn')}
                />
              )}
              {!fill && (
                <Action name="Silent" keyName="P" hint="pump stops" onPress={() => mark('pump-silent')} />
              )}
              <Action
                name="Leak seen"
                keyName="W"
                hint="note where later"
                onPress={() => mark('leak-seen')}
              />
              <Action
                name="Undo"
                keyName="U"
                hint={target ? entryText(target, facts, units) : 'nothing to undo'}
                disabled={!target}
                onPress={undo}
              />
            </ActionBar>
          ) : (
            <AfterRun
              run={run}
              plan={plan}
              onUndo={undo}
              undoText={target ? entryText(target, facts, units) : null}
            />
          )
        }
      />
      {pad && facts.startedAtMs !== null && (
        <Keypad
          kind={pad.kind}
          firstKey={pad.firstKey}
          by={by}
          startedAtMs={facts.startedAtMs}
          machine={plan.machine}
          dueMm={
            fittedAt(run, nowS) ?? (lastPoint && nowS - lastPoint.x < 20 ? lastPoint.y : (dueMm?.mid ?? null))
          }
          onBy={setBy}
          onEntry={enter}
          onCorrect={correct}
          onTakeBack={(entryId) => takeBack(entryId, 'mistyped')}
          onClose={() => setPad(null)}
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
            Understood
          </button>
        </div>
      )}
    </>
  )
}

/** The clock reads wall time against the start, so nothing can make it lose seconds. Only this redraws ten times a second. */
function Clock({
  seconds,
  startedAtMs,
  running,
}: {
  seconds: number
  startedAtMs: number | null
  running: boolean
}) {
  const nowMs = useNowMs(100, running)
  const shown = running && startedAtMs !== null ? Math.max(0, (nowMs - startedAtMs) / 1000) : seconds
  const { main, tenth } = clockParts(shown)
  return (
    <p className="figure shrink-0 text-[5.5rem] md:text-[8.5rem]" role="timer" aria-label="Time since start">
      {main}
      <span className="text-[0.42em] text-soft">.{tenth}</span>
    </p>
  )
}

function SyncCell({ sync }: { sync: BoardSnapshot['sync'] }) {
  const text = { stored: 'stored', sending: 'sending', waiting: 'on this device' }[sync]
  return (
    <span
      role="status"
      className={`flex flex-col justify-center self-stretch border-l border-line px-3 text-sm leading-tight ${sync === 'waiting' ? 'bg-watch-face text-watch' : ''}`}
    >
      <span className="text-xs text-soft">entries</span>
      <span className="font-semibold whitespace-nowrap">{text}</span>
    </span>
  )
}

function AfterRun({
  run,
  plan,
  onUndo,
  undoText,
}: {
  run: BoardSnapshot
  plan: RunPlan
  onUndo: () => void
  undoText: string | null
}) {
  const visitId = run.meta?.visitId
  const link = 'flex min-h-16 flex-col justify-center md:flex-1 md:px-5'
  const again = `/runs/${crypto.randomUUID()}?visit=${visitId}&kind=`
  const other = plan.kind === 'fill' ? 'drain' : 'fill'
  return (
    <ActionBar>
      <Link
        to={`/visits/${visitId}`}
        className={`${link} w-1/2 bg-ink px-4 text-face md:w-[22%] md:flex-none`}
      >
        <span className="small-figure text-xl md:text-2xl">Back to the visit</span>
        <span className="text-sm opacity-80">all its runs</span>
      </Link>
      <Link to={`${again}${plan.kind}`} className={`${link} w-1/2 px-4`}>
        <span className="text-lg font-semibold">{KIND_WORD[plan.kind]} again</span>
        <span className="text-sm text-soft">same machine</span>
      </Link>
      <Link to={`${again}${other}`} className={`${link} flex-1 px-3`}>
        <span className="text-lg font-semibold">{KIND_WORD[other]} next</span>
        <span className="text-sm text-soft">{other === 'fill' ? 'water in' : 'water out'}</span>
      </Link>
      <Link to={`/visits/${visitId}/compare?a=${run.state.runId}`} className={`${link} flex-1 px-3`}>
        <span className="text-lg font-semibold">Lay over</span>
        <span className="text-sm text-soft">another run</span>
      </Link>
      <Action
        name="Undo"
        keyName="U"
        hint={undoText ?? 'nothing to undo'}
        disabled={undoText === null}
        onPress={onUndo}
      />
    </ActionBar>
  )
}

/** The fit carried on to where the run should end: only while it runs and the fit has something to stand on. */
function carriedOn(run: BoardSnapshot, nowS: number): { x: number; y: number }[] | null {
  const curve = run.analysis?.fit?.curve
  if (run.facts.phase !== 'running' || !curve || run.analysis?.quantities.ratioToExpected === undefined)
    return null
  const points = curve.tS.map((x, i) => ({ x, y: curve.levelMm[i] as number }))
  return points.filter((point) => point.x >= nowS)
}

/** The level the fit so far gives for a time, mm. */
function fittedAt(run: BoardSnapshot, tS: number): number | null {
  const curve = run.analysis?.fit?.curve
  if (!curve || run.analysis?.quantities.ratioToExpected === undefined) return null
  const i = curve.tS.findIndex((t) => t >= tS)
  return curve.levelMm.at(i) ?? null
}
