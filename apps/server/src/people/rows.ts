import { type ChangeAnswer, ROLES } from '@brendik/core'
import * as v from 'valibot'
import { written } from '../db/row.ts'

/** What the statements about people answer. */
export const personRow = v.strictObject({
  id: v.string(),
  name: v.string(),
  email: v.nullable(v.string()),
  role: v.picklist(ROLES),
  active: v.boolean(),
})
export const invitationRow = v.strictObject({
  id: v.string(),
  name: v.string(),
  role: v.picklist(ROLES),
  expiresAtMs: v.number(),
})
export const foundInvitationRow = v.strictObject({
  workshopId: v.string(),
  name: v.string(),
  role: v.picklist(ROLES),
  workshopName: v.string(),
})
export const keyRow = v.strictObject({ id: v.string(), label: v.string() })
export const changeRow = v.strictObject({
  id: v.number(),
  atMs: v.number(),
  by: v.nullable(v.string()),
  what: v.picklist(['insert', 'update']),
  table: v.string(),
  rowId: v.string(),
  change: written<ChangeAnswer['change']>(),
})
/** Whose account it is. */
export const whoseRow = v.strictObject({ workshopId: v.string(), technicianId: v.string() })
export const signInRow = v.strictObject({ ...whoseRow.entries, passwordHash: v.string() })
export const recoveryRow = v.strictObject({
  ...whoseRow.entries,
  name: v.string(),
  email: v.nullable(v.string()),
})
export const passwordRow = v.strictObject({ passwordHash: v.nullable(v.string()) })
export const printedRow = v.strictObject({ madeAtMs: v.number() })
export const ownSessionRow = v.strictObject({
  id: v.string(),
  device: v.string(),
  sinceMs: v.number(),
  usedMs: v.number(),
  here: v.boolean(),
})
export const doorStateRow = v.strictObject({ anybody: v.boolean(), unclaimed: v.nullable(v.string()) })
export const ownOrderRow = v.strictObject({ entries: v.array(v.string()) })
export const pricesRow = v.strictObject({ prices: v.unknown() })
export const personalTokenRow = v.strictObject({
  id: v.string(),
  label: v.string(),
  records: v.boolean(),
  untilMs: v.number(),
})
