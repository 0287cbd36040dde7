import { type VisitProof, visitProof } from '@brendik/core'
import { useMemo } from 'react'
import { useLeakMarks } from '../locate/index.ts'
import type { Space } from '../visit/index.ts'

/** How the repair of a visit stands. */
export type Proof = VisitProof
export function useProof(space: Space): Proof {
  const { visit, said } = space
  const marked = JSON.stringify(useLeakMarks(space))
  return useMemo(() => visitProof(visit, said, JSON.parse(marked)), [visit, said, marked])
}
