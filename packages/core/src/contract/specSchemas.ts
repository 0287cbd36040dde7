import * as v from 'valibot'
import { CHECK_IDS, PART_IDS } from '../catalogue/catalogueIds.ts'
import { PROTOCOL_IDS } from '../catalogue/protocolIds.ts'
import { ownRecordsSchema } from '../files/ownRecordsSchema.ts'
import { LEAK_PHASES } from '../machine/leakPhases.ts'
import { FAMILY_IDS, PUMP_COLUMNS, PUMP_ROUTES, PUMP_ROWS, TAPS } from '../machine/machineSpec.ts'
import { BOARD_MARKS } from '../measure/board/runEvents.ts'
import { RUN_KINDS, START_FROM } from '../measure/plan/runPlan.ts'
import { asText, type FigureKind, figureOf, rangeOf } from '../message.ts'

/** A number in a range, in the base unit of its kind; its problem names what was expected and what came. */
export function numberIn(low: number, high: number, kind: FigureKind | null) {
  const problem = ({ received }: { received: string }) => {
    const got = Number(received)
    const plain = kind === null || !Number.isFinite(got)
    return asText('expected.range', {
      range: kind === null ? { lo: low, hi: high } : rangeOf(kind, low, high),
      got: plain ? received : figureOf(kind, got),
    })
  }
  return v.pipe(v.number(problem), v.minValue(low, problem), v.maxValue(high, problem))
}

export const idSchema = v.pipe(
  v.string(),
  v.uuid((issue) => `expected a UUID, got ${issue.received}`),
)
const epochMs = numberIn(0, 4e12, null)

export const machineSpecSchema = v.object({
  family: v.picklist(FAMILY_IDS),
  label: v.pipe(v.string(), v.trim(), v.minLength(1, asText('expected.machine-name')), v.maxLength(200)),
  tub: v.object({
    diameterMm: numberIn(200, 1200, 'height'),
    depthMm: numberIn(100, 1500, 'height'),
    sumpL: numberIn(0, 20, 'volume'),
    floorMm: numberIn(-200, 300, 'level'),
    assumed: v.optional(v.boolean()),
  }),
  valve: v.object({
    ratedLMin: v.nullable(numberIn(0.5, 60, 'flow')),
    taps: v.pipe(v.array(v.picklist(TAPS)), v.minLength(1, asText('expected.one-tap')), v.maxLength(2)),
  }),
  pump: v.object({
    shutoffHeadM: v.nullable(numberIn(0.3, 10, 'head')),
    freeFlowLMin: v.nullable(numberIn(3, 200, 'flow')),
  }),
  drainHose: v.object({
    boreMm: numberIn(8, 50, 'height'),
    lengthM: numberIn(0.2, 20, 'head'),
    wall: v.picklist(['corrugated', 'smooth']),
  }),
  fillLevelMm: v.nullable(numberIn(1, 1500, 'level')),
  construction: v.optional(
    v.object({
      pumpRoute: v.nullable(v.picklist(PUMP_ROUTES)),
      pumpRow: v.nullable(v.picklist(PUMP_ROWS)),
      pumpColumn: v.optional(v.nullable(v.picklist(PUMP_COLUMNS))),
      found: v.optional(
        v.pipe(
          v.record(
            v.pipe(v.string(), v.regex(/^[a-z-]{2,40}$/)),
            v.pipe(v.string(), v.regex(/^[a-z-]{2,40}$/)),
          ),
          v.check((found) => Object.keys(found).length <= 40),
        ),
      ),
    }),
  ),
  partHeightsMm: v.optional(
    v.record(v.picklist(PART_IDS), v.tuple([numberIn(-1000, 2000, 'level'), numberIn(-1000, 2000, 'level')])),
  ),
})

export const siteSpecSchema = v.object({
  supplyKpa: v.object({
    cold: v.nullable(numberIn(0, 2000, 'pressure')),
    hot: v.nullable(numberIn(0, 2000, 'pressure')),
  }),
  standpipeHeightMm: v.nullable(numberIn(0, 4000, 'height')),
  waterTempC: numberIn(0, 95, 'temperature'),
  portHeightMm: v.nullable(numberIn(-500, 1500, 'height')),
})

export const protocolSchema = v.object({
  id: v.picklist(PROTOCOL_IDS),
  step: v.pipe(v.string(), v.maxLength(60)),
})
const runPlanSchema = v.object({
  kind: v.picklist(RUN_KINDS),
  machine: machineSpecSchema,
  site: siteSpecSchema,
  taps: v.pipe(v.array(v.picklist(TAPS)), v.maxLength(2)),
  throttled: v.boolean(),
  hoseEndMm: v.nullable(numberIn(-500, 4000, 'height')),
  startLevelMm: numberIn(-300, 1500, 'level'),
  startFrom: v.optional(v.picklist(START_FROM)),
  endLevelMm: v.nullable(numberIn(-300, 1500, 'level')),
  laundry: v.picklist(['none', 'wet', 'dry']),
  laundryKg: numberIn(0, 30, null),
  own: v.optional(ownRecordsSchema),
  protocol: v.optional(v.nullable(protocolSchema)),
})

