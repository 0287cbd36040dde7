import type { LogbookLine } from '@brendik/core'
import * as v from 'valibot'
import { written } from '../db/row.ts'

/** A line of the logbook, with its place in the list. */
export const logbookRow = v.strictObject({
  id: v.string(),
  dueAtMs: v.number(),
  cursorAt: v.string(),
  complaint: v.string(),
  closedAtMs: v.nullable(v.number()),
  machineLabel: v.string(),
  machineId: v.string(),
  siteName: v.string(),
  customerName: v.nullable(v.string()),
  runs: written<LogbookLine['runs']>(),
  findings: written<LogbookLine['findings']>(),
})
