import type { Message } from '../../message.ts'
import type { Interval } from '../../numeric/interval.ts'
import type { FittedCurve, FlowOfThisAir } from '../estimate/estimateFlow.ts'
import type { TimedEstimate } from '../estimate/estimateTimed.ts'
import type { CycleMark } from '../plan/runMarks.ts'
import type { LevelsSeen } from '../readings/levelsSeen.ts'
import type { Bounds, NotIdentifiable, Quantities } from './quantities.ts'
import type { Saying } from './saying.ts'
import type { Verdict } from './verdict.ts'

/** Raised whenever an analysis would come out otherwise or is written otherwise: stored ones of another version are made anew. */
export const ANALYSIS_VERSION = 12

export interface RunAnalysis {
  version: number
  verdict: Verdict
  /** What it says, as figures; `sayRun` makes the sentence. */
  saying: Saying
  quantities: Quantities
  notIdentifiable: NotIdentifiable
  bounds: Bounds
  /** The healthy run over the same levels; absent when nothing could be compared. */
  expected: {
    timeS: { lo: number; mid: number; hi: number }
    flowLMin: { lo: number; mid: number; hi: number }
  } | null
  /** The same without own records, where the run was set up with some; and what would be said of it then. */
  usual?:
    | {
        timeS: { lo: number; mid: number; hi: number }
        flowLMin: { lo: number; mid: number; hi: number }
        verdict: Verdict
      }
    | undefined
  /** What a house with a sound supply would give; only where the supply was gauged and is weak. */
  soundHouse?: { flowLMin: { lo: number; mid: number; hi: number } } | undefined
  /** The levels in a few figures. */
  seen?: LevelsSeen | null | undefined
  /** What a flow by time rests on, where fewer than three levels were read. */
  rests?: TimedEstimate['rests'] | undefined
  /** What the technician should know about the readings: gaps, order, outliers, likely slips. */
  notes: Message[]
  /** The fitted run, for drawing: null when there is no fit. */
  fit: { fromS: number; toS: number; startMm: number; endMm: number; curve: FittedCurve | null } | null
  usedReadings: number
  /** What the run hands on to be weighed together with others. */
  basis: RunBasis | null
}

/** What can happen to a drain beside a weak pump or a tight path. */
export type Disturbance = 'unsteady' | 'slowing' | 'stops'

/** Standard errors are one standard deviation. */
export type RunBasis =
  | {
      of: 'flow'
      /** Mean flow between two levels, from the levels. */
      flowLMin: number
      readingsSe: number
      /** Shared by all runs on the same tub. */
      geometrySe: number
      ofThisAir: FlowOfThisAir | null
      startMm: number
      endMm: number
      /** Something happened that is neither pump nor path: such a flow is not weighed between them. */
      disturbed: Disturbance | null
    }
  | { of: 'meter'; flowLMin: number; se: number }
  | {
      of: 'cycle'
      /** Phases that were seen to begin. */
      reached: CycleMark[]
      stopsIn: CycleMark | null
      long: { fill: boolean; drain: boolean }
    }
  | {
      of: 'standing'
      /** Mean loss over the run, L/min; negative = rising. */
      lossLMin: number
      se: number
      startMm: number
      endMm: number
      seconds: number
      from: 'ruler' | 'indicated'
      /** The smallest loss that this run would have shown, L/min. */
      seenLMin: number
      /** Litres in the tub over the run, at most 30 points, with the standard deviation of one. */
      curve: { tS: number[]; litres: number[]; sdL: number[] }
      /** Heights that both laws of a leak allow. */
      height: { lo: number; hi: number; openBelow: boolean } | null
    }

/** Nothing known yet: what every analysis starts from. */
export function blankAnalysis(saying: Saying): RunAnalysis {
  return {
    version: ANALYSIS_VERSION,
    verdict: 'not-identifiable',
    saying,
    quantities: {},
    notIdentifiable: {},
    bounds: {},
    expected: null,
    notes: [],
    fit: null,
    usedReadings: 0,
    basis: null,
  }
}

/** Value with the 95 % interval of a standard error. */
export function intervalOf(value: number, se: number): Interval {
  return { value, lo: value - 1.96 * se, hi: value + 1.96 * se }
}
