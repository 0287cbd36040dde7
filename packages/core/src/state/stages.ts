import { STATE_FIELDS } from './machineState.ts'

/** The stages of a visit in the order of work. */
export const STAGE_IDS = [
  'arrive',
  'make-safe',
  'outside',
  'fill',
  'hold',
  'drain',
  'electrical',
  'locate',
] as const
export type StageId = (typeof STAGE_IDS)[number]

export const STAGE_STATUSES = ['open', 'done', 'not-needed'] as const
export type StageStatus = (typeof STAGE_STATUSES)[number]

/** When in the cycle the customer meets the trouble. */
export const CYCLE_MOMENTS = ['start', 'fill', 'wash', 'drain', 'spin', 'end', 'off', 'any'] as const
export type CycleMoment = (typeof CYCLE_MOMENTS)[number]

/** Every topic an entry of a visit may have; a photo has two of its own, `photo-back:<id>` and `photo-of:<id>`. */
export const ENTRY_TOPICS: readonly string[] = [
  ...STAGE_IDS.flatMap((stage) => [`status:${stage}`, `result:${stage}`, `note:${stage}`]),
  ...STATE_FIELDS.map((field) => `state:${field}`),
  'said:moment',
  // What was worked on last, one of WORKED_ON.
  'said:last-repair',
  // Everything was wiped dry before the leak test.
  'said:dried',
]
