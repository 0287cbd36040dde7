import { useEffect, useMemo, useSyncExternalStore } from 'react'
import { type BoardSnapshot, openRunBoard, type RunBoard } from './runBoard.ts'

/** The board of a run for as long as the screen shows it. */
export function useRunBoard(runId: string): { board: RunBoard; run: BoardSnapshot } {
  const board = useMemo(() => openRunBoard(runId), [runId])
  useEffect(() => {
    board.start()
    return () => board.close()
  }, [board])
  const run = useSyncExternalStore(board.subscribe, board.snapshot)
  return { board, run }
}
