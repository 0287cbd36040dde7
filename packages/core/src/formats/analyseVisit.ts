import { familyDefaults, type MachineSpec, type SiteSpec, tapedTub } from '../machine/machineSpec.ts'
import { analyseRun, type RunAnalysis } from '../runs/analyseRun.ts'
import type { Interval } from '../runs/interval.ts'
import type { Readings } from '../runs/readings.ts'
import { type RunPlan, TIMED_KINDS, type TimedKind } from '../runs/runPlan.ts'
import { sayRun } from '../runs/sayRun.ts'
import type { Verdict } from '../runs/verdict.ts'
import { tubProblems, tubTopMm } from '../tub/tubGeometry.ts'
import { type VisitFile, VisitFileError, type VisitFileRun } from './visitFile.ts'

/** One run's answer in the words of the file format; units are in the ids. */
export interface RunReport {
  kind: VisitFileRun['kind']
  verdict: Verdict
  reason: string
  quantities: Record<string, Interval>
  not_identifiable: Record<string, string>
  expected?: {
    time_s: { lo: number; mid: number; hi: number }
    flow_l_min: { lo: number; mid: number; hi: number }
  }
  notes: string[]
}

export interface VisitReport {
  runs: RunReport[]
  combined: { quantities: Record<string, Interval>; not_identifiable: Record<string, string>; reason: string }
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
    },
    valve: { ratedLMin: machine.valve?.rated_l_min ?? null, taps: machine.valve?.taps ?? ['cold'] },
    pump: {
      shutoffHeadM: machine.pump?.shutoff_head_m ?? null,
      freeFlowLMin: machine.pump?.free_flow_l_min ?? null,
    },
    drainHose: {
      boreMm: machine.drain_hose?.bore_mm ?? usual.drainHose.boreMm,
      lengthM: machine.drain_hose?.length_m ?? usual.drainHose.lengthM,
      wall: 'corrugated',
    },
    fillLevelMm: machine.fill_level_mm ?? null,
  }
  const problem = tubProblems(tapedTub(spec))[0]
  if (problem) throw new VisitFileError('machine.tub', problem)
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
  const machine = machineFromFile(file)
  const site = siteFromFile(file)
  const runs = file.runs.map((run, index) => reportRun(run, machine, site, `runs.${index}`))
  return { runs, combined: combineRuns(runs) }
}

function isTimed(kind: VisitFileRun['kind']): kind is TimedKind {
  return (TIMED_KINDS as readonly string[]).includes(kind)
}

function reportRun(run: VisitFileRun, machine: MachineSpec, site: SiteSpec, path: string): RunReport {
  if (!isTimed(run.kind))
    return {
      kind: run.kind,
      verdict: 'not-identifiable',
      reason: `Runs of kind ${run.kind} are kept but not analysed by this version.`,
      quantities: {},
      not_identifiable: {},
      notes: [],
    }
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
  const firstLevel = readings.levelMm.find(Number.isFinite) ?? readings.rulerMm.find(Number.isFinite) ?? 0
  const plan: RunPlan = {
    kind: run.kind,
    machine,
    site,
    taps: run.kind === 'fill' ? (run.taps?.length ? run.taps : machine.valve.taps.slice(0, 1)) : [],
    throttled: run.throttled,
    hoseEndMm: run.hose_end_mm ?? null,
    startLevelMm: firstLevel,
    endLevelMm: null,
    laundry: run.laundry,
    laundryKg: run.laundry_kg,
  }
  const marks = run.events.map((event) => ({ tS: event.t_s, what: event.what }))
  return toReport(run.kind, analyseRun(plan, readings, marks, run.source))
}

function toReport(kind: TimedKind, analysis: RunAnalysis): RunReport {
  const { quantities: q, notIdentifiable: no } = analysis
  const named = <T>(pairs: [string, T | undefined][]): Record<string, T> =>
    Object.fromEntries(pairs.filter((pair): pair is [string, T] => pair[1] !== undefined))
  return {
    kind,
    verdict: analysis.verdict,
    reason: sayRun(analysis.saying),
    quantities: named([
      ['flow_l_min', q.flowLMin],
      ['time_s', q.timeS],
      ['ratio_to_expected', q.ratioToExpected],
      ['meter_gain', q.meterGain],
      ['cutout_s', q.cutoutS],
    ]),
    not_identifiable: named([
      ['flow_l_min', no.flowLMin],
      ['ratio_to_expected', no.ratioToExpected],
      ['pump_head_m', no.pumpHeadM],
      ['path_resistance_ratio', no.pathResistanceRatio],
    ]),
    ...(analysis.expected
      ? { expected: { time_s: analysis.expected.timeS, flow_l_min: analysis.expected.flowLMin } }
      : {}),
    notes: analysis.notes,
  }
}

function combineRuns(runs: readonly RunReport[]): VisitReport['combined'] {
  const said = runs
    .filter((run) => run.verdict !== 'not-identifiable')
    .map((run) => `${run.kind} ${run.verdict}`)
  return {
    quantities: {},
    not_identifiable: {},
    reason:
      said.length > 0 ? `Each run was judged by itself: ${said.join(', ')}.` : 'No run could be judged.',
  }
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
