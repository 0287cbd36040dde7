import { useQueryClient } from '@tanstack/react-query'
import { useEffect } from 'react'
import { outbox, subscribeOutbox } from './outbox.ts'

/** Sent facts after which lists and pages are read again; what is typed during a run comes back by its own stream. */
const CHANGES_LISTS = ['visit', 'closed', 'machine', 'site', 'customer', 'photo', 'rival']
/** Several that are sent at once are read back at once, ms. */
const TOGETHER_MS = 300

/** Reads the screens again as soon as the server has what was recorded. */
export function useReadBack(): void {
  const client = useQueryClient()
  useEffect(() => {
    const told = new Set<string>()
    let timer: ReturnType<typeof setTimeout> | undefined
    const unsubscribe = subscribeOutbox(() => {
      const fresh = outbox().filter(
        ({ id, state, fact }) => state === 'sent' && CHANGES_LISTS.includes(fact.kind) && !told.has(id),
      )
      if (fresh.length === 0) return
      for (const { id } of fresh) told.add(id)
      timer ??= setTimeout(() => {
        timer = undefined
        client.invalidateQueries()
      }, TOGETHER_MS)
    })
    return () => {
      unsubscribe()
      clearTimeout(timer)
    }
  }, [client])
}
