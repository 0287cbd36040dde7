import type { TubGeometry } from '../tub/tubGeometry.ts'
import { tubAreaLPerMm } from '../tub/tubVolume.ts'
import { type LeakLaw, leakExponent } from './leakLaw.ts'

/**
 * The falling level of a tub that leaks at one height: dV/dt = −k·(h − z₀)ⁿ.
 * G(h) = ∫ A dh/(h − z₀)ⁿ is straight in time, so a curve is h(t) = G⁻¹(c − k·t), and G is tabled once for a height and a law.
 */
export interface LeakCurve {
  law: LeakLaw
  z0Mm: number
  /** Rising levels, mm, and G there, L·mm⁻ⁿ. */
  levelMm: Float64Array
  g: Float64Array
}

/** Three-point Gauss–Legendre on [0, 1]. */
const NODES = [0.5 - Math.sqrt(0.15), 0.5, 0.5 + Math.sqrt(0.15)] as const
const WEIGHTS = [5 / 18, 8 / 18, 5 / 18] as const
const CELLS = 48

/**
 * Tables G for a leak at `z0Mm` from there to `topMm`, denser near the leak, where the level creeps.
 * @param tub - Its section at each level. @param topMm - Highest level of use, mm, above z0Mm.
 */
export function leakCurve(tub: TubGeometry, law: LeakLaw, z0Mm: number, topMm: number): LeakCurve {
  const n = leakExponent(law)
  const levelMm = new Float64Array(CELLS + 1)
  const g = new Float64Array(CELLS + 1)
  const height = topMm - z0Mm
  // A seepage approaches z₀ but never arrives: its table begins a little above.
  const least = law === 'seepage' ? 0.003 : 0
  levelMm[0] = z0Mm + height * least
  for (let i = 1; i <= CELLS; i++) {
    const x = i / CELLS
    levelMm[i] = z0Mm + height * (least + (1 - least) * x * x)
    const from = Math.sqrt((levelMm[i - 1] ?? Number.NaN) - z0Mm)
    const to = Math.sqrt((levelMm[i] ?? Number.NaN) - z0Mm)
    // With u = √(h − z₀): dh/(h − z₀)ⁿ = 2·u^(1−2n) du, smooth for both laws (n = ½ or 1).
    let sum = 0
    for (let k = 0; k < 3; k++) {
      const u = from + (to - from) * (NODES[k] ?? Number.NaN)
      const area = Math.max(0.004, tubAreaLPerMm(tub, z0Mm + u * u))
      sum += ((WEIGHTS[k] ?? Number.NaN) * area * 2) / (n === 1 ? u : 1)
    }
    g[i] = (g[i - 1] ?? Number.NaN) + sum * (to - from)
  }
  return { law, z0Mm, levelMm, g }
}

/** G at a level, held inside the table. */
export function gAt(curve: LeakCurve, levelMm: number): number {
  return lookUp(curve.levelMm, curve.g, levelMm)
}

/** Level at which G has a value; the leak's own height below the table. */
export function levelAtG(curve: LeakCurve, g: number): number {
  if (g <= 0) return curve.levelMm[0] ?? Number.NaN
  return lookUp(curve.g, curve.levelMm, g)
}

/** Linear between table points; beyond the last the last line goes on. */
function lookUp(x: Float64Array, y: Float64Array, at: number): number {
  const last = x.length - 1
  if (at <= (x[0] ?? Number.NaN)) return y[0] ?? Number.NaN
  let low = 0
  let high = last
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if ((x[middle] ?? Number.NaN) <= at) low = middle
    else high = middle
  }
  const share = (at - (x[low] ?? Number.NaN)) / ((x[high] ?? Number.NaN) - (x[low] ?? Number.NaN))
  return (y[low] ?? Number.NaN) + ((y[high] ?? Number.NaN) - (y[low] ?? Number.NaN)) * share
}
