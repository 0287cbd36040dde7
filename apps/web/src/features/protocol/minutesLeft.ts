import { PROTOCOLS, type ProtocolId, protocolProgress, type VisitAnswer } from '@brendik/core'
import { judgedRuns, observationsOf } from '../together/index.ts'

/** Minutes that a protocol still needs in a visit: its steps that are not made; 0 = made. */
export function minutesLeft(visit: VisitAnswer, id: ProtocolId): number {
  const { steps, next } = protocolProgress(
    PROTOCOLS[id],
    visit.machine.spec,
    judgedRuns(visit),
    observationsOf(visit),
  )
  return next ? steps.filter((step) => !step.done).reduce((sum, { step }) => sum + step.minutes, 0) : 0
}

const NEED_A_FLOW: readonly ProtocolId[] = ['pump-or-path', 'two-heights', 'gravity']

/** Whether a protocol can tell anything now: with no flow at all there is none to compare at another height. */
export function protocolTells(visit: VisitAnswer, id: ProtocolId): boolean {
  const last = visit.runs.findLast((run) => run.kind === 'drain' && run.analysis !== null)
  return !(NEED_A_FLOW.includes(id) && last?.analysis?.verdict === 'no-flow')
}
