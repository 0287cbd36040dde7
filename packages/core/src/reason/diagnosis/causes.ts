import { normalised } from './bayes.ts'

/** One way a fault can be: what it is, with what nobody sees of it (its height, its size), and how often it is that way. */
export interface FaultState<F extends string = string> {
  fault: F
  /** Share of the fault's own probability, over all its states summing to 1. */
  share: number
}
/** Stands for "no fault" in place of a state's number. */
export const NO_FAULT = -1

/** Something seen, as far as it speaks about causes: how likely it is with one fault, with two, or with none. */
export interface Evidence {
  /**
   * Likelihood given a cause.
   * @param first - Number of a state, or NO_FAULT. @param second - Another one, or NO_FAULT.
   */
  likelihood(first: number, second: number): number
  /** It depends on which faults there are alone, not on their height or size: it is asked once for each set of faults. */
  byFault?: boolean
}

/** Every cause thought of, in this order: no fault, each state alone, and pairs of states of two different faults. */
export interface Causes<F extends string = string> {
  states: readonly FaultState<F>[]
  /** Numbers of states; NO_FAULT where there is none. */
  first: Int16Array
  second: Int16Array
  lnPrior: Float64Array
  /** Number of each cause's set of faults in `sets`: its states put together. */
  setOf: Int16Array
  sets: readonly (readonly F[])[]
  /** Number of one cause of each set. */
  oneOfSet: Int32Array
}

/**
 * The causes over a set of faults, at most two of them at once.
 * @param prior - Probability of each fault before anything was seen; they and `nonePrior` are scaled to sum to 1.
 * @param pairShare - Probability that two faults are there at once, given that one is; pairs are as likely as their faults together.
 * @throws {RangeError} When a state's fault has no prior.
 */
export function causesOf<F extends string>(
  states: readonly FaultState<F>[],
  prior: Readonly<Partial<Record<F, number>>>,
  nonePrior: number,
  pairShare: number,
): Causes<F> {
  const count = states.length
  const weight = states.map(({ fault, share }) => {
    const p = prior[fault]
    if (p === undefined || !(p >= 0)) throw new RangeError(`causes: expected a prior of ${fault}, got ${p}`)
    return p * share
  })
  const faults = [...new Set(states.map(({ fault }) => fault))]
  const faultOf = Int16Array.from(states, ({ fault }) => faults.indexOf(fault))
  // How many causes there are, and how much all pairs weigh together, before anything is laid out.
  let [size, pairSum] = [1 + count, 0]
  const pairs = (with_: (i: number, j: number, weight: number) => void) => {
    for (let i = 0; i < count; i++)
      for (let j = i + 1; j < count; j++) {
        const both = (weight[i] ?? Number.NaN) * (weight[j] ?? Number.NaN)
        if (faultOf[i] !== faultOf[j] && both > 0) with_(i, j, both)
      }
  }
  pairs((_i, _j, both) => {
    size++
    pairSum += both
  })
  const single = weight.reduce((a, b) => a + b, 0)
  const pairScale = pairSum > 0 ? (single * pairShare) / pairSum : 0
  const first = new Int16Array(size).fill(NO_FAULT)
  const second = new Int16Array(size).fill(NO_FAULT)
  const setOf = new Int16Array(size)
  const p = new Float64Array(size)
  const sets: F[][] = [[]]
  // Number of the set of one fault or of two, by the numbers of the faults.
  const numbers = new Int16Array(faults.length * faults.length).fill(-1)
  const setNumber = (a: number, b: number): number => {
    const at = Math.min(a, b) * faults.length + Math.max(a, b)
    if (numbers[at] === -1) numbers[at] = sets.push((a === b ? [a] : [a, b]).map((k) => faults[k] as F)) - 1
    return numbers[at] ?? Number.NaN
  }
  p[0] = nonePrior
  for (let i = 0; i < count; i++) {
    first[1 + i] = i
    setOf[1 + i] = setNumber(faultOf[i] ?? Number.NaN, faultOf[i] ?? Number.NaN)
    p[1 + i] = (weight[i] ?? Number.NaN) * (pairSum > 0 ? 1 - pairShare : 1)
  }
  let c = 1 + count
  pairs((i, j, both) => {
    first[c] = i
    second[c] = j
    setOf[c] = setNumber(faultOf[i] ?? Number.NaN, faultOf[j] ?? Number.NaN)
    p[c] = both * pairScale
    c++
  })
  const total = p.reduce((a, b) => a + b, 0)
  const oneOfSet = new Int32Array(sets.length)
  for (let n = size - 1; n >= 0; n--) oneOfSet[setOf[n] ?? Number.NaN] = n
  return { states, first, second, lnPrior: p.map((x) => Math.log(x / total)), setOf, sets, oneOfSet }
}

