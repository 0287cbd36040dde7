import type { Message } from '../../message.ts'
import type { Evidence } from '../diagnosis/causes.ts'

/** Something found, as evidence and in words. */
export interface LeakEvidence extends Evidence {
  id: string
  /** What was seen, a short sentence without its meaning. */
  says: Message
}
