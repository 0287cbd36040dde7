import { LEAK_PHASES, type LeakPhase } from '../../machine/leakPhases.ts'
import { familyDefaults, type MachineSpec } from '../../machine/machineSpec.ts'
import type { RunKind } from '../../measure/plan/runPlan.ts'
import { SOUND_LOOKS } from '../catalogue/soundLooks.ts'
import type { CheckId } from '../checks/checkTypes.ts'
import type { VisitSays } from '../evidence/combineVisit.ts'
import { choiceOf, type JudgedRun, numbersOf, type Observation } from '../evidence/seen/observations.ts'
import { AMOUNTS, type Amount, RUNS_LH, TRAILS, type Trail } from './leakFaults.ts'
import type { LeakFindings, PhaseSeen } from './leakFindings.ts'
import type { LeakHistory } from './leakHistory.ts'
import { FLOOR_PLACES, LEAK_PLACES, type LeakPlace } from './leakPlaces.ts'

/** The phase of the leak test that a run is. */
export const PHASE_OF_RUN: Readonly<Partial<Record<RunKind, LeakPhase>>> = {
  idle: 'idle-taps-on',
  fill: 'fill',
  hold: 'hold',
  motion: 'wash-motion',
  drain: 'drain',
  spin: 'spin',
}

/**
 * What a visit has found that speaks about leaks.
 * @param says - What its runs and looks say together.
 * @param leakSeen - Phases in whose run a leak was marked.
 */
export function gatherLeakFindings(
  machine: MachineSpec,
  runs: readonly JudgedRun[],
  observations: readonly Observation[],
  says: VisitSays,
  history: LeakHistory,
  leakSeen: readonly LeakPhase[] = [],
): LeakFindings {
  const phaseOf = (o: Observation) => o.phase ?? null
  const level = levelOf(machine, runs)
  const opened = history.opened || observations.some((o) => o.check === 'trap.look')
  return {
    phases: phasesOf(observations, leakSeen),
    ran: [...new Set(runs.flatMap((r) => PHASE_OF_RUN[r.plan.kind] ?? []))],
    places: ofChoice<LeakPlace>(observations, 'leak.place', LEAK_PLACES).map((o) => ({
      place: o.value,
      phase: phaseOf(o.from),
    })),
    amounts: amountsOf(observations),
    trails: ofChoice<Trail>(observations, 'leak.trail', TRAILS).map((o) => o.value),
    looks: (Object.keys(SOUND_LOOKS) as CheckId[]).flatMap((check) => {
      const value = choiceOf(observations, check)
      return value === null ? [] : [{ check, value }]
    }),
    complaints: observations
      .filter((o) => o.check === 'complaint' && typeof o.value === 'string')
      .map((o) => o.value as string),
    catches: numbersOf(observations, 'leak.catch').flatMap((c) =>
      c.levelMm === null ? [] : [{ levelMm: c.levelMm, flowLH: c.value }],
    ),
    cardboard: cardboardOf(observations),
    hold: holdOf(runs, says),
    height: says.leakHeight,
    heightBound: says.bounds.leakHeightMm ?? null,
    levelMm: level,
    history: { ...history, opened },
  }
}

function ofChoice<T extends string>(
  observations: readonly Observation[],
  check: CheckId,
  values: readonly T[],
): { value: T; from: Observation }[] {
  return observations
    .filter((o) => o.check === check && (values as readonly unknown[]).includes(o.value))
    .map((from) => ({ value: from.value as T, from }))
}

function phasesOf(
  observations: readonly Observation[],
  leakSeen: readonly LeakPhase[],
): Record<LeakPhase, PhaseSeen> {
  const wet = new Set([...ofChoice(observations, 'leak.phase', LEAK_PHASES).map((o) => o.value), ...leakSeen])
  // Water placed in a phase was seen in it.
  for (const o of observations) if (o.check === 'leak.place' && o.phase) wet.add(o.phase)
  const dry = new Set(ofChoice(observations, 'leak.dry', LEAK_PHASES).map((o) => o.value))
  const out = {} as Record<LeakPhase, PhaseSeen>
  for (const phase of LEAK_PHASES)
    out[phase] = wet.has(phase) ? 'wet' : dry.has(phase) ? 'dry' : dry.size > 0 ? 'not-tried' : 'not-said'
  return out
}

/** Drops a minute are a drip; litres an hour are a size of their own. */
function amountsOf(observations: readonly Observation[]): LeakFindings['amounts'] {
  const said = ofChoice<Amount>(observations, 'leak.amount', AMOUNTS).map((o) => ({
    amount: o.value,
    phase: o.from.phase ?? null,
  }))
  const counted = observations
    .filter((o) => o.check === 'leak.drops' && typeof o.value === 'number' && o.value > 0)
    .map((o) => ({ amount: 'drip' as const, phase: o.phase ?? null }))
  const caught = observations
    .filter((o) => o.check === 'leak.catch' && typeof o.value === 'number' && o.value > RUNS_LH)
    .slice(-1)
    .map((o) => ({ amount: sizeOf(o.value as number), phase: o.phase ?? null }))
  // The largest was the latest look at it in most visits; more than four say nothing new.
  return [...said, ...counted, ...caught].slice(-4)
}

/** Size of a leak from its flow, L/h. Estimates: a drip up to 2, a trickle up to 20. */
export function sizeOf(flowLH: number): Amount {
  return flowLH < RUNS_LH ? 'film' : flowLH < 2 ? 'drip' : flowLH < 20 ? 'trickle' : 'stream'
}

function cardboardOf(observations: readonly Observation[]): LeakFindings['cardboard'] {
  const seen = observations.filter((o) => o.check === 'leak.cardboard')
  if (seen.length === 0) return null
  const places = ofChoice<LeakPlace>(seen, 'leak.cardboard', FLOOR_PLACES).map((o) => o.value)
  return places.length > 0 ? places : 'dry'
}

function holdOf(runs: readonly JudgedRun[], says: VisitSays): LeakFindings['hold'] {
  const basis = runs
    .filter((r) => r.plan.kind === 'hold')
    .map((r) => r.analysis.basis)
    .filter((b) => b?.of === 'standing')
  const [first, last] = [basis[0], basis.at(-1)]
  if (!says.hold || first?.of !== 'standing' || last?.of !== 'standing') return null
  return {
    chances: says.hold.probability,
    fromMm: Math.max(...basis.map((b) => (b?.of === 'standing' ? b.startMm : 0))),
    toMm: Math.min(...basis.map((b) => (b?.of === 'standing' ? b.endMm : 1e4))),
    lossLH: says.hold.lossLMin * 60,
    seLH: says.hold.lossSe * 60,
    statedLH: Math.abs(says.quantities.leakLH?.value ?? says.hold.lossLMin * 60),
  }
}

function levelOf(machine: MachineSpec, runs: readonly JudgedRun[]): number {
  const levels = runs
    .filter((r) => r.plan.kind === 'hold' || r.plan.kind === 'motion')
    .map((r) => r.plan.startLevelMm)
  if (levels.length > 0) return Math.max(...levels)
  return machine.fillLevelMm ?? familyDefaults(machine.family).fillLevelMm ?? 110
}
