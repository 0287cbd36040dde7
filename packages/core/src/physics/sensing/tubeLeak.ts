import type { Interval } from '../../numeric/interval.ts'
import { nonlinearLeastSquares } from '../../numeric/leastSquares.ts'
import { studentT975 } from '../../numeric/studentT.ts'
import type { SensorPairs } from './sensorFit.ts'

/** Below this share of the level lost by the indication over the run no leak of air is called. */
const LEAST_SHARE = 0.03

/**
 * Time constant with which the indicated level decays while the water stays, s: indicated = a·true·e^(−t/τ).
 * Trapped air leaking through a small hole escapes in proportion to its pressure.
 * @returns null when the indication does not clearly fall behind the water.
 */
export function fitTubeLeak(pairs: SensorPairs): Interval | null {
  const { tS, trueMm, indicatedMm, sigmaMm } = pairs
  const n = tS.length
  if (n < 4) return null
  const first = tS[0] ?? Number.NaN
  const length = (tS[n - 1] ?? Number.NaN) - first
  const share = (i: number) => (indicatedMm[i] ?? Number.NaN) / Math.max(5, trueMm[i] ?? Number.NaN)
  const lost = Math.log(Math.max(0.02, share(0)) / Math.max(0.02, share(n - 1)))
  const startRate = Math.max(0.01, lost) / Math.max(1, length)
  const fit = nonlinearLeastSquares(
    (p, out) => {
      for (let i = 0; i < n; i++) {
        const model =
          (p[0] ?? Number.NaN) *
          (trueMm[i] ?? Number.NaN) *
          Math.exp(-(p[1] ?? Number.NaN) * ((tS[i] ?? Number.NaN) - first))
        const r = ((indicatedMm[i] ?? Number.NaN) - model) / sigmaMm
        // Huber's loss written as a residual.
        out[i] = Math.abs(r) < 2.5 ? r : Math.sign(r) * Math.sqrt(5 * Math.abs(r) - 6.25)
      }
    },
    n,
    [Math.max(0.1, share(0)), startRate],
    [1, 1e-3],
  )
  if (fit.outcome !== 'converged') return null
  const rate = fit.parameters[1] ?? Number.NaN
  // The residuals of a few readings may look better than the instrument is.
  const scale = Math.sqrt((6 + fit.rss) / (6 + fit.degreesOfFreedom) / (fit.rss / fit.degreesOfFreedom))
  const half = studentT975(fit.degreesOfFreedom + 6) * (fit.standardErrors[1] ?? Number.NaN) * scale
  const significant = rate - 1.3 * half > 0 && 1 - Math.exp(-rate * length) > LEAST_SHARE
  return significant ? { value: 1 / rate, lo: 1 / (rate + half), hi: 1 / Math.max(1e-9, rate - half) } : null
}
