import type { RunEvent } from '../board/runEvents.ts'
import type { ReadingBlock } from '../board/runReadings.ts'
import type { MachineSpec, SiteSpec, Tap } from '../machine/machineSpec.ts'
import type { RunAnalysis } from '../runs/runAnalysis.ts'
import type { RunKind, RunPlan } from '../runs/runPlan.ts'

/** What the server answers; instants are ms since 1970. */
export interface MachineAnswer {
  id: string
  spec: MachineSpec
}
export interface SiteAnswer {
  id: string
  name: string
  spec: SiteSpec
}
export interface RunSummary {
  id: string
  kind: RunKind
  startedAtMs: number | null
  stoppedAtMs: number | null
  hoseEndMm: number | null
  taps: string[]
  instrumentLabel: string | null
  analysis: RunAnalysis | null
}
/** A run of one visit, with all that is needed to weigh it together with others. */
export interface RunDetail extends RunSummary {
  plan: RunPlan | null
}
/** Something looked at or measured beside the runs, still standing. */
export interface ObservationAnswer {
  id: string
  atMs: number
  by: string
  check: string
  value: string | number
  tap: Tap | null
  levelMm: number | null
}
export interface VisitSummary {
  id: string
  dueAtMs: number
  complaint: string
  machineLabel: string
  family: MachineSpec['family']
  siteName: string
  runs: RunSummary[]
}
export interface DayAnswer {
  visits: VisitSummary[]
}
export interface VisitAnswer {
  id: string
  dueAtMs: number
  complaint: string
  machine: MachineAnswer
  site: SiteAnswer
  runs: RunDetail[]
  observations: ObservationAnswer[]
}
export interface RunAnswer {
  runId: string
  visitId: string
  machineLabel: string
  siteName: string
  instrumentLabel: string | null
  events: RunEvent[]
  blocks: ReadingBlock[]
  analysis: RunAnalysis | null
}
export interface InstrumentAnswer {
  id: string
  label: string
  rateHz: number
}
/** What an instrument is asked to do: null when no run waits for it. */
export interface AssignmentAnswer {
  run: { runId: string; plan: RunPlan; startedAtMs: number; stoppedAtMs: number | null } | null
}
export interface StoredAnswer {
  stored: number
  known: number
}
export interface ErrorAnswer {
  code: string
  message: string
}
