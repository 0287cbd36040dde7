import type { FollowUp } from '../guide/followUps.ts'
import type { Carried } from '../guide/truths/carry.ts'
import type { Learned } from '../guide/truths/learned.ts'
import type { ShowedCount } from '../guide/truths/showed.ts'
import type { LeakPhase } from '../machine/leakPhases.ts'
import type { FamilyId, MachineSpec, SiteSpec, Tap } from '../machine/machineSpec.ts'
import type { OwnRecords } from '../machine/ownRecords.ts'
import type { RunEvent } from '../measure/board/runEvents.ts'
import type { ReadingBlock } from '../measure/board/runReadings.ts'
import type { RunAmongPeers } from '../measure/own/learnBands.ts'
import type { RunKind, RunPlan } from '../measure/plan/runPlan.ts'
import type { RunAnalysis } from '../measure/verdict/runAnalysis.ts'
import type { OwnChances } from '../reason/catalogue/ownChances.ts'
import type { VisitEntry } from '../state/entries.ts'
import type { MachineRecord } from './recordSchemas.ts'

/** What the server answers; instants are ms since 1970. */
export interface MachineAnswer {
  id: string
  spec: MachineSpec
  record: MachineRecord
}
/** A machine of the list, with the place where it was seen last. */
export interface KnownMachine extends MachineAnswer {
  siteId: string | null
  siteName: string | null
  lastVisitMs: number | null
}
export interface CustomerAnswer {
  id: string
  name: string
  phone: string
  note: string
}
export interface SiteAnswer {
  id: string
  name: string
  spec: SiteSpec
  customer: CustomerAnswer | null
}
/** What is written over when it changes. */
export type RecordSubject = 'machine' | 'site' | 'customer' | 'visit'
/** A field of a record that two changed without seeing each other: what stands, and what the other said. */
export interface RivalAnswer {
  id: string
  subject: RecordSubject
  rowId: string
  label: string
  /** Keys from the whole record (of a machine: spec, record) down to the field. */
  path: string[]
  /** Null also where the field was taken away. */
  value: unknown
  stands: unknown
  by: string
  atMs: number
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
  /** A verdict is being made: what stands in `analysis`, if anything, does not know the newest facts. */
  pending: boolean
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
  tempC: number | null
  /** Phase of the leak test in which it was seen. */
  phase: LeakPhase | null
  side: 'pump' | 'hose' | null
  waterInside: boolean | null
  /** When it was begun, and the minutes of changes counted before it; null = nobody said. */
  beganAtMs: number | null
  changesMin: number | null
}
export interface PhotoAnswer {
  id: string
  visitId: string
  atMs: number
  by: string
  stage: string
}
export interface VisitSummary {
  id: string
  dueAtMs: number
  closedAtMs: number | null
  complaint: string
  machineLabel: string
  family: MachineSpec['family']
  siteName: string
  runs: RunSummary[]
}
/** A machine whose fill hoses are due for a look. */
export interface HosesDue {
  machineId: string
  machineLabel: string
  /** Where it was seen last. */
  siteName: string | null
  seenAtMs: number
}
/** Something to come back to that is not done. */
export interface DueFollowUp extends Pick<FollowUp, 'id' | 'kind' | 'dueAtMs' | 'note' | 'by' | 'told'> {
  visitId: string
  siteName: string
  machineLabel: string
}
export interface DayAnswer {
  visits: VisitSummary[]
  /** Due until the end of the day, soonest first. */
  followUps: DueFollowUp[]
  /** Longest ago first. */
  hosesDue: HosesDue[]
  /** Visits of the thirty days before that are still open. */
  stillOpen: VisitSummary[]
}
export interface VisitAnswer {
  id: string
  dueAtMs: number
  closedAtMs: number | null
  complaint: string
  machine: MachineAnswer
  site: SiteAnswer
  runs: RunDetail[]
  observations: ObservationAnswer[]
  /** What stands of stages and state; two of one topic = said at once by two people. */
  entries: VisitEntry[]
  photos: PhotoAnswer[]
  /** What the workshop's own visits made of the catalogue's chances when this one was opened; null = nothing, or it is switched off. */
  chances: OwnChances | null
  /** What runs of machines proven healthy say of this one; null = nothing yet, or it is switched off. */
  own: OwnRecords | null
}
/** What the workshop's visits taught, and whether new visits are weighed with it. */
export interface LearnedAnswer extends Learned {
  uses: boolean
  /** Whether new runs are expected by own records. */
  bands: boolean
  showed: ShowedCount[]
  /** What goes most, and how many of it to have in the van. */
  carry: Carried[]
}
/** A make and model, or a family, of which a workshop has runs of machines proven healthy. */
export interface OwnRecordsLine {
  /** `recordsKey` of the core. */
  key: string
  family: FamilyId
  /** Make and model as they were typed last; null = all of the family. */
  name: string | null
  machines: number
  runs: number
  /** Runs that are far from their peers, and not used. */
  far: number
}
export interface OwnRecordsAnswer {
  /** Whether new runs are expected by them. */
  bands: boolean
  lines: OwnRecordsLine[]
}
/** A run of a machine proven healthy, and how it stands against its peers. */
export interface OwnRunAnswer extends Omit<RunAmongPeers, 'healthy'> {
  visitId: string
  machineLabel: string
  kind: 'fill' | 'drain'
  atMs: number
  /** By whom it was set aside; null = it was not. */
  setAsideBy: string | null
}
/** Own records of one make and model, or of a family, newest run first. */
export interface OwnModelAnswer {
  line: OwnRecordsLine
  /** Null = all of its runs are set aside or far from each other. */
  records: OwnRecords | null
  runs: OwnRunAnswer[]
}
/** A machine with its runs over the years, newest visit first. */
export interface MachineHistory extends MachineAnswer {
  /** When its fill hoses were looked at last; null = never. */
  hosesSeenAtMs: number | null
  visits: { id: string; dueAtMs: number; complaint: string; siteName: string; runs: RunSummary[] }[]
  photos: PhotoAnswer[]
}
export interface LogbookLine {
  id: string
  dueAtMs: number
  closedAtMs: number | null
  complaint: string
  machineId: string
  machineLabel: string
  siteName: string
  customerName: string | null
  runs: { kind: RunKind; verdict: string | null }[]
  findings: { check: string; value: string | number; levelMm: number | null; tap: Tap | null }[]
}
export interface LogbookAnswer {
  lines: LogbookLine[]
  /** Place after which the next page begins; null = this was the last. */
  next: string | null
}
/** A run without what was streamed into it, which is asked for in pages. */
export interface RunAnswer {
  runId: string
  visitId: string
  machineLabel: string
  siteName: string
  instrumentLabel: string | null
  events: RunEvent[]
  analysis: RunAnalysis | null
  pending: boolean
}
/** A page of streamed blocks in the order they came, and the number of the last. */
export interface BlocksAnswer {
  blocks: ReadingBlock[]
  upTo: number
  more: boolean
}
/** What a screen that watches a run is sent; the number of the last block goes as the event's id. */
export type LiveMessage = { type: 'blocks'; blocks: ReadingBlock[] } | { type: 'facts'; events: RunEvent[] }
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
/** What is brought in, piece by piece. */
type PieceKind = 'visit' | 'machine' | 'site' | 'run' | 'look' | 'act' | 'entry' | 'photo'
/**
 * new: is not here; same: is here as it is; change: is here and would be written over; gone: is here, and was taken back since;
 * differs: is here with something else recorded, which is never written over.
 */
