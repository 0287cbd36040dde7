import { PROTOCOLS, type Protocol, type RunPlan, type RunStep } from '@brendik/core'

/** The protocol's step that a run is made for; null for a run by itself. */
export function stepOf(plan: RunPlan): { protocol: Protocol; step: RunStep } | null {
  if (!plan.protocol) return null
  const protocol = PROTOCOLS[plan.protocol.id]
  const step = protocol?.steps.find((candidate) => candidate.id === plan.protocol?.step)
  return step?.kind === 'run' ? { protocol, step } : null
}
