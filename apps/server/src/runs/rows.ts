import { BOARD_MARKS, RUN_KINDS, type RunAnalysis, type RunPlan } from '@brendik/core'
import * as v from 'valibot'
import { written } from '../db/row.ts'

const verdict = {
  analysis: v.nullable(written<RunAnalysis>()),
  pending: v.boolean(),
  /** Its verdict is of another version of the program, and nobody has asked for a new one. */
  outdated: v.boolean(),
}
const times = { startedAtMs: v.nullable(v.number()), stoppedAtMs: v.nullable(v.number()) }

/** What the statements about runs answer. */
export const runRow = v.strictObject({
  id: v.string(),
  visitId: v.string(),
  kind: v.picklist(RUN_KINDS),
  instrumentId: v.nullable(v.string()),
  machineLabel: v.string(),
  siteName: v.string(),
  instrumentLabel: v.nullable(v.string()),
  ...verdict,
})
export const runLineRow = v.strictObject({
  id: v.string(),
  visitId: v.string(),
  kind: v.picklist(RUN_KINDS),
  ...times,
  plan: v.nullable(written<RunPlan>()),
  instrumentLabel: v.nullable(v.string()),
  ...verdict,
})
export const lockedRunRow = v.strictObject({ id: v.string(), stopped: v.boolean() })
export const assignmentRow = v.strictObject({
  runId: v.string(),
  plan: v.nullable(written<RunPlan>()),
  ...times,
})
export const instrumentRow = v.strictObject({ id: v.string(), label: v.string(), rateHz: v.number() })
export const markRow = v.strictObject({
  id: v.string(),
  atMs: v.number(),
  what: v.picklist(['planned', 'started', 'stopped', 'withdrawn', ...BOARD_MARKS]),
  plan: v.nullable(written<{ plan: RunPlan; instrumentId: string | null }>()),
  note: v.nullable(v.string()),
  withdrawsId: v.nullable(v.string()),
  replacedById: v.nullable(v.string()),
  seq: v.number(),
})
export const handReadingRow = v.strictObject({
  id: v.string(),
  firstMs: v.number(),
  levelMm: v.nullable(v.number()),
  rulerMm: v.nullable(v.number()),
  flowLMin: v.nullable(v.number()),
  seq: v.number(),
})
export const streamBlockRow = v.strictObject({
  id: v.string(),
  firstMs: v.number(),
  offsetMs: written<number[]>(),
  levelMm: written<(number | null)[]>(),
  rulerMm: written<(number | null)[]>(),
  flowLMin: written<(number | null)[]>(),
  currentA: v.nullable(written<(number | null)[]>()),
  arrived: v.number(),
  /** In this page up to this block. */
  readings: v.number(),
})
export const sameBlockRow = v.strictObject({ same: v.nullable(v.boolean()) })
export const newBlockRow = v.strictObject({ id: v.string() })
export const takenRow = v.strictObject({
  workshopId: v.string(),
  runId: v.string(),
  asked: v.string(),
  tries: v.number(),
})
