import { type ProvenRun, provenFlow } from '../../measure/own/provenRun.ts'
import type { VisitAct } from '../../reason/evidence/seen/acts.ts'
import type { JudgedRun } from '../../reason/evidence/seen/observations.ts'
import type { proofOutcome } from '../proof/proofPoints.ts'

/** Runs of a visit, and whose machine it was. */
export interface ProvenCase {
  visitId: string
  machineId: string
  make: string
  model: string
  runs: readonly (JudgedRun & { runId: string })[]
  acts: readonly VisitAct[]
  outcome: ReturnType<typeof proofOutcome>
}

/** Runs made after all work on a machine whose repair was then proven: fills and drains of a healthy machine. */
export function provenRuns({ runs, acts, outcome, ...of }: ProvenCase): ProvenRun[] {
  if (outcome !== 'proven') return []
  const doneMs = acts.reduce((last, { atMs }) => Math.max(last, atMs), Number.NEGATIVE_INFINITY)
  return runs.flatMap(({ runId, plan, analysis, atMs }) => {
    const flow = typeof atMs === 'number' && atMs >= doneMs ? provenFlow(plan, analysis) : null
    return flow ? [{ runId, ...of, atMs: atMs as number, plan: bare(plan), ...flow }] : []
  })
}

/** What was expected of a run says nothing of how it went. */
function bare({ own: _own, protocol: _protocol, ...plan }: ProvenRun['plan']): ProvenRun['plan'] {
  return plan
}
