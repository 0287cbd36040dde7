import {
  ANALYSIS_VERSION,
  analyseBoard,
  blankAnalysis,
  emptyRun,
  type RunAnalysis,
  runFacts,
} from '@brendik/core'
import type * as v from 'valibot'
import type { Actor, Database } from '../../db/database.ts'
import { takenRow } from '../rows.ts'
import { readAllBlocks, readEvents } from '../runStore.ts'

/** A run whose verdict is wanted, and how often it has been taken up. */
export type Taken = v.InferOutput<typeof takenRow>

/** Nobody else takes up a run for so long, s: as long as the longest analysis may last. */
export const TAKEN_S = 60
/** A run that was taken up so often, and never came out, is said to be beyond us. */
const MOST_TRIES = 3
const OUTDATED_AT_ONCE = 500

/**
 * Makes verdicts until none is wanted: those that somebody waits for first, then those of an older version of the program.
 * Safe to be run by any number of processes at once, and to be killed at any moment.
 * @param onTake - Told before each run is analysed, and with null after it.
 */
export async function makeVerdicts(
  database: Database,
  onTake: (taken: Taken | null) => void = () => {},
): Promise<number> {
  for (let made = 0; ; ) {
    const taken = await database.door.maybeOne('takeAnalysis', takenRow, [TAKEN_S])
    if (taken) {
      onTake(taken)
      await makeVerdict(database, taken).catch(async (error) => {
        // A run that is at fault kills the thread; what is thrown is the database's doing.
        const { workshopId, runId, asked } = taken
        await database
          .as({ workshopId, technicianId: null })
          .run('putBackAnalysis', [workshopId, runId, asked])
        throw error
      })
      onTake(null)
      made++
    } else if ((await database.door.run('wantOutdated', [ANALYSIS_VERSION, OUTDATED_AT_ONCE])) === 0)
      return made
  }
}

async function makeVerdict(database: Database, { workshopId, runId, asked, tries }: Taken): Promise<void> {
  const actor: Actor = { workshopId, technicianId: null }
  const db = database.as(actor)
  const state = { ...emptyRun(runId), events: await readEvents(db, actor, runId) }
  const facts = runFacts(state)
  let analysis: RunAnalysis | null = null
  if (facts.phase === 'stopped' && facts.plan)
    analysis =
      tries > MOST_TRIES
        ? blankAnalysis({
            code: 'not-analysable',
            kind: facts.plan.kind,
            why: `given up after ${MOST_TRIES} tries`,
          })
        : analyseBoard(state, await readAllBlocks(db, actor, runId))
  await db.transaction(async (tx) => {
    if (analysis) {
      const values = [workshopId, runId, JSON.stringify(analysis), ANALYSIS_VERSION]
      await tx.run('upsertRunResult', values)
    } else await tx.run('forgetRunResult', [workshopId, runId])
    await tx.run('doneAnalysis', [workshopId, runId, asked])
  })
}