const base = { id: idSchema, atMs: epochMs }
export const runEventSchema = v.variant('type', [
  v.object({ type: v.literal('planned'), ...base, plan: runPlanSchema, instrumentId: v.nullable(idSchema) }),
  v.object({ type: v.literal('started'), ...base }),
  v.object({
    type: v.literal('levelRead'),
    ...base,
    levelMm: numberIn(-300, 1500, 'level'),
    by: v.picklist(['indicated', 'ruler']),
  }),
  v.object({ type: v.literal('flowRead'), ...base, flowLMin: numberIn(0, 200, 'flow') }),
  v.object({
    type: v.literal('marked'),
    ...base,
    what: v.picklist(BOARD_MARKS),
    note: v.optional(v.pipe(v.string(), v.maxLength(500))),
  }),
  v.object({ type: v.literal('stopped'), ...base }),
  v.object({
    type: v.literal('withdrawn'),
    ...base,
    targetId: idSchema,
    why: v.pipe(v.string(), v.maxLength(500)),
    replacementId: v.nullable(idSchema),
  }),
])

export const postEventsSchema = v.object({
  visitId: idSchema,
  events: v.pipe(v.array(runEventSchema), v.minLength(1), v.maxLength(2000)),
})

/** A batch of a stream, columns of equal length; a missing value is null. */
export const MOST_PER_BLOCK = 20_000
const column = (low: number, high: number, kind: FigureKind | null) =>
  v.pipe(v.array(v.nullable(numberIn(low, high, kind))), v.maxLength(MOST_PER_BLOCK))
export const ingestBlockSchema = v.pipe(
  v.object({
    id: idSchema,
    atMs: v.pipe(
      v.array(epochMs),
      v.minLength(1, 'expected at least one reading'),
      v.maxLength(MOST_PER_BLOCK),
    ),
    levelMm: v.optional(column(-300, 1500, 'level')),
    rulerMm: v.optional(column(-300, 1500, 'level')),
    flowLMin: v.optional(column(-1, 200, 'flow')),
    currentA: v.optional(column(-200, 200, null)),
  }),
  v.check(
    (b) =>
      [b.levelMm, b.rulerMm, b.flowLMin, b.currentA].every(
        (c) => c === undefined || c.length === b.atMs.length,
      ),
    'expected columns as long as atMs',
  ),
  v.check(
    (b) => [b.levelMm, b.rulerMm, b.flowLMin, b.currentA].some((c) => c !== undefined),
    'expected levelMm, rulerMm, flowLMin or currentA',
  ),
  v.check(
    (b) =>
      b.atMs.every(
        (at, i) => Math.abs(at - (b.atMs[0] ?? Number.NaN)) < 86_400_000 && (i === 0 || Number.isFinite(at)),
      ),
    'expected all readings of a batch within one day',
  ),
)
export const ingestSchema = v.object({
  blocks: v.pipe(v.array(ingestBlockSchema), v.minLength(1), v.maxLength(200)),
})
export type IngestBlock = v.InferOutput<typeof ingestBlockSchema>

/** The number of the last block somebody has of a run; nothing = none yet. */
export const afterBlockSchema = v.object({
  after: v.optional(
    v.pipe(v.string(), v.regex(/^\d{1,15}$/, 'expected the number of a block'), v.transform(Number)),
    '0',
  ),
})

export const putInstrumentSchema = v.object({
  label: v.pipe(v.string(), v.minLength(1), v.maxLength(200)),
  rateHz: numberIn(0.01, 100, null),
})

export const putVisitSchema = v.object({
  machineId: idSchema,
  siteId: idSchema,
  dueAtMs: epochMs,
  complaint: v.pipe(v.string(), v.maxLength(2000)),
})
export const putSiteSchema = v.object({
  name: v.pipe(v.string(), v.trim(), v.minLength(1, asText('expected.site-name')), v.maxLength(200)),
  spec: siteSpecSchema,
  customerId: v.optional(v.nullable(idSchema)),
})

/** Things looked at or measured beside the runs; a withdrawal names what it takes back. */
export const postObservationsSchema = v.object({
  observations: v.pipe(
    v.array(
      v.variant('type', [
        v.object({
          type: v.literal('observed'),
          ...base,
          check: v.picklist(CHECK_IDS),
          value: v.union([
            v.pipe(v.string(), v.minLength(1), v.maxLength(200)),
            v.pipe(v.number(), v.finite('expected a finite number')),
          ]),
          tap: v.nullable(v.picklist(TAPS)),
          levelMm: v.nullable(numberIn(-300, 1500, 'level')),
          /** Temperature of a winding as it was measured. */
          tempC: v.optional(v.nullable(numberIn(-60, 250, 'temperature'))),
          /** Phase of a leak test in which it was seen. */
          phase: v.optional(v.nullable(v.picklist(LEAK_PHASES))),
          /** Which side of an opened joint water came from, and whether water was inside. */
          side: v.optional(v.nullable(v.picklist(['pump', 'hose']))),
          waterInside: v.optional(v.nullable(v.boolean())),
          /** When it was begun, where that was said, and the minutes of changes of state that were counted before it. */
          beganAtMs: v.optional(v.nullable(epochMs)),
          changesMin: v.optional(v.nullable(numberIn(0, 600, null))),
        }),
        v.object({ type: v.literal('withdrawn'), ...base, targetId: idSchema }),
      ]),
    ),
    v.minLength(1),
    v.maxLength(500),
  ),
})
export type ObservationEvent = v.InferOutput<typeof postObservationsSchema>['observations'][number]
