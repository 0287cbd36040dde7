import * as v from 'valibot'
import { familyDefaults, type MachineSpec, type SiteSpec, tapedTub } from '../machine/machineSpec.ts'
import type { RunMark } from '../measure/plan/runMarks.ts'
import type { RunPlan, StartFrom } from '../measure/plan/runPlan.ts'
import type { Readings } from '../measure/readings/readings.ts'
import { analyseRun } from '../measure/verdict/analyseRun.ts'
import {
  type Bounds,
  type NotIdentifiable,
  QUANTITIES,
  type Quantities,
  type QuantityId,
} from '../measure/verdict/quantities.ts'
import type { RunAnalysis } from '../measure/verdict/runAnalysis.ts'
import type { Saying } from '../measure/verdict/saying.ts'
import type { Verdict } from '../measure/verdict/verdict.ts'
import type { Message } from '../message.ts'
import type { Interval } from '../numeric/interval.ts'
import { tubProblems, tubTopMm } from '../physics/tub/tubGeometry.ts'
import { combineVisit, type VisitSays } from '../reason/evidence/combineVisit.ts'
import { runInVisit } from '../reason/evidence/runInVisit.ts'
import type { VisitAct } from '../reason/evidence/seen/acts.ts'
import type { JudgedRun, Observation } from '../reason/evidence/seen/observations.ts'
import { msOfInstant } from './instant.ts'
import { ownRecordsSchema } from './ownRecordsSchema.ts'
import { type VisitFile, VisitFileError, type VisitFileRun } from './visitFile.ts'

/** Quantities in the words of the file format; units are in the ids. */
interface NamedQuantities {
  quantities: Record<string, Interval>
  not_identifiable: Record<string, Message | Saying>
  bounds: Record<string, { at_least?: number; at_most?: number }>
}

/** One run's answer under the ids of the file format; its sentences are made in the package of words. */
export interface RunReport extends NamedQuantities {
  kind: VisitFileRun['kind']
  verdict: Verdict
  saying: Saying
  /** What a flow by time alone rests on. */
  rests?: NonNullable<RunAnalysis['rests']>
  expected?: {
    time_s: { lo: number; mid: number; hi: number }
    flow_l_min: { lo: number; mid: number; hi: number }
  }
  notes: Message[]
}

export interface VisitReport {
  runs: RunReport[]
  combined: NamedQuantities & {
    verdicts: {
      drain?: string
      /** What disturbed the drains and is neither pump nor path. */
      drain_trouble?: string
      pump?: string
      /** What was probably a slip of unit or kind, and is asked. */
      asked?: string[]
      /** ln of likelihood above a sound pump on a clean path. */
      drain_support?: { pump_weak: number; path_restricted: number }
      fill?: string
      fill_causes?: Record<string, number>
      hold?: string
      meter?: string
      standpipe?: string
    }
    /** What runs and looks say together. */
    says: VisitSays
    /** Whether a run says something by itself. */
    told: boolean
  }
}

/** Sizes of a tub as the file names them. */
const FILE_FIELD: Readonly<Record<string, string>> = {
  diameterMm: 'diameter_mm',
  depthMm: 'depth_mm',
  sumpL: 'sump_l',
  floorMm: 'floor_mm',
}

/** The machine of a visit file; what the file leaves out comes from its family. @throws {VisitFileError} If the tub cannot exist. */
export function machineFromFile(file: VisitFile): MachineSpec {
  const { machine } = file
  const usual = familyDefaults(machine.family)
  const spec: MachineSpec = {
    family: machine.family,
    label: machine.label,
    tub: {
      diameterMm: machine.tub.diameter_mm,
      depthMm: machine.tub.depth_mm ?? usual.tub.depthMm,
      sumpL: machine.tub.sump_l ?? usual.tub.sumpL,
      floorMm: machine.tub.floor_mm ?? usual.tub.floorMm,
      ...(machine.tub.assumed ? { assumed: true } : {}),
    },
    valve: { ratedLMin: machine.valve?.rated_l_min ?? null, taps: machine.valve?.taps ?? ['cold'] },
    pump: {
      shutoffHeadM: machine.pump?.shutoff_head_m ?? null,
      freeFlowLMin: machine.pump?.free_flow_l_min ?? null,
    },
    drainHose: {
      boreMm: machine.drain_hose?.bore_mm ?? usual.drainHose.boreMm,
      lengthM: machine.drain_hose?.length_m ?? usual.drainHose.lengthM,
      wall: machine.drain_hose?.wall ?? 'corrugated',
    },
    fillLevelMm: machine.fill_level_mm ?? null,
    partHeightsMm: machine.part_heights_mm,
  }
  const problem = tubProblems(tapedTub(spec))[0]
  if (problem)
    throw new VisitFileError(`machine.tub.${FILE_FIELD[problem.field] ?? problem.field}`, problem.problem)
  return spec
}

