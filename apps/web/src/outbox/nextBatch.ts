import { type Author, batchOf, type Kept, lane, makes, needs } from './keptFact.ts'

/** At most so many facts in one request. */
const MOST = 200

/**
 * What goes to the server next: the oldest fact that everything it needs is there for, with those that can go in the same request.
 * What was refused holds up only what needs the row it would have made; what belongs to somebody else holds up
 * nothing of mine but what needs the row it makes, and the run it is a part of.
 * @param all - In the order kept.
 * @param alone - Ids that are sent one by one, since a request that held them was refused.
 * @param later - Ids that are not tried just now.
 */
export function nextBatch(
  all: readonly Kept[],
  me: Pick<Author, 'workshopId' | 'technicianId'>,
  alone: ReadonlySet<string>,
  later: ReadonlySet<string>,
): Kept[] {
  const missing = new Set<string>()
  const madeInBatch = new Set<string>()
  const busyLanes = new Set<string>()
  let batch: Kept[] = []
  for (const kept of all) {
    if (kept.state === 'sent') continue
    const { fact } = kept
    const road = lane(fact)
    const mine = kept.author.workshopId === me.workshopId && kept.author.technicianId === me.technicianId
    const ready =
      kept.state === 'waiting' &&
      mine &&
      !later.has(kept.id) &&
      !needs(fact).some((row) => missing.has(row) && !madeInBatch.has(row)) &&
      !(road && busyLanes.has(road))
    const row = makes(fact)
    if (ready && fits(batch, kept, alone)) {
      batch = [...batch, kept]
      if (row) madeInBatch.add(row)
    }
    // Only what is in this batch may be followed in its lane; what was refused is out of the way.
    else if (road && kept.state === 'waiting' && (mine || fact.kind === 'run')) busyLanes.add(road)
    if (row) missing.add(row)
    if (batch.length >= MOST || (batch.length === 1 && !canGrow(batch[0] as Kept, alone))) break
  }
  return batch
}

function canGrow(kept: Kept, alone: ReadonlySet<string>): boolean {
  return batchOf(kept.fact) !== null && !alone.has(kept.id)
}

function fits(batch: readonly Kept[], kept: Kept, alone: ReadonlySet<string>): boolean {
  const [first] = batch
  if (!first) return true
  return canGrow(kept, alone) && batchOf(first.fact) === batchOf(kept.fact)
}

/** Whether something waits for a row that the server did not take. */
export function heldUp(all: readonly Kept[], kept: Kept): boolean {
  const lost = new Set<string>()
  for (const other of all) {
    const { fact } = other
    const stuck =
      other.state === 'refused' || (other.state === 'waiting' && needs(fact).some((r) => lost.has(r)))
    if (other.id === kept.id) return stuck && other.state === 'waiting'
    const row = makes(fact)
    if (row && stuck) lost.add(row)
  }
  return false
}
