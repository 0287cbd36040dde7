import type { FAULT_IDS } from '../catalogue/catalogueIds.ts'
import type { LeakPhase } from '../machine/leakPhases.ts'
import type { Tap } from '../machine/machineSpec.ts'
import { type Message, message } from '../message.ts'
import type { FoundBy } from '../reason/checks/foundBy.ts'
import { PHASE_OF_RUN } from '../reason/leaks/gatherLeakFindings.ts'
import type { LeakHistory } from '../reason/leaks/leakHistory.ts'
import { stateAfter } from '../reason/planning/fileState.ts'
import { planVisit } from '../reason/planning/visitPlan.ts'
import type { WorkState } from '../reason/planning/workState.ts'
import { leakShares } from '../reason/weigh/leakView.ts'
import type { PossibleLook } from '../reason/weigh/possibleLook.ts'
import { conflictOf, outsideOf } from '../reason/weigh/weighView.ts'
import { type Weighed, type WeighedCase, weighVisit } from '../reason/weigh/weighVisit.ts'
import { judgeVisit } from './analyseVisit.ts'
import { msOfInstant } from './instant.ts'
import type { VisitFile } from './visitFile.ts'

type FaultId = (typeof FAULT_IDS)[number]

/** What a visit says of the faults, under the ids of the file format. */
export interface DiagnosisReport {
  /** Over the whole catalogue with none and unlisted, most likely first, summing to 1. A pair's mass goes half to each. */
  ranking: { fault: FaultId; probability: number }[]
  /** Probability that a fault is there, alone or with another. */
  present: Partial<Record<FaultId, number>>
  /** Two at once, where that is likely enough to say. */
  pairs: { faults: FaultId[]; probability: number }[]
  /** House, use and spills together: nothing of the machine is repaired. */
  outside: number
  /** What cannot both be right. */
  conflict: { between: [string, string]; why: Message } | null
  /** Any leak of the machine; water that is none of its leaks; neither. */
  leak: { leak: number; not_a_leak: number; none: number }
  next: {
    check: string
    phase?: LeakPhase
    tap?: Tap
    hose_end_mm?: number
    /** Doing and changes together. */
    minutes: number
    /** What has to be done to the machine before. */
    changes: Message[]
    gain_bits: number
    why: Message
  }[]
  /** The visit as it is likely to go, min from now. */
  plan: (AskedFor & { starts_min: number; ends_min: number; hands_free: boolean })[]
  /** Acting is worth more than checking, on two parts where both are known to be wrong; null = it is not. */
  stop: {
    act: string
    part?: string
    also?: { act: string; part: string }
    probability: number
    expected_cost: number
  } | null
  /** Doing it at once takes fewer minutes than knowing first; its run again says whether it was that. Null = it does not. */
  try_first: { act: string; part?: string; probability: number; minutes: number } | null
  schools: { id: string; expected_minutes: number; next: string | null }[]
}

/** Under the ids of the file format. */
interface AskedFor {
  check: string
  phase?: LeakPhase
  tap?: Tap
  hose_end_mm?: number
}

/** Pairs less likely than this are not listed. */
const PAIR_SAID = 0.01
const LOOKS_SAID = 12

/**
 * Ranks all faults of the catalogue by a visit file, with the looks worth making next, whether to stop, and how the visit is likely to go.
 * @param looks - False where nobody asks what to look at next.
 * @throws {VisitFileError} With the path of an impossible value.
 */
export function diagnoseVisit(file: VisitFile, { looks = true }: { looks?: boolean } = {}): DiagnosisReport {
  const { machine, site, judged, observations, acts } = judgeVisit(file)
  const leakSeen = file.runs.flatMap((run) => {
    const phase = PHASE_OF_RUN[run.kind]
    return phase && run.events.some((event) => event.what === 'leak-seen')
      ? [{ phase, atMs: run.started_at === undefined ? null : msOfInstant(run.started_at) }]
      : []
  })
  const history: LeakHistory = {
    ageYears: file.history.age_years ?? null,
    opened: file.history.opened,
    lastRepair: file.history.last_repair ?? null,
  }
  const volts = file.machine.pump?.supply_v ?? null
  const visit: WeighedCase = {
    machine,
    site,
    runs: judged,
    observations,
    acts,
    history,
    leakSeen,
    moment: file.history.moment ?? null,
    panelsOpen: false,
    circuits: {
      supplyV: volts === null ? null : volts < 170 ? 120 : 230,
      windingOhm: file.machine.pump?.winding_ohm ?? null,
    },
  }
  const weighed = weighVisit(visit)
  const { belief } = weighed
  const told = conflictOf(visit, weighed)
  const ranking = [...belief.share]
    .map(([fault, probability]) => ({ fault, probability }))
    .sort((one, other) => other.probability - one.probability)
  const { notALeak, ...shares } = leakShares(weighed)
  return {
    ranking,
    present: Object.fromEntries(belief.present),
    pairs: belief.pairs
      .filter(({ probability }) => probability >= PAIR_SAID)
      .map(({ faults, probability }) => ({ faults: [...faults], probability })),
    outside: outsideOf(belief),
    leak: { ...shares, not_a_leak: notALeak },
    conflict: told &&
      belief.conflict && {
        between: [belief.conflict.unexplained, belief.conflict.against],
        why: message('found.conflict', { one: told.one, other: told.other, minutes: told.minutes }),
      },
    ...(looks
      ? planned(file, visit, weighed)
      : { next: [], plan: [], stop: null, try_first: null, schools: [] }),
  }
}

