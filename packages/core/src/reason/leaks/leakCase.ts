import type { LeakPhase } from '../../machine/leakPhases.ts'
import type { MachineSpec, SiteSpec } from '../../machine/machineSpec.ts'
import { type Part, partsOf } from '../../machine/parts.ts'
import { portHeight } from '../../machine/uncertainty.ts'
import type { VisitAct } from '../evidence/seen/acts.ts'
import type { JudgedRun, Observation } from '../evidence/seen/observations.ts'
import type { LeakHistory } from './leakHistory.ts'

/** What is known of a visit for the ladder. */
export interface LeakCaseOfVisit {
  machine: MachineSpec
  site: SiteSpec
  runs: readonly JudgedRun[]
  observations: readonly Observation[]
  history: LeakHistory
  /** Phases in whose run a leak was marked, with the time of the run, ms since 1970; null = nobody wrote it down. */
  leakSeen: readonly { phase: LeakPhase; atMs: number | null }[]
  /** What was done: looks and runs before it speak of the machine as it was. */
  acts: readonly VisitAct[]
  panelsOpen: boolean
}

/** Height of the standpipe's rim above the level port, mm; null when nobody measured the rim. */
function rimMm(machine: MachineSpec, site: SiteSpec): number | null {
  return site.standpipeHeightMm === null ? null : site.standpipeHeightMm - portHeight(machine, site).mm
}

/** The parts of a visit's machine at their heights, with its standpipe. */
export const partsAtSite = (machine: MachineSpec, site: SiteSpec): Part[] =>
  partsOf(machine, rimMm(machine, site))

/** Phases in whose run a leak was marked. */
export const phasesMarked = ({ leakSeen }: Pick<LeakCaseOfVisit, 'leakSeen'>): LeakPhase[] => [
  ...new Set(leakSeen.map(({ phase }) => phase)),
]
