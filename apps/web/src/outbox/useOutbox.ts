import { useSyncExternalStore } from 'react'
import { read } from '../lib/words.ts'
import type { Kept } from './keptFact.ts'
import { outbox, type SendingState, sendingState, storageProblem, subscribeOutbox } from './outbox.ts'

/** What this device keeps for the server, in the order recorded, as it changes. */
export const useOutbox = (): readonly Kept[] => useSyncExternalStore(subscribeOutbox, outbox)
export const useSendingState = (): SendingState => useSyncExternalStore(subscribeOutbox, sendingState)
/** What is wrong with keeping things on this device, in a sentence; null = nothing. */
const problemInWords = () => {
  const problem = storageProblem()
  return problem === null ? null : read(problem)
}
export const useStorageProblem = (): string | null => useSyncExternalStore(subscribeOutbox, problemInWords)
