import { evenDraws } from './evenDraws.ts'
import { cholesky, choleskySolve } from './gaussian.ts'
import { normalCdf } from './normal.ts'
import { standardNormal } from './random.ts'
import { vectorOf } from './vector.ts'

/** What was found at a point under one way. */
export interface Found {
  /** ln likelihood. */
  ln: number
  /** How far each thing measured is off what is due there, ÷ its standard error; as many for every point of a way. */
  offs: readonly number[]
}

/** Values tried at points of a space of independent standard normal unknowns, under each of several ways that the world may be. */
export interface TriedPoints<T> {
  /** What was found at each point under each way; null where it cannot be. */
  found: (T | null)[][]
  /** ln of prior density ÷ density with which the points were drawn, by point. */
  lnWeight: Float64Array
}

/** So many points as good as independent are enough for a mean. */
const ENOUGH = 20
/** Variance that is taken for each measured thing where points are drawn, in its own errors: tails heavier than the normal distribution's. */
const OFF_VARIANCE = 1.5
/** Beyond this a thing is so far off that by how much tells nothing of the slopes where it is not. */
const FARTHEST_OFF = 40
/** Share of the later points that are drawn from the prior all the same. */
const FROM_PRIOR = 0.1

/** A normal distribution that points are drawn from: the prior, moved by what was measured as if all of it were straight. */
interface Around {
  mean: Float64Array
  /** Slopes of what was measured by the unknowns, and the variance of each. */
  slopes: Float64Array[]
  variance: Float64Array
  /** Of the slopes' spread with the variances: lower triangle, and ln of its determinant ÷ that of the variances alone. */
  lower: Float64Array[]
  lnStretch: number
}

/**
 * The uniform numbers of a point, to be asked for one by one.
 * @throws RangeError when more are asked for than the point has.
 */
export function uniformsOf(z: Float64Array): () => number {
  let k = 0
  return () => {
    const next = z[k++]
    if (next === undefined) throw new RangeError(`numbers of a point: expected at most ${z.length}, got ${k}`)
    return normalCdf(next)
  }
}

/**
 * Points for the mean likelihood of each of several ways over the same unknowns: evenly from the prior first; where few of them count for
 * some way, more are drawn where what was measured lies, and all are weighed together. Where it lies is reckoned from the first points as if what
 * is measured were a straight line in the unknowns (ensemble update: Evensen 1994, J. Geophys. Res. 99), which need not be true: the weights
 * put it right (deterministic mixture: Veach and Guibas 1995; all from memory).
 * The mean over the points of exp(ln + lnWeight) is the mean likelihood of a way.
 * @param ways - How many. @param tryAt - What is found at a point under each way.
 * @param count - Points of the prior. @param more - Points where they are wanted, about; 0 = the first ones do.
 */
export function tryWhereItLies<T extends Found>(
  { dimensions, count, more, seed, ways }: Record<'dimensions' | 'count' | 'more' | 'seed' | 'ways', number>,
  tryAt: (z: Float64Array) => (T | null)[],
): TriedPoints<T> {
  const points = normalPoints(count, dimensions, seed)
  const found = points.map(tryAt)
  const poor = more > 0 ? poorWays(found, ways) : []
  if (poor.length === 0) return { found, lnWeight: new Float64Array(count) }
  const each = Math.ceil(((1 - FROM_PRIOR) * more) / poor.length)
  const around = poor.map((way) => aroundWhatIsMeasured(points, found, way))
  around.forEach((next, k) => {
    for (const e of normalPoints(each, dimensions + next.slopes.length, seed + 1 + k))
      points.push(moved(next, e))
  })
  const plain = Math.ceil(FROM_PRIOR * more)
  points.push(...normalPoints(plain, dimensions, seed + 1 + poor.length))
  for (const z of points.slice(count)) found.push(tryAt(z))
  const lnWeight = vectorOf(
    points,
    (z) => -Math.log(drawnWith(z, around, each, count + plain) / points.length),
  )
  return { found, lnWeight }
}

function normalPoints(count: number, dimensions: number, seed: number): Float64Array[] {
  const even = evenDraws(count, seed)
  return Array.from({ length: count }, () => {
    even.next()
    return vectorOf({ length: dimensions }, () => standardNormal(even.random))
  })
}

/** Ways that can be and of which few points count. */
function poorWays<T extends Found>(found: readonly (T | null)[][], ways: number): number[] {
  const all = Array.from({ length: ways }, (_, way) => way)
  return all.filter((way) => {
    const number = effectiveNumber(found.flatMap((one) => one[way]?.ln ?? []))
    return number > 0 && number < ENOUGH
  })
}

/** So many equally weighted points would tell as much (Kish 1965, Survey Sampling; from memory); 0 where none can be. */
function effectiveNumber(ln: readonly number[]): number {
  let most = Number.NEGATIVE_INFINITY
  for (const one of ln) if (one > most) most = one
  let [sum, squares] = [0, 0]
  for (const one of ln) {
    const w = Math.exp(one - most)
    sum += w
    squares += w * w
  }
  return squares > 0 ? (sum * sum) / squares : 0
}

