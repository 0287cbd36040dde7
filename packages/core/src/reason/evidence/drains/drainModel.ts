import { SPREAD, STILL_PUMP_SHARE } from '../../../machine/uncertainty.ts'
import { lMinFromM3PerS } from '../../../units.ts'
import type { DrainDatum } from './drainData.ts'

/** How far what the runs share is unknown: the pump's B as a ratio, the hose's bore, the height of the port. */
export interface SharedErrors {
  bSd: number
  boreMm: number
  portSdM: number
}
export interface Resistances extends SharedErrors {
  b: number
  still: number
  /** Each path resistance tried, s²/m⁵. */
  paths: { k: number; pump: Total; gravity: Total }[]
}
/** What the water meets in all, s²/m⁵, and its logarithm. */
interface Total {
  s2M5: number
  ln: number
}

/**
 * What the water meets at each path resistance tried.
 * @param lnPaths - ln of the resistance ÷ that of a clean path. @param pathK - The latter, s²/m⁵. @param b - The pump's own, s²/m⁵.
 */
export function resistancesOf(
  lnPaths: readonly number[],
  pathK: number,
  b: number,
  errors: SharedErrors,
): Resistances {
  const still = STILL_PUMP_SHARE * pathK
  const total = (s2M5: number): Total => ({ s2M5, ln: Math.log(s2M5) })
  const paths = lnPaths.map((v) => {
    const k = pathK * Math.exp(v)
    return { k, pump: total(k + b), gravity: total(k + still) }
  })
  return { ...errors, b, still, paths }
}

/**
 * −χ²/2 of all flows at one head, for each path resistance, with the errors that the runs share: tub section, port height, the pump's B
 * and the still pump, the shape of the pump's curve, the hose's bore and the water left at the first air. The covariance's determinant is left out: it belongs to nuisances
 * that are profiled here, and would favour heads and paths at which they matter less.
 */
export function likelihoodRow(data: readonly DrainDatum[], headM: number, r: Resistances): number[] {
  const n = data.length
  const lnOff = new Float64Array(n)
  const portLoad = new Float64Array(n)
  // ln of B·spare ÷ head: less that of the resistance it is twice ln of the share of its free flow that the pump gives.
  const lnFree = new Float64Array(n)
  for (let i = 0; i < n; i++) {
    const d = data[i] as DrainDatum
    let [litres, time, driving] = [0, 0, 0]
    for (const cell of d.cells) {
      const spare = Math.max(0.004, (d.kind === 'gravity' ? 0 : headM) + cell.levelM - d.liftM)
      litres += cell.litres
      time += cell.litres / Math.sqrt(spare)
      driving += cell.litres * spare
    }
    lnOff[i] = d.lnFlow - Math.log(lMinFromM3PerS(litres / time))
    portLoad[i] = (0.5 * r.portSdM) / Math.max(0.05, driving / litres)
    lnFree[i] = Math.log((r.b * driving) / (litres * headM))
  }
  // What does not depend on the path: own errors, tub section, port height.
  const fixed = new Float64Array(n * n)
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      const [a, b] = [data[i] as DrainDatum, data[j] as DrainDatum]
      fixed[i * n + j] =
        (i === j ? a.own ** 2 : 0) +
        a.shared * b.shared +
        a.air * b.air +
        (portLoad[i] ?? Number.NaN) * (portLoad[j] ?? Number.NaN)
    }
  const residual = new Float64Array(n)
  const covariance = new Float64Array(n * n)
  const [pumpLoad, stillLoad] = [new Float64Array(n), new Float64Array(n)]
  const [shapeLoad, boreLoad] = [new Float64Array(n), new Float64Array(n)]
  return r.paths.map((path) => {
    for (let i = 0; i < n; i++) {
      const gravity = (data[i] as DrainDatum).kind === 'gravity'
      const { s2M5, ln } = gravity ? path.gravity : path.pump
      residual[i] = (lnOff[i] ?? Number.NaN) + 0.5 * ln
      boreLoad[i] = (-0.5 * SPREAD.boreMm * 5 * path.k) / (r.boreMm * s2M5)
      if (gravity) stillLoad[i] = (-0.5 * SPREAD.stillPump * r.still) / s2M5
      else {
        pumpLoad[i] = (-0.5 * r.bSd * r.b) / s2M5
        // H₀·xⁿ instead of H₀·x², x = flow ÷ free flow: d ln Q/dn at n = 2, by the implicit function.
        const lnX = Math.min(0, 0.5 * ((lnFree[i] ?? Number.NaN) - ln))
        shapeLoad[i] = (-SPREAD.curveExponent * r.b * lnX) / (2 * s2M5)
      }
    }
    for (let i = 0; i < n; i++)
      for (let j = 0; j <= i; j++)
        covariance[i * n + j] =
          (fixed[i * n + j] ?? Number.NaN) +
          (pumpLoad[i] ?? Number.NaN) * (pumpLoad[j] ?? Number.NaN) +
          (stillLoad[i] ?? Number.NaN) * (stillLoad[j] ?? Number.NaN) +
          (shapeLoad[i] ?? Number.NaN) * (shapeLoad[j] ?? Number.NaN) +
          (boreLoad[i] ?? Number.NaN) * (boreLoad[j] ?? Number.NaN)
    return gaussianLn(covariance, residual, n)
  })
}

/** −χ²/2 of correlated errors, by Cholesky in place; the lower triangle of `covariance` is used and overwritten, so is `residual`. */
function gaussianLn(covariance: Float64Array, residual: Float64Array, n: number): number {
  let ln = 0
  for (let i = 0; i < n; i++) {
    let y = residual[i] ?? Number.NaN
    for (let j = 0; j < i; j++) {
      let sum = covariance[i * n + j] ?? Number.NaN
      for (let k = 0; k < j; k++)
        sum -= (covariance[i * n + k] ?? Number.NaN) * (covariance[j * n + k] ?? Number.NaN)
      covariance[i * n + j] = sum / (covariance[j * n + j] ?? Number.NaN)
      y -= (covariance[i * n + j] ?? Number.NaN) * (residual[j] ?? Number.NaN)
    }
    let pivot = covariance[i * n + i] ?? Number.NaN
    for (let k = 0; k < i; k++) pivot -= (covariance[i * n + k] ?? Number.NaN) ** 2
    covariance[i * n + i] = Math.sqrt(Math.max(1e-12, pivot))
    residual[i] = y / (covariance[i * n + i] ?? Number.NaN)
    ln -= 0.5 * (residual[i] ?? Number.NaN) ** 2
  }
  return ln
}