export type PieceFate = 'new' | 'same' | 'change' | 'gone' | 'differs'
export interface FilePiece {
  kind: PieceKind
  /** Path in the file. */
  path: string
  id: string
  fate: PieceFate
  /** Values that would be written over, by their paths below the piece. */
  fields: { path: string; was: unknown; now: unknown }[]
}
/** A value that is taken as another one, or not at all (null), because a stored visit cannot hold it so. */
export interface ReadAs {
  path: string
  said: unknown
  taken: unknown
}

/** A piece of a visit that is brought in, with what tells it from others of its kind: of a run its kind and start, of a look its check and value. */
export type BroughtPiece = FilePiece & { about: Readonly<Record<string, string | number | boolean | null>> }
/** What a visit file would bring, or has brought. */
export interface BroughtAnswer {
  /** It was done, all of it; else nothing was. */
  stored: boolean
  /** What it would do, by a short name: who sends it along is told when that has changed meanwhile. */
  digest: string
  visitId: string | null
  machineLabel: string
  siteName: string
  complaint: string
  dueAtMs: number | null
  /** All that is not the same already, and of the rest as many as there is room for. */
  pieces: BroughtPiece[]
  counts: Readonly<Record<PieceFate, number>>
  /** What keeps it from being taken, in the words of the format. */
  problems: { path: string; line: number | null; column: number | null; problem: string }[]
  readAs: ReadAs[]
  /** Photos that the file names and that did not come with it. */
  photosMissing: number
}
/** The whole workshop as one file: how far it is written, and until when it can be taken. */
export interface ArchiveAnswer {
  id: string
  state: 'writing' | 'ready' | 'failed'
  /** When it was begun: what it holds is of that moment. */
  atMs: number
  rows: number
  bytes: number
  untilMs: number | null
}
export interface ArchiveNowAnswer {
  archive: ArchiveAnswer | null
}
/** An entry that contradicts the run as it is stored. */
export interface RefusedEntry {
  id: string
  /** In English, for whoever reads the answer itself. */
  problem: string
  /** The same as a text that carries a message of the table; a server of an older version has none. */
  told?: string
}
export interface ErrorAnswer {
  code: string
  /** In English, for whoever reads the answer itself. */
  message: string
  /** The same as a text that carries a message of the table, where there is one. */
  told?: string
}
