import * as v from 'valibot'
import { machineFromFile, runPlanFromFile, siteFromFile } from '../files/analyseVisit.ts'
import { instantOf, msOfInstant } from '../files/instant.ts'
import { MOST_ROWS, type VisitFile, VisitFileError, type VisitFileRun } from '../files/visitFile.ts'
import { type MachineSpec, type SiteSpec, tapedTub } from '../machine/machineSpec.ts'
import { BOARD_MARKS, type RunEvent } from '../measure/board/runEvents.ts'
import { BOARD_ENDS } from '../measure/board/runState.ts'
import type { RunPlan } from '../measure/plan/runPlan.ts'
import { tubTopMm } from '../physics/tub/tubGeometry.ts'
import { tubLevelMm, tubVolumeL } from '../physics/tub/tubVolume.ts'
import { actValue } from '../reason/evidence/seen/actEntries.ts'
import { NOT_HERE_TOPIC } from '../reason/planning/notHere.ts'
import { RESIDUE_L } from '../state/waterInside.ts'
import {
  BLANK_RECORD,
  type EntryEvent,
  type MachineRecord,
  machineRecordSchema,
  PHOTO_STAGES,
  postEntriesSchema,
  recordOf,
} from './recordSchemas.ts'
import {
  type IngestBlock,
  idSchema,
  MOST_PER_BLOCK,
  machineSpecSchema,
  type ObservationEvent,
  protocolSchema,
} from './specSchemas.ts'

/** What a visit file says, as the facts that are stored of a visit. Instants are ms since 1970. */
export interface VisitFacts {
  visitId: string
  machineId: string
  siteId: string
  machine: { spec: MachineSpec; record: MachineRecord }
  site: { name: string; spec: SiteSpec }
  dueAtMs: number
  complaint: string
  closedAtMs: number | null
  /** Each with its place in the file's list. */
  runs: { at: number; id: string; events: RunEvent[]; blocks: IngestBlock[] }[]
  observations: (ObservationEvent & { type: 'observed' })[]
  entries: EntryEvent[]
  photos: { id: string; atMs: number; stage: (typeof PHOTO_STAGES)[number] }[]
}

export interface FactsAsked {
  /** An id made of a name, always the same for the same file: what the file gives no id of its own. */
  idOf: (name: string) => string
  /** What stands for a time that the file does not name, ms since 1970. */
  baseMs: number
  /** What a machine and a place without a name are called. */
  names: { machine: string; site: string }
}

/** So much lies between two things of which the file says only that one came after the other, ms. */
const STEP_MS = 1000
const HOUR_MS = 3_600_000
/** Looks without a date come before the runs without one, in their order. */
const MOST_LOOKS = 5000
/** With more rows than a hand writes down, a run is stored as a stream is. */
const MOST_BY_HAND = 1000

/**
 * A visit file as the facts that are stored of it: what `visitFileOf` writes, read back.
 * @throws {VisitFileError} With the path of a value that the format takes and a stored visit cannot have.
 */
export function factsOfVisitFile(file: VisitFile, { idOf, baseMs, names }: FactsAsked): VisitFacts {
  const own = file.brendik ?? {}
  const machine = machineOf(file, names.machine)
  const site = siteFromFile(file)
  const dueAtMs = instantIn(file.due_at) ?? earliest(file) ?? baseMs
  const firstActMs = Math.min(...file.acts.map(({ at }) => msOfInstant(at)))
  // What has no date comes before the first act.
  const undatedMs = Math.min(dueAtMs, Number.isFinite(firstActMs) ? firstActMs - HOUR_MS : dueAtMs)
  let clockMs = undatedMs
  const observations = file.observations.map((o, n) => ({
    type: 'observed' as const,
    id: idIn(o.id) ?? idOf(`observations.${n}`),
    atMs: o.at === undefined ? undatedMs - (MOST_LOOKS - n) * STEP_MS : msOfInstant(o.at),
    check: o.check,
    value: o.value,
    tap: o.tap ?? null,
    levelMm: o.level_mm ?? null,
    tempC: o.temp_c ?? null,
    phase: o.phase ?? null,
    side: o.side ?? null,
    waterInside: o.water_inside ?? null,
    beganAtMs: instantIn(o.began_at),
    changesMin: numberAt(o.changes_min, 0, 600),
  }))
  const runs = file.runs.flatMap((run, n) => {
    const id = idIn(run.id) ?? idOf(`runs.${n}`)
    const facts = runFactsOf(run, runPlanFromFile(run, machine.spec, site, `runs.${n}`), {
      startedAtMs: run.started_at === undefined ? clockMs + STEP_MS : msOfInstant(run.started_at),
      idOf: (name) => idOf(`${id} ${name}`),
    })
    if (!facts) return []
    clockMs = Math.max(clockMs, facts.stoppedAtMs)
    return [{ at: n, id, events: facts.events, blocks: facts.blocks }]
  })
  return {
    visitId: idIn(own.visit) ?? idOf('visit'),
    machineId: idIn(own.machine) ?? idOf('machine'),
    siteId: idIn(own.site) ?? idOf('site'),
    machine,
    site: { name: textIn(file.site.label, 200) ?? names.site, spec: site },
    dueAtMs,
    complaint: textIn(file.complaint, 2000) ?? '',
    closedAtMs: instantIn(file.closed_at),
    runs,
    observations,
    entries: entriesOf(
      file,
      machine.spec,
      idOf,
      () => Math.max(clockMs, ...file.acts.map(({ at }) => msOfInstant(at))) + STEP_MS,
    ),
    photos: (own.photos ?? []).map(({ id, at, stage }, n) => {
      const known = PHOTO_STAGES.find((one) => one === stage)
      if (!known)
        throw new VisitFileError(`brendik.photos.${n}.stage`, `expected a stage of a visit, got ${stage}`)
      return { id: id.toLowerCase(), atMs: msOfInstant(at), stage: known }
    }),
  }
}

