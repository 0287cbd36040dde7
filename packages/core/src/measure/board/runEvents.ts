import { CYCLE_MARKS } from '../plan/runMarks.ts'
import type { RunPlan } from '../plan/runPlan.ts'

/** What can be marked by hand during a run. */
export const BOARD_MARKS = [
  'air-drawn',
  'pump-silent',
  'leak-seen',
  'leak-stopped',
  'valve-closed',
  ...CYCLE_MARKS,
] as const
export type BoardMark = (typeof BOARD_MARKS)[number]

/**
 * Facts of a run, each with the wall time at which it happened (ms since 1970) and an id made where it happened.
 * Nothing is ever taken out of the list: a withdrawal is a fact too.
 */
export type RunEvent =
  | { type: 'planned'; id: string; atMs: number; plan: RunPlan; instrumentId: string | null }
  | { type: 'started'; id: string; atMs: number }
  | { type: 'levelRead'; id: string; atMs: number; levelMm: number; by: 'indicated' | 'ruler' }
  | { type: 'flowRead'; id: string; atMs: number; flowLMin: number }
  | { type: 'marked'; id: string; atMs: number; what: BoardMark; note?: string | undefined }
  | { type: 'stopped'; id: string; atMs: number }
  | {
      type: 'withdrawn'
      id: string
      atMs: number
      targetId: string
      why: string
      replacementId: string | null
    }
