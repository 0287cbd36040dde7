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
}

/** Every cause thought of: no fault, each state alone, and pairs of states of two different faults. */
export interface Causes<F extends string = string> {
  states: readonly FaultState<F>[]
  /** Numbers of states; NO_FAULT where there is none. */
  first: Int16Array
  second: Int16Array
  lnPrior: Float64Array
  /** Number of each cause's set of faults in `sets`: its states put together. */
  setOf: Int16Array
  sets: readonly (readonly F[])[]
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
  const pairs: [number, number][] = []
  let pairSum = 0
  for (let i = 0; i < count; i++)
    for (let j = i + 1; j < count; j++)
      if (states[i]?.fault !== states[j]?.fault && (weight[i] as number) * (weight[j] as number) > 0) {
        pairs.push([i, j])
        pairSum += (weight[i] as number) * (weight[j] as number)
      }
  const single = weight.reduce((a, b) => a + b, 0)
  const pairScale = pairSum > 0 ? (single * pairShare) / pairSum : 0
  const size = 1 + count + pairs.length
  const first = new Int16Array(size).fill(NO_FAULT)
  const second = new Int16Array(size).fill(NO_FAULT)
  const p = new Float64Array(size)
  p[0] = nonePrior
  for (let i = 0; i < count; i++) {
    first[1 + i] = i
    p[1 + i] = (weight[i] as number) * (pairs.length > 0 ? 1 - pairShare : 1)
  }
  pairs.forEach(([i, j], k) => {
    first[1 + count + k] = i
    second[1 + count + k] = j
    p[1 + count + k] = (weight[i] as number) * (weight[j] as number) * pairScale
  })
  const total = p.reduce((a, b) => a + b, 0)
  return {
    states,
    first,
    second,
    lnPrior: p.map((x) => Math.log(x / total)),
    ...setsOf(states, first, second),
  }
}

function setsOf<F extends string>(
  states: readonly FaultState<F>[],
  first: Int16Array,
  second: Int16Array,
): { setOf: Int16Array; sets: F[][] } {
  const setOf = new Int16Array(first.length)
  const sets: F[][] = []
  const numbers = new Map<string, number>()
  for (let c = 0; c < first.length; c++) {
    const faults = [first[c] as number, second[c] as number]
      .filter((s) => s !== NO_FAULT)
      .map((s) => (states[s] as FaultState<F>).fault)
    const key = faults.join('+')
    let n = numbers.get(key)
    if (n === undefined) {
      n = sets.push(faults) - 1
      numbers.set(key, n)
    }
    setOf[c] = n
  }
  return { setOf, sets }
}

/** ln of the likelihood of one piece of evidence under every cause. A cause is never ruled out by one look alone: people err. */
export function lnLikelihoods(causes: Causes, evidence: Evidence): Float64Array {
  const out = new Float64Array(causes.first.length)
  for (let c = 0; c < out.length; c++)
    out[c] = Math.log(
      Math.max(1e-12, evidence.likelihood(causes.first[c] as number, causes.second[c] as number)),
    )
  return out
}

/** Probability of every cause from its prior and the evidence. @param ln - One array of `lnLikelihoods` for each piece. */
export function weighCauses(causes: Causes, ln: readonly Float64Array[]): Float64Array {
  const sum = Float64Array.from(causes.lnPrior)
  for (const one of ln) for (let c = 0; c < sum.length; c++) sum[c] = (sum[c] as number) + (one[c] as number)
  return normalised(sum)
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
    const n = causes.setOf[c] as number
    out[n] = (out[n] as number) + (p[c] as number)
  }
  return out
}

/** What the sets say of each fault; `null` stands for none. Most likely first. @param chances - Of `setChances`. */
export function faultChances<F extends string>(causes: Causes<F>, chances: Float64Array): FaultChance<F>[] {
  const found = new Map<F | null, FaultChance<F>>()
  causes.sets.forEach((set, n) => {
    const weight = chances[n] as number
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
    const weight = chances[n] as number
    const total = two.reduce((sum, chance) => sum + chance.alone + weight / 2, 0)
    for (const chance of two) chance.share += total > 0 ? (weight * (chance.alone + weight / 2)) / total : 0
  })
  return [...found.values()].sort((a, b) => b.share - a.share)
}
