import { SPREAD } from '../../../machine/uncertainty.ts'
import type { Interval } from '../../../numeric/interval.ts'

/** Sound, weak, restricted or both, before any run: how common each is. Estimates. */
const COMMON = { nominal: 0.25, weak: 0.3, restricted: 0.3, both: 0.15 } as const

/** Share of plates and bores that are wrong, and how much wider those scatter. Estimates. */
const WRONG_PLATE = { share: 0.33, wider: 3 } as const

/**
 * How a sound head or path lies about its plate or bore, as a density in the logarithm of their ratio: a plate read off the wrong part or a
 * bore guessed lies further off than a sound one's own scatter.
 * @param x - The logarithm. @param sd - Its spread where plate and bore are right.
 * @param wrong - Share of plates and bores that are not.
 */
export function soundScatter(x: number, sd: number, wrong: number = WRONG_PLATE.share): number {
  const bell = (s: number) => Math.exp(-0.5 * (x / s) ** 2) / (s * Math.sqrt(2 * Math.PI))
  return (1 - wrong) * bell(sd) + wrong * bell(WRONG_PLATE.wider * sd)
}

/** Head and path when each may be sound or off, by how common that is and by the spreads of sound ones. */
export function mixturePosterior(
  map: readonly number[][],
  lnHeads: readonly number[],
  lnPaths: readonly number[],
  headSd: number,
) {
  const lowHead = (u: number) => (u <= 0 ? 1 / -(lnHeads[0] ?? Number.NaN) : 0)
  const highPath = (v: number) => (v >= 0 ? 1 / (lnPaths[lnPaths.length - 1] ?? Number.NaN) : 0)
  // The density is a sum of products: each factor is taken once an axis.
  const head = lnHeads.map((u) => ({ sound: soundScatter(u, headSd), low: lowHead(u) }))
  const path = lnPaths.map((v) => ({ sound: soundScatter(v, SPREAD.pathK), high: highPath(v) }))
  return posterior(
    map,
    (i, j) => {
      const h = head[i] as { sound: number; low: number }
      const p = path[j] as { sound: number; high: number }
      return Math.log(
        COMMON.nominal * h.sound * p.sound +
          COMMON.weak * h.low * p.sound +
          COMMON.restricted * h.sound * p.high +
          COMMON.both * h.low * p.high +
          1e-300,
      )
    },
    lnHeads,
    lnPaths,
  )
}

/** Marginal medians and 95 % intervals of both unknowns under a prior density over the cells of (ln H₀, ln K), as ratios to nominal. */
export function posterior(
  map: readonly number[][],
  lnPrior: (head: number, path: number) => number,
  lnHeads: readonly number[],
  lnPaths: readonly number[],
): { head: Interval; path: Interval } {
  let most = Number.NEGATIVE_INFINITY
  const ln = map.map((row, i) =>
    row.map((value, j) => {
      const total = value + lnPrior(i, j)
      most = Math.max(most, total)
      return total
    }),
  )
  const heads = new Float64Array(lnHeads.length)
  const paths = new Float64Array(lnPaths.length)
  for (const [i, row] of ln.entries())
    for (let j = 0; j < row.length; j++) {
      const w = Math.exp((row[j] ?? Number.NaN) - most)
      heads[i] = (heads[i] ?? Number.NaN) + w
      paths[j] = (paths[j] ?? Number.NaN) + w
    }
  return { head: marginal(lnHeads, heads), path: marginal(lnPaths, paths) }
}

function marginal(ln: readonly number[], weight: Float64Array): Interval {
  const total = weight.reduce((a, b) => a + b, 0)
  const step = (ln[1] ?? Number.NaN) - (ln[0] ?? Number.NaN)
  const quantile = (p: number) => {
    let sum = 0
    for (let i = 0; i < ln.length; i++) {
      const share = (weight[i] ?? Number.NaN) / total
      if (sum + share >= p) return Math.exp((ln[i] ?? Number.NaN) + step * ((p - sum) / share - 0.5))
      sum += share
    }
    return Math.exp(ln[ln.length - 1] ?? Number.NaN)
  }
  return { value: quantile(0.5), lo: quantile(0.025), hi: quantile(0.975) }
}
