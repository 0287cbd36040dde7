import * as v from 'valibot'
import { CHECK_IDS, PART_IDS } from '../catalogue/catalogueIds.ts'
import { PANELS } from '../machine/access.ts'
import { LEAK_PHASES } from '../machine/leakPhases.ts'
import { FAMILY_IDS, TAPS } from '../machine/machineSpec.ts'
import { CYCLE_MARKS } from '../measure/plan/runMarks.ts'
import { RUN_KINDS, START_FROM } from '../measure/plan/runPlan.ts'
import { valueProblem } from '../reason/checks/checks.ts'
import { ACT_WORDS } from '../reason/evidence/seen/acts.ts'
import { WORKED_ON } from '../reason/leaks/leakHistory.ts'
import { CYCLE_MOMENTS } from '../state/stages.ts'

export const VISIT_FORMAT = 'brendik-visit/1'
export const EVENT_NAMES = [
  'valve-open',
  'valve-closed',
  'pump-on',
  'pump-off',
  'air-drawn',
  'leak-seen',
  'leak-stopped',
  'pump-silent',
  ...CYCLE_MARKS,
] as const
export const COLUMNS = ['t_s', 'level_mm', 'ruler_mm', 'flow_l_min', 'current_a'] as const

/** Most rows one run may hold: ten hours at 10 Hz. */
export const MOST_ROWS = 360_000

function range(low: number, high: number, unit: string) {
  const message = (issue: { received: string }) => `expected ${low}..${high} ${unit}, got ${issue.received}`
  return v.pipe(v.number(message), v.minValue(low, message), v.maxValue(high, message))
}
const optionalNull = <T extends v.GenericSchema>(schema: T) => v.optional(v.nullable(schema))
/** Additions that files of others may have used for something else: taken as they come, used where they fit. */
const loosely = v.optional(v.unknown())

const RFC3339 =
  /^\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])T([01]\d|2[0-3]):[0-5]\d:([0-5]\d|60)(\.\d+)?(Z|[+-]([01]\d|2[0-3]):[0-5]\d)$/
const daysOf = (year: number, month: number): number =>
  month === 2
    ? year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0)
      ? 29
      : 28
    : [4, 6, 9, 11].includes(month)
      ? 30
      : 31
const instant = v.pipe(
  v.string(),
  v.regex(
    RFC3339,
    (issue) => `expected a time as RFC 3339, like 2026-03-02T09:14:05Z, got ${issue.received}`,
  ),
  // Programs take the thirtieth of February for the second of March.
  v.check(
    (at) => Number(at.slice(8, 10)) <= daysOf(Number(at.slice(0, 4)), Number(at.slice(5, 7))),
    (issue) => `expected a day that there is, got ${issue.received}`,
  ),
)

/** Units and columns are checked by a plain loop (`checkRows`): a schema call per cell would cost ten times the analysis. */
const row = v.custom<(number | null)[]>(
  (value) => Array.isArray(value),
  'expected a row: an array of numbers and nulls',
)

const machineSchema = v.looseObject({
  family: v.picklist(FAMILY_IDS),
  /** What its plate says, where it is text. */
  make: loosely,
  model: loosely,
  serial: loosely,
  label: v.optional(v.pipe(v.string(), v.maxLength(200)), ''),
  tub: v.looseObject({
    diameter_mm: range(200, 1200, 'mm'),
    depth_mm: optionalNull(range(100, 1500, 'mm')),
    sump_l: optionalNull(range(0, 20, 'L')),
    floor_mm: optionalNull(range(-200, 300, 'mm')),
    /** Nobody held a tape to it; an addition to the format. */
    assumed: v.optional(v.boolean()),
  }),
  valve: optionalNull(
    v.looseObject({
      rated_l_min: optionalNull(range(0.5, 60, 'L/min')),
      taps: v.optional(v.pipe(v.array(v.picklist(TAPS)), v.minLength(1), v.maxLength(2))),
    }),
  ),
  pump: optionalNull(
    v.looseObject({
      supply_v: optionalNull(range(1, 500, 'V')),
      supply_hz: optionalNull(range(40, 70, 'Hz')),
      winding_ohm: optionalNull(range(0.1, 10_000, 'ohm')),
      shutoff_head_m: optionalNull(range(0.3, 10, 'm')),
      free_flow_l_min: optionalNull(range(3, 200, 'L/min')),
    }),
  ),
  drain_hose: optionalNull(
    v.looseObject({
      bore_mm: optionalNull(range(8, 50, 'mm')),
      length_m: optionalNull(range(0.2, 20, 'm')),
      wall: optionalNull(v.picklist(['corrugated', 'smooth'])),
      flap_valve: optionalNull(v.boolean()),
    }),
  ),
  fill_level_mm: optionalNull(range(1, 1500, 'mm')),
  part_heights_mm: v.optional(
    v.record(v.picklist(PART_IDS), v.tuple([range(-1000, 2000, 'mm'), range(-1000, 2000, 'mm')])),
  ),
})

