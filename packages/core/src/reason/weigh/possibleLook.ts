import type { Part } from '../../machine/parts.ts'
import { type Message, message } from '../../message.ts'
import type { ActId } from '../../state/gates.ts'
import type { FoundBy } from '../checks/foundBy.ts'

/** A look that could be made, with what it would show. */
export interface PossibleLook {
  id: string
  what: FoundBy
  name: Message
  /** To get there and make it. */
  minutes: number
  /** How to get at it; null = nothing to say. */
  by: Message | null
  /** Acts that the machine's state must allow. */
  acts: readonly ActId[]
  outcomes: readonly Message[]
  /** It depends on which faults there are and on which side, not on a leak's height or size. */
  byFault: boolean
  /** Chances of its outcomes with one way, two or none, summing to 1. */
  shares: (first: number, second: number) => ArrayLike<number>
}

/** How a part is reached from the machine as it stands. A panel that is off costs no minutes. */
export function gettingAt(
  parts: readonly Part[],
  at: string | undefined,
  panelsOpen: boolean,
): { minutes: number; by: Message | null; acts: ActId[] } {
  const access = parts.find((part) => part.id === at)?.access
  if (!access || access.needs === 'nothing')
    return { minutes: access?.minutes ?? 0, by: access ? message(`access.${access.by}`) : null, acts: [] }
  if (access.needs === 'open-panel' && panelsOpen)
    return { minutes: 0, by: message('look.panel-off'), acts: [] }
  return { minutes: access.minutes, by: message(`access.${access.by}`), acts: [access.needs] }
}

/** Chances that sum to 1. */
export function sharesOf(weights: ArrayLike<number>): Float64Array {
  const out = Float64Array.from(weights)
  const total = out.reduce((a, b) => a + b, 0)
  return out.map((x) => x / total)
}
