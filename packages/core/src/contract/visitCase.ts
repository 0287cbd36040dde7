import { type ProofPoint, proofOutcome, proofPoints } from '../guide/proof/proofPoints.ts'
import { type RunProof, runProofs } from '../guide/proof/runProofs.ts'
import type { LeakPhase } from '../machine/leakPhases.ts'
import { runFacts } from '../measure/board/runState.ts'
import { actsOfEntries } from '../reason/evidence/seen/actEntries.ts'
import type { JudgedRun, Observation } from '../reason/evidence/seen/observations.ts'
import { PHASE_OF_RUN } from '../reason/leaks/gatherLeakFindings.ts'
import { WORKED_ON } from '../reason/leaks/leakHistory.ts'
import type { WeighedCase } from '../reason/weigh/weighVisit.ts'
import { type Said, saidOf } from '../state/entries.ts'
import { machineState } from '../state/machineState.ts'
import { CYCLE_MOMENTS } from '../state/stages.ts'
import { litresInside } from '../state/waterInside.ts'
import type { RunAnswer, RunDetail, VisitAnswer } from './answers.ts'

/** Finished runs of a visit as the core weighs them. */
export function judgedRuns(visit: Pick<VisitAnswer, 'runs'>): JudgedRun[] {
  return finishedRuns(visit).map(({ plan, analysis, startedAtMs }) => ({ plan, analysis, atMs: startedAtMs }))
}

type FinishedRun = RunDetail & { plan: JudgedRun['plan']; analysis: JudgedRun['analysis'] }
/** The same runs as they were answered, in the same order. */
export const finishedRuns = ({ runs }: Pick<VisitAnswer, 'runs'>): FinishedRun[] =>
  runs.filter((run): run is FinishedRun => !!run.plan && !!run.analysis && run.stoppedAtMs !== null)

/** What was looked at and measured in a visit, as the core weighs it. */
export function observationsOf(visit: Pick<VisitAnswer, 'observations'>): Observation[] {
  return visit.observations.map(({ check, value, tap, levelMm, phase, side, waterInside, tempC, atMs }) => ({
    check,
    value,
    tap: tap ?? undefined,
    levelMm: levelMm ?? undefined,
    phase,
    side,
    waterInside,
    tempC,
    atMs,
  }))
}

/** Runs of a leak test that are read with their marks; older ones of a long visit are left out. */
const MOST_LEAK_RUNS = 16

/** The finished runs of a visit that are phases of a leak test, oldest first. */
export const leakRunsOf = ({ runs }: Pick<VisitAnswer, 'runs'>): RunDetail[] =>
  runs.filter((run) => PHASE_OF_RUN[run.kind] && run.stoppedAtMs !== null).slice(-MOST_LEAK_RUNS)

/** Runs in which a leak was marked, each with its phase and start. */
export const leakMarksOf = (runs: readonly { phase: LeakPhase; run: RunAnswer }[]): WeighedCase['leakSeen'] =>
  runs.flatMap(({ phase, run }) => {
    const { inForce, startedAtMs } = runFacts(run)
    const marked = inForce.some((event) => event.type === 'marked' && event.what === 'leak-seen')
    return marked ? [{ phase, atMs: startedAtMs }] : []
  })

/** Mean length of a year of the calendar, ms. */
const YEAR_MS = 365.2425 * 86_400_000
const yearOf = (atMs: number): number => Math.floor(1970 + atMs / YEAR_MS)

/** What is known of a visit, as the core weighs it. */
export function weighedCaseOf(
  visit: VisitAnswer,
  said: ReadonlyMap<string, Said>,
  panelsOpen: boolean,
  leakSeen: WeighedCase['leakSeen'],
): WeighedCase {
  const { builtYear, supplyVolts, techSheet } = visit.machine.record
  const [lo, hi] = techSheet.pumpOhm ?? [null, null]
  return {
    machine: visit.machine.spec,
    site: visit.site.spec,
    runs: judgedRuns(visit),
    observations: observationsOf(visit),
    acts: actsOfEntries(visit.entries),
    history: {
      ageYears: builtYear === null ? null : Math.max(0, yearOf(visit.dueAtMs) - builtYear),
      opened: said.has('state:cap'),
      lastRepair: WORKED_ON.find((part) => part === saidOf(said, 'said:last-repair')) ?? null,
    },
    leakSeen,
    panelsOpen,
    moment: CYCLE_MOMENTS.find((one) => one === saidOf(said, 'said:moment')) ?? null,
    chances: visit.chances,
    circuits: { supplyV: supplyVolts, windingOhm: lo === null || hi === null ? null : Math.sqrt(lo * hi) },
  }
}

/** How the repair of a visit stands. */
export interface VisitProof {
  /** Runs made both before and after, what says most first. */
  runs: (RunProof & { beforeId: string; afterId: string })[]
  points: ProofPoint[]
  outcome: ReturnType<typeof proofOutcome>
}
const RANK: readonly RunProof['says'][] = ['cured', 'better', 'worse', 'same', 'open', 'was-sound']

/** How the repair of a visit stands: the same runs before and after, and the points that have to pass. */
export function visitProof(
  visit: VisitAnswer,
  said: ReadonlyMap<string, Said>,
  leakSeen: WeighedCase['leakSeen'],
): VisitProof {
  const acts = actsOfEntries(visit.entries)
  const finished = finishedRuns(visit)
  const judged = judgedRuns(visit)
  const idOf = (n: number | undefined) => finished[n ?? -1]?.id ?? ''
  const water = said.get('state:water')
  const inside = water && machineState(new Map([['state:water', water]]), []).water
  const points = proofPoints(
    {
      machine: visit.machine.spec,
      runs: judged,
      observations: observationsOf(visit),
      acts,
      leakSeen,
      water:
        water && inside && inside.kind !== 'unknown'
          ? { litres: litresInside(visit.machine.spec, inside), atMs: water.latest.atMs }
          : null,
    },
    said,
  )
  return {
    runs: runProofs(judged, acts)
      .map((one) => ({ ...one, beforeId: idOf(one.before.at(-1)), afterId: idOf(one.after.at(-1)) }))
      .sort((a, b) => RANK.indexOf(a.says) - RANK.indexOf(b.says)),
    points,
    outcome: proofOutcome(points),
  }
}