function machineOf(file: VisitFile, name: string): VisitFacts['machine'] {
  const { machine, brendik } = file
  const spec: MachineSpec = {
    ...machineFromFile(file),
    label: machine.label.trim() || name,
    ...(brendik?.construction
      ? { construction: brendik.construction as unknown as MachineSpec['construction'] }
      : {}),
  }
  const problem = issueOf(machineSpecSchema, spec)
  if (problem)
    throw new VisitFileError(
      problem.path[0] === 'construction'
        ? `brendik.${problem.path.join('.')}`
        : `machine: ${problem.path.join('.')}`,
      problem.message,
    )
  const kept = brendik?.record ? recordOf(brendik.record) : null
  const wrong = kept && issueOf(machineRecordSchema, kept)
  if (wrong) throw new VisitFileError(`brendik.record.${wrong.path.join('.')}`, wrong.message)
  const { supply_v: supplyV, winding_ohm: windingOhm } = machine.pump ?? {}
  const ageYears = file.history.age_years ?? null
  const dueMs = instantIn(file.due_at) ?? earliest(file)
  const base = kept ?? {
    ...BLANK_RECORD,
    builtYear:
      ageYears === null || dueMs === null
        ? null
        : Number(instantOf(dueMs).slice(0, 4)) - Math.round(ageYears),
  }
  const [lo, hi] = base.techSheet.pumpOhm ?? [Number.NaN, Number.NaN]
  // The middle of a band that is known says nothing against the band.
  const known = !windingOhm || Math.abs(Math.sqrt(lo * hi) / windingOhm - 1) < 1e-6
  return {
    spec,
    record: {
      ...base,
      make: textIn(machine.make, 100) ?? base.make,
      model: textIn(machine.model, 100) ?? base.model,
      serial: textIn(machine.serial, 100) ?? base.serial,
      // Nominal supplies: what is measured at an outlet lies about them.
      supplyVolts: supplyV ? (supplyV < 170 ? 120 : 230) : base.supplyVolts,
      techSheet: known ? base.techSheet : { ...base.techSheet, pumpOhm: [windingOhm, windingOhm] },
    },
  }
}

