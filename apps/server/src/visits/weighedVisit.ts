import {
  leakMarksOf,
  leakRunsOf,
  machineState,
  PHASE_OF_RUN,
  type Said,
  saidEntries,
  type VisitAnswer,
  type VisitProof,
  visitProof,
  type WeighedCase,
  weighedCaseOf,
} from '@brendik/core'
import type { Actor, ScopedDb } from '../db/database.ts'
import { openRun } from '../runs/runService.ts'
import { readVisit } from './readVisit.ts'

/** A visit as the core weighs it, and how its repair stands. */
export interface WeighedVisit {
  visit: VisitAnswer
  said: Map<string, Said>
  proof: VisitProof
  weighed: WeighedCase
}

/** A visit with all that is stored of it, ready to be weighed. @throws {AppError} not_found. */
export async function weighedVisit(db: ScopedDb, actor: Actor, visitId: string): Promise<WeighedVisit> {
  const visit = await readVisit(db, actor, visitId)
  const said = saidEntries(visit.entries)
  const watched = await Promise.all(
    leakRunsOf(visit).map(async ({ id, kind }) => {
      const phase = PHASE_OF_RUN[kind]
      return phase ? [{ phase, run: await openRun(db, actor, id) }] : []
    }),
  )
  const leakSeen = leakMarksOf(watched.flat())
  const state = machineState(said, visit.runs, visit.observations)
  return {
    visit,
    said,
    proof: visitProof(visit, said, leakSeen),
    weighed: weighedCaseOf(visit, said, state.panels === 'open', leakSeen),
  }
}
