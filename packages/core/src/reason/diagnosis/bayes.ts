/**
 * Posterior probabilities from priors and likelihoods, by Bayes' rule. Works in logarithms, so that many small factors do not vanish.
 * @param lnWeights - ln of prior × likelihoods of each cause; −∞ rules a cause out.
 * @returns Probabilities in the same order, summing to 1.
 * @throws {RangeError} When every cause is ruled out, or a weight is not a number.
 */
export function normalised(lnWeights: ArrayLike<number>): Float64Array {
  let most = Number.NEGATIVE_INFINITY
  for (let i = 0; i < lnWeights.length; i++) most = Math.max(most, lnWeights[i] ?? Number.NaN)
  if (!Number.isFinite(most))
    throw new RangeError(
      `bayes: expected at least one cause that is possible, got a largest weight of ${most}`,
    )
  const out = new Float64Array(lnWeights.length)
  let total = 0
  for (let i = 0; i < out.length; i++) {
    out[i] = Math.exp((lnWeights[i] ?? Number.NaN) - most)
    total += out[i] ?? Number.NaN
  }
  for (let i = 0; i < out.length; i++) out[i] = (out[i] ?? Number.NaN) / total
  return out
}

/**
 * Probability of each cause once an outcome was seen.
 * @param prior - Probabilities or any weights of the causes. @param likelihood - P(outcome | cause) of each.
 * @throws {RangeError} When no cause could have given the outcome.
 */
export function posterior(prior: ArrayLike<number>, likelihood: ArrayLike<number>): Float64Array {
  return normalised(
    Array.from(prior, (p, i) => Math.log(p) + Math.log(Math.max(0, likelihood[i] ?? Number.NaN))),
  )
}

/** Shannon's entropy, bits: what is not known yet. @param p - Probabilities summing to 1. */
export function entropyBits(p: ArrayLike<number>): number {
  let sum = 0
  for (let i = 0; i < p.length; i++) {
    const x = p[i] ?? Number.NaN
    if (x > 0) sum -= x * Math.log2(x)
  }
  return sum
}

/**
 * Information an observation is expected to give about the cause, bits: H(outcome) − Σ p·H(outcome | cause)
 * (Cover & Thomas, Elements of Information Theory, ch. 2).
 * @param p - Probability of each cause, summing to 1.
 * @param outcomes - P(outcome | cause): a row for each cause, its entries summing to 1.
 */
export function informationGainBits(p: ArrayLike<number>, outcomes: readonly ArrayLike<number>[]): number {
  const width = outcomes[0]?.length ?? 0
  const marginal = new Float64Array(width)
  let within = 0
  for (let i = 0; i < p.length; i++) {
    const weight = p[i] ?? Number.NaN
    if (weight === 0) continue
    const row = outcomes[i] as ArrayLike<number>
    for (let k = 0; k < width; k++)
      marginal[k] = (marginal[k] ?? Number.NaN) + weight * (row[k] ?? Number.NaN)
    within += weight * entropyBits(row)
  }
  return Math.max(0, entropyBits(marginal) - within)
}