/** The facts of one run; null = it says neither when it ended nor anything that was read. */
function runFactsOf(
  run: VisitFileRun,
  plan: RunPlan,
  { startedAtMs, idOf }: { startedAtMs: number; idOf: (name: string) => string },
): { events: RunEvent[]; blocks: IngestBlock[]; stoppedAtMs: number } | null {
  const time = run.columns.indexOf('t_s')
  const at = (tS: number) => Math.round(startedAtMs + tS * 1000)
  const ends = BOARD_ENDS[plan.kind]
  const zeroS = run.events.find(({ what }) => what === ends?.from)?.t_s ?? 0
  const endS = run.events.findLast(
    ({ what, by_clock }) => what === ends?.to && (by_clock || !markable(what)),
  )?.t_s
  const lastS = [...run.rows.map((row) => row[time] ?? 0), ...run.events.map(({ t_s }) => t_s)].reduce(
    (latest, tS) => Math.max(latest, tS),
    Number.NEGATIVE_INFINITY,
  )
  const stopS = run.clock_stopped_s ?? endS ?? (Number.isFinite(lastS) ? lastS : null)
  if (stopS === null || stopS < zeroS) return null
  const protocol = v.safeParse(protocolSchema, run.protocol)
  const events: RunEvent[] = [
    {
      type: 'planned',
      id: idOf('planned'),
      atMs: at(zeroS),
      plan: { ...plan, ...(protocol.success ? { protocol: protocol.output } : {}) },
      instrumentId: null,
    },
    { type: 'started', id: idOf('started'), atMs: at(zeroS) },
  ]
  run.events.forEach(({ t_s, what, by_clock }, n) => {
    if (markable(what) && !by_clock)
      events.push({ type: 'marked', id: idOf(`event ${n}`), atMs: at(t_s), what })
  })
  const byHand =
    run.source === 'hand' &&
    !run.columns.includes('current_a') &&
    run.rows.length <= MOST_BY_HAND &&
    run.rows.every((row) => (row[run.columns.indexOf('flow_l_min')] ?? 0) >= 0)
  if (byHand)
    run.rows.forEach((row, n) => {
      run.columns.forEach((column, c) => {
        const value = row[c] ?? null
        const base = { id: idOf(`row ${n} ${column}`), atMs: at(row[time] ?? 0) }
        if (value === null || column === 't_s') return
        if (column === 'flow_l_min') events.push({ type: 'flowRead', ...base, flowLMin: value })
        else
          events.push({
            type: 'levelRead',
            ...base,
            levelMm: value,
            by: column === 'ruler_mm' ? 'ruler' : 'indicated',
          })
      })
    })
  events.push({ type: 'stopped', id: idOf('stopped'), atMs: at(stopS) })
  return { events, blocks: byHand ? [] : blocksOf(run, at, idOf), stoppedAtMs: at(stopS) }
}
const markable = (what: string): what is (typeof BOARD_MARKS)[number] =>
  (BOARD_MARKS as readonly string[]).includes(what)

/** A day, less a little: readings of a block lie within one. */
const BLOCK_SPAN_S = 80_000
function blocksOf(
  run: VisitFileRun,
  at: (tS: number) => number,
  idOf: (name: string) => string,
): IngestBlock[] {
  const place = (name: (typeof run.columns)[number]) => run.columns.indexOf(name)
  const time = place('t_s')
  const blocks: IngestBlock[] = []
  for (let from = 0; from < run.rows.length && from < MOST_ROWS; ) {
    const first = run.rows[from]?.[time] ?? 0
    let to = from
    while (
      to < run.rows.length &&
      to - from < MOST_PER_BLOCK &&
      Math.abs((run.rows[to]?.[time] ?? 0) - first) < BLOCK_SPAN_S
    )
      to++
    const part = run.rows.slice(from, to)
    const column = (name: (typeof run.columns)[number]) =>
      place(name) < 0 ? undefined : part.map((row) => row[place(name)] ?? null)
    const block: IngestBlock = { id: idOf(`rows ${from}`), atMs: part.map((row) => at(row[time] ?? 0)) }
    const [levelMm, rulerMm, flowLMin] = [column('level_mm'), column('ruler_mm'), column('flow_l_min')]
    const currentA = column('current_a')
    blocks.push({
      ...block,
      ...(levelMm ? { levelMm } : {}),
      ...(rulerMm ? { rulerMm } : {}),
      ...(flowLMin ? { flowLMin } : {}),
      ...(currentA ? { currentA } : {}),
    })
    from = to
  }
  return blocks
}

/** Litres inside as they are said of a machine: by the level they stand at, mm above the port. @throws {VisitFileError} If its tub holds less. */
function waterSaid(spec: MachineSpec, waterL: number): string | number {
  if (waterL <= RESIDUE_L) return 'empty'
  const tub = tapedTub(spec)
  const fullL = tubVolumeL(tub, tubTopMm(tub)) + RESIDUE_L
  if (waterL > fullL)
    throw new VisitFileError(
      'state.water_l',
      `expected at most ${fullL.toFixed(1)} L in this tub, got ${waterL}`,
    )
  return Math.max(0, Math.round(tubLevelMm(tub, waterL - RESIDUE_L)))
}

