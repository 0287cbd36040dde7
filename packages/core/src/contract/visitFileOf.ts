import { instantOf } from '../files/instant.ts'
import { CELL_LIMITS, EVENT_NAMES, MOST_ROWS, VISIT_FORMAT, type VisitFile } from '../files/visitFile.ts'
import { showedOf } from '../guide/jobs/jobPlan.ts'
import { TAPS } from '../machine/machineSpec.ts'
import { type ReadingBlock, runReadings } from '../measure/board/runReadings.ts'
import { analysisMarks, type RunState, runFacts } from '../measure/board/runState.ts'
import { ACT_TOPIC, actsOfEntries } from '../reason/evidence/seen/actEntries.ts'
import { notHereOf } from '../reason/planning/notHere.ts'
import type { Said, VisitEntry } from '../state/entries.ts'
import { machineState } from '../state/machineState.ts'
import type { VisitAnswer } from './answers.ts'
import { weighedCaseOf } from './visitCase.ts'

/** A run with everything that was read in it. */
export interface RecordedRun {
  run: RunState
  blocks: readonly ReadingBlock[]
}

const COLUMNS = ['t_s', 'level_mm', 'ruler_mm', 'flow_l_min'] as const

/**
 * A visit as its file: everything that the weighing rests on, so that who reads it comes to the same. Levels mm above the port, times s after the
 * start of their run; a value that is not known is left out.
 * @param runs - All runs of the visit with their readings; those without a plan or a start are none.
 */
export function visitFileOf(
  visit: VisitAnswer,
  said: ReadonlyMap<string, Said>,
  runs: readonly RecordedRun[],
): VisitFile {
  const { machine, site } = visit
  const { spec } = machine
  const { history, circuits, moment } = weighedCaseOf(visit, said, false, [])
  return {
    format: VISIT_FORMAT,
    complaint: visit.complaint,
    due_at: instantOf(visit.dueAtMs),
    ...(visit.closedAtMs === null ? {} : { closed_at: instantOf(visit.closedAtMs) }),
    machine: {
      family: spec.family,
      label: spec.label,
      make: machine.record.make,
      model: machine.record.model,
      serial: machine.record.serial,
      tub: {
        diameter_mm: spec.tub.diameterMm,
        depth_mm: spec.tub.depthMm,
        sump_l: spec.tub.sumpL,
        floor_mm: spec.tub.floorMm,
        ...(spec.tub.assumed ? { assumed: true } : {}),
      },
      valve: { rated_l_min: spec.valve.ratedLMin, taps: [...spec.valve.taps] },
      pump: {
        supply_v: circuits.supplyV,
        winding_ohm: circuits.windingOhm,
        shutoff_head_m: spec.pump.shutoffHeadM,
        free_flow_l_min: spec.pump.freeFlowLMin,
      },
      drain_hose: {
        bore_mm: spec.drainHose.boreMm,
        length_m: spec.drainHose.lengthM,
        wall: spec.drainHose.wall,
      },
      fill_level_mm: spec.fillLevelMm,
      ...(spec.partHeightsMm ? { part_heights_mm: heightsOf(spec.partHeightsMm) } : {}),
    },
    site: {
      label: site.name,
      supply_kpa: { ...site.spec.supplyKpa },
      standpipe_height_mm: site.spec.standpipeHeightMm,
      water_temp_c: site.spec.waterTempC,
      port_height_mm: site.spec.portHeightMm,
    },
    history: {
      age_years: history.ageYears,
      opened: history.opened,
      last_repair: history.lastRepair,
      moment: moment ?? null,
    },
    runs: runs.flatMap(runOf),
    observations: visit.observations.map((o) => ({
      id: o.id,
      check: o.check as VisitFile['observations'][number]['check'],
      value: o.value,
      ...(o.tap === null ? {} : { tap: o.tap }),
      level_mm: o.levelMm,
      phase: o.phase,
      side: o.side,
      water_inside: o.waterInside,
      temp_c: o.tempC,
      at: instantOf(o.atMs),
      ...(o.beganAtMs === null ? {} : { began_at: instantOf(o.beganAtMs) }),
      ...(o.changesMin === null ? {} : { changes_min: o.changesMin }),
      by: o.by,
    })),
    unavailable: [...new Set(notHereOf(said).flatMap((look) => unavailableOf(look, spec.valve.taps.length)))],
    state: stateOf(visit, said),
    acts: actsOfEntries(visit.entries).map(({ atMs, what, part, tap, topic, by }) => {
      const showed = showedOf(said, part)
      return {
        id: topic.slice('act:'.length),
        at: instantOf(atMs),
        what,
        part,
        ...(tap ? { tap } : {}),
        ...(showed ? { showed } : {}),
        by,
      }
    }),
    brendik: {
      visit: visit.id,
      machine: machine.id,
      site: site.id,
      record: machine.record,
      ...(spec.construction ? { construction: { ...spec.construction } } : {}),
      entries: [...said].flatMap(([topic, { heads }]) =>
        ACT_TOPIC.test(topic) ? [] : heads.flatMap(headOf),
      ),
      photos: visit.photos.map(({ id, atMs, stage }) => ({ id, at: instantOf(atMs), stage })),
    },
  }
}