const siteSchema = v.looseObject({
  /** Its name, where it is text. */
  label: loosely,
  supply_kpa: optionalNull(
    v.looseObject({ cold: optionalNull(range(0, 2000, 'kPa')), hot: optionalNull(range(0, 2000, 'kPa')) }),
  ),
  standpipe_height_mm: optionalNull(range(0, 4000, 'mm')),
  water_temp_c: optionalNull(range(0, 95, '°C')),
  port_height_mm: optionalNull(range(-500, 1500, 'mm')),
})

const runSchema = v.looseObject({
  /** By which it is known again, where it is a UUID; the same of looks and acts. */
  id: loosely,
  kind: v.picklist(RUN_KINDS),
  taps: v.optional(v.pipe(v.array(v.picklist(TAPS)), v.maxLength(2))),
  throttled: v.optional(v.boolean(), false),
  hose_end_mm: optionalNull(range(-500, 4000, 'mm')),
  laundry: v.optional(v.picklist(['none', 'wet', 'dry']), 'none'),
  laundry_kg: v.optional(range(0, 30, 'kg'), 0),
  source: v.optional(v.picklist(['hand', 'stream']), 'hand'),
  started_at: v.optional(instant),
  start_level_mm: optionalNull(range(-300, 1500, 'mm')),
  /** What that level rests on; the level at which the run was to end; when the clock of a cycle was stopped. Additions to the format. */
  start_from: optionalNull(v.picklist(START_FROM)),
  end_level_mm: optionalNull(range(-300, 1500, 'mm')),
  protocol: loosely,
  own: loosely,
  clock_stopped_s: optionalNull(range(0, 1e6, 's')),
  columns: v.pipe(v.array(v.picklist(COLUMNS)), v.minLength(1), v.maxLength(COLUMNS.length)),
  rows: v.pipe(v.array(row), v.maxLength(MOST_ROWS)),
  events: v.optional(
    v.pipe(
      v.array(
        v.looseObject({
          t_s: range(0, 1e6, 's'),
          what: v.picklist(EVENT_NAMES),
          /** It stands for a press of the clock, not for something seen; an addition to the format. */
          by_clock: v.optional(v.boolean()),
        }),
      ),
      v.maxLength(1000),
    ),
    [],
  ),
})

/** What is known of the machine's past; an addition to the format. */
const historySchema = v.looseObject({
  age_years: optionalNull(range(0, 80, 'years')),
  /** A cap, hose or door was opened with water inside. */
  opened: v.optional(v.boolean(), false),
  last_repair: optionalNull(v.picklist(WORKED_ON)),
  /** When in the cycle the customer meets it. */
  moment: optionalNull(v.picklist(CYCLE_MOMENTS)),
})

/** The machine as it stands now; what is missing follows from runs and observations. */
const stateSchema = v.looseObject({
  mains: optionalNull(v.picklist(['on', 'off'])),
  competent: optionalNull(v.boolean()),
  water_l: optionalNull(range(0, 500, 'L')),
  panels_off: v.optional(v.pipe(v.array(v.picklist(PANELS)), v.maxLength(PANELS.length))),
  tilted: optionalNull(v.boolean()),
  cap_open: optionalNull(v.boolean()),
  hose_end: optionalNull(v.picklist(['standpipe', 'low', 'lifted'])),
  taps: optionalNull(
    v.looseObject({
      cold: optionalNull(v.picklist(['open', 'shut'])),
      hot: optionalNull(v.picklist(['open', 'shut'])),
    }),
  ),
  contained_l: optionalNull(range(0, 500, 'L')),
  lock: optionalNull(v.picklist(['free', 'locked', 'bypassed'])),
})
/** A check, a run like `run:hold`, or a watched phase like `watch:hold`. */
const lookName = v.pipe(v.string(), v.maxLength(60))

