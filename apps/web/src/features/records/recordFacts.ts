import {
  type KnownMachine,
  type MachineAnswer,
  type MachineRecord,
  type MachineSpec,
  recordOf,
  type SiteAnswer,
} from '@brendik/core'
import type { Kept, VisitDraft } from '../../outbox/keptFact.ts'
import { keep } from '../../outbox/outbox.ts'
import type { SiteDraft } from '../forms/SiteForm.tsx'

/** A machine as it is now known: kept on the device at once, sent when the server answers. */
export function keepMachine(
  machineId: string,
  spec: MachineSpec,
  record?: MachineRecord,
  creates = false,
): void {
  keep([{ kind: 'machine', machineId, spec, record, creates }])
}

/** A place with its customer. */
export function keepSite(siteId: string, { name, spec, customer }: SiteDraft, creates = false): void {
  keep([
    ...(customer ? [{ kind: 'customer' as const, customer, creates: true }] : []),
    { kind: 'site', siteId, site: { name, spec, customerId: customer?.id ?? null }, creates },
  ])
}

/** What was agreed of a visit. */
export function keepVisit(visitId: string, visit: VisitDraft, creates = false): void {
  keep([{ kind: 'visit', visitId, visit, creates }])
}

export function keepClosed(visitId: string, closedAtMs: number | null): void {
  keep([{ kind: 'closed', visitId, closedAtMs }])
}

/** What this device still has to say of records, newest last. */
const standing = (outbox: readonly Kept[]) =>
  outbox.filter((kept) => kept.state !== 'refused').map((kept) => kept.fact)

/** A machine as read, with what was changed of it here and is not read back yet. */
export function withKeptMachine<M extends MachineAnswer>(machine: M, outbox: readonly Kept[]): M {
  let now = machine
  for (const fact of standing(outbox))
    if (fact.kind === 'machine' && fact.machineId === machine.id)
      now = { ...now, spec: fact.spec, record: fact.record ?? now.record }
  return now
}

export function withKeptSite(site: SiteAnswer, outbox: readonly Kept[]): SiteAnswer {
  let now = site
  for (const fact of standing(outbox)) {
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

function customerOf(id: string | null, before: SiteAnswer, outbox: readonly Kept[]): SiteAnswer['customer'] {
  if (id === null) return null
  if (before.customer?.id === id) return before.customer
  for (const fact of standing(outbox))
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
  const facts = standing(outbox)
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
  for (const fact of standing(outbox))
    if (fact.kind === 'site' && !known.has(fact.siteId) && !own.has(fact.siteId))
      own.set(
        fact.siteId,
        withKeptSite({ id: fact.siteId, name: fact.site.name, spec: fact.site.spec, customer: null }, outbox),
      )
  return [...(read ?? []).map((site) => withKeptSite(site, outbox)), ...own.values()]
}
