import { apply, diagonal, dot, type Gaussian, inverse, type Matrix, plus } from './gaussian.ts'
import { normalCdf } from './normal.ts'
import { normalQuantile } from './random.ts'

/** What measurements say of several quantities, whatever was known before: GᵀV⁻¹G and GᵀV⁻¹y. Such are added up. */
export interface Information {
  precision: Float64Array[]
  shift: Float64Array
}

/** Nothing said of so many quantities. */
export const nothingOf = (count: number): Information => ({
  precision: diagonal(new Float64Array(count)),
  shift: new Float64Array(count),
})

/** All of it together. */
export const together = (count: number, all: readonly Information[]): Information =>
  all.reduce(
    (a, b) => ({
      precision: plus(a.precision, b.precision),
      shift: a.shift.map((value, i) => value + (b.shift[i] ?? Number.NaN)),
    }),
    nothingOf(count),
  )

/** What is left without a part of it. */
export const without = (a: Information, b: Information): Information => ({
  precision: plus(a.precision, b.precision, -1),
  shift: a.shift.map((value, i) => value - (b.shift[i] ?? Number.NaN)),
})

/** A normal distribution, as information. */
export function informationIn({ mean, cov }: Gaussian): Information {
  const precision = inverse(cov)
  return { precision, shift: apply(precision, mean) }
}

/** The normal distribution that information amounts to. @param precision - Positive definite. */
export function gaussianIn({ precision, shift }: { precision: Matrix; shift: ArrayLike<number> }): Gaussian {
  const cov = inverse(precision)
  return { mean: apply(cov, shift), cov }
}

/** What is known after `said`, with `before` known. */
export const updated = (before: Information, said: Information): Gaussian =>
  gaussianIn({
    precision: plus(before.precision, said.precision),
    shift: said.shift.map((value, i) => value + (before.shift[i] ?? Number.NaN)),
  })

/** A direction in which a distribution is looked at, and the variance of what else is seen there. */
export interface Along {
  g: ArrayLike<number>
  noiseVar: number
}

/**
 * One of two distributions, the first with chance `p`, as a normal one of the same mean, whose middle nine tenths are as wide as theirs where it is
 * looked at: the same covariance would make too much of the few that come of the wider one.
 * @param looks - Directions; the widest counts.
 */
export function mixed(a: Gaussian, b: Gaussian, p: number, looks: readonly Along[]): Gaussian {
  const apart = a.mean.map((value, i) => value - (b.mean[i] ?? Number.NaN))
  const more = a.cov.map((row, i) =>
    row.map(
      (value, j) =>
        (1 - p) * ((b.cov[i]?.[j] ?? Number.NaN) - value) +
        p * (1 - p) * (apart[i] ?? Number.NaN) * (apart[j] ?? Number.NaN),
    ),
  )
  const share = looks.length === 0 ? 1 : Math.max(...looks.map((along) => shareOfMore(a, b, p, along)))
  return {
    mean: a.mean.map((value, i) => value - (1 - p) * (apart[i] ?? Number.NaN)),
    cov: plus(a.cov, more, share),
  }
}

/** How much of what a mixture's covariance has more than its first part widens its middle nine tenths, 0..1. */
function shareOfMore(a: Gaussian, b: Gaussian, p: number, { g, noiseVar }: Along): number {
  const variance = ({ cov }: Gaussian) => dot(g, apply(cov, g)) + noiseVar
  const [va, vb] = [variance(a), variance(b)]
  const apart = dot(g, a.mean) - dot(g, b.mean)
  const more = (1 - p) * (vb - va) + p * (1 - p) * apart ** 2
  if (!(more > 1e-9 * va)) return 1
  const [sa, sb] = [Math.sqrt(va), Math.sqrt(vb)]
  const below = (x: number) => p * normalCdf(x / sa) + (1 - p) * normalCdf((x + apart) / sb)
  const far = 8 * Math.max(sa, sb) + Math.abs(apart)
  const half = (bisected((x) => below(x) - 0.95, far) - bisected((x) => below(x) - 0.05, far)) / 2
  return Math.min(1, Math.max(0, ((half / normalQuantile(0.95)) ** 2 - va) / more))
}

/** Where a rising function passes zero, between −far and far. */
function bisected(of: (x: number) => number, far: number): number {
  let [low, high] = [-far, far]
  for (let k = 0; k < 50; k++) {
    const middle = (low + high) / 2
    if (of(middle) < 0) low = middle
    else high = middle
  }
  return (low + high) / 2
}