/** What to look at next and whether to stop, from the machine as it stands. */
function planned(
  file: VisitFile,
  visit: WeighedCase,
  weighed: Weighed,
): Pick<DiagnosisReport, 'next' | 'plan' | 'stop' | 'try_first' | 'schools'> {
  const unavailable = new Set(file.unavailable)
  const notHere = ({ what }: PossibleLook) => namesOf(what).some((name) => unavailable.has(name))
  const plan = planVisit(visit, weighed, stateOf(file, visit), { notHere })
  return {
    next: plan.looks.slice(0, LOOKS_SAID).map(({ what, minutes, changes, gainBits, why }) => ({
      ...askedFor(what),
      minutes,
      changes: changes.map(({ name }) => name),
      gain_bits: gainBits,
      why,
    })),
    plan: plan.timeline.map(({ what, startsMin, endsMin, handsFreeFromMin }) => ({
      ...askedFor(what),
      starts_min: startsMin,
      ends_min: endsMin,
      hands_free: handsFreeFromMin !== null,
    })),
    stop: plan.stop && {
      act: plan.stop.act,
      ...(plan.stop.part ? { part: plan.stop.part } : {}),
      ...(plan.stop.also?.part ? { also: { act: plan.stop.also.act, part: plan.stop.also.part } } : {}),
      probability: plan.stop.cured,
      expected_cost: plan.stop.expectedMin,
    },
    try_first: plan.tryFirst && {
      act: plan.tryFirst.act,
      ...(plan.tryFirst.part ? { part: plan.tryFirst.part } : {}),
      probability: plan.tryFirst.cured,
      minutes: plan.tryFirst.minutes,
    },
    schools: plan.orders.map(({ id, expectedMin, next }) => ({
      id,
      expected_minutes: expectedMin ?? Number.NaN,
      next: next && namesOf(next.what)[0],
    })),
  }
}

/** The machine as the file says it stands, else as its runs and looks leave it. */
function stateOf(file: VisitFile, visit: WeighedCase): WorkState {
  const derived = stateAfter(visit.machine, visit.runs, visit.observations)
  const said = file.state
  if (!said) return derived
  return {
    ...derived,
    mainsOn: said.mains ? said.mains === 'on' : derived.mainsOn,
    competent: said.competent ?? derived.competent,
    waterL: said.water_l ?? derived.waterL,
    panelsOff: said.panels_off ?? derived.panelsOff,
    tilted: said.tilted ?? derived.tilted,
    capOpen: said.cap_open ?? derived.capOpen,
    hoseEnd: said.hose_end ?? derived.hoseEnd,
    taps: { cold: said.taps?.cold ?? derived.taps.cold, hot: said.taps?.hot ?? derived.taps.hot },
    containedL: said.contained_l ?? derived.containedL,
    lock: said.lock ?? derived.lock,
  }
}

/** Names by which a look may be called unavailable; the first is its own. */
function namesOf(what: FoundBy): [string, ...string[]] {
  if (what.kind === 'check') return [what.check]
  if (what.kind === 'run') return [`run:${what.run}`]
  // A phase is watched in its run: without the run it cannot be.
  const run = (Object.keys(PHASE_OF_RUN) as (keyof typeof PHASE_OF_RUN)[]).find(
    (kind) => PHASE_OF_RUN[kind] === what.phase,
  )
  return [`watch:${what.phase}`, 'watch', 'leak.phase', ...(run ? [`run:${run}`] : [])]
}

/** What is looked at, under the ids of the file format. */
function askedFor(what: FoundBy): AskedFor {
  if (what.kind === 'phase') return { check: 'watch', phase: what.phase }
  const tap = what.tap ? { tap: what.tap } : {}
  if (what.kind === 'check') return { check: what.check, ...tap }
  return {
    check: `run:${what.run}`,
    ...tap,
    ...(what.hoseEndMm === undefined ? {} : { hose_end_mm: what.hoseEndMm }),
  }
}