/** Something that stands of what was said; what was taken back is nothing. */
function headOf({ id, atMs, topic, value, by }: VisitEntry) {
  return value === null ? [] : [{ id, at: instantOf(atMs), topic, value, by }]
}

/** A look that cannot be made, as the format names it; of one tap among two there is no name for it. */
function unavailableOf(look: string, taps: number): string[] {
  const [kind = '', name = '', tap] = look.split(':')
  if (kind === 'phase') return [`watch:${name}`]
  if (kind === 'run') return tap && taps > 1 ? [] : [`run:${name}`]
  return name && taps > 1 ? [] : [kind]
}

function heightsOf(
  heights: NonNullable<VisitAnswer['machine']['spec']['partHeightsMm']>,
): NonNullable<VisitFile['machine']['part_heights_mm']> {
  return Object.fromEntries(
    Object.entries(heights).map(([part, band]) => [part, [band[0], band[1]] as [number, number]]),
  )
}

function runOf({ run, blocks }: RecordedRun): VisitFile['runs'] {
  const facts = runFacts(run)
  const { plan, startedAtMs } = facts
  if (!plan || startedAtMs === null) return []
  const { tS, levelMm, rulerMm, flowLMin, currentA } = runReadings(facts, blocks)
  const marks = analysisMarks(facts)
  const cell = (column: Float64Array, n: number): number | null => {
    const value = column[n] ?? Number.NaN
    return Number.isNaN(value) ? null : value
  }
  return [
    {
      id: run.runId,
      kind: plan.kind,
      taps: [...plan.taps],
      throttled: plan.throttled,
      hose_end_mm: plan.hoseEndMm,
      laundry: plan.laundry,
      laundry_kg: plan.laundryKg,
      source: blocks.some(({ source }) => source === 'stream') ? 'stream' : 'hand',
      started_at: instantOf(startedAtMs),
      start_level_mm: plan.startLevelMm,
      ...(plan.startFrom ? { start_from: plan.startFrom } : {}),
      end_level_mm: plan.endLevelMm,
      ...(plan.own ? { own: plan.own } : {}),
      ...(plan.protocol ? { protocol: plan.protocol } : {}),
      columns: [...COLUMNS, ...(currentA ? (['current_a'] as const) : [])],
      // What was streamed before the start, or beyond what the format takes of one run, is no part of it.
      rows: [...tS]
        .map((s, n) => [
          s,
          cell(levelMm, n),
          cell(rulerMm, n),
          cell(flowLMin, n),
          ...(currentA ? [cell(currentA, n)] : []),
        ])
        .filter(([s]) => (s ?? 0) >= CELL_LIMITS.t_s[0])
        .slice(0, MOST_ROWS),
      events: marks.flatMap(({ tS: atS, what, byClock }) => {
        const known = EVENT_NAMES.find((name) => name === what)
        return known && atS >= 0 ? [{ t_s: atS, what: known, ...(byClock ? { by_clock: true } : {}) }] : []
      }),
      ...(marks.some(({ what }) => what === 'clock-stopped') && facts.stoppedAtMs !== null
        ? { clock_stopped_s: (facts.stoppedAtMs - startedAtMs) / 1000 }
        : {}),
    },
  ]
}

/** The machine as it stands, as far as it was said. */
function stateOf(visit: VisitAnswer, said: ReadonlyMap<string, Said>): NonNullable<VisitFile['state']> {
  const state = machineState(said, visit.runs, visit.observations)
  const taps = Object.fromEntries(TAPS.flatMap((tap) => (state.taps[tap] ? [[tap, state.taps[tap]]] : [])))
  return {
    ...(state.mains ? { mains: state.mains === 'plugged' ? 'on' : 'off' } : {}),
    ...(said.has('state:competent') ? { competent: state.competent } : {}),
    ...(state.tilt ? { tilted: state.tilt === 'tipped' } : {}),
    ...(state.cap ? { cap_open: state.cap === 'open' } : {}),
    ...(state.hoseEnd && state.hoseEnd !== 'below-tub' ? { hose_end: state.hoseEnd } : {}),
    ...(Object.keys(taps).length > 0 ? { taps } : {}),
    ...(state.containment?.litres ? { contained_l: state.containment.litres } : {}),
    ...(state.lock ? { lock: state.lock } : {}),
  }
}
