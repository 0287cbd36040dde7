import { vectorOf } from './vector.ts'

/** A symmetric matrix, row by row. */
export type Matrix = readonly ArrayLike<number>[]

const at = (a: Matrix, i: number, j: number): number => a[i]?.[j] ?? Number.NaN

/**
 * Lower triangle L with L·Lᵀ = A (Golub and Van Loan, Matrix Computations, §4.2; from memory). A pivot below 1e-12 is taken as that: what is known exactly
 * has no spread.
 * @param a - Symmetric, positive semidefinite; its lower triangle is read.
 */
export function cholesky(a: Matrix): Float64Array[] {
  const n = a.length
  const lower = Array.from({ length: n }, () => new Float64Array(n))
  for (let i = 0; i < n; i++) {
    const row = lower[i] as Float64Array
    for (let j = 0; j <= i; j++) {
      let sum = at(a, i, j)
      for (let k = 0; k < j; k++) sum -= at(lower, i, k) * at(lower, j, k)
      row[j] = i === j ? Math.sqrt(Math.max(1e-12, sum)) : sum / at(lower, j, j)
    }
  }
  return lower
}

/** Solution of A·x = b for a triangle by `cholesky`. */
export function choleskySolve(lower: Matrix, b: ArrayLike<number>): Float64Array {
  const n = lower.length
  const x = Float64Array.from(b)
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < i; k++) x[i] = (x[i] ?? Number.NaN) - at(lower, i, k) * (x[k] ?? Number.NaN)
    x[i] = (x[i] ?? Number.NaN) / at(lower, i, i)
  }
  for (let i = n - 1; i >= 0; i--) {
    for (let k = i + 1; k < n; k++) x[i] = (x[i] ?? Number.NaN) - at(lower, k, i) * (x[k] ?? Number.NaN)
    x[i] = (x[i] ?? Number.NaN) / at(lower, i, i)
  }
  return x
}

/** Inverse of a symmetric positive definite matrix. */
export function inverse(a: Matrix): Float64Array[] {
  const lower = cholesky(a)
  return a.map((_, j) =>
    choleskySolve(
      lower,
      vectorOf(a, (_row, i) => (i === j ? 1 : 0)),
    ),
  )
}

/** A + times·B. */
export function plus(a: Matrix, b: Matrix, times = 1): Float64Array[] {
  return a.map((row, i) => {
    const sum = new Float64Array(row.length)
    for (let j = 0; j < row.length; j++) sum[j] = (row[j] ?? Number.NaN) + times * at(b, i, j)
    return sum
  })
}

/** A·x. */
export function apply(a: Matrix, x: ArrayLike<number>): Float64Array {
  const product = new Float64Array(a.length)
  for (let i = 0; i < a.length; i++) product[i] = dot(a[i] ?? [], x)
  return product
}

/** aᵀ·b. */
export function dot(a: ArrayLike<number>, b: ArrayLike<number>): number {
  let sum = 0
  for (let i = 0; i < a.length; i++) sum += (a[i] ?? Number.NaN) * (b[i] ?? Number.NaN)
  return sum
}

export const diagonal = (values: ArrayLike<number>): Float64Array[] =>
  Array.from(values, (value, i) => vectorOf(values, (_v, j) => (i === j ? value : 0)))

/** A normal distribution of several quantities. */
export interface Gaussian {
  mean: Float64Array
  cov: Float64Array[]
}

/** The same after measuring g·x = y with variance `variance`, above 0 (Kalman 1960). */
export function measured(
  { mean, cov }: Gaussian,
  g: ArrayLike<number>,
  y: number,
  variance: number,
): Gaussian {
  const cg = apply(cov, g)
  const total = dot(g, cg) + variance
  const off = (y - dot(g, mean)) / total
  return {
    mean: mean.map((value, i) => value + (cg[i] ?? Number.NaN) * off),
    cov: cov.map((row, i) =>
      row.map((value, j) => value - ((cg[i] ?? Number.NaN) * (cg[j] ?? Number.NaN)) / total),
    ),
  }
}
