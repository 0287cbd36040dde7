import {
  asItCame,
  factsOfVisitFile,
  fileOfFacts,
  parseVisitFile,
  type RecordedRun,
  saidEntries,
  type VisitFile,
  VisitFileError,
  visitFileOf,
} from '@brendik/core'
import * as v from 'valibot'
import type { Actor, Queries } from '../db/database.ts'
import { openRun } from '../runs/runService.ts'
import { readAllBlocks } from '../runs/runStore.ts'
import { fileIds } from './fileIds.ts'
import { readVisit } from './readVisit.ts'

const sourceRow = v.strictObject({ document: v.string() })

/** A stored visit in the one form in which visits are compared. @throws {AppError} not_found. */
export async function visitAsFile(db: Queries, actor: Actor, visitId: string): Promise<VisitFile> {
  const visit = await readVisit(db, actor, visitId)
  const runs: RecordedRun[] = []
  // One after the other: a long run is a few megabytes.
  for (const { id } of visit.runs)
    runs.push({ run: await openRun(db, actor, id), blocks: await readAllBlocks(db, actor, id) })
  return visitFileOf(visit, saidEntries(visit.entries), runs)
}

/** A stored visit as its file: what came in by one goes out as it came, as far as nothing has changed since. @throws {AppError} not_found. */
export async function loadVisitFile(db: Queries, actor: Actor, visitId: string): Promise<object> {
  const stands = await visitAsFile(db, actor, visitId)
  const source = await db.maybeOne('findSource', sourceRow, [actor.workshopId, visitId])
  if (!source) return stands
  // As it was taken once; a rule that has become stricter since must not keep anybody from his visit.
  try {
    const raw = JSON.parse(source.document) as Record<string, unknown>
    const document = parseVisitFile(raw)
    const idOf = fileIds(raw)
    const names = { machine: stands.machine.label, site: String(stands.site.label) }
    const facts = factsOfVisitFile(document, { idOf, baseMs: Date.parse(String(stands.due_at)), names })
    const own = stands.brendik ?? {}
    const came = fileOfFacts({
      ...facts,
      machineId: own.machine ?? facts.machineId,
      siteId: own.site ?? facts.siteId,
    })
    return asItCame(raw, came, stands, idOf)
  } catch (error) {
    if (!(error instanceof VisitFileError)) throw error
    return stands
  }
}
