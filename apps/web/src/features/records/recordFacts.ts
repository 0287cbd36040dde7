import {
  type CustomerAnswer,
  type KnownMachine,
  type MachineAnswer,
  type MachineRecord,
  type MachineSpec,
  recordOf,
  type SiteAnswer,
} from '@brendik/core'
import type { Fact, Kept, VisitDraft } from '../../outbox/keptFact.ts'
import { keep, mend } from '../../outbox/outbox.ts'
import type { SiteDraft } from '../forms/index.ts'

/**
 * A machine as it is now known: kept on the device at once, sent when the server answers.
 * @param was - As it was seen when it was changed; null = it is new.
 */
export function keepMachine(
  machineId: string,
  { spec, record }: { spec: MachineSpec; record?: MachineRecord },
  was: MachineAnswer | null,
): void {
  const before = was ? { was: { spec: was.spec, record: was.record } } : {}
  keep([{ kind: 'machine', machineId, spec, record, creates: was === null, ...before }])
}

/** A place with its customer. @param was - As it was seen when it was changed; null = it is new. */
export function keepSite(siteId: string, { name, spec, customer }: SiteDraft, was: SiteDraft | null): void {
  const site = { name, spec, customerId: customer?.id ?? null }
  const before = was ? { was: { name: was.name, spec: was.spec, customerId: was.customer?.id ?? null } } : {}
  keep([
    ...customerFacts(customer, was?.customer ?? null),
    { kind: 'site', siteId, site, creates: was === null, ...before },
  ])
}
function customerFacts(customer: CustomerAnswer | null, was: CustomerAnswer | null): Fact[] {
  if (!customer || JSON.stringify(customer) === JSON.stringify(was)) return []
  if (was?.id !== customer.id) return [{ kind: 'customer', customer, creates: true }]
  const { name, phone, note } = was
  return [{ kind: 'customer', customer, creates: false, was: { name, phone, note } }]
}

/** What was agreed of a visit. @param was - As it was seen when it was changed; null = it is new. */
export function keepVisit(visitId: string, visit: VisitDraft, was: VisitDraft | null): void {
  keep([{ kind: 'visit', visitId, visit, creates: was === null, ...(was ? { was } : {}) }])
}

export function keepClosed(visitId: string, closedAtMs: number | null): void {
  keep([{ kind: 'closed', visitId, closedAtMs }])
}

/** What this device still has to say of records, newest last. */
const unsent = (outbox: readonly Kept[]) =>
  outbox.filter((kept) => kept.state !== 'refused').map((kept) => kept.fact)

/** A machine as read, with what was changed of it here and is not read back yet. */
export function withKeptMachine<M extends MachineAnswer>(machine: M, outbox: readonly Kept[]): M {
  let now = machine
  for (const fact of unsent(outbox))
    if (fact.kind === 'machine' && fact.machineId === machine.id)
      now = { ...now, spec: fact.spec, record: fact.record ?? now.record }
  return now
}

export function withKeptSite(site: SiteAnswer, outbox: readonly Kept[]): SiteAnswer {
  let now = site
  for (const fact of unsent(outbox)) {
    if (fact.kind === 'site' && fact.siteId === site.id)
      now = {
        ...now,
        name: fact.site.name,
        spec: fact.site.spec,
        customer: customerOf(fact.site.customerId, now, outbox),
      }
    if (fact.kind === 'customer' && fact.customer.id === now.customer?.id)
      now = { ...now, customer: fact.customer }
  }
  return now
}

/** A place as a fact has it, with its customer as far as this device knows them. */
export function siteAsSaid(
  { siteId, site }: Extract<Fact, { kind: 'site' }>,
  read: readonly SiteAnswer[],
  outbox: readonly Kept[],
): SiteAnswer {
  const blank = { id: siteId, name: site.name, spec: site.spec, customer: null }
  const known = read.find(({ id }) => id === siteId) ?? blank
  return { ...blank, customer: customerOf(site.customerId, known, outbox) }
}

/** A place that was refused, put right, and sent in its place. */
export function mendSite(
  keptId: string,
  fact: Extract<Fact, { kind: 'site' }>,
  { name, spec, customer }: SiteDraft,
  was: SiteDraft,
): void {
  keep(customerFacts(customer, was.customer))
  mend(keptId, { ...fact, site: { name, spec, customerId: customer?.id ?? null } })
}

function customerOf(id: string | null, before: SiteAnswer, outbox: readonly Kept[]): SiteAnswer['customer'] {
  if (id === null) return null
  if (before.customer?.id === id) return before.customer
  for (const fact of unsent(outbox))
    if (fact.kind === 'customer' && fact.customer.id === id) return fact.customer
  return null
}

/** The machines as read, with those that only this device knows yet. */
export function withKeptMachines(
  read: readonly KnownMachine[] | undefined,
  sites: readonly SiteAnswer[] | undefined,
  outbox: readonly Kept[],
): KnownMachine[] {
  const known = new Set(read?.map((machine) => machine.id))
  const facts = unsent(outbox)
  const own = new Map<string, KnownMachine>()
  for (const fact of facts) {
    if (fact.kind !== 'machine' || known.has(fact.machineId)) continue
    const visit = facts.findLast((one) => one.kind === 'visit' && one.visit.machineId === fact.machineId)
    const siteId = visit?.kind === 'visit' ? visit.visit.siteId : null
    const site = siteId === null ? null : withKeptSites(sites, outbox).find((one) => one.id === siteId)
    own.set(fact.machineId, {
      id: fact.machineId,
      spec: fact.spec,
      record: fact.record ?? recordOf(null),
      siteId,
      siteName: site?.name ?? null,
      lastVisitMs: visit?.kind === 'visit' ? visit.visit.dueAtMs : null,
    })
  }
  return [...own.values(), ...(read ?? []).map((machine) => withKeptMachine(machine, outbox))]
}

/** The places as read, with those that only this device knows yet. */
export function withKeptSites(
  read: readonly SiteAnswer[] | undefined,
  outbox: readonly Kept[],
): SiteAnswer[] {
  const known = new Set(read?.map((site) => site.id))
  const own = new Map<string, SiteAnswer>()
  for (const fact of unsent(outbox))
    if (fact.kind === 'site' && !known.has(fact.siteId) && !own.has(fact.siteId))
      own.set(
        fact.siteId,
        withKeptSite({ id: fact.siteId, name: fact.site.name, spec: fact.site.spec, customer: null }, outbox),
      )
  return [...(read ?? []).map((site) => withKeptSite(site, outbox)), ...own.values()]
}
