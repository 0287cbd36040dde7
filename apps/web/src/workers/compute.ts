import { wrap } from 'comlink'
import type { Compute } from './computeWorker.ts'

/** One worker for all screens. */
export const compute = wrap<Compute>(
  new Worker(new URL('./computeWorker.ts', import.meta.url), { type: 'module' }),
)
