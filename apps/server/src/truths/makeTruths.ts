import {
  actsOfEntries,
  finishedRuns,
  learnedOf,
  modelName,
  type ProvenRun,
  provenRuns,
  TRUTH_VERSION,
  type VisitTruth,
  visitTruth,
} from '@brendik/core'
import * as v from 'valibot'
import type { Actor, Database, ScopedDb } from '../db/database.ts'
import { written } from '../db/row.ts'
import { type WeighedVisit, weighedVisit } from '../visits/weighedVisit.ts'
import { learnOwnBands } from './learnOwnBands.ts'

const takenRow = v.strictObject({
  workshopId: v.string(),
  visitId: v.string(),
  asked: v.string(),
  tries: v.number(),
})
type Taken = v.InferOutput<typeof takenRow>
const truthRow = v.strictObject({ truth: written<VisitTruth>() })

const DAY_MS = 86_400_000
/** Nobody else takes up a visit for so long, s. */
const TAKEN_S = 60
/** A visit that was taken up so often, and never came out, is left without a truth. */
const MOST_TRIES = 3
const OUTDATED_AT_ONCE = 500
/** Visits that are learned from, those closed last. */
const MOST_LEARNED_FROM = 1000

/**
 * Makes what turned out to be true of closed visits until none is wanted, then what they teach their workshops. Safe to be run by any number
 * of processes at once, and to be killed at any moment.
 * @param between - Done between two visits.
 */
export async function makeTruths(
  database: Database,
  between: () => Promise<unknown> = async () => {},
): Promise<number> {
  const taught = new Set<string>()
  let made = 0
  try {
    for (;;) {
      const taken = await database.door.maybeOne('takeTruth', takenRow, [TAKEN_S])
      if (taken) {
        await makeTruth(database, taken)
        taught.add(taken.workshopId)
        made++
        await between()
      } else if ((await database.door.run('wantOldTruths', [TRUTH_VERSION, OUTDATED_AT_ONCE])) === 0)
        return made
    }
  } finally {
    // Also where one visit could not be read: what the others taught is kept.
    for (const workshopId of taught) await teach(database, workshopId)
  }
}

async function teach(database: Database, workshopId: string): Promise<void> {
  const actor: Actor = { workshopId, technicianId: null }
  const db = database.as(actor)
  const { chances } = learnedOf(await knownTruths(db, actor))
  await db.run('addOwnChances', [workshopId, JSON.stringify(chances)])
  // By the day: what was learned an hour ago from the same runs is the same.
  await learnOwnBands(db, actor, Math.floor(Date.now() / DAY_MS) * DAY_MS)
}

/** What turned out to be true of the visits closed last. */
export const knownTruths = async (db: ScopedDb, { workshopId }: Actor): Promise<VisitTruth[]> =>
  (await db.many('listTruths', truthRow, [workshopId, MOST_LEARNED_FROM])).map(({ truth }) => truth)

async function makeTruth(database: Database, { workshopId, visitId, asked, tries }: Taken): Promise<void> {
  const actor: Actor = { workshopId, technicianId: null }
  const db = database.as(actor)
  let truth: VisitTruth | null = null
  let proven: ProvenRun[] = []
  if (tries <= MOST_TRIES) {
    const known = await weighedVisit(db, actor, visitId)
    truth = visitTruth(known.weighed, known.said, known.proof.outcome)
    proven = provenOf(known)
  }
  await db.transaction(async (tx) => {
    const values = [workshopId, visitId, TRUTH_VERSION, truth && JSON.stringify(truth)]
    await tx.run('forgetProven', [workshopId, visitId])
    if ((await tx.run('upsertTruth', values)) === 0) await tx.run('forgetTruth', [workshopId, visitId])
    else for (const run of proven) await tx.run('addProven', provenValues(actor, run))
    await tx.run('doneTruth', [workshopId, visitId, asked])
  })
}

function provenOf({ visit, proof }: WeighedVisit): ProvenRun[] {
  const { make, model } = visit.machine.record
  return provenRuns({
    visitId: visit.id,
    machineId: visit.machine.id,
    make,
    model,
    runs: finishedRuns(visit).map(({ id, plan, analysis, startedAtMs }) => ({
      runId: id,
      plan,
      analysis,
      atMs: startedAtMs,
    })),
    acts: actsOfEntries(visit.entries),
    outcome: proof.outcome,
  })
}

const provenValues = ({ workshopId }: Actor, run: ProvenRun): unknown[] => [
  workshopId,
  run.runId,
  run.visitId,
  run.machineId,
  run.plan.machine.family,
  modelName(run.make, run.model),
  run.plan.kind,
  run.atMs,
  JSON.stringify(run),
]
