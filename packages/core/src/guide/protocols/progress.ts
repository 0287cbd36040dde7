import type { ProtocolId } from '../../catalogue/protocolIds.ts'
import type { MachineSpec, SiteSpec, Tap } from '../../machine/machineSpec.ts'
import { portHeight } from '../../machine/uncertainty.ts'
import type { RunPlan } from '../../measure/plan/runPlan.ts'
import type { RunAnalysis } from '../../measure/verdict/runAnalysis.ts'
import { type Message, message } from '../../message.ts'
import type { JudgedRun, Observation } from '../../reason/evidence/seen/observations.ts'
import type { HoseEnd, Protocol, ProtocolStep, RunStep } from './protocolTypes.ts'

export interface StepProgress {
  step: ProtocolStep
  done: boolean
  /** Times made, of those wanted. */
  made: number
  wanted: number
}

/** How far a protocol has come in a visit: a step counts by a run made for it, or by a run or look that serves as well. */
export function protocolProgress(
  protocol: Protocol,
  machine: MachineSpec,
  runs: readonly JudgedRun[],
  observations: readonly Observation[],
): { steps: StepProgress[]; next: ProtocolStep | null } {
  // A machine with one tap has no fill through the other.
  const possible = protocol.steps.filter(
    (step) => step.kind === 'look' || step.run.tap === null || machine.valve.taps.includes(step.run.tap),
  )
  const steps = possible.map((step) => {
    if (step.kind === 'look') {
      const made = observations.filter(
        (o) => o.check === step.check && (step.tap === null || o.tap === undefined || o.tap === step.tap),
      ).length
      return { step, made, wanted: step.times, done: made >= step.times }
    }
    const made = runs.filter((r) => servesStep(protocol, step, r.plan)).length
    return { step, made, wanted: 1, done: made > 0 }
  })
  return { steps, next: steps.find((s) => !s.done)?.step ?? null }
}

function servesStep(protocol: Protocol, step: RunStep, plan: RunPlan): boolean {
  if (plan.protocol)
    return plan.protocol.id === protocol.id ? plan.protocol.step === step.id : sameRun(step, plan)
  return sameRun(step, plan)
}

/** A run made for something else that tells as much: the same kind, tap and place of the hose end. */
function sameRun(step: RunStep, plan: RunPlan): boolean {
  const repeats = step.run.kind === 'hold'
  return (
    !repeats &&
    step.readings.what === 'level' &&
    plan.kind === step.run.kind &&
    plan.throttled === step.run.throttled &&
    (step.run.tap === null || (plan.taps.length === 1 && plan.taps[0] === step.run.tap)) &&
    (step.run.hoseEnd === null || hoseEndOf(plan) === step.run.hoseEnd)
  )
}

function hoseEndOf(plan: RunPlan): HoseEnd {
  const end = plan.hoseEndMm
  const place = plan.site.standpipeHeightMm
  if (end === null || (place !== null && Math.abs(end - place) < 120)) return 'in-place'
  if (end < portHeight(plan.machine, plan.site).mm) return 'below-tub'
  return end < (place ?? 900) ? 'low' : 'lifted'
}

/** Height of the hose end that a step asks for, mm above the floor; null = where the site says. */
export function hoseEndForMm(end: HoseEnd | null, machine: MachineSpec, site: SiteSpec): number | null {
  const place = site.standpipeHeightMm
  switch (end) {
    case 'low':
      return 400
    case 'below-tub':
      return portHeight(machine, site).mm - 150
    case 'lifted':
      return (place ?? 900) + 600
    default:
      return place
  }
}

/** The plan of a protocol's run step on a machine at a place; `slowTap` for steps that follow the slow side. */
export function planForStep(
  protocol: Protocol,
  step: RunStep,
  machine: MachineSpec,
  site: SiteSpec,
  slowTap?: Tap,
): RunPlan {
  const { kind, hoseEnd, throttled } = step.run
  const tap = step.run.tap ?? slowTap
  const full = machine.fillLevelMm ?? 100
  return {
    kind,
    machine,
    site,
    taps: kind === 'fill' ? [tap ?? machine.valve.taps[0] ?? 'cold'] : [],
    throttled,
    hoseEndMm: kind === 'fill' ? null : hoseEndForMm(hoseEnd, machine, site),
    startLevelMm:
      kind === 'fill' ? (step.readings.what === 'level' ? 0 : 30) : kind === 'after-drain' ? 30 : full,
    endLevelMm: null,
    laundry: 'none',
    laundryKg: 0,
    protocol: { id: protocol.id, step: step.id },
  }
}

export interface StepAdvice {
  /** Seconds until the next reading is due; below 0 = overdue; null = no reading is due. */
  dueInS: number | null
  /** Enough has been read for what the step is for. */
  enough: boolean
  /** Why to go on or to stop; null = nothing to say. */
  why: Message | null
}

/**
 * What a running step wants next: when the next reading is due, and whether it is time to stop.
 * @param elapsedS - Since the start. @param readingsS - Instants of the level readings so far, s, rising.
 */
export function stepAdvice(
  protocol: ProtocolId,
  step: RunStep,
  analysis: RunAnalysis | null,
  elapsedS: number,
  readingsS: readonly number[],
): StepAdvice {
  const { everyS, atLeast } = step.readings
  const last = readingsS.at(-1)
  const dueInS = last === undefined ? -elapsedS : last + everyS - elapsedS
  const count = readingsS.length
  const missing = Math.max(0, atLeast - count)
  const longEnough = step.lastsS === null || elapsedS >= step.lastsS
  const basis = analysis?.basis
  if (step.run.kind === 'hold' || step.run.kind === 'idle') {
    const sure = basis?.of === 'standing' && Math.abs(basis.lossLMin) > 6 * basis.se && count >= 5
    if (sure && elapsedS > 240) return { dueInS, enough: true, why: message('advice.beyond-doubt') }
    if (longEnough && missing === 0) return { dueInS: null, enough: true, why: message('advice.long-enough') }
    const left = Math.max(0, (step.lastsS ?? 0) - elapsedS)
    return {
      dueInS,
      enough: false,
      why:
        left > 0
          ? message('advice.to-go', { minutes: Math.ceil(left / 60) })
          : message('advice.more-readings', { readings: missing }),
    }
  }
  if (missing === 0 && longEnough)
    return {
      dueInS,
      enough: true,
      why: message('advice.enough', { when: message(`protocol.${protocol}.${step.id}.stopWhen`) }),
    }
  return {
    dueInS,
    enough: false,
    why: missing > 0 ? message('advice.more-for-interval', { readings: missing }) : null,
  }
}