/** The place of a visit file; what the file leaves out is null, water is taken at 15 °C. */
export function siteFromFile(file: VisitFile): SiteSpec {
  const { site } = file
  return {
    supplyKpa: { cold: site.supply_kpa?.cold ?? null, hot: site.supply_kpa?.hot ?? null },
    standpipeHeightMm: site.standpipe_height_mm ?? null,
    waterTempC: site.water_temp_c ?? 15,
    portHeightMm: site.port_height_mm ?? null,
  }
}

/** A level this far above the tub's top is no noisy reading but an impossible one, mm. */
const ABOVE_TOP_MM = 60

/**
 * What a visit file says: each run judged, then what they say together.
 * @throws {VisitFileError} With the path of an impossible value.
 */
export function analyseVisit(file: VisitFile): VisitReport {
  const { judged, says } = judgeVisit(file)
  const known = judged.map((run, place) => ({ plan: run.plan, analysis: runInVisit(run, place, says) }))
  const told = known.some(({ analysis }) => analysis.verdict !== 'not-identifiable')
  return { runs: known.map(toReport), combined: combinedReport(says, told) }
}

/** A visit file as the core sees it: machine, place, its runs judged, its looks, and what they say together. */
export interface JudgedVisit {
  machine: MachineSpec
  site: SiteSpec
  judged: JudgedRun[]
  observations: Observation[]
  acts: VisitAct[]
  says: VisitSays
}

/** @throws {VisitFileError} With the path of an impossible value. */
export function judgeVisit(file: VisitFile): JudgedVisit {
  const machine = machineFromFile(file)
  const site = siteFromFile(file)
  const judged = file.runs.map((run, index) => judgeRun(run, machine, site, `runs.${index}`))
  const observations = observationsFromFile(file)
  const acts = actsFromFile(file)
  return {
    machine,
    site,
    judged,
    observations,
    acts,
    says: combineVisit(machine, site, judged, observations, acts),
  }
}

/**
 * The plan that a run of a file was made by.
 * @param path - Path of the run in its file. @throws {VisitFileError} If a level lies above the tub.
 */
export function runPlanFromFile(
  run: VisitFileRun,
  machine: MachineSpec,
  site: SiteSpec,
  path: string,
): RunPlan {
  const readings = readingsFromRows(run)
  const top = tubTopMm(tapedTub(machine))
  for (const [name, column] of [
    ['level_mm', readings.levelMm],
    ['ruler_mm', readings.rulerMm],
  ] as const) {
    const bad = column.findIndex((mm) => mm > top + ABOVE_TOP_MM)
    if (bad >= 0)
      throw new VisitFileError(
        `${path}.rows.${bad}.${run.columns.indexOf(name)}`,
        `${name}: expected a level inside the tub, at most ${Math.round(top)} mm, got ${column[bad]}`,
      )
  }
  const start = startOf(run, machine, readings)
  return {
    kind: run.kind,
    machine,
    site,
    taps: run.kind === 'fill' ? (run.taps?.length ? run.taps : machine.valve.taps.slice(0, 1)) : [],
    throttled: run.throttled,
    hoseEndMm: run.hose_end_mm ?? null,
    startLevelMm: start.mm,
    startFrom: start.from,
    endLevelMm: run.end_level_mm ?? null,
    laundry: run.laundry,
    laundryKg: run.laundry_kg,
    ...ownIn(run),
  }
}

function ownIn({ own }: VisitFileRun): Pick<RunPlan, 'own'> {
  const read = v.safeParse(ownRecordsSchema, own)
  return read.success ? { own: read.output } : {}
}

function judgeRun(run: VisitFileRun, machine: MachineSpec, site: SiteSpec, path: string): JudgedRun {
  const plan = runPlanFromFile(run, machine, site, path)
  const readings = readingsFromRows(run)
  const marks: RunMark[] = run.events.map(({ t_s, what, by_clock }) => ({
    tS: t_s,
    what,
    ...(by_clock ? { byClock: true } : {}),
  }))
  if (typeof run.clock_stopped_s === 'number')
    marks.push({ tS: run.clock_stopped_s, what: 'clock-stopped', byClock: true })
  return { plan, analysis: analyseRun(plan, readings, marks, run.source), atMs: instantMs(run.started_at) }
}