/** What was said: as the app kept it, and what the format's own keys say of topics that are not among it. */
function entriesOf(
  file: VisitFile,
  spec: MachineSpec,
  idOf: (name: string) => string,
  nextMs: () => number,
): EntryEvent[] {
  const kept = file.brendik?.entries ?? []
  const topics = new Set(kept.map(({ topic }) => topic))
  const entries: EntryEvent[] = kept.map(({ id, at, topic, value }) => ({
    id: id.toLowerCase(),
    atMs: msOfInstant(at),
    topic,
    value,
    basedOn: [],
  }))
  file.acts.forEach(({ at, what, part, tap, showed, ...act }, n) => {
    const id = idIn(act.id) ?? idOf(`acts.${n}`)
    const atMs = msOfInstant(at)
    entries.push({
      id: idOf(`act ${id}`),
      atMs,
      topic: `act:${id}`,
      value: actValue({ what, part, ...(tap ? { tap } : {}) }),
      basedOn: [],
    })
    if (showed !== undefined && !topics.has(`showed:${part}`))
      entries.push({
        id: idOf(`showed ${id}`),
        atMs: atMs + STEP_MS,
        topic: `showed:${part}`,
        value: showed,
        basedOn: [],
      })
  })
  const says = (topic: string, value: string | number | boolean | null | undefined) => {
    if (value !== null && value !== undefined && !topics.has(topic))
      entries.push({ id: idOf(topic), atMs: nextMs(), topic, value, basedOn: [] })
  }
  const { state, history } = file
  if (!file.brendik?.entries) {
    says('state:mains', state?.mains && (state.mains === 'on' ? 'plugged' : 'unplugged'))
    says(
      'state:competent',
      state?.competent === undefined || state.competent === null ? null : state.competent ? 'yes' : 'no',
    )
    says(
      'state:tilt',
      state?.tilted === undefined || state.tilted === null ? null : state.tilted ? 'tipped' : 'upright',
    )
    says(
      'state:cap',
      state?.cap_open === undefined || state.cap_open === null
        ? history.opened
          ? 'shut'
          : null
        : state.cap_open
          ? 'open'
          : 'shut',
    )
    says('state:hose-end', state?.hose_end)
    says('state:tap-cold', state?.taps?.cold)
    says('state:tap-hot', state?.taps?.hot)
    says('state:lock', state?.lock)
    says('state:panels', state?.panels_off && (state.panels_off.length > 0 ? 'open' : 'closed'))
    if (typeof state?.water_l === 'number') says('state:water', waterSaid(spec, state.water_l))
    if (state?.contained_l) {
      says('state:contain', 'tray')
      says('state:contain-l', state.contained_l)
    }
    says('said:last-repair', history.last_repair)
    says('said:moment', history.moment)
    for (const look of file.unavailable) {
      const topic = `not-here:${look.startsWith('watch:') ? look.replace('watch', 'phase') : look}`
      if (NOT_HERE_TOPIC.test(topic)) says(topic, true)
    }
  }
  const wrong = entries.findIndex((entry) => issueOf(postEntriesSchema, { entries: [entry] }))
  if (wrong >= 0) {
    const issue = issueOf(postEntriesSchema, { entries: [entries[wrong]] })
    const where =
      wrong < kept.length ? `brendik.entries.${wrong}.${issue?.path.at(-1)}` : (entries[wrong]?.topic ?? '')
    throw new VisitFileError(where, issue?.message ?? '')
  }
  return entries
}

function issueOf(schema: v.GenericSchema, value: unknown): { path: string[]; message: string } | null {
  const result = v.safeParse(schema, value, { abortEarly: true })
  if (result.success) return null
  const [issue] = result.issues
  return { path: (issue.path ?? []).map(({ key }) => String(key)), message: issue.message }
}

/** The first thing that the file gives a date, ms since 1970. */
function earliest(file: VisitFile): number | null {
  const dated = [
    ...file.runs.map((run) => run.started_at),
    ...file.observations.map(({ at }) => at),
    ...file.acts.map(({ at }) => at),
  ]
  const first = Math.min(...dated.flatMap((at) => (at === undefined ? [] : [msOfInstant(at)])))
  return Number.isFinite(first) ? first : null
}

/** What the format leaves to others, where it is what the app means by it. */
const idIn = (value: unknown): string | null => (v.is(idSchema, value) ? value.toLowerCase() : null)
function textIn(value: unknown, most: number): string | null {
  return typeof value === 'string' && value.trim() !== '' ? value.slice(0, most) : null
}
function instantIn(value: unknown): number | null {
  const ms = typeof value === 'string' ? msOfInstant(value) : Number.NaN
  return ms >= 0 && ms <= 4e12 ? ms : null
}
const numberAt = (value: unknown, low: number, high: number): number | null =>
  typeof value === 'number' && value >= low && value <= high ? value : null
