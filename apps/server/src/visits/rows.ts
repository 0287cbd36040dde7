import {
  CHECK_IDS,
  FAMILY_IDS,
  LEAK_PHASES,
  type MachineAnswer,
  type OwnRecords,
  type SiteAnswer,
  TAPS,
} from '@brendik/core'
import * as v from 'valibot'
import { written } from '../db/row.ts'

/** What the statements about visits answer. */
export const visitLineRow = v.strictObject({
  id: v.string(),
  dueAtMs: v.number(),
  complaint: v.string(),
  closedAtMs: v.nullable(v.number()),
  machineLabel: v.string(),
  family: v.picklist(FAMILY_IDS),
  siteName: v.string(),
})
export const visitRow = v.strictObject({
  id: v.string(),
  dueAtMs: v.number(),
  complaint: v.string(),
  closedAtMs: v.nullable(v.number()),
  machine: written<MachineAnswer>(),
  site: written<SiteAnswer>(),
})
export const hosesSeenRow = v.strictObject({
  machineId: v.string(),
  machineLabel: v.string(),
  seenAtMs: v.number(),
  siteName: v.nullable(v.string()),
})
export const observationRow = v.strictObject({
  id: v.string(),
  atMs: v.number(),
  by: v.string(),
  check: v.string(),
  value: v.union([v.string(), v.number()]),
  tap: v.nullable(v.picklist(TAPS)),
  levelMm: v.nullable(v.number()),
  tempC: v.nullable(v.number()),
  phase: v.nullable(v.picklist(LEAK_PHASES)),
  side: v.nullable(v.picklist(['pump', 'hose'])),
  waterInside: v.nullable(v.boolean()),
  beganAtMs: v.nullable(v.number()),
  changesMin: v.nullable(v.number()),
})
export const entryRow = v.strictObject({
  id: v.string(),
  atMs: v.number(),
  by: v.string(),
  topic: v.string(),
  value: v.nullable(v.union([v.string(), v.number(), v.boolean()])),
  basedOn: v.array(v.string()),
})
export const ownChancesRow = v.strictObject({ chances: v.unknown() })
export const ownRecordsRow = v.strictObject({ records: written<OwnRecords>() })
export const ownTimeRow = v.strictObject({
  check: v.picklist(CHECK_IDS),
  by: v.picklist(['me', 'shop']),
  n: v.number(),
  lnMin: v.number(),
})
