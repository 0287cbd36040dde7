import { type BoardMark, type RunEvent, undoTarget } from '@brendik/core'
import { newId } from '../../lib/newId.ts'
import { steadyNowMs } from '../../lib/steadyClock.ts'
import type { Entry } from './Keypad.tsx'
import type { BoardSnapshot, RunBoard } from './runBoard.ts'

/** What can be done to a run while it runs and afterwards, each as events that are kept. */
export interface RunActs {
  /** What undo would take back; undefined = nothing. */
  target: RunEvent | null | undefined
  stop: (atMs?: number) => void
  mark: (what: BoardMark, atMs?: number) => void
  undo: () => void
  /** Strikes an entry through that was not meant. */
  mistyped: (entryId: string) => void
  /** A false start: everything of it is struck through and stays in the trace; it counts nowhere. */
  discard: () => void
  /** @returns The id under which the entry is kept. */
  enter: (entry: Entry) => string
  correct: (entryId: string, levelMm: number) => void
}

/** @param deadUntilMs - By the steady clock: a press on Stop before that is a second tap of Start, and does nothing. */
export function runActs(board: RunBoard, run: BoardSnapshot, deadUntilMs: number): RunActs {
  const target = undoTarget(run.state)
  const base = (atMs = steadyNowMs()) => ({ id: newId(), atMs })
  const takeBack = (targetId: string, why: string) =>
    board.record({ type: 'withdrawn', ...base(), targetId, why, replacementId: null })
  return {
    target,
    stop: (atMs = steadyNowMs()) => {
      if (atMs >= deadUntilMs) board.record({ type: 'stopped', ...base(atMs) })
    },
    mark: (what, atMs) => board.record({ type: 'marked', ...base(atMs), what }),
    undo: () => {
      if (target) takeBack(target.id, 'undone')
    },
    mistyped: (entryId) => takeBack(entryId, 'mistyped'),
    discard: () => {
      const made = run.state.events.filter(
        (event) =>
          event.type !== 'planned' && event.type !== 'withdrawn' && !run.facts.withdrawnIds.has(event.id),
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
    },
    enter: (entry) => {
      const id = newId()
      board.record(
        entry.kind === 'level'
          ? { type: 'levelRead', id, atMs: entry.atMs, levelMm: entry.base, by: entry.by }
          : { type: 'flowRead', id, atMs: entry.atMs, flowLMin: entry.base },
      )
      return id
    },
    correct: (entryId, levelMm) => {
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
    },
  }
}
