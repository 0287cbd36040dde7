import { vectorOf } from './vector.ts'

/** Solution of a linear least-squares problem, with what is needed for error bars. */
export interface LinearFit {
  coefficients: Float64Array
  /** Sum of squared (weighted) residuals. */
  rss: number
  degreesOfFreedom: number
  /** (XᵀWX)⁻¹, row by row: times the residual variance it is the covariance of the coefficients. */
  unscaledCovariance: Float64Array[]
}

/**
 * Weighted linear least squares by Householder QR with scaled columns (Golub and Van Loan, Matrix Computations, §5.3; from memory).
 * @param design - One row per observation, one column per coefficient.
 * @param y - Observations. @param sigma - Standard deviation of each, above 0; all 1 when left out.
 * @returns null when the columns are not independent.
 * @throws {RangeError} If there are fewer rows than columns, or lengths differ.
 */
export function linearLeastSquares(
  design: readonly ArrayLike<number>[],
  y: ArrayLike<number>,
  sigma?: ArrayLike<number>,
): LinearFit | null {
  const n = design.length
  const p = design[0]?.length ?? 0
  if (y.length !== n || (sigma && sigma.length !== n))
    throw new RangeError('least squares: design, y and sigma differ in length')
  if (p === 0 || n < p) throw new RangeError(`least squares: expected at least ${p} rows, got ${n}`)
  const a: Float64Array[] = []
  const b = new Float64Array(n)
  const scale = new Float64Array(p)
  for (let i = 0; i < n; i++) {
    const w = sigma ? 1 / (sigma[i] ?? Number.NaN) : 1
    const row = new Float64Array(p)
    for (let j = 0; j < p; j++) {
      row[j] = (design[i]?.[j] ?? Number.NaN) * w
      scale[j] = (scale[j] ?? Number.NaN) + (row[j] ?? Number.NaN) ** 2
    }
    a.push(row)
    b[i] = (y[i] ?? Number.NaN) * w
  }
  for (let j = 0; j < p; j++) scale[j] = Math.sqrt(scale[j] ?? Number.NaN)
  for (const row of a)
    for (let j = 0; j < p; j++) row[j] = (row[j] ?? Number.NaN) / ((scale[j] ?? Number.NaN) || 1)
  if (!triangulate(a, b, p)) return null
  const scaled = backSubstitute(a, b, p)
  const inverse = invertTriangle(a, p)
  const coefficients = new Float64Array(p)
  for (let j = 0; j < p; j++) coefficients[j] = (scaled[j] ?? Number.NaN) / ((scale[j] ?? Number.NaN) || 1)
  const unscaledCovariance = Array.from({ length: p }, (_, i) => {
    const row = new Float64Array(p)
    for (let j = 0; j < p; j++) {
      let sum = 0
      for (let k = Math.max(i, j); k < p; k++)
        sum += (inverse[i]?.[k] ?? Number.NaN) * (inverse[j]?.[k] ?? Number.NaN)
      row[j] = sum / ((scale[i] ?? Number.NaN) * (scale[j] ?? Number.NaN) || 1)
    }
    return row
  })
  let rss = 0
  for (let i = p; i < n; i++) rss += (b[i] ?? Number.NaN) ** 2
  return { coefficients, rss, degreesOfFreedom: n - p, unscaledCovariance }
}

/** Householder reflections in place: `a` becomes R in its upper triangle, `b` becomes Qᵀb. False when a column depends on others. */
function triangulate(a: Float64Array[], b: Float64Array, p: number): boolean {
  const n = a.length
  for (let j = 0; j < p; j++) {
    let norm = 0
    for (let i = j; i < n; i++) norm = Math.hypot(norm, a[i]?.[j] ?? Number.NaN)
    if (norm < 1e-13) return false
    const pivot = a[j]?.[j] ?? Number.NaN
    const alpha = pivot > 0 ? -norm : norm
    const v = new Float64Array(n)
    for (let i = j; i < n; i++) v[i] = a[i]?.[j] ?? Number.NaN
    v[j] = pivot - alpha
    let vv = 0
    for (let i = j; i < n; i++) vv += (v[i] ?? Number.NaN) ** 2
    if (vv === 0) continue
    for (let k = j; k < p; k++) {
      let dot = 0
      for (let i = j; i < n; i++) dot += (v[i] ?? Number.NaN) * (a[i]?.[k] ?? Number.NaN)
      for (let i = j; i < n; i++) {
        const row = a[i] as Float64Array
        row[k] = (row[k] ?? Number.NaN) - ((2 * dot) / vv) * (v[i] ?? Number.NaN)
      }
    }
    let dot = 0
    for (let i = j; i < n; i++) dot += (v[i] ?? Number.NaN) * (b[i] ?? Number.NaN)
    for (let i = j; i < n; i++) b[i] = (b[i] ?? Number.NaN) - ((2 * dot) / vv) * (v[i] ?? Number.NaN)
  }
  return true
}

function backSubstitute(r: Float64Array[], b: Float64Array, p: number): Float64Array {
  const x = new Float64Array(p)
  for (let j = p - 1; j >= 0; j--) {
    let sum = b[j] ?? Number.NaN
    for (let k = j + 1; k < p; k++) sum -= (r[j]?.[k] ?? Number.NaN) * (x[k] ?? Number.NaN)
    x[j] = sum / (r[j]?.[j] ?? Number.NaN)
  }
  return x
}

