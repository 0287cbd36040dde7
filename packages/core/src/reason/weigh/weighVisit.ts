import type { MachineSpec, SiteSpec } from '../../machine/machineSpec.ts'
import type { Part } from '../../machine/parts.ts'
import type { VisitSays } from '../evidence/combineVisit.ts'
import type { JudgedRun, Observation } from '../evidence/seen/observations.ts'
import type { LeakFindings } from '../leaks/leakFindings.ts'
import { type Belief, beliefOf } from './belief.ts'
import { type FaultWays, faultWays } from './faultWays.ts'
import type { Piece } from './piece.ts'
import { weighLeaks } from './weighLeaks.ts'
import { weighComplaints, weighLooks } from './weighLooks.ts'
import { type Circuits, weighNumbers } from './weighNumbers.ts'
import { weighDrainRuns, weighFillRuns, weighSensing } from './weighRuns.ts'

/** What a visit has to say of its machine as it is now: what was made before an act on its path is left out. */
export interface WeighedVisit {
  machine: MachineSpec
  site: SiteSpec
  runs: readonly JudgedRun[]
  observations: readonly Observation[]
  says: VisitSays
  found: LeakFindings
  parts: readonly Part[]
  circuits: Circuits
}

/** What is wrong, over the whole catalogue, with the ways and pieces it rests on. */
export interface Weighed extends FaultWays {
  pieces: readonly Piece[]
  belief: Belief
}

/** Weighs everything of a visit: complaint, looks, readings, runs and leaks. */
export function weighVisit(visit: WeighedVisit): Weighed {
  const { machine, site, runs, observations, says, found } = visit
  const all = faultWays(machine, found.history, visit.parts)
  const pieces = [
    ...weighComplaints(all.ways, observations),
    ...weighLooks(all.ways, machine.family, observations),
    ...weighNumbers(all.ways, withStandpipe(observations, site), visit.circuits),
    ...weighFillRuns(all.ways, machine, site, runs, observations),
    ...weighDrainRuns(all.ways, runs, says),
    ...weighSensing(all.ways, runs),
    ...weighLeaks(all, machine, found),
  ]
  return { ...all, pieces, belief: beliefOf(all, pieces) }
}

/** A standpipe that was measured on an earlier visit counts as one measured today. */
function withStandpipe(observations: readonly Observation[], site: SiteSpec): Observation[] {
  const measured = observations.some(({ check }) => check === 'standpipe.height')
  return measured || site.standpipeHeightMm === null
    ? [...observations]
    : [...observations, { check: 'standpipe.height', value: site.standpipeHeightMm }]
}
