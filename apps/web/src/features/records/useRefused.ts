import type { Fact } from '../../outbox/keptFact.ts'
import { useOutbox } from '../../outbox/useOutbox.ts'

/** A record that the server did not take, to be put right in its form; null = there is none of this id. */
export function useRefused<K extends Fact['kind']>(
  keptId: string | null,
  kind: K,
): { id: string; fact: Extract<Fact, { kind: K }> } | null {
  const kept = useOutbox().find(
    ({ id, state, fact }) => id === keptId && state === 'refused' && fact.kind === kind,
  )
  return kept ? { id: kept.id, fact: kept.fact as Extract<Fact, { kind: K }> } : null
}
