import { wrap } from 'comlink'
import { t } from '../lib/words.ts'
import type { Compute } from './computeWorker.ts'

let failure: string | null = null
const listeners = new Set<() => void>()

/** Something that was to be computed never will be on this page: it is told, since nobody can see a figure that does not come. */
export function tellComputeFailure(error: unknown): void {
  failure = error instanceof Error ? error.message : String(error)
  console.warn(`not computed: ${failure}`)
  for (const listener of listeners) listener()
}
export const computeFailure = (): string | null => failure
export function subscribeComputeFailure(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}

const worker = new Worker(new URL('./computeWorker.ts', import.meta.url), { type: 'module' })
worker.addEventListener('error', (event) =>
  tellComputeFailure(event.message || t('compute.theWorkerCouldNotBe')),
)
worker.addEventListener('messageerror', () => tellComputeFailure(t('compute.anAnswerOfTheWorker')))

/** One worker for all screens. */
export const compute = wrap<Compute>(worker)
