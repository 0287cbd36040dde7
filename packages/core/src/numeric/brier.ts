/** A forecast and what came of it. */
export interface Forecast {
  /** Probability that was given, 0 to 1. */
  p: number
  came: boolean
}
/** Brier score and its three parts; score = reliability − resolution + uncertainty where forecasts of a bin are alike. */
export interface BrierParts {
  n: number
  /** Mean squared difference between what was said and what came. */
  score: number
  /** How far what was said lies from what came: 0 = it came as often as it was said. */
  reliability: number
  /** How far the bins differ from the whole: more is better. */
  resolution: number
  /** What there was to be told. */
  uncertainty: number
}

/**
 * Brier score of forecasts with its parts by bins (Murphy 1973). Within a bin the mean of what was said stands for each.
 * @param edges - Upper edges of the bins, rising, the last at 1: a forecast falls into the first that it does not exceed.
 * @throws {RangeError} If there is no forecast, or one is no probability.
 */
export function brierParts(forecasts: readonly Forecast[], edges: readonly number[]): BrierParts {
  const n = forecasts.length
  if (n === 0) throw new RangeError('forecasts: expected one at least')
  const wrong = forecasts.find(({ p }) => !(p >= 0 && p <= 1))
  if (wrong) throw new RangeError(`probability: expected 0 to 1, got ${wrong.p}`)
  const share = (some: readonly Forecast[]) => some.filter(({ came }) => came).length / some.length
  const all = share(forecasts)
  let [reliability, resolution] = [0, 0]
  for (const bin of binned(forecasts, edges)) {
    if (bin.length === 0) continue
    const said = bin.reduce((sum, { p }) => sum + p, 0) / bin.length
    reliability += (bin.length * (said - share(bin)) ** 2) / n
    resolution += (bin.length * (share(bin) - all) ** 2) / n
  }
  const score = forecasts.reduce((sum, { p, came }) => sum + (p - Number(came)) ** 2, 0) / n
  return { n, score, reliability, resolution, uncertainty: all * (1 - all) }
}

/** Forecasts by bin, empty ones too. @param edges - As `brierParts` has them. */
export const binned = (forecasts: readonly Forecast[], edges: readonly number[]): Forecast[][] =>
  edges.map((hi, n) => forecasts.filter(({ p }) => p <= hi && (n === 0 || p > (edges[n - 1] ?? Number.NaN))))
