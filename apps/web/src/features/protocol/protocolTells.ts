import type { ProtocolId, VisitAnswer } from '@brendik/core'

const NEED_A_FLOW: readonly ProtocolId[] = ['pump-or-path', 'two-heights', 'gravity']

/** Whether a protocol can tell anything now: with no flow at all there is none to compare at another height. */
export function protocolTells(visit: VisitAnswer, id: ProtocolId): boolean {
  const last = visit.runs.findLast((run) => run.kind === 'drain' && run.analysis !== null)
  return !(NEED_A_FLOW.includes(id) && last?.analysis?.verdict === 'no-flow')
}
