/** Means pulled to the mean of all. */
export interface Shrunk {
  /** Mean of all. */
  mean: number
  /** Share of its own distance from it that each keeps, 0 to 1. */
  factor: number
  shrunk: number[]
}

/**
 * The James–Stein estimator about the mean of all: each mean keeps 1 − (k − 3)·σ²/Σ(y − ȳ)² of its distance, never less than nothing
 * (Efron and Morris, Journal of the American Statistical Association 70, 1975; Scientific American 236, 1977).
 * @param values - Means of at least four groups. @param variance - Of each, σ², above 0.
 * @throws {RangeError} If there are fewer, or the variance is not above 0.
 */
export function shrinkToMean(values: readonly number[], variance: number): Shrunk {
  if (values.length < 4) throw new RangeError(`shrinking: expected at least 4 means, got ${values.length}`)
  if (!(variance > 0)) throw new RangeError(`shrinking: expected a variance above 0, got ${variance}`)
  const mean = values.reduce((a, b) => a + b, 0) / values.length
  const spread = values.reduce((a, b) => a + (b - mean) ** 2, 0)
  const factor = spread > 0 ? Math.max(0, 1 - ((values.length - 3) * variance) / spread) : 0
  return { mean, factor, shrunk: values.map((value) => mean + factor * (value - mean)) }
}
