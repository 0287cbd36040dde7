import { useEffect, useState } from 'react'
import { type KeptRun, listRuns } from './deviceDb.ts'
import { useOutbox } from './useOutbox.ts'
import { deviceWorkshop } from './who.ts'

/** The runs that this device keeps, of one visit or all, read again whenever one of their facts was kept or went; null until they are read. */
export function useKeptRuns(visitId?: string): readonly KeptRun[] | null {
  const [read, setRead] = useState<{ of: string | undefined; runs: readonly KeptRun[] } | null>(null)
  const outbox = useOutbox()
  // Facts of runs as they come and go, in one number that changes with them.
  const facts = outbox.reduce(
    (sum, { fact, seq }) =>
      fact.kind === 'run' && (visitId === undefined || fact.visitId === visitId) ? sum + (seq % 1e9) : sum,
    0,
  )
  // biome-ignore lint/correctness/useExhaustiveDependencies: the runs lie in the database, which changes when facts do
  useEffect(() => {
    let stale = false
    listRuns(deviceWorkshop(), visitId).then(
      (runs) => !stale && setRead({ of: visitId, runs }),
      () => !stale && setRead((before) => (before?.of === visitId ? before : { of: visitId, runs: [] })),
    )
    return () => {
      stale = true
    }
  }, [facts, visitId])
  // Those of the visit that was left are none of this one.
  return read?.of === visitId ? (read?.runs ?? null) : null
}
