import {
  type LeakPhase,
  type LeakView,
  levelAtReplay,
  type MachineState,
  type PartId,
  phaseAtReplay,
} from '@brendik/core'
import type { timelineOf } from './timelineOf.ts'

type Timeline = NonNullable<ReturnType<typeof timelineOf>>
/** What the ladder shows: as it stands, or at a moment of the replay. */
export interface LadderNow {
  levelMm: number | null
  phase: LeakPhase | null
  /** Parts that would be wet by then, were they what leaks. */
  wet: ReadonlySet<PartId>
}

/** The ladder as the machine stands. */
export function ladderAsItStands(state: MachineState, watched: LeakPhase | null): LadderNow {
  return {
    levelMm: state.water.kind === 'level' ? state.water.levelMm : null,
    phase: watched,
    wet: new Set(),
  }
}

/** The ladder `atS` into the replay. */
export function ladderAtReplay(view: LeakView, timeline: Timeline, atS: number): LadderNow {
  const phase = phaseAtReplay(timeline, atS)
  const wet = new Set<PartId>()
  if (phase && (timeline.firstWetS[phase] ?? Number.POSITIVE_INFINITY) <= atS)
    for (const { present, part } of view.suspects)
      if (present > SHOWN_FROM && part?.phases.includes(phase)) wet.add(part.id)
  return { levelMm: levelAtReplay(timeline, atS), phase, wet }
}
/** A suspect below this is not drawn wet. */
const SHOWN_FROM = 0.1
