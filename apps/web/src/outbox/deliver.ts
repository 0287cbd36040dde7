import type { EntryEvent, ObservationEvent } from '@brendik/core'
import {
  postEntries,
  postObservations,
  postRunEvents,
  putClosed,
  putCustomer,
  putMachine,
  putPhoto,
  putSite,
  putVisit,
} from '../api/queries.ts'
import type { Kept } from './keptFact.ts'

/**
 * Sends facts that go in one request. @returns What the server did not take of them, by id.
 * @throws {ApiError} When it took none.
 */
export async function deliver(batch: readonly Kept[]): Promise<ReadonlyMap<string, string>> {
  const [{ fact, author }] = batch as [Kept]
  const as = author.technicianId
  const facts = batch.map((kept) => kept.fact)
  switch (fact.kind) {
    case 'look':
      await postObservations(
        fact.visitId,
        facts.flatMap((f): ObservationEvent[] => (f.kind === 'look' ? [f.said] : [])),
        as,
      )
      break
    case 'entry':
      await postEntries(
        fact.visitId,
        facts.flatMap((f): EntryEvent[] => (f.kind === 'entry' ? [f.said] : [])),
        as,
      )
      break
    case 'run': {
      const events = facts.flatMap((f) => (f.kind === 'run' ? [f.event] : []))
      const { refused } = await postRunEvents(fact.runId, fact.visitId, events, as)
      return new Map(refused.map(({ id, problem }) => [id, problem]))
    }
    case 'photo':
      await putPhoto({ ...fact, id: fact.photoId }, as)
      break
    case 'visit':
      await putVisit(fact.visitId, fact.visit, as)
      break
    case 'closed':
      await putClosed(fact.visitId, fact.closedAtMs, as)
      break
    case 'machine':
      await putMachine(fact.machineId, fact.spec, fact.record, as)
      break
    case 'site':
      await putSite(fact.siteId, fact.site, as)
      break
    case 'customer':
      await putCustomer(fact.customer, as)
      break
  }
  return new Map()
}