/** The level at which a run starts: as it was read, else by its first reading, else by what the machine is known to close at. */
function startOf(
  run: VisitFileRun,
  machine: MachineSpec,
  readings: Readings,
): { mm: number; from: StartFrom } {
  if (run.start_level_mm !== undefined && run.start_level_mm !== null)
    return { mm: run.start_level_mm, from: run.start_from ?? 'read' }
  const first = readings.rulerMm.find(Number.isFinite) ?? readings.levelMm.find(Number.isFinite)
  if (run.kind === 'fill') {
    // The one level of a timed fill is read once the valve has closed.
    const opened = run.events.find((event) => event.what === 'valve-open')?.t_s ?? readings.tS[0] ?? 0
    const early = readings.tS.findIndex((t) => t <= opened + 15)
    return { mm: early >= 0 ? (first ?? 0) : 0, from: 'machine' }
  }
  if (first !== undefined && run.rows.length > 2) return { mm: first, from: 'machine' }
  if (machine.fillLevelMm !== null) return { mm: machine.fillLevelMm, from: 'machine' }
  return { mm: first ?? (familyDefaults(machine.family).fillLevelMm as number), from: 'family' }
}

function toReport({ plan, analysis }: JudgedRun): RunReport {
  return {
    kind: plan.kind,
    verdict: analysis.verdict,
    saying: analysis.saying,
    ...(analysis.rests ? { rests: analysis.rests } : {}),
    ...named(analysis),
    ...(analysis.expected
      ? { expected: { time_s: analysis.expected.timeS, flow_l_min: analysis.expected.flowLMin } }
      : {}),
    notes: analysis.notes,
  }
}

/** Quantities under the ids of the file; one that could be told is never also listed as not told. */
function named(found: {
  quantities: Quantities
  notIdentifiable: NotIdentifiable
  bounds: Bounds
}): NamedQuantities {
  const out: NamedQuantities = { quantities: {}, not_identifiable: {}, bounds: {} }
  for (const [key, id] of Object.entries(QUANTITIES) as [QuantityId, string][]) {
    const value = found.quantities[key]
    const why = found.notIdentifiable[key]
    const bound = found.bounds[key]
    if (value) out.quantities[id] = value
    else if (why !== undefined) out.not_identifiable[id] = why
    if (bound && !value)
      out.bounds[id] = {
        ...(bound.atLeast === undefined ? {} : { at_least: bound.atLeast }),
        ...(bound.atMost === undefined ? {} : { at_most: bound.atMost }),
      }
  }
  return out
}

/** @param told - Whether a run says something by itself. */
function combinedReport(says: VisitSays, told: boolean): VisitReport['combined'] {
  const asked = says.disagree.some(({ kind }) => kind === 'drain')
  return {
    ...named(says),
    verdicts: {
      ...((says.drainTrouble || asked) && !says.drain ? { drain: 'undecided' } : {}),
      ...(says.drainTrouble && !says.drain ? { drain_trouble: says.drainTrouble } : {}),
      ...(says.slips.length > 0 ? { asked: says.slips.map((slip) => slip.code) } : {}),
      ...(says.pump ? { pump: says.pump.verdict } : {}),
      ...(says.drain
        ? {
            drain: says.drain.verdict,
            drain_support: {
              pump_weak: says.drain.support.pumpWeak,
              path_restricted: says.drain.support.pathRestricted,
            },
          }
        : {}),
      ...(says.fill ? { fill: says.fill.verdict, fill_causes: says.fill.probability } : {}),
      ...(says.hold ? { hold: says.hold.verdict } : {}),
      ...(says.meter ? { meter: says.meter.verdict } : {}),
      ...(says.standpipe ? { standpipe: says.standpipe.tooHigh ? 'too-high' : 'fine' } : {}),
    },
    says,
    told,
  }
}

function observationsFromFile(file: VisitFile): Observation[] {
  return file.observations.map((o) => ({
    check: o.check,
    value: o.value,
    tap: o.tap,
    levelMm: o.level_mm ?? undefined,
    phase: o.phase,
    side: o.side,
    waterInside: o.water_inside,
    tempC: o.temp_c,
    atMs: instantMs(o.at),
  }))
}

function actsFromFile(file: VisitFile): VisitAct[] {
  return file.acts.map(({ at, what, part, tap, result }) => ({
    atMs: msOfInstant(at),
    what,
    part,
    tap,
    ...(result ? { result } : {}),
  }))
}

function instantMs(at: string | undefined): number | null {
  return at === undefined ? null : msOfInstant(at)
}

function readingsFromRows(run: VisitFileRun): Readings {
  const column = (name: (typeof run.columns)[number]) => {
    const at = run.columns.indexOf(name)
    const out = new Float64Array(run.rows.length).fill(Number.NaN)
    if (at >= 0) for (let r = 0; r < out.length; r++) out[r] = run.rows[r]?.[at] ?? Number.NaN
    return out
  }
  return {
    tS: column('t_s'),
    levelMm: column('level_mm'),
    rulerMm: column('ruler_mm'),
    flowLMin: column('flow_l_min'),
  }
}
