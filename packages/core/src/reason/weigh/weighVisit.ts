import type { SiteSpec } from '../../machine/machineSpec.ts'
import type { Part } from '../../machine/parts.ts'
import type { CycleMoment } from '../../state/stages.ts'
import type { OwnChances } from '../catalogue/ownChances.ts'
import { NO_FAULT } from '../diagnosis/likelihood.ts'
import { combineVisit } from '../evidence/combineVisit.ts'
import { lookOutdatedBy, runOutdatedBy, type VisitAct } from '../evidence/seen/acts.ts'
import type { Observation } from '../evidence/seen/observations.ts'
import { gatherLeakFindings } from '../leaks/gatherLeakFindings.ts'
import { type LeakCaseOfVisit, partsAtSite, phasesMarked } from '../leaks/leakCase.ts'
import type { LeakFindings } from '../leaks/leakFindings.ts'
import { type Belief, beliefOf } from './belief.ts'
import { type FaultWays, faultWays } from './faultWays.ts'
import { onItsSide, type Piece } from './piece.ts'
import { weighLeaks, weighMoment } from './weighLeaks.ts'
import { weighComplaints, weighLooks } from './weighLooks.ts'
import { type Circuits, weighNumbers } from './weighNumbers.ts'
import { weighCycles, weighDrainRuns, weighFillRuns, weighSensing } from './weighRuns.ts'

/** What is known of a visit for the weighing. */
export interface WeighedCase extends LeakCaseOfVisit {
  circuits: Circuits
  /** When in the cycle the customer meets it; left out = nobody said. */
  moment?: CycleMoment | null
  /** What the workshop's own visits make of the catalogue's chances; left out = nothing. */
  chances?: OwnChances | null
}

/** What is wrong with the machine as it is now, over the whole catalogue, with the ways and pieces it rests on. */
export interface Weighed extends FaultWays {
  pieces: readonly Piece[]
  belief: Belief
  /** Every way and how likely it was before anything was said or seen. */
  usual: FaultWays
  /** From the complaint alone. */
  complaint: Belief
  /** What was found of leaks, and looks, as far as they still speak of the machine as it is. */
  found: LeakFindings
  observations: readonly Observation[]
  parts: readonly Part[]
  /** What the workshop's own visits made of the catalogue's chances. */
  chances: OwnChances | null
}

/** How often an act on a part ends a fault that lies there. Estimate. */
const CURED = 0.88

/**
 * Weighs everything of a visit: complaint, looks, readings, runs and leaks. What was found before the last act tells what the machine had
 * then; the act ends a fault of its part or does not; what was found since tells which.
 */
export function weighVisit(visit: WeighedCase): Weighed {
  const parts = partsAtSite(visit.machine, visit.site)
  const acts = visit.acts.filter(({ what }) => what !== 'opened').sort((a, b) => a.atMs - b.atMs)
  const last = acts.at(-1)
  const start = faultWays(visit.machine, visit.history, parts, visit.chances)
  if (!last) return weighStage(visit, start, parts)
  const since = ({ atMs }: { atMs?: number | null | undefined }) =>
    atMs !== null && atMs !== undefined && atMs >= last.atMs
  const earlier = acts.slice(0, -1)
  const then = weighStage(
    {
      ...visit,
      acts: earlier,
      runs: visit.runs.filter((run) => !since(run) && runOutdatedBy(run, earlier) === null),
      observations: visit.observations.filter(
        (look) => !since(look) && lookOutdatedBy(look, earlier) === null,
      ),
      leakSeen: visit.leakSeen.filter((mark) => !since(mark)),
    },
    start,
    parts,
  )
  const now = weighStage(
    {
      ...visit,
      acts: [],
      runs: visit.runs.filter(since),
      moment: null,
      // A complaint is about the machine as it was.
      observations: visit.observations.filter((look) => since(look) && look.check !== 'complaint'),
      leakSeen: visit.leakSeen.filter(since),
    },
    afterActs(then, acts),
    parts,
  )
  return { ...now, usual: start, complaint: then.complaint, ...stillSo(visit) }
}

/** What the machine may have once something was done: each way as likely as it was found to be, less where an act has ended it. */
function afterActs({ ways, belief, leaks }: Weighed, acts: readonly VisitAct[]): FaultWays {
  const stays = ways.map((way) =>
    acts.some(({ part, tap }) => part === way.card.part && onItsSide(way, tap)) ? 1 - CURED : 1,
  )
  const still = new Float64Array(ways.length)
  const add = (n: number, p: number) => {
    still[n] = (still[n] ?? Number.NaN) + p
  }
  for (const { first, second, p } of belief.hypotheses) {
    if (first === NO_FAULT) continue
    const [a, b] = [stays[first] ?? Number.NaN, second === NO_FAULT ? 0 : (stays[second] ?? Number.NaN)]
    // Of two one may be ended and the other left; where both are left each has half, as pairs are grown anew.
    add(first, p * (a * (1 - b) + (a * b) / 2))
    if (second !== NO_FAULT) add(second, p * (b * (1 - a) + (a * b) / 2))
  }
  const left = ways.map((way, n) => ({ ...way, prior: Math.max(1e-7, still[n] ?? Number.NaN) }))
  const unlisted = Math.max(1e-4, belief.share.get('unlisted') ?? 0)
  const some = left.reduce((sum, { prior }) => sum + prior, unlisted)
  return { ways: left, leaks, none: Math.max(0.01, 1 - some), unlisted }
}

/** What was found before an act elsewhere stands as it did; what was done here has made it old. */
function stillSo(visit: WeighedCase): Pick<Weighed, 'found' | 'observations'> {
  const { machine, site, acts } = visit
  const observations = visit.observations.filter((look) => lookOutdatedBy(look, acts) === null)
  const runs = visit.runs.filter((run) => runOutdatedBy(run, acts) === null)
  const says = combineVisit(machine, site, visit.runs, visit.observations, acts)
  return {
    observations,
    found: gatherLeakFindings(machine, runs, observations, says, visit.history, phasesMarked(visit)),
  }
}

function weighStage(visit: WeighedCase, all: FaultWays, parts: readonly Part[]): Weighed {
  const { machine, site, runs, observations } = visit
  const says = combineVisit(machine, site, runs, observations, visit.acts)
  const found = gatherLeakFindings(machine, runs, observations, says, visit.history, phasesMarked(visit))
  const complaints = [
    ...weighComplaints(all.ways, observations),
    ...weighMoment(all, found, visit.moment ?? null),
  ]
  const pieces = [
    ...complaints,
    ...weighLooks(all.ways, machine.family, observations),
    ...weighNumbers(all.ways, withStandpipe(observations, site), visit.circuits),
    ...weighFillRuns(all.ways, machine, site, runs, observations),
    ...weighDrainRuns(all.ways, runs, says),
    ...weighSensing(all.ways, runs),
    ...weighCycles(all.ways, runs),
    ...weighLeaks(all, machine, found),
  ]
  const belief = beliefOf(all, pieces)
  return {
    ...all,
    usual: all,
    pieces,
    belief,
    complaint: beliefOf(all, complaints, { twoAtOnce: false }),
    found,
    observations,
    parts,
    chances: visit.chances ?? null,
  }
}

/** A standpipe that was measured on an earlier visit counts as one measured today. */
function withStandpipe(observations: readonly Observation[], site: SiteSpec): Observation[] {
  const measured = observations.some(({ check }) => check === 'standpipe.height')
  return measured || site.standpipeHeightMm === null
    ? [...observations]
    : [...observations, { check: 'standpipe.height', value: site.standpipeHeightMm }]
}
