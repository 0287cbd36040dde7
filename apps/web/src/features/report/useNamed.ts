import { saidEntries } from '@brendik/core'
import { useMemo } from 'react'
import { read } from '../../lib/words.ts'
import { useOutbox } from '../../outbox/useOutbox.ts'
import type { Space } from '../visit/index.ts'

/** A visit in which a name is a name: whether what somebody said was sent already is nothing for the customer. */
export function useNamed(space: Space): Space {
  const outbox = useOutbox()
  return useMemo(() => {
    const names = new Map<string, string>()
    for (const { fact, author } of outbox)
      if (fact.kind === 'entry') names.set(fact.said.id, read(author.name))
    const entries = space.visit.entries.map((one) => ({ ...one, by: names.get(one.id) ?? one.by }))
    return { ...space, visit: { ...space.visit, entries }, said: saidEntries(entries) }
  }, [outbox, space])
}