/** A cause is never ruled out by one look alone: people err. */
const LEAST_LIKELIHOOD = 1e-12
/** Likelihoods multiplied before a logarithm is taken: their product stays far above the smallest number. */
const AT_ONCE = 16

/** Likelihood of one piece of evidence under every cause, at least `LEAST_LIKELIHOOD`. */
export function likelihoodsOf(causes: Causes, evidence: Evidence): Float64Array {
  const { first, second, setOf, oneOfSet } = causes
  const out = new Float64Array(first.length)
  const of = (c: number) =>
    Math.max(LEAST_LIKELIHOOD, evidence.likelihood(first[c] ?? Number.NaN, second[c] ?? Number.NaN))
  if (evidence.byFault) {
    const ofSet = Float64Array.from(oneOfSet, of)
    for (let c = 0; c < out.length; c++) out[c] = ofSet[setOf[c] as number] ?? Number.NaN
  } else for (let c = 0; c < out.length; c++) out[c] = of(c)
  return out
}

/**
 * Probability of every cause from its prior and the evidence.
 * @param likelihoods - One array of `likelihoodsOf` for each piece.
 * @param power - Every likelihood is raised to it; 1 = Bayes' rule as it is.
 */
export function weighCauses(causes: Causes, likelihoods: readonly Float64Array[], power = 1): Float64Array {
  const sum = Float64Array.from(causes.lnPrior)
  const product = new Float64Array(sum.length)
  for (let from = 0; from < likelihoods.length; from += AT_ONCE) {
    product.fill(1)
    for (const one of likelihoods.slice(from, from + AT_ONCE)) multiply(product, one)
    for (let c = 0; c < sum.length; c++)
      sum[c] = (sum[c] ?? Number.NaN) + power * Math.log(product[c] ?? Number.NaN)
  }
  return normalised(sum)
}

function multiply(product: Float64Array, by: Float64Array): void {
  for (let c = 0; c < product.length; c++) product[c] = (product[c] ?? Number.NaN) * (by[c] ?? Number.NaN)
}

export interface FaultChance<F extends string> {
  fault: F | null
  /** Its share of everything; of a pair it has half, and more the more it explains alone. Over all faults and none these sum to 1. */
  share: number
  /** Probability that it is there, alone or with another. */
  present: number
  alone: number
}

/** Probability of each set of faults (none, one, two), states put together; in the order of `causes.sets`. */
export function setChances(causes: Causes, p: Float64Array): Float64Array {
  const out = new Float64Array(causes.sets.length)
  for (let c = 0; c < p.length; c++) {
    const n = causes.setOf[c] ?? Number.NaN
    out[n] = (out[n] ?? Number.NaN) + (p[c] ?? Number.NaN)
  }
  return out
}

/** What the sets say of each fault; `null` stands for none. Most likely first. @param chances - Of `setChances`. */
export function faultChances<F extends string>(causes: Causes<F>, chances: Float64Array): FaultChance<F>[] {
  const found = new Map<F | null, FaultChance<F>>()
  causes.sets.forEach((set, n) => {
    const weight = chances[n] ?? Number.NaN
    for (const fault of set.length === 0 ? [null] : set) {
      const chance = found.get(fault) ?? { fault, share: 0, present: 0, alone: 0 }
      found.set(fault, chance)
      chance.present += weight
      if (set.length < 2) chance.alone += weight
    }
  })
  for (const chance of found.values()) chance.share = chance.alone
  causes.sets.forEach((set, n) => {
    if (set.length < 2) return
    const two = set.map((fault) => found.get(fault) as FaultChance<F>)
    // What a fault explains alone speaks for it; where only both together explain, each has half.
    const weight = chances[n] ?? Number.NaN
    const total = two.reduce((sum, chance) => sum + chance.alone + weight / 2, 0)
    for (const chance of two) chance.share += total > 0 ? (weight * (chance.alone + weight / 2)) / total : 0
  })
  return [...found.values()].sort((a, b) => b.share - a.share)
}
