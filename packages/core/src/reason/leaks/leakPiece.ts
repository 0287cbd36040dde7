import type { Evidence } from '../diagnosis/causes.ts'

/** Something found, as evidence and in words. */
export interface LeakPiece extends Evidence {
  id: string
  /** What was seen, a short sentence without its meaning. */
  says: string
}