/** Where what was measured lies under a way that can be at some of the points. */
function aroundWhatIsMeasured<T extends Found>(
  points: readonly Float64Array[],
  found: readonly (T | null)[][],
  way: number,
): Around {
  const rows = points.flatMap((z, n) => {
    const one = found[n]?.[way]
    return one ? [{ z, offs: one.offs }] : []
  })
  const dimensions = points[0]?.length ?? 0
  const measured = rows[0]?.offs.length ?? 0
  const { slopes, atZero, variance } = straightLines(rows, dimensions, measured)
  const spread = slopes.map((a, i) =>
    vectorOf(slopes, (b, j) => dot(a, b) + (i === j ? (variance[i] ?? Number.NaN) : 0)),
  )
  const lower = cholesky(spread)
  const pull = choleskySolve(lower, atZero)
  const mean = new Float64Array(dimensions)
  slopes.forEach((slope, i) => {
    for (let k = 0; k < dimensions; k++) mean[k] = (mean[k] ?? 0) - (pull[i] ?? 0) * (slope[k] ?? 0)
  })
  let lnStretch = 0
  lower.forEach((row, i) => {
    lnStretch += Math.log(row[i] ?? Number.NaN) - Math.log(variance[i] ?? Number.NaN) / 2
  })
  return { mean, slopes, variance, lower, lnStretch }
}

/** What is measured as straight lines in the unknowns, their slopes held towards none as much as one point more would; with the variance left. */
function straightLines(
  rows: readonly { z: Float64Array; offs: readonly number[] }[],
  dimensions: number,
  measured: number,
): { slopes: Float64Array[]; atZero: Float64Array; variance: Float64Array } {
  const unknowns = dimensions + 1
  const normal = Array.from({ length: unknowns }, (_, i) => {
    const row = new Float64Array(unknowns)
    row[i] = 1
    return row
  })
  const right = Array.from({ length: measured }, () => new Float64Array(unknowns))
  const near = (off: number | undefined) => Math.max(-FARTHEST_OFF, Math.min(FARTHEST_OFF, off ?? 0))
  const x = new Float64Array(unknowns)
  x[dimensions] = 1
  for (const { z, offs } of rows) {
    x.set(z)
    for (let i = 0; i < unknowns; i++) {
      const row = normal[i] as Float64Array
      for (let j = 0; j <= i; j++) row[j] = (row[j] ?? 0) + (x[i] ?? 0) * (x[j] ?? 0)
    }
    right.forEach((sums, m) => {
      for (let i = 0; i < unknowns; i++) sums[i] = (sums[i] ?? 0) + near(offs[m]) * (x[i] ?? 0)
    })
  }
  const lower = cholesky(normal)
  const lines = right.map((sums) => choleskySolve(lower, sums))
  const slopes = lines.map((line) => line.slice(0, dimensions))
  const atZero = vectorOf(lines, (line) => line[dimensions] ?? Number.NaN)
  const variance = vectorOf(slopes, (slope, m) => {
    let left = 0
    for (const { z, offs } of rows) left += (near(offs[m]) - (atZero[m] ?? Number.NaN) - dot(slope, z)) ** 2
    return OFF_VARIANCE + left / Math.max(1, rows.length - unknowns)
  })
  return { slopes, atZero, variance }
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0
  for (let k = 0; k < a.length; k++) sum += (a[k] ?? Number.NaN) * (b[k] ?? Number.NaN)
  return sum
}

/** A point of the prior, and errors of what is measured, moved to where what was measured lies. */
function moved({ mean, slopes, variance, lower }: Around, e: Float64Array): Float64Array {
  const z = e.slice(0, mean.length)
  const pull = choleskySolve(
    lower,
    slopes.map(
      (slope, i) => dot(slope, z) + Math.sqrt(variance[i] ?? Number.NaN) * (e[mean.length + i] ?? Number.NaN),
    ),
  )
  return z.map((one, k) => {
    let to = one + (mean[k] ?? Number.NaN)
    for (let i = 0; i < slopes.length; i++) to -= (pull[i] ?? Number.NaN) * (slopes[i]?.[k] ?? Number.NaN)
    return to
  })
}

/** How many points are drawn about here, so many of them for each way, ÷ how many of one from the prior. */
function drawnWith(z: Float64Array, around: readonly Around[], each: number, fromPrior: number): number {
  const plain = dot(z, z)
  let sum = fromPrior
  for (const { mean, slopes, variance, lnStretch } of around) {
    const from = z.map((one, k) => one - (mean[k] ?? Number.NaN))
    let inside = dot(from, from)
    slopes.forEach((slope, i) => {
      inside += dot(slope, from) ** 2 / (variance[i] ?? Number.NaN)
    })
    sum += each * Math.exp((plain - inside) / 2 + lnStretch)
  }
  return sum
}
