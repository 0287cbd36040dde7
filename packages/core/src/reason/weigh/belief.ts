import type { FaultCard, FaultId } from '../catalogue/faultCard.ts'
import { normalised } from '../diagnosis/bayes.ts'
import { NO_FAULT } from '../diagnosis/likelihood.ts'
import type { FaultWay, FaultWays } from './faultWays.ts'
import type { Piece } from './piece.ts'

/** What is wrong: none, one way, two at once, or what no catalogue has. */
export interface Belief {
  /** Share of everything by fault; of a pair each has half. With none and unlisted these sum to 1. */
  share: Map<FaultId | 'none' | 'unlisted', number>
  /** Probability that a fault is there, alone or with another. */
  present: Map<FaultId, number>
  pairs: { faults: readonly [FaultId, FaultId]; probability: number }[]
  /** All of it but what cannot change anything, by number of way; NO_FAULT where there is none. */
  hypotheses: { first: number; second: number; p: number }[]
  /** Two pieces that cannot both be right, where the likeliest explanation leaves one of them unexplained. */
  conflict: { unexplained: string; against: string } | null
}

/** How often there are two at once, given that there is one. Estimate. */
const TWO_AT_ONCE = 0.06
/** Pairs are grown around this many faults, each in its likeliest ways. */
const GROWN = 12
const WAYS_OF_EACH = 3
const TRIED_IN_ALL_WAYS = 60
/** A piece is unexplained when the best explanation expected it this many times less than another cause does. */
const UNEXPLAINED = 15
/** What is less likely cannot change a choice. */
const NEGLIGIBLE = 1e-5

/** Ways by number, NO_FAULT where there is none, with ln of prior times likelihoods. */
interface Hypothesis {
  first: number
  second: number
  ln: number
  parts: Float64Array
}

/**
 * Probability of every fault, of two at once, of none and of something unlisted, from all pieces together. Pairs are tried where one partner
 * explains much of what was seen or is common; the rest of their mass is left to the single faults.
 */
export function beliefOf({ ways, none, unlisted }: FaultWays, pieces: readonly Piece[]): Belief {
  const weigh = (first: number, second: number, prior: number): Hypothesis => {
    const parts = Float64Array.from(pieces, (piece) =>
      Math.log(Math.max(1e-12, piece.likelihood(first, second))),
    )
    return { first, second, ln: Math.log(prior) + parts.reduce((a, b) => a + b, 0), parts }
  }
  const nothing = weigh(NO_FAULT, NO_FAULT, none)
  const singles = ways.map((way, n) => weigh(n, NO_FAULT, way.prior * (1 - TWO_AT_ONCE)))
  const pairs = pairsAround(ways, singles, weigh)
  const all = [nothing, ...singles, ...pairs]
  const other = somethingElse(nothing, singles, ways, unlisted)
  const p = normalised([...all.map(({ ln }) => ln), other.ln])
  const belief: Belief = { share: new Map(), present: new Map(), pairs: [], hypotheses: [], conflict: null }
  const add = <K>(map: Map<K, number>, key: K, by: number) => map.set(key, (map.get(key) ?? 0) + by)
  const together = new Map<string, Belief['pairs'][number]>()
  all.forEach(({ first, second }, n) => {
    const mass = p[n] ?? Number.NaN
    if (mass > NEGLIGIBLE) belief.hypotheses.push({ first, second, p: mass })
    const faults = [first, second].filter((k) => k !== NO_FAULT).map((k) => (ways[k] as FaultWay).card.id)
    if (faults.length === 0) add(belief.share, 'none', mass)
    for (const fault of faults) {
      add(belief.share, fault, mass / faults.length)
      add(belief.present, fault, mass)
    }
    if (faults.length === 2) {
      const sorted = [...faults].sort() as [FaultId, FaultId]
      const pair = together.get(sorted.join(' ')) ?? { faults: sorted, probability: 0 }
      pair.probability += mass
      together.set(sorted.join(' '), pair)
    }
  })
  add(belief.share, 'unlisted', p[all.length] ?? Number.NaN)
  belief.pairs = [...together.values()].sort((a, b) => b.probability - a.probability)
  belief.conflict = conflictIn(all, p, pieces)
  return belief
}

