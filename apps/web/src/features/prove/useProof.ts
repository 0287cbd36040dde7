import {
  actsOfEntries,
  litresInside,
  machineState,
  type ProofPoint,
  proofOutcome,
  proofPoints,
  type RunProof,
  runProofs,
} from '@brendik/core'
import { useMemo } from 'react'
import { useLeakMarks } from '../locate/index.ts'
import { judgedRuns, observationsOf } from '../together/index.ts'
import type { Space } from '../visit/index.ts'

export interface Proof {
  /** Runs made both before and after, what says most first. */
  runs: (RunProof & { beforeId: string; afterId: string })[]
  points: ProofPoint[]
  outcome: ReturnType<typeof proofOutcome>
}
const RANK: readonly RunProof['says'][] = ['cured', 'better', 'worse', 'same', 'open', 'was-sound']

/** How the repair of a visit stands. */
export function useProof(space: Space): Proof {
  const { visit, said } = space
  const marks = useLeakMarks(space)
  const marked = JSON.stringify(marks)
  return useMemo(() => {
    const acts = actsOfEntries(visit.entries)
    const finished = visit.runs.filter(
      ({ plan, analysis, stoppedAtMs }) => plan && analysis && stoppedAtMs !== null,
    )
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
        leakSeen: JSON.parse(marked),
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
  }, [visit, said, marked])
}
