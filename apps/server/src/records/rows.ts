import type { CustomerAnswer, MachineRecord, MachineSpec, SiteSpec } from '@brendik/core'
import * as v from 'valibot'
import { written } from '../db/row.ts'

const SUBJECTS = ['machine', 'site', 'customer', 'visit'] as const

/** What the statements about machines, sites, customers and their rivals answer. */
export const machineRow = v.strictObject({
  spec: written<MachineSpec>(),
  record: written<MachineRecord>(),
})
export const foundMachineRow = v.strictObject({
  id: v.string(),
  ...machineRow.entries,
  hosesSeenAtMs: v.nullable(v.number()),
})
export const knownMachineRow = v.strictObject({
  id: v.string(),
  ...machineRow.entries,
  siteId: v.nullable(v.string()),
  siteName: v.nullable(v.string()),
  lastVisitMs: v.nullable(v.number()),
})
export const machineVisitRow = v.strictObject({
  id: v.string(),
  dueAtMs: v.number(),
  complaint: v.string(),
  siteName: v.string(),
})
export const siteRow = v.strictObject({
  id: v.string(),
  name: v.string(),
  spec: written<SiteSpec>(),
  customer: v.nullable(written<CustomerAnswer>()),
})
export const siteAsItStands = v.strictObject({
  name: v.string(),
  spec: written<SiteSpec>(),
  customerId: v.nullable(v.string()),
})
export const customerAsItStands = v.strictObject({ name: v.string(), phone: v.string(), note: v.string() })
export const visitAsItStands = v.strictObject({
  machineId: v.string(),
  siteId: v.string(),
  dueAtMs: v.number(),
  complaint: v.string(),
})
export const openRivalRow = v.strictObject({ id: v.string(), path: v.array(v.string()), value: v.unknown() })
export const lockedRivalRow = v.strictObject({
  subject: v.picklist(SUBJECTS),
  rowId: v.string(),
  path: v.array(v.string()),
  value: v.unknown(),
  takenAway: v.boolean(),
  settled: v.boolean(),
})
export const rivalRow = v.strictObject({
  id: v.string(),
  subject: v.picklist(SUBJECTS),
  rowId: v.string(),
  label: v.string(),
  path: v.array(v.string()),
  value: v.unknown(),
  stands: v.unknown(),
  by: v.string(),
  atMs: v.number(),
})
