import { idSchema, type RecordedRun, type VisitAnswer } from '@brendik/core'
import * as v from 'valibot'
import type { Actor, ScopedDb } from '../db/database.ts'
import { openRun } from '../runs/runService.ts'
import { readAllBlocks } from '../runs/runStore.ts'
import { readVisit } from '../visits/readVisit.ts'

/** Visits that are asked for at once. */
const PAGE = 200
const idRow = v.strictObject({ id: idSchema })

/** Every visit of a workshop, one after the other. */
export async function* allVisits(db: ScopedDb, actor: Actor): AsyncGenerator<VisitAnswer> {
  let after: string | null = null
  for (;;) {
    const ids: { id: string }[] = await db.many('pageVisitIds', idRow, [actor.workshopId, after, PAGE])
    for (const { id } of ids) yield await readVisit(db, actor, id)
    after = ids.at(-1)?.id ?? null
    if (ids.length < PAGE) return
  }
}

/** The runs of a visit with all that was read in them, one after the other: a long one is a few megabytes. */
export async function* recordedRuns(
  db: ScopedDb,
  actor: Actor,
  visit: VisitAnswer,
): AsyncGenerator<{ id: string; recorded: RecordedRun }> {
  for (const { id } of visit.runs)
    yield {
      id,
      recorded: { run: await openRun(db, actor, id), blocks: await readAllBlocks(db, actor, id) },
    }
}
