import { runReadings } from '../measure/board/runReadings.ts'
import { runFacts } from '../measure/board/runState.ts'
import { QUANTITIES } from '../measure/verdict/quantities.ts'
import type { RunDetail, VisitAnswer } from './answers.ts'
import { QUANTITY_IDS, QUANTITY_UNIT, type TableCell } from './tableColumns.ts'
import type { RecordedRun } from './visitFileOf.ts'

// Rows of the tables, cells in the order of `TABLE_COLUMNS`. Levels mm above the port, flows L/min, times s after the start of the run,
// instants ms since 1970.

export function visitCells(visit: VisitAnswer): TableCell[] {
  const { spec, record } = visit.machine
  return [
    visit.id,
    visit.dueAtMs,
    visit.closedAtMs,
    visit.site.name,
    spec.label,
    spec.family,
    record.make,
    record.model,
    record.serial,
    visit.complaint,
  ]
}

export function runCells(visitId: string, run: RunDetail): TableCell[] {
  const { plan, analysis } = run
  const timeS = analysis?.expected?.timeS
  return [
    run.id,
    visitId,
    run.kind,
    run.startedAtMs,
    run.stoppedAtMs,
    run.taps.join(' '),
    plan?.throttled ?? null,
    run.hoseEndMm,
    plan?.startLevelMm ?? null,
    plan?.endLevelMm ?? null,
    plan?.laundry ?? null,
    plan?.laundryKg ?? null,
    run.instrumentLabel,
    analysis?.verdict ?? null,
    timeS?.lo ?? null,
    timeS?.mid ?? null,
    timeS?.hi ?? null,
  ]
}

/** What a run came to, a figure a row, each with its 95 % interval. */
export function figureCells(run: RunDetail): TableCell[][] {
  return QUANTITY_IDS.flatMap((id) => {
    const found = run.analysis?.quantities[id]
    return found ? [[run.id, QUANTITIES[id], QUANTITY_UNIT[id], found.value, found.lo, found.hi]] : []
  })
}

/** All that was read in a run, by hand and streamed, in order of time; one after the other, since there may be a hundred thousand. */
export function* readingCells(runId: string, { run, blocks }: RecordedRun): Generator<TableCell[]> {
  const facts = runFacts(run)
  if (facts.startedAtMs === null) return
  const { tS, levelMm, rulerMm, flowLMin, currentA } = runReadings(facts, blocks)
  const cell = (column: Float64Array | undefined, n: number): number | null => {
    const value = column?.[n] ?? Number.NaN
    return Number.isNaN(value) ? null : value
  }
  for (let n = 0; n < tS.length; n++)
    yield [runId, tS[n] ?? null, cell(levelMm, n), cell(rulerMm, n), cell(flowLMin, n), cell(currentA, n)]
}

export function lookCells(visit: VisitAnswer): TableCell[][] {
  return visit.observations.map((o) => [
    o.id,
    visit.id,
    o.atMs,
    o.check,
    String(o.value),
    o.tap,
    o.levelMm,
    o.tempC,
    o.phase,
    o.side,
    o.by,
  ])
}