/** Pairs of the leading faults with all others, in the likeliest ways of each. */
function pairsAround(
  ways: readonly FaultWay[],
  singles: readonly Hypothesis[],
  weigh: (first: number, second: number, prior: number) => Hypothesis,
): Hypothesis[] {
  const byFault = new Map<FaultId, number[]>()
  for (const [n, { card }] of ways.entries()) byFault.set(card.id, [...(byFault.get(card.id) ?? []), n])
  const likely = (n: number) => (singles[n] as Hypothesis).ln
  // In the likeliest ways of a fault; what the others weigh goes to them.
  const chosen = [...byFault.values()].map((own) => {
    const best = [...own].sort((a, b) => likely(b) - likely(a)).slice(0, WAYS_OF_EACH)
    const prior = (ns: readonly number[]) => ns.reduce((sum, n) => sum + (ways[n] as FaultWay).prior, 0)
    return { best, scale: prior(own) / prior(best), most: likely(best[0] as number) }
  })
  const single = ways.reduce((sum, { prior }) => sum + prior, 0)
  const scale = TWO_AT_ONCE / single
  const order = [...chosen].sort((a, b) => b.most - a.most)
  const met: { one: (typeof order)[number]; other: (typeof order)[number]; prior: number; ln: number }[] = []
  const priorOf = (i: number, j: number) => (ways[i] as FaultWay).prior * (ways[j] as FaultWay).prior
  for (const [a, one] of order.slice(0, GROWN).entries())
    for (const other of order.slice(a + 1)) {
      const [x, y] = [ways[one.best[0] as number]?.card, ways[other.best[0] as number]?.card] as [
        FaultCard,
        FaultCard,
      ]
      if (x.excludes?.includes(y.id) || y.excludes?.includes(x.id)) continue
      const company = x.company?.[y.id] ?? y.company?.[x.id] ?? 1
      const prior = 2 * one.scale * other.scale * scale * company
      const [i, j] = [one.best[0] as number, other.best[0] as number]
      met.push({ one, other, prior, ln: weigh(i, j, prior * priorOf(i, j)).ln })
    }
  // Each pair is tried in its likeliest ways first; only those that come to something are tried in all.
  return met
    .sort((a, b) => b.ln - a.ln)
    .slice(0, TRIED_IN_ALL_WAYS)
    .flatMap(({ one, other, prior }) =>
      one.best.flatMap((i) => other.best.map((j) => weigh(i, j, prior * priorOf(i, j)))),
    )
}

/** Something that is not in the catalogue: it may look like a sound machine or like any of its faults. */
function somethingElse(
  nothing: Hypothesis,
  singles: readonly Hypothesis[],
  ways: readonly FaultWay[],
  prior: number,
): { ln: number } {
  const total = ways.reduce((sum, way) => sum + way.prior, 0)
  let ln = Math.log(prior)
  nothing.parts.forEach((none, k) => {
    let mean = 0
    for (const [n, { parts }] of singles.entries())
      mean += ((ways[n] as FaultWay).prior / total) * Math.exp(parts[k] ?? Number.NaN)
    ln += Math.log(0.5 * Math.exp(none) + 0.5 * mean)
  })
  return { ln }
}

/** What the likeliest explanation leaves unexplained, and the piece that speaks most against whatever would explain it. */
function conflictIn(
  all: readonly Hypothesis[],
  p: Float64Array,
  pieces: readonly Piece[],
): Belief['conflict'] {
  const order = all.map((_, n) => n).sort((a, b) => (p[b] ?? 0) - (p[a] ?? 0))
  const best = all[order[0] as number] as Hypothesis
  let [worst, least] = [-1, -Math.log(UNEXPLAINED)]
  pieces.forEach((_, k) => {
    const most = all.reduce((m, { parts }) => Math.max(m, parts[k] ?? Number.NaN), Number.NEGATIVE_INFINITY)
    const short = (best.parts[k] ?? Number.NaN) - most
    if (short < least) [worst, least] = [k, short]
  })
  if (worst < 0) return null
  const rival = order
    .map((n) => all[n] as Hypothesis)
    .find(({ parts }) => (parts[worst] ?? 0) - (best.parts[worst] ?? 0) > Math.log(UNEXPLAINED / 3))
  if (!rival) return null
  const against = pieces
    .map((piece, k) => ({ id: piece.id, by: (best.parts[k] ?? 0) - (rival.parts[k] ?? 0) }))
    .reduce((a, b) => (b.by > a.by ? b : a))
  return against.by > Math.log(8) ? { unexplained: (pieces[worst] as Piece).id, against: against.id } : null
}
