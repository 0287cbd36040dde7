import {
  ANALYSIS_VERSION,
  advanceRun,
  emptyRun,
  type IngestBlock,
  type RefusedEntry,
  type RunAnswer,
  type RunEvent,
  type RunState,
  runFacts,
} from '@brendik/core'
import type * as v from 'valibot'
import type { Actor, Queries, ScopedDb } from '../db/database.ts'
import { AppError } from '../errors/AppError.ts'
import { inEnglish } from '../errors/english.ts'
import { lockedRunRow, runRow } from './rows.ts'
import { insertEvent, insertStreamBlocks, readEvents } from './runStore.ts'

export interface EventsStored {
  stored: number
  known: number
  /** Entries that contradict the run as stored; they were not stored, all others were. */
  refused: RefusedEntry[]
}

/** What a notification says: a run got blocks, or its facts changed. */
export interface RunChanged {
  workshopId: string
  runId: string
  facts: boolean
}

/** Takes in facts of a run from a device. Safe to send again, in any portions; makes the run at its first plan. */
export async function storeEvents(
  db: ScopedDb,
  actor: Actor,
  visitId: string,
  runId: string,
  events: readonly RunEvent[],
): Promise<EventsStored> {
  return db.transaction(async (tx) => {
    const plan = events.find((event) => event.type === 'planned')
    if (plan) await tx.run('insertRun', [actor.workshopId, runId, visitId, plan.instrumentId, plan.plan.kind])
    await lockRun(tx, actor, runId)
    let state: RunState = { ...emptyRun(runId), events: await readEvents(tx, actor, runId) }
    const answer: EventsStored = { stored: 0, known: 0, refused: [] }
    for (const event of events) {
      const next = advanceRun(state, event)
      if (next.outcome === 'refused')
        answer.refused.push({ id: event.id, problem: inEnglish(next.problem), told: next.problem })
      else if (next.outcome === 'known') answer.known++
      else {
        await insertEvent(tx, actor, runId, event, state.events.length)
        state = next.run
        answer.stored++
      }
    }
    if (answer.stored > 0) {
      const stopped = await keepHeader(tx, actor, state)
      if (stopped) await wantVerdicts(tx, actor, [runId])
      else await tx.run('forgetRunResult', [actor.workshopId, runId])
      await notify(tx, { workshopId: actor.workshopId, runId, facts: true })
    }
    return answer
  })
}

/** Stores a whole run that nobody here has, its facts made by a file's. False = its id is taken, also by one of another visit. */
export async function storeNewRun(
  tx: Queries,
  actor: Actor,
  visitId: string,
  { id, events, blocks }: { id: string; events: readonly RunEvent[]; blocks: readonly IngestBlock[] },
): Promise<boolean> {
  const plan = events.find((event) => event.type === 'planned')
  const kind = plan?.plan.kind ?? 'idle'
  if ((await tx.run('insertRun', [actor.workshopId, id, visitId, null, kind])) === 0) return false
  for (const [seq, event] of events.entries()) await insertEvent(tx, actor, id, event, seq)
  if (blocks.length > 0) await insertStreamBlocks(tx, actor, id, blocks)
  if (await keepHeader(tx, actor, { runId: id, events })) await wantVerdicts(tx, actor, [id])
  await notify(tx, { workshopId: actor.workshopId, runId: id, facts: true })
  return true
}

/** Takes in batches of a stream. Each batch is stored once, however often it is sent. @throws {AppError} batch_differs, run_not_found. */
export async function storeBlocks(
  db: ScopedDb,
  actor: Actor,
  runId: string,
  blocks: readonly IngestBlock[],
): Promise<{ stored: number; known: number }> {
  return db.transaction(async (tx) => {
    const { stopped } = await lockRun(tx, actor, runId)
    const { fresh, differs } = await insertStreamBlocks(tx, actor, runId, blocks)
    if (differs !== null)
      throw new AppError(
        'batch_differs',
        `batch ${differs}: another batch with other readings is stored under this id; give a new batch a new id`,
      )
    if (fresh.length > 0) {
      // A stream that arrives after the stop changes the verdict.
      if (stopped) await wantVerdicts(tx, actor, [runId])
      await notify(tx, { workshopId: actor.workshopId, runId, facts: false })
    }
    return { stored: fresh.length, known: blocks.length - fresh.length }
  })
}

/** A run with all its facts, without its stream. @throws {AppError} run_not_found. */
export async function openRun(db: Queries, actor: Actor, runId: string): Promise<RunAnswer> {
  const row = await findRun(db, actor, runId)
  if (row.outdated) await wantVerdicts(db, actor, [runId])
  const { visitId, machineLabel, siteName, instrumentLabel, analysis, pending } = row
  const events = await readEvents(db, actor, runId)
  return { runId, visitId, machineLabel, siteName, instrumentLabel, events, analysis, pending }
}

/** What lists show of a run. @throws {AppError} run_not_found. */
export async function findRun(
  db: Queries,
  actor: Actor,
  runId: string,
): Promise<v.InferOutput<typeof runRow>> {
  const row = await db.maybeOne('findRun', runRow, [actor.workshopId, runId, ANALYSIS_VERSION])
  if (!row) throw runNotFound(runId)
  return row
}

/** Asks for verdicts; somebody waits for them. */
export async function wantVerdicts(db: Queries, actor: Actor, runIds: readonly string[]): Promise<void> {
  await db.run('wantAnalyses', [actor.workshopId, runIds])
}

async function lockRun(tx: Queries, actor: Actor, runId: string): Promise<{ stopped: boolean }> {
  const run = await tx.maybeOne('lockRun', lockedRunRow, [actor.workshopId, runId])
  if (!run) throw runNotFound(runId)
  return run
}
const runNotFound = (runId: string) =>
  new AppError('run_not_found', `run ${runId}: not found; send its plan first`)

/** What lists show of a run; whether it has stopped. */
async function keepHeader(tx: Queries, actor: Actor, state: RunState): Promise<boolean> {
  const { plan, instrumentId, startedAtMs, stoppedAtMs } = runFacts(state)
  await tx.run('updateRunHeader', [
    actor.workshopId,
    state.runId,
    plan && JSON.stringify(plan),
    instrumentId,
    startedAtMs,
    stoppedAtMs,
  ])
  return stoppedAtMs !== null
}

async function notify(tx: Queries, change: RunChanged): Promise<void> {
  await tx.run('notifyRun', [JSON.stringify(change)])
}
