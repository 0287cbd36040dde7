import type { FaultCard, FaultId } from '../catalogue/faultCard.ts'
import { normalised } from '../diagnosis/bayes.ts'
import { allApart, type Kinds, type Likelihood, NO_FAULT } from '../diagnosis/likelihood.ts'
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
/** Rivals that are gone through for one that explains what the likeliest does not. */
const RIVALS = 40
/** What is less likely cannot change a choice. */
const NEGLIGIBLE = 1e-5

/** Ways by number, NO_FAULT where there is none, with ln of prior times likelihoods. */
interface Hypothesis {
  first: number
  second: number
  ln: number
}
/** No piece makes anything impossible: people err. */
const LEAST_LIKELIHOOD = 1e-12

/** What a piece says, worked out once for any two kinds of ways: it is asked about thousands of pairs. */
interface Said {
  id: string
  likelihood: Likelihood
  kinds: Kinds
  /** By kind of the first and of the second; nothing = not asked yet. */
  known: Float64Array
}
function saidBy({ id, likelihood }: Piece, ways: number): Said {
  const kinds = likelihood.kinds ?? allApart(ways)
  return { id, likelihood, kinds, known: new Float64Array(kinds.count * kinds.count) }
}
function ofTwo({ likelihood, kinds: { of, count }, known }: Said, first: number, second: number): number {
  const at = (of[first + 1] ?? 0) * count + (of[second + 1] ?? 0)
  const before = known[at] ?? 0
  if (before > 0) return before
  const now = Math.max(LEAST_LIKELIHOOD, likelihood(first, second))
  known[at] = now
  return now
}
/** Likelihoods multiplied before a logarithm is taken: their product stays far above the smallest number. */
const AT_ONCE = 16

/**
 * Probability of every fault, of two at once, of none and of something unlisted, from all pieces together. Pairs are tried where one partner
 * explains much of what was seen or is common; the rest of their mass is left to the single faults.
 * @param twoAtOnce - False where pairs would change nothing worth a look, as with a complaint alone.
 */
export function beliefOf(
  { ways, none, unlisted }: FaultWays,
  pieces: readonly Piece[],
  { twoAtOnce = true }: { twoAtOnce?: boolean } = {},
): Belief {
  const said = pieces.map((piece) => saidBy(piece, ways.length))
  const weigh = (first: number, second: number, prior: number): Hypothesis => {
    let ln = Math.log(prior)
    let product = 1
    for (let k = 0; k < said.length; k++) {
      product *= ofTwo(said[k] as Said, first, second)
      if (k % AT_ONCE < AT_ONCE - 1) continue
      ln += Math.log(product)
      product = 1
    }
    return { first, second, ln: ln + Math.log(product) }
  }
  const nothing = weigh(NO_FAULT, NO_FAULT, none)
  const singles = ways.map((way, n) => weigh(n, NO_FAULT, way.prior * (1 - TWO_AT_ONCE)))
  const pairs = twoAtOnce ? pairsAround(ways, singles, weigh) : []
  const all = [nothing, ...singles, ...pairs]
  const other = somethingElse(said, ways, unlisted)
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
  const singly = [nothing, ...[...singles].sort((a, b) => b.ln - a.ln)]
  belief.conflict = conflictIn(all, singly, p, said)
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
function somethingElse(said: readonly Said[], ways: readonly FaultWay[], prior: number): { ln: number } {
  const total = ways.reduce((sum, way) => sum + way.prior, 0)
  let ln = Math.log(prior)
  for (const one of said) {
    let mean = 0
    for (let n = 0; n < ways.length; n++)
      mean += ((ways[n] as FaultWay).prior / total) * ofTwo(one, n, NO_FAULT)
    ln += Math.log(0.5 * ofTwo(one, NO_FAULT, NO_FAULT) + 0.5 * mean)
  }
  return { ln }
}

/** What the likeliest explanation leaves unexplained, and the piece that speaks most against whatever would explain it. */
function conflictIn(
  all: readonly Hypothesis[],
  singly: readonly Hypothesis[],
  p: Float64Array,
  said: readonly Said[],
): Belief['conflict'] {
  const order = all.map((_, n) => n).sort((a, b) => (p[b] ?? 0) - (p[a] ?? 0))
  const [best, ...others] = order.slice(0, RIVALS).map((n) => all[n] as Hypothesis)
  if (!best) return null
  const lnOf = (one: Said, { first, second }: Hypothesis) => Math.log(ofTwo(one, first, second))
  let worst: Said | null = null
  let least = -Math.log(UNEXPLAINED)
  for (const one of said) {
    // Each alone is asked, and none: what two explain one of them does.
    const most = singly.reduce((m, { first }) => Math.max(m, ofTwo(one, first, NO_FAULT)), 0)
    const short = lnOf(one, best) - Math.log(most)
    if (short < least) [worst, least] = [one, short]
  }
  if (!worst) return null
  const unexplained = worst
  const rival = [...others, ...singly].find(
    (one) => lnOf(unexplained, one) - lnOf(unexplained, best) > Math.log(UNEXPLAINED / 3),
  )
  if (!rival) return null
  const against = said
    .map((one) => ({ id: one.id, by: lnOf(one, best) - lnOf(one, rival) }))
    .reduce((a, b) => (b.by > a.by ? b : a))
  return against.by > Math.log(8) ? { unexplained: unexplained.id, against: against.id } : null
}
