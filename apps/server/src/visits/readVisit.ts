import { modelName, readOwnChances, recordOf, recordsKey, type VisitAnswer } from '@brendik/core'
import type { Actor, Queries } from '../db/database.ts'
import { AppError } from '../errors/AppError.ts'
import { photoRow } from '../photos/rows.ts'
import { runsOfVisits } from '../runs/visitRuns.ts'
import { entryRow, observationRow, ownChancesRow, ownRecordsRow, visitRow } from './rows.ts'

/** A visit with all that belongs to it. @throws {AppError} not_found. */
export async function readVisit(db: Queries, actor: Actor, id: string): Promise<VisitAnswer> {
  const visit = await findVisit(db, actor, id)
  const { make, model } = recordOf(visit.machine.record)
  const { family } = visit.machine.spec
  const name = modelName(make, model)
  const nearest = [
    recordsKey.machine(visit.machine.id),
    ...(name ? [recordsKey.model(family, name)] : []),
    recordsKey.family(family),
  ]
  const [runs, observations, entries, photos, taught, own] = await Promise.all([
    runsOfVisits(db, actor, [id]),
    db.many('listObservations', observationRow, [actor.workshopId, id]),
    db.many('listEntries', entryRow, [actor.workshopId, id]),
    db.many('listPhotos', photoRow, [actor.workshopId, [id]]),
    db.maybeOne('findOwnChances', ownChancesRow, [actor.workshopId, id]),
    db.maybeOne('findOwnBand', ownRecordsRow, [actor.workshopId, nearest]),
  ])
  const chances = readOwnChances(taught?.chances)
  const machine = { ...visit.machine, record: recordOf(visit.machine.record) }
  return {
    ...visit,
    machine,
    runs: runs.get(id) ?? [],
    observations,
    entries,
    photos,
    chances,
    own: own?.records ?? null,
  }
}

export async function findVisit(db: Queries, actor: Actor, id: string) {
  const visit = await db.maybeOne('findVisit', visitRow, [actor.workshopId, id])
  if (!visit) throw unknownVisit(id)
  return visit
}
export const unknownVisit = (id: string) => new AppError('not_found', `visit ${id}: not found`)
