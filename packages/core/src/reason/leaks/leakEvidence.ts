import type { Message } from '../../message.ts'
import type { FoundBy } from '../checks/foundBy.ts'
import type { Likelihood } from '../diagnosis/likelihood.ts'

/** Something found of a leak, as evidence over its states and in words. */
export interface LeakEvidence {
  id: string
  /** What was seen, a short sentence without its meaning. */
  says: Message
  from: FoundBy
  likelihood: Likelihood
}
