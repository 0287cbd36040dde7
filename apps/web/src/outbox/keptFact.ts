import type {
  CustomerAnswer,
  EntryEvent,
  MachineRecord,
  MachineSpec,
  ObservationEvent,
  RunEvent,
  SiteSpec,
} from '@brendik/core'

/** One thing that somebody recorded on this device, as it goes to the server. `was` = the record as it was seen when it was changed. */
export type Fact =
  | { kind: 'look'; visitId: string; said: ObservationEvent }
  | { kind: 'entry'; visitId: string; said: EntryEvent }
  | { kind: 'run'; visitId: string; runId: string; event: RunEvent }
  | { kind: 'photo'; visitId: string; photoId: string; stage: string; atMs: number; blob: Blob }
  | { kind: 'visit'; visitId: string; visit: VisitDraft; creates: boolean; was?: VisitDraft }
  | { kind: 'closed'; visitId: string; closedAtMs: number | null }
  | {
      kind: 'machine'
      machineId: string
      spec: MachineSpec
      record: MachineRecord | undefined
      creates: boolean
      was?: { spec: MachineSpec; record: MachineRecord }
    }
  | { kind: 'site'; siteId: string; site: SitePut; creates: boolean; was?: SitePut }
  | { kind: 'customer'; customer: CustomerAnswer; creates: boolean; was?: Omit<CustomerAnswer, 'id'> }
  /** Two said different things of one field of a record: which of them stands. */
  | { kind: 'rival'; rivalId: string; rowId: string; take: boolean }

export interface VisitDraft {
  machineId: string
  siteId: string
  dueAtMs: number
  complaint: string
}
export interface SitePut {
  name: string
  spec: SiteSpec
  customerId: string | null
}

/** Who recorded it: it is sent under nobody else's session. */
export interface Author {
  workshopId: string
  technicianId: string
  name: string
}

/** A fact with what became of it. Facts are only added; what changes is where they stand on their way. */
export interface Kept {
  id: string
  /** Order in which this device kept them. */
  seq: number
  author: Author
  keptAtMs: number
  fact: Fact
  state: 'waiting' | 'sent' | 'refused'
  sentAtMs: number | null
  /** Why the server did not take it. */
  refused: { status: number; message: string } | null
}

/** Status of an event of a run that the run does not allow, as the server tells it event by event. */
export const AGAINST_THE_RUN = 409

/** A fact's own id: sending it twice stores it once. Rows that are written over have a new one each time. */
export function idOfFact(fact: Fact, newId: () => string): string {
  switch (fact.kind) {
    case 'look':
    case 'entry':
      return fact.said.id
    case 'run':
      return fact.event.id
    case 'photo':
      return fact.photoId
    default:
      return newId()
  }
}

/** The row that the server has only once this fact is there; null = it makes none. */
export function makes(fact: Fact): string | null {
  if (fact.kind === 'run') return fact.event.type === 'planned' ? `run ${fact.runId}` : null
  if (!('creates' in fact) || !fact.creates) return null
  return rowOf(fact)
}

/** Rows that must be there before it. */
export function needs(fact: Fact): string[] {
  switch (fact.kind) {
    case 'visit':
      return [`machine ${fact.visit.machineId}`, `site ${fact.visit.siteId}`]
    case 'site':
      return fact.site.customerId ? [`customer ${fact.site.customerId}`] : []
    case 'run':
      return [`visit ${fact.visitId}`, ...(fact.event.type === 'planned' ? [] : [`run ${fact.runId}`])]
    case 'machine':
    case 'customer':
    case 'rival':
      return []
    default:
      return [`visit ${fact.visitId}`]
  }
}

/** Facts of one lane are sent in the order made: rows that are written over, and the events of one run. Null = any order. */
export function lane(fact: Fact): string | null {
  return fact.kind === 'run' ? `run ${fact.runId}` : rowOf(fact)
}

/** Facts that go in one request share this; null = each by itself. */
export function batchOf(fact: Fact): string | null {
  if (fact.kind === 'run') return `run ${fact.runId}`
  return fact.kind === 'look' || fact.kind === 'entry' ? `${fact.kind} ${fact.visitId}` : null
}

/** The visit that shows it; null = it belongs to none. */
export function visitOf(fact: Fact): string | null {
  return 'visitId' in fact ? fact.visitId : null
}

function rowOf(fact: Fact): string | null {
  switch (fact.kind) {
    case 'visit':
    case 'closed':
      return `visit ${fact.visitId}`
    case 'machine':
      return `machine ${fact.machineId}`
    case 'site':
      return `site ${fact.siteId}`
    case 'customer':
      return `customer ${fact.customer.id}`
    default:
      return null
  }
}
