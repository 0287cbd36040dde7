import {
  type ReadLog,
  type RunKind,
  saidEntries,
  type Tap,
  type VisitAnswer,
  visitFileOf,
} from '@brendik/core'

/** Which part of a log is a run, and what kind of one. Seconds after the log's first reading. */
export interface LogRun {
  kind: Exclude<RunKind, 'cycle'>
  taps: readonly Tap[]
  hoseEndMm: number | null
  beginS: number
  endS: number
}

/** What the clock's start and stop stand for. */
const ENDS: Partial<Record<RunKind, [from: string, to: string | null]>> = {
  fill: ['valve-open', 'valve-closed'],
  drain: ['pump-on', 'pump-off'],
  'after-drain': ['pump-off', null],
}

/**
 * A run of a log as a file of its visit: it is taken in as any other file is, once, and all of it or nothing.
 * @returns Null where nothing of the log lies within the run.
 */
export function logDocument(visit: VisitAnswer, log: ReadLog, run: LogRun): object | null {
  const zero = (log.atMs[0] ?? 0) + run.beginS * 1000
  const lastS = run.endS - run.beginS
  const cell = (column: Float64Array, n: number) => {
    const value = column[n] ?? Number.NaN
    return Number.isNaN(value) ? null : Math.round(value * 1000) / 1000
  }
  const clamp = log.currentA.some((a) => !Number.isNaN(a))
  const rows: (number | null)[][] = []
  // By a current alone a run is timed.
  let within = false
  for (let n = 0; n < log.atMs.length; n++) {
    const tS = Math.round((log.atMs[n] ?? 0) - zero) / 1000
    if (tS < 0 || tS > lastS) continue
    within = true
    const read = [
      cell(log.levelMm, n),
      cell(log.rulerMm, n),
      cell(log.flowLMin, n),
      ...(clamp ? [cell(log.currentA, n)] : []),
    ]
    if (read.some((value) => value !== null)) rows.push([tS, ...read])
  }
  if (!within) return null
  const [from, to] = ENDS[run.kind] ?? [null, null]
  const stopS = Math.min(lastS, rows.at(-1)?.[0] ?? lastS)
  const { format, machine, site, brendik } = visitFileOf(visit, saidEntries(visit.entries), [])
  return {
    format,
    machine,
    site,
    brendik: {
      visit: brendik?.visit,
      part: true,
      machine: brendik?.machine,
      site: brendik?.site,
      record: brendik?.record,
    },
    runs: [
      {
        kind: run.kind,
        taps: run.kind === 'fill' ? run.taps : [],
        hose_end_mm: run.hoseEndMm,
        source: 'stream',
        started_at: new Date(Math.round(zero)).toISOString(),
        columns: ['t_s', 'level_mm', 'ruler_mm', 'flow_l_min', ...(clamp ? ['current_a'] : [])],
        rows,
        events: [
          ...(from ? [{ t_s: 0, what: from }] : []),
          ...(to ? [{ t_s: stopS, what: to, by_clock: true }] : []),
        ],
      },
    ],
  }
}