const uuid = v.pipe(
  v.string(),
  v.uuid((issue) => `expected a UUID, got ${issue.received}`),
)
const whole = v.record(v.string(), v.unknown())
/** What the app keeps of a visit that the format has no place for: by it a visit comes back as it went out. */
const ownSchema = v.looseObject({
  visit: v.optional(uuid),
  /** It brings something to a visit that is there, and is not the file that the visit came in by. */
  part: v.optional(v.boolean()),
  machine: v.optional(uuid),
  site: v.optional(uuid),
  /** Plate and tech sheet, and how the machine is built, as they are stored: the app checks them as it does its own. */
  record: optionalNull(whole),
  construction: optionalNull(whole),
  /** What was said of stages, state and work. Where a topic is here, `state`, `history` and `unavailable` only follow from it. */
  entries: v.optional(
    v.pipe(
      v.array(
        v.looseObject({
          id: uuid,
          at: instant,
          topic: v.pipe(v.string(), v.maxLength(200)),
          value: v.union([v.pipe(v.string(), v.maxLength(4000)), v.number(), v.boolean()]),
        }),
      ),
      v.maxLength(5000),
    ),
  ),
  /** Photos that lie beside the file in a zip, as `photos/<id>.jpg`. */
  photos: v.optional(
    v.pipe(
      v.array(v.looseObject({ id: uuid, at: instant, stage: v.pipe(v.string(), v.maxLength(60)) })),
      v.maxLength(300),
    ),
  ),
})

/** The visit file, `brendik-visit/1`. Unknown keys are kept. */
export const visitFileSchema = v.looseObject({
  format: v.literal(VISIT_FORMAT),
  /** In whose words, and when it was agreed for and closed, where they are text and times. */
  complaint: loosely,
  due_at: loosely,
  closed_at: loosely,
  machine: machineSchema,
  site: v.optional(siteSchema, {}),
  history: v.optional(historySchema, {}),
  runs: v.optional(v.pipe(v.array(runSchema), v.maxLength(500)), []),
  observations: v.optional(
    v.pipe(
      v.array(
        v.looseObject({
          id: loosely,
          check: v.picklist(CHECK_IDS),
          value: v.union([v.string(), v.number()]),
          tap: v.optional(v.picklist(TAPS)),
          level_mm: optionalNull(range(-300, 1500, 'mm')),
          phase: optionalNull(v.picklist(LEAK_PHASES)),
          /** Which side of an opened joint water came from, and whether water was inside. */
          side: optionalNull(v.picklist(['pump', 'hose'])),
          water_inside: optionalNull(v.boolean()),
          /** Temperature of a winding as it was measured. */
          temp_c: optionalNull(range(-30, 250, '°C')),
          at: v.optional(instant),
        }),
      ),
      v.maxLength(5000),
    ),
    [],
  ),
  /** Checks and runs that cannot be made in this visit. */
  unavailable: v.optional(v.pipe(v.array(lookName), v.maxLength(200)), []),
  state: optionalNull(stateSchema),
  /** What was done: each begins a new epoch for what lies on its path. */
  acts: v.optional(
    v.pipe(
      v.array(
        v.looseObject({
          id: loosely,
          at: instant,
          what: v.picklist(ACT_WORDS),
          part: v.picklist(PART_IDS),
          tap: v.optional(v.picklist(TAPS)),
          result: v.optional(v.string()),
          showed: v.optional(v.string()),
        }),
      ),
      v.maxLength(500),
    ),
    [],
  ),
  /** What the app keeps beside it; an addition to the format. */
  brendik: v.optional(ownSchema),
})
export type VisitFile = v.InferOutput<typeof visitFileSchema>
export type VisitFileRun = VisitFile['runs'][number]

/** A visit file that cannot be read, with the path of the offending value. */
export class VisitFileError extends Error {
  readonly path: string
  constructor(path: string, problem: string) {
    super(path === '' ? problem : `${path}: ${problem}`)
    this.path = path
  }
}

