import { type Message, message } from '../../message.ts'
import type { FaultId } from '../catalogue/faultCard.ts'
import { NO_FAULT } from '../diagnosis/likelihood.ts'
import { historyClues, type LeakHistory } from '../leaks/leakHistory.ts'
import type { FaultWay } from './faultWays.ts'
import type { Weighed } from './weighVisit.ts'

export type Strength = 'slightly' | 'clearly' | 'strongly'
/** Something that speaks for or against a fault. */
export interface Reason {
  says: Message
  /** ln of how much likelier it is with this fault than with what else it could be. */
  weight: number
  strength: Strength
}
export interface Reasons {
  speaksFor: Reason[]
  speaksAgainst: Reason[]
}

/** A piece is named from these ratios on: 1.35, 3 and 10 to one. */
const NAMED = { slightly: Math.log(1.35), clearly: Math.log(3), strongly: Math.log(10) } as const

/** How strongly a ratio of likelihoods speaks, from its ln; null = not worth a word. */
function strengthOf(weight: number): Strength | null {
  const size = Math.abs(weight)
  return size >= NAMED.strongly
    ? 'strongly'
    : size >= NAMED.clearly
      ? 'clearly'
      : size >= NAMED.slightly
        ? 'slightly'
        : null
}

/** What was found twice is said once, with the weight of both. */
function saidOnce(found: readonly { says: Message | null; weight: number }[]): typeof found {
  const once = new Map<string, { says: Message | null; weight: number }>()
  for (const { says, weight } of found) {
    const key = JSON.stringify(says)
    once.set(key, { says, weight: weight + (once.get(key)?.weight ?? 0) })
  }
  return [...once.values()]
}

/**
 * What speaks for and against a fault, strongest first: each piece by how much likelier it is with the fault, in the ways in which it fits
 * best with all else, than with what else it could be as it is before anything is seen; and what the machine's past says.
 * @param among - What else it could be; without it everything, and nothing wrong as well.
 */
export function reasonsOf(
  { ways, none, belief, pieces, chances }: Weighed,
  history: LeakHistory,
  fault: FaultId,
  among?: (fault: FaultId) => boolean,
): Reasons {
  const mine = new Map<number, number>()
  for (const { first, second, p } of belief.hypotheses)
    for (const n of [first, second])
      if (n !== NO_FAULT && (ways[n] as FaultWay).card.id === fault) mine.set(n, (mine.get(n) ?? 0) + p)
  const total = [...mine.values()].reduce((a, b) => a + b, 0)
  const rivals = ways.flatMap((way, n) =>
    way.card.id !== fault && (among?.(way.card.id) ?? true) ? [[n, way.prior] as const] : [],
  )
  const nothing = among ? 0 : none
  const found = pieces.map(({ says, likelihood }) => {
    if (says === null || total === 0) return { says, weight: 0 }
    let own = 0
    for (const [n, p] of mine) own += (p / total) * likelihood(n, NO_FAULT)
    let [others, mass] = [nothing * likelihood(NO_FAULT, NO_FAULT), nothing]
    for (const [n, prior] of rivals) {
      others += prior * likelihood(n, NO_FAULT)
      mass += prior
    }
    return { says, weight: Math.log(Math.max(1e-12, own) / Math.max(1e-12, others / mass)) }
  })
  const past = historyClues(history).map(({ says, factor }) => ({
    says,
    weight: Math.log((factor as Partial<Record<FaultId, number>>)[fault] ?? 1),
  }))
  const factor = chances?.factors[fault] ?? 1
  const often = factor > 1 ? 'more' : 'less'
  const here = {
    says: message('found.own-chances', { often, visits: chances?.visits ?? 0 }),
    weight: Math.log(factor),
  }
  const reasons = saidOnce([...found, ...past, here]).flatMap(({ says, weight }): Reason[] => {
    const strength = strengthOf(weight)
    return says && strength ? [{ says, weight, strength }] : []
  })
  return {
    speaksFor: reasons.filter((r) => r.weight > 0).sort((a, b) => b.weight - a.weight),
    speaksAgainst: reasons.filter((r) => r.weight < 0).sort((a, b) => a.weight - b.weight),
  }
}
