import { useSyncExternalStore } from 'react'
import type { Kept } from './keptFact.ts'
import { outbox, type SendingState, sendingState, storageProblem, subscribeOutbox } from './outbox.ts'

/** What this device keeps for the server, in the order recorded, as it changes. */
export const useOutbox = (): readonly Kept[] => useSyncExternalStore(subscribeOutbox, outbox)
export const useSendingState = (): SendingState => useSyncExternalStore(subscribeOutbox, sendingState)
/** What is wrong with keeping things on this device, in a sentence; null = nothing. */
export const useStorageProblem = (): string | null => useSyncExternalStore(subscribeOutbox, storageProblem)