/** One value that is unknown or impossible: where it stands, and what is wrong with it. */
export interface VisitFileProblem {
  path: readonly (string | number)[]
  problem: string
}

/**
 * Reads a parsed JSON document as a visit file.
 * @throws {VisitFileError} With the path of the first value that is unknown or impossible.
 */
export function parseVisitFile(document: unknown): VisitFile {
  const { file, problems } = readVisitFile(document, 1)
  const [first] = problems
  if (first) throw new VisitFileError(first.path.join('.'), first.problem)
  return file as VisitFile
}

/**
 * A parsed JSON document as a visit file, or all that is wrong with it.
 * @param most - So many problems are named; what its rows and looks say is only gone through once the rest can be read.
 * @returns The file, null where something is wrong.
 */
export function readVisitFile(
  document: unknown,
  most: number,
): { file: VisitFile | null; problems: VisitFileProblem[] } {
  const result = v.safeParse(visitFileSchema, document, { abortEarly: most === 1 })
  const problems: VisitFileProblem[] = result.success
    ? valueProblems(result.output)
    : result.issues.map((issue) => ({
        path: (issue.path ?? []).map(({ key }) => key as string | number),
        problem: tidy(issue.message),
      }))
  return {
    file: problems.length === 0 ? (result.output as VisitFile) : null,
    problems: problems.slice(0, most),
  }
}

/** What the schema leaves to plain loops: rows, and values of looks. */
function valueProblems(file: VisitFile): VisitFileProblem[] {
  const rows = file.runs.flatMap((run, index) => {
    const found = rowsProblem(run)
    return found ? [{ ...found, path: ['runs', index, ...found.path] }] : []
  })
  const looks = file.observations.flatMap(({ check, value }, index) => {
    const problem = valueProblem(check, value)
    return problem ? [{ path: ['observations', index, 'value'], problem }] : []
  })
  return [...rows, ...looks]
}

function tidy(message: string): string {
  return message
    .replace(/^Invalid (type|key|format|length): /, '')
    .replace(/^Expected/, 'expected')
    .replace(/ but received /, ', got ')
    .replace(/\(((?:"[^"]*" \| ){12,}"[^"]*")\)(.*"([^"]*)"$)?/, (_all, ids: string, rest = '', got = '') => {
      const all = ids.split(' | ')
      const near = all.filter((one) => one.startsWith(`"${got.slice(0, 3)}`))
      return `one of ${all.length} ids (${(near.length > 0 ? near : all).slice(0, 6).join(' | ')} …)${rest}`
    })
}

/** Limits of a reading: what no tub or meter can show is refused; what only looks odd is left to the analysis. */
export const CELL_LIMITS = {
  // A first reading may be written down a moment before the mark that starts the run.
  t_s: [-2, 1e6, 's'],
  level_mm: [-300, 1500, 'mm'],
  ruler_mm: [-300, 1500, 'mm'],
  flow_l_min: [-1, 200, 'L/min'],
  current_a: [-200, 200, 'A'],
} as const

/** The first thing that is wrong with the rows of a run, its path below the run; null = nothing. */
function rowsProblem(run: VisitFileRun): VisitFileProblem | null {
  const width = run.columns.length
  const timeColumn = run.columns.indexOf('t_s')
  if (timeColumn < 0) return { path: ['columns'], problem: 'expected t_s among the columns' }
  if (new Set(run.columns).size !== width) return { path: ['columns'], problem: 'expected each column once' }
  const limits = run.columns.map((name) => CELL_LIMITS[name])
  for (let r = 0; r < run.rows.length; r++) {
    const cells = run.rows[r] as (number | null)[]
    if (cells.length !== width)
      return { path: ['rows', r], problem: `expected ${width} values, got ${cells.length}` }
    for (let c = 0; c < width; c++) {
      const value = cells[c] as unknown
      if (value === null && c !== timeColumn) continue
      const [low, high, unit] = limits[c] as readonly [number, number, string]
      if (typeof value !== 'number' || !(value >= low && value <= high))
        return {
          path: ['rows', r, c],
          problem: `${run.columns[c]}: expected ${low}..${high} ${unit}, got ${JSON.stringify(value)}`,
        }
    }
  }
  return null
}
