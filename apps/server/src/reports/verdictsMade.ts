import { setTimeout } from 'node:timers/promises'
import { asText } from '@brendik/core'
import type { Actor, ScopedDb } from '../db/database.ts'
import { AppError } from '../errors/AppError.ts'
import { runsOfVisits } from '../runs/visitRuns.ts'

/** As long as a page waits for a file, ms, and between two looks. */
const WAIT_MS = 20_000
const LOOK_MS = 150

/**
 * Waits until the verdicts of a visit's runs are made: a paper from before would say of a proven repair that it is not.
 * @throws {AppError} not_ready: they take too long.
 */
export async function verdictsMade(db: ScopedDb, actor: Actor, visitId: string): Promise<void> {
  const untilMs = Date.now() + WAIT_MS
  for (;;) {
    const runs = (await runsOfVisits(db, actor, [visitId])).get(visitId) ?? []
    if (runs.every(({ pending }) => !pending)) return
    if (Date.now() > untilMs) throw new AppError('not_ready', asText('error.not-ready'))
    await setTimeout(LOOK_MS)
  }
}
