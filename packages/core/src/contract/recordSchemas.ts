import * as v from 'valibot'
import { FOLLOW_TOPIC } from '../guide/followUps.ts'
import { SIGNED_TOPIC } from '../guide/signature.ts'
import { asText } from '../message.ts'
import { AGREED_TOPIC, DECIDE_TOPIC } from '../reason/economics/decideEntries.ts'
import { ACT_TOPIC } from '../reason/evidence/seen/actEntries.ts'
import { NOT_HERE_TOPIC } from '../reason/planning/notHere.ts'
import { ENTRY_TOPICS, STAGE_IDS } from '../state/stages.ts'
import { JOB_TOPIC, PROOF_TOPIC, SHOWED_TOPIC, WORKING_TOPIC } from '../state/topics.ts'
import { idSchema, numberIn } from './specSchemas.ts'
import { textUpTo } from './textSchemas.ts'

const ohmBand = v.nullable(
  v.pipe(
    v.tuple([numberIn(0, 1e6, 'ohm'), numberIn(0, 1e6, 'ohm')]),
    v.check(([lo, hi]) => lo <= hi, asText('expected.lower-first')),
  ),
)

/** What a machine's plate and tech sheet say; none of it is needed for a run. */
export const machineRecordSchema = v.object({
  make: textUpTo(100),
  model: textUpTo(100),
  serial: textUpTo(100),
  builtYear: v.nullable(v.pipe(numberIn(1950, 2100, null), v.integer(asText('expected.year')))),
  supplyVolts: v.nullable(v.picklist([120, 230])),
  techSheet: v.object({
    found: v.picklist(['not-looked', 'found', 'none']),
    pumpOhm: ohmBand,
    valveOhm: ohmBand,
    pins: textUpTo(2000),
    faults: textUpTo(2000),
    testMode: textUpTo(2000),
  }),
})
export type MachineRecord = v.InferOutput<typeof machineRecordSchema>

export const BLANK_RECORD: MachineRecord = {
  make: '',
  model: '',
  serial: '',
  builtYear: null,
  supplyVolts: null,
  techSheet: { found: 'not-looked', pumpOhm: null, valveOhm: null, pins: '', faults: '', testMode: '' },
}

/** A record as stored, filled up with what it lacks. */
export function recordOf(stored: unknown): MachineRecord {
  const part = (stored ?? {}) as Partial<MachineRecord>
  return { ...BLANK_RECORD, ...part, techSheet: { ...BLANK_RECORD.techSheet, ...part.techSheet } }
}

export const customerSchema = v.object({
  name: textUpTo(200, 1, 'customer-name'),
  phone: textUpTo(60),
  note: textUpTo(2000),
})

/** A photo taken back, value true; and the place it shows, value `<job>:<step>`. */
const PHOTO_TOPIC = /^photo-(back|of):[0-9a-f-]{36}$/

const topic = v.pipe(
  v.string(),
  v.check(
    (text) =>
      ENTRY_TOPICS.includes(text) ||
      ACT_TOPIC.test(text) ||
      NOT_HERE_TOPIC.test(text) ||
      PROOF_TOPIC.test(text) ||
      DECIDE_TOPIC.test(text) ||
      text === AGREED_TOPIC ||
      text === SIGNED_TOPIC ||
      text === WORKING_TOPIC ||
      JOB_TOPIC.test(text) ||
      SHOWED_TOPIC.test(text) ||
      FOLLOW_TOPIC.test(text) ||
      PHOTO_TOPIC.test(text),
    (issue) => `expected a topic of a visit, got ${issue.received}`,
  ),
)
/** Things said of a visit's stages and of the machine's state. */
export const postEntriesSchema = v.object({
  entries: v.pipe(
    v.array(
      v.object({
        id: idSchema,
        atMs: numberIn(0, 4e12, null),
        topic,
        value: v.union(
          [
            v.pipe(v.string(), v.maxLength(4000, asText('expected.at-most', { most: 4000 }))),
            v.pipe(v.number(), v.finite()),
            v.boolean(),
            v.null(),
          ],
          'expected a text of at most 4000 characters, a number, yes or no, or nothing',
        ),
        basedOn: v.pipe(v.array(idSchema), v.maxLength(50)),
      }),
    ),
    v.minLength(1),
    v.maxLength(500),
  ),
})
export type EntryEvent = v.InferOutput<typeof postEntriesSchema>['entries'][number]

/** Photos as they are sent: type and size are checked against the bytes as well. */
export const PHOTO_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const
export const PHOTO_MOST_BYTES = 2_097_152
export const PHOTO_STAGES = [...STAGE_IDS, 'repair', 'tech-sheet'] as const
export const photoQuerySchema = v.object({
  visit: idSchema,
  stage: v.picklist(PHOTO_STAGES),
  atMs: v.pipe(v.string(), v.transform(Number), numberIn(0, 4e12, null)),
})
export const settleRivalSchema = v.object({
  take: v.boolean('expected take: true for the rival, false for what stands'),
})
export const closedSchema = v.object({ closedAtMs: v.nullable(numberIn(0, 4e12, null)) })
/** Whether a visit file is taken in or only looked at, and what its sender saw it would do. */
export const bringInSchema = v.object({
  store: v.optional(v.picklist(['yes', 'no'], 'expected store=yes or store=no'), 'no'),
  digest: v.optional(v.pipe(v.string(), v.regex(/^[0-9a-f]{32}$/, 'expected the digest of a preview'))),
})
/** A search of the logbook: words, and the place in the list after which to go on. */
const searchWordsSchema = v.optional(
  v.pipe(v.string(), v.maxLength(200, asText('expected.at-most', { most: 200 }))),
  '',
)
/** Which machines: those of whose names all words are part, or all of them. */
export const machinesQuerySchema = v.object({ words: searchWordsSchema })
export const logbookQuerySchema = v.object({
  words: searchWordsSchema,
  after: v.optional(
    v.pipe(
      v.string(),
      v.regex(/^\d{4}-\d\d-\d\dT[\d:.]{15}Z_[0-9a-f-]{36}$/, 'expected a place given by the list before'),
    ),
  ),
})
