import type { EntryEvent, ObservationEvent } from '@brendik/core'
import type { Kept } from './keptFact.ts'
import {
  postEntries,
  postObservations,
  postRunEvents,
  putClosed,
  putPhoto,
  putRecord,
  putRival,
} from './pipes.ts'

/**
 * Sends facts that go in one request. @returns What the server did not take of them, by id.
 * @throws {ApiError} When it took none.
 */
export async function deliver(batch: readonly Kept[]): Promise<ReadonlyMap<string, string>> {
  const [{ id, fact, author }] = batch as [Kept]
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
      return new Map(refused.map(({ id, problem, told }) => [id, told ?? problem]))
    }
    case 'photo':
      await putPhoto({ ...fact, id: fact.photoId }, as)
      break
    case 'visit':
      await putRecord('visit', fact.visitId, fact.visit, { putId: id, was: fact.was }, as)
      break
    case 'closed':
      await putClosed(fact.visitId, fact.closedAtMs, as)
      break
    case 'machine': {
      const now = { ...fact.spec, ...(fact.record ? { record: fact.record } : {}) }
      await putRecord('machine', fact.machineId, now, { putId: id, was: fact.was }, as)
      break
    }
    case 'site':
      await putRecord('site', fact.siteId, fact.site, { putId: id, was: fact.was }, as)
      break
    case 'customer': {
      const { id: customerId, ...customer } = fact.customer
      await putRecord('customer', customerId, customer, { putId: id, was: fact.was }, as)
      break
    }
    case 'rival':
      await putRival(fact.rivalId, fact.take, as)
      break
  }
  return new Map()
}
