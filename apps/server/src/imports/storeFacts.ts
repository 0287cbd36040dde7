import type { FilePiece, VisitFacts } from '@brendik/core'
import type { Actor, Queries } from '../db/database.ts'
import { keepPhoto } from '../photos/keepPhoto.ts'
import { photoRow } from '../photos/rows.ts'
import { RECORD_KINDS } from '../records/records.ts'
import { storeNewRun } from '../runs/runService.ts'
import { entryValues, observationValues } from '../visits/visitRoutes.ts'

/** How machine, place and visit stand once the file is taken in, and what lies beside it. */
export interface Beside {
  machine: VisitFacts['machine']
  site: VisitFacts['site']
  visit: Pick<VisitFacts, 'dueAtMs' | 'complaint' | 'closedAtMs'>
  photos: ReadonlyMap<string, Buffer>
  /** The file as it came; null = it is only a part of the visit. */
  text: string | null
}

/**
 * Stores facts of a file, those that are new.
 * @returns What was not stored because it was taken back here since, as `<kind> <id>`, and which photos were here before.
 */
export async function storeFacts(
  tx: Queries,
  actor: Actor & { technicianId: string },
  facts: VisitFacts,
  pieces: readonly FilePiece[],
  { machine, site, visit, photos, text }: Beside,
): Promise<{ gone: Set<string>; photosHere: Set<string> }> {
  const fate = new Map(pieces.map((piece) => [`${piece.kind} ${piece.id}`, piece.fate]))
  const wanted = (kind: FilePiece['kind'], id: string) => fate.get(`${kind} ${id}`) === 'new'
  const gone = new Set<string>()
  const touched = (kind: FilePiece['kind']) =>
    pieces.some((piece) => piece.kind === kind && (piece.fate === 'new' || piece.fate === 'change'))
  if (touched('site')) await RECORD_KINDS.site.write(tx, actor, facts.siteId, RECORD_KINDS.site.check(site))
  if (touched('machine'))
    await RECORD_KINDS.machine.write(tx, actor, facts.machineId, RECORD_KINDS.machine.check(machine))
  if (touched('visit')) {
    const { dueAtMs, complaint } = visit
    const record = { machineId: facts.machineId, siteId: facts.siteId, dueAtMs, complaint }
    await RECORD_KINDS.visit.write(tx, actor, facts.visitId, RECORD_KINDS.visit.check(record))
  }
  for (const run of facts.runs)
    if (wanted('run', run.id) && !(await storeNewRun(tx, actor, facts.visitId, run)))
      gone.add(`run ${run.id}`)
  for (const look of facts.observations)
    if (
      wanted('look', look.id) &&
      (await tx.run('insertObservation', observationValues(actor, facts.visitId, look))) === 0
    )
      gone.add(`look ${look.id}`)
  for (const entry of facts.entries) {
    const act = /^act:(.*)$/.exec(entry.topic)?.[1]
    const [kind, id] = act ? (['act', act] as const) : (['entry', entry.id] as const)
    if (wanted(kind, id) && (await tx.run('insertEntry', entryValues(actor, facts.visitId, entry))) === 0)
      gone.add(`${kind} ${id}`)
  }
  const here = new Set(
    (await tx.many('listPhotos', photoRow, [actor.workshopId, [facts.visitId]])).map(({ id }) => id),
  )
  for (const { id, atMs, stage } of facts.photos) {
    const bytes = photos.get(id)
    if (!bytes || here.has(id)) continue
    const photo = { id, visitId: facts.visitId, atMs, stage, bytes }
    if (!(await keepPhoto(tx, actor, photo))) gone.add(`photo ${id}`)
  }
  // Last, so that all that was brought in is of the visit as it was closed.
  if (touched('visit') && visit.closedAtMs !== null)
    await tx.run('closeVisit', [actor.workshopId, facts.visitId, visit.closedAtMs])
  if (text !== null) await tx.run('putSource', [actor.workshopId, facts.visitId, actor.technicianId, text])
  return { gone, photosHere: here }
}
