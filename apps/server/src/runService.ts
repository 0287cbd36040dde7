import {
  ANALYSIS_VERSION,
  advanceRun,
  analyseBoard,
  emptyRun,
  type IngestBlock,
  type ReadingBlock,
  type RunAnswer,
  type RunEvent,
  type RunState,
  runFacts,
} from '@brendik/core'
import type { Actor, Queries, ScopedDb } from './db/database.ts'
import { AppError } from './errors/AppError.ts'
import { insertEvent, insertStreamBlocks, readRun } from './runStore.ts'

interface RunRow {
  id: string
  visitId: string
  kind: string
  instrumentId: string | null
  machineLabel: string
  siteName: string
  instrumentLabel: string | null
  analysis: RunAnswer['analysis']
}

export interface EventsStored {
  stored: number
  known: number
  /** Entries that contradict the run as stored; they were not stored, all others were. */
  refused: { id: string; problem: string }[]
}

/** What a notification says: a run got blocks, or its facts changed. Kept under PostgreSQL's 8000 bytes. */
export interface RunChanged {
  workshopId: string
  runId: string
  blockIds: string[]
  facts: boolean
}
const MOST_BLOCK_IDS = 100

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
    const stored = await readRun(tx, actor, runId)
    let state: RunState = { ...emptyRun(runId), events: stored.events }
    const answer: EventsStored = { stored: 0, known: 0, refused: [] }
    for (const event of events) {
      const next = advanceRun(state, event)
      if (next.outcome === 'refused') answer.refused.push({ id: event.id, problem: next.problem })
      else if (next.outcome === 'known') answer.known++
      else {
        await insertEvent(tx, actor, runId, event, state.events.length)
        state = next.run
        answer.stored++
      }
    }
    if (answer.stored > 0) {
      await keepHeader(tx, actor, state)
      await keepResult(tx, actor, state, stored.blocks)
      await notify(tx, { workshopId: actor.workshopId, runId, blockIds: [], facts: true })
    }
    return answer
  })
}

/** Takes in batches of a stream. Each batch is stored once, however often it is sent. @throws {AppError} batch_differs, run_not_found. */
export async function storeBlocks(
  db: ScopedDb,
  actor: Actor,
  runId: string,
  blocks: readonly IngestBlock[],
): Promise<{ stored: number; known: number }> {
  return db.transaction(async (tx) => {
    await lockRun(tx, actor, runId)
    const { fresh, differs } = await insertStreamBlocks(tx, actor, runId, blocks)
    if (differs !== null)
      throw new AppError(
        'batch_differs',
        `batch ${differs}: another batch with other readings is stored under this id; give a new batch a new id`,
      )
    if (fresh.length > 0) {
      const result = await tx.maybeOne<RunRow>('findRun', [actor.workshopId, runId])
      // A stream that arrives after the stop changes the verdict that was kept.
      const late = result?.analysis != null
      if (late) {
        const run = await readRun(tx, actor, runId)
        await keepResult(tx, actor, { ...emptyRun(runId), events: run.events }, run.blocks)
      }
      await notify(tx, {
        workshopId: actor.workshopId,
        runId,
        blockIds: fresh.length <= MOST_BLOCK_IDS ? fresh : [],
        facts: late || fresh.length > MOST_BLOCK_IDS,
      })
    }
    return { stored: fresh.length, known: blocks.length - fresh.length }
  })
}

/** A run with all its facts and readings. @throws {AppError} run_not_found. */
export async function openRun(db: Queries, actor: Actor, runId: string): Promise<RunAnswer> {
  const row = await db.maybeOne<RunRow>('findRun', [actor.workshopId, runId])
  if (!row) throw new AppError('run_not_found', `run ${runId}: not found`)
  const { events, blocks } = await readRun(db, actor, runId)
  const analysis = await upToDate(db, actor, runId, row.analysis)
  return {
    runId,
    visitId: row.visitId,
    machineLabel: row.machineLabel,
    siteName: row.siteName,
    instrumentLabel: row.instrumentLabel,
    events,
    blocks,
    analysis,
  }
}

/** A kept verdict, made anew if an older version of the program computed it: the readings are what is true, not the verdict. */
export async function upToDate(
  db: Queries,
  actor: Actor,
  runId: string,
  analysis: RunAnswer['analysis'],
): Promise<RunAnswer['analysis']> {
  if (analysis === null || analysis.version === ANALYSIS_VERSION) return analysis
  const { events, blocks } = await readRun(db, actor, runId)
  return keepResult(db, actor, { ...emptyRun(runId), events }, blocks)
}

async function lockRun(tx: Queries, actor: Actor, runId: string): Promise<void> {
  const run = await tx.maybeOne('lockRun', [actor.workshopId, runId])
  if (!run) throw new AppError('run_not_found', `run ${runId}: not found; send its plan first`)
}

/** What lists show of a run. */
async function keepHeader(tx: Queries, actor: Actor, state: RunState): Promise<void> {
  const { plan, instrumentId, startedAtMs, stoppedAtMs } = runFacts(state)
  await tx.run('updateRunHeader', [
    actor.workshopId,
    state.runId,
    plan && JSON.stringify(plan),
    instrumentId,
    startedAtMs,
    stoppedAtMs,
  ])
}

async function keepResult(
  tx: Queries,
  actor: Actor,
  state: RunState,
  blocks: readonly ReadingBlock[],
): Promise<RunAnswer['analysis']> {
  const analysis = runFacts(state).phase === 'stopped' ? analyseBoard(state, blocks) : null
  await tx.run('upsertRunResult', [actor.workshopId, state.runId, JSON.stringify(analysis)])
  return analysis
}

async function notify(tx: Queries, change: RunChanged): Promise<void> {
  await tx.run('notifyRun', [JSON.stringify(change)])
}
