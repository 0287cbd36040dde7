import type { LeakPhase } from '../../machine/leakPhases.ts'
import type { MachineSpec, SiteSpec } from '../../machine/machineSpec.ts'
import { type Part, partsOf } from '../../machine/parts.ts'
import { portHeight } from '../../machine/uncertainty.ts'
import { combineVisit } from '../evidence/combineVisit.ts'
import { lookOutdatedBy, runOutdatedBy, type VisitAct } from '../evidence/seen/acts.ts'
import type { JudgedRun, Observation } from '../evidence/seen/observations.ts'
import { diagnoseLeak } from './diagnoseLeak.ts'
import { gatherLeakFindings } from './gatherLeakFindings.ts'
import { type LeakFaultId, leakFault } from './leakFaults.ts'
import type { LeakFindings } from './leakFindings.ts'
import type { LeakHistory } from './leakHistory.ts'
import {
  type PartVerdict,
  partVerdicts,
  type Suspect,
  suspectsOf,
  type WrongTurn,
  wrongTurns,
} from './leakReasons.ts'
import { type LeakLook, rankLeakLooks } from './rankLeakLooks.ts'

/** All that the leak ladder shows, in plain data. */
export interface LeakView {
  found: LeakFindings
  parts: readonly Part[]
  suspects: Suspect[]
  /** Shares of: a leak of the machine, water that is none, neither. */
  leak: number
  notALeak: number
  none: number
  /** Two at once, the likeliest. */
  pair: { faults: LeakFaultId[]; probability: number } | null
  verdicts: PartVerdict[]
  turns: WrongTurn[]
  looks: LeakLook[]
}

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

/** Everything the ladder says of a visit. */
export function leakView(visit: LeakCaseOfVisit): LeakView {
  const { machine, site, acts } = visit
  const says = combineVisit(machine, site, visit.runs, visit.observations, acts)
  const observations = visit.observations.filter((look) => lookOutdatedBy(look, acts) === null)
  const runs = visit.runs.filter((run) => runOutdatedBy(run, acts) === null)
  const found = gatherLeakFindings(machine, runs, observations, says, visit.history, phasesMarked(visit))
  const parts = partsAtSite(machine, site)
  const diagnosis = diagnoseLeak(machine, found, parts)
  const share = (which: (isLeak: boolean | null) => boolean) =>
    diagnosis.chances
      .filter(({ fault }) => which(fault === null ? null : leakFault(fault).isLeak))
      .reduce((sum, chance) => sum + chance.share, 0)
  const pair = diagnosis.causes.sets
    .map((faults, n) => ({ faults: [...faults], probability: diagnosis.setChances[n] ?? Number.NaN }))
    .filter(({ faults }) => faults.length === 2)
    .reduce((a, b) => (b.probability > a.probability ? b : a), {
      faults: [] as LeakFaultId[],
      probability: 0,
    })
  return {
    found,
    parts,
    suspects: suspectsOf(diagnosis, found.history),
    leak: share((isLeak) => isLeak === true),
    notALeak: share((isLeak) => isLeak === false),
    none: share((isLeak) => isLeak === null),
    pair: pair.faults.length > 0 ? pair : null,
    verdicts: partVerdicts(parts, found),
    turns: wrongTurns(machine, found, diagnosis),
    looks: rankLeakLooks(machine, found, diagnosis, visit.panelsOpen),
  }
}
