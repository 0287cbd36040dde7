import { apply, diagonal, type Gaussian, inverse, type Matrix, plus } from './gaussian.ts'

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

/** One of two distributions, the first with chance `p`, as a normal one of the same mean and covariance. */
export function mixed(a: Gaussian, b: Gaussian, p: number): Gaussian {
  const apart = a.mean.map((value, i) => value - (b.mean[i] ?? Number.NaN))
  return {
    mean: a.mean.map((value, i) => value - (1 - p) * (apart[i] ?? Number.NaN)),
    cov: a.cov.map((row, i) =>
      row.map(
        (value, j) =>
          p * value +
          (1 - p) * (b.cov[i]?.[j] ?? Number.NaN) +
          p * (1 - p) * (apart[i] ?? Number.NaN) * (apart[j] ?? Number.NaN),
      ),
    ),
  }
}