function invertTriangle(r: Float64Array[], p: number): Float64Array[] {
  const inverse = Array.from({ length: p }, () => new Float64Array(p))
  for (let j = 0; j < p; j++) {
    const unit = new Float64Array(p)
    unit[j] = 1
    const column = backSubstitute(r, unit, p)
    for (let i = 0; i < p; i++) (inverse[i] as Float64Array)[j] = column[i] ?? Number.NaN
  }
  return inverse
}

export type NonlinearFit =
  | {
      outcome: 'converged'
      parameters: Float64Array
      rss: number
      degreesOfFreedom: number
      /** Standard errors from the curvature at the minimum and the residual variance. */
      standardErrors: Float64Array
    }
  | { outcome: 'notConverged'; parameters: Float64Array; rss: number; steps: number }

/**
 * Non-linear least squares by Levenberg and Marquardt, with central differences (Marquardt 1963; More 1978 for the scaling; from memory).
 * @param residuals - Writes (observed − model)/sigma for given parameters into `out`; must leave out values finite.
 * @param count - Number of residuals. @param start - Starting parameters; none may be 0 unless `steps` gives its size.
 * @param typical - Typical size of each parameter, for the difference step; |start| when left out.
 */
export function nonlinearLeastSquares(
  residuals: (parameters: Float64Array, out: Float64Array) => void,
  count: number,
  start: ArrayLike<number>,
  typical?: ArrayLike<number>,
): NonlinearFit {
  const p = start.length
  let x = Float64Array.from(start)
  const r = new Float64Array(count)
  const plus = new Float64Array(count)
  const minus = new Float64Array(count)
  const sumOf = (values: Float64Array) => {
    let sum = 0
    for (let i = 0; i < values.length; i++) sum += (values[i] ?? Number.NaN) ** 2
    return sum
  }
  residuals(x, r)
  let rss = sumOf(r)
  let damping = 1e-3
  const rows = Array.from({ length: count + p }, () => new Float64Array(p))
  const target = new Float64Array(count + p)
  let steps = 0
  let settled = false
  while (steps < MOST_STEPS && !settled) {
    steps++
    for (let j = 0; j < p; j++) {
      const size = 6e-6 * Math.max(Math.abs(x[j] ?? Number.NaN), Math.abs(typical?.[j] ?? 0) * 0.01, 1e-12)
      const moved = Float64Array.from(x)
      moved[j] = (x[j] ?? Number.NaN) + size
      residuals(moved, plus)
      moved[j] = (x[j] ?? Number.NaN) - size
      residuals(moved, minus)
      for (let i = 0; i < count; i++)
        (rows[i] as Float64Array)[j] = -((plus[i] ?? Number.NaN) - (minus[i] ?? Number.NaN)) / (2 * size)
    }
    const norms = new Float64Array(p)
    for (let i = 0; i < count; i++) {
      target[i] = r[i] ?? Number.NaN
      for (let j = 0; j < p; j++) norms[j] = (norms[j] ?? Number.NaN) + (rows[i]?.[j] ?? Number.NaN) ** 2
    }
    let improved = false
    for (let attempt = 0; attempt < 30 && !improved; attempt++) {
      for (let j = 0; j < p; j++) {
        ;(rows[count + j] as Float64Array).fill(0)
        ;(rows[count + j] as Float64Array)[j] = Math.sqrt(damping * (norms[j] ?? Number.NaN)) || 1e-300
      }
      const step = linearLeastSquares(rows, target)
      if (step === null) break
      const next = vectorOf(x, (v, j) => v + (step.coefficients[j] ?? Number.NaN))
      residuals(next, plus)
      const nextRss = sumOf(plus)
      if (nextRss <= rss && Number.isFinite(nextRss)) {
        improved = true
        const gain = rss - nextRss
        let moved = 0
        for (let j = 0; j < p; j++)
          moved = Math.max(
            moved,
            Math.abs(step.coefficients[j] ?? Number.NaN) / (Math.abs(next[j] ?? Number.NaN) + 1e-30),
          )
        x = next
        r.set(plus)
        settled = moved < 1e-10 || (gain <= 1e-14 * rss && moved < 1e-6)
        rss = nextRss
        damping = Math.max(1e-12, damping / 8)
      } else damping *= 4
    }
    // No direction improves: this is the minimum as far as the arithmetic can tell.
    if (!improved) settled = true
  }
  if (!settled) return { outcome: 'notConverged', parameters: x, rss, steps }
  const last = linearLeastSquares(rows.slice(0, count), r)
  if (last === null || count <= p) return { outcome: 'notConverged', parameters: x, rss, steps }
  const variance = rss / (count - p)
  return {
    outcome: 'converged',
    parameters: x,
    rss,
    degreesOfFreedom: count - p,
    standardErrors: vectorOf({ length: p }, (_, j) =>
      Math.sqrt(variance * (last.unscaledCovariance[j]?.[j] ?? Number.NaN)),
    ),
  }
}
const MOST_STEPS = 300
