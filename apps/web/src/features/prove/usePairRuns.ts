import { useQuery } from '@tanstack/react-query'
import { type OpenedRun, runQuery } from '../../api/queries.ts'
import type { Proof } from './useProof.ts'

/** The last run of either side of a pair, as far as they are read. */
export interface PairRuns {
  before: OpenedRun | undefined
  after: OpenedRun | undefined
}

/** @param pair - Undefined = there is none: nothing is asked for. */
export function usePairRuns(pair: Proof['runs'][number] | undefined): PairRuns {
  const before = useQuery({ ...runQuery(pair?.beforeId ?? ''), enabled: pair !== undefined })
  const after = useQuery({ ...runQuery(pair?.afterId ?? ''), enabled: pair !== undefined })
  return { before: before.data, after: after.data }
}
