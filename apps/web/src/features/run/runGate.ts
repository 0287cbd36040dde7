import { type Gate, gateOf, machineState, type RunPlan, saidEntries, type VisitAnswer } from '@brendik/core'

/** Whether the machine as it stands may be filled or emptied; the water is what the plan says. */
export function runGate(visit: VisitAnswer, plan: RunPlan): Gate | null {
  if (plan.kind !== 'fill' && plan.kind !== 'drain' && plan.kind !== 'motion' && plan.kind !== 'spin')
    return null
  const state = machineState(saidEntries(visit.entries), visit.runs, visit.observations)
  const water = { kind: 'level', levelMm: Number.isNaN(plan.startLevelMm) ? 0 : plan.startLevelMm } as const
  return gateOf(
    plan.kind === 'drain' ? 'run-pump' : 'let-water-in',
    plan.machine,
    { ...state, water },
    Date.now(),
  )
}
