import { hoseEndHeight, portHeight, pumpMiddle } from '../../machine/uncertainty.ts'
import { sumpBottomMm, type TubGeometry } from '../../physics/tub/tubGeometry.ts'
import { tubAreaLPerMm, tubVolumeL } from '../../physics/tub/tubVolume.ts'
import { type Absorption, absorbedL } from '../plan/laundry.ts'
import type { RunPlan } from '../plan/runPlan.ts'
import type { LevelSeries } from './readings.ts'

// A level becomes F(h) = ∫A dh / s(h), which is straight in time: s is 1 for a fill and √(H₀ + h − z) for a drain.

/** H₀ − z of the healthy machine, mm (H₀ = 0 when no pump runs); null for a fill, where the flow does not depend on the level. */
export function middleSpareMm(plan: RunPlan): number | null {
  if (plan.kind === 'fill') return null
  const liftMm = hoseEndHeight(plan.site, plan.hoseEndMm).mm - portHeight(plan.machine, plan.site).mm
  // By its own weight the water falls to the hose end; near it the square-root law has no flow left to compare.
  if (plan.kind === 'siphon') return Math.max(30, -liftMm)
  const { shutoffHeadM } = pumpMiddle(plan.machine)
  // A drain that should not run at all is still timed; its shape is then as steep as it gets.
  return Math.max(150, shutoffHeadM * 1000 - liftMm)
}

/** How the flow at a level compares with that at the port: √((spare + h)/spare); 1 for a fill. */
export function shapeAt(mm: number, spareMm: number | null): number {
  return spareMm === null ? 1 : Math.sqrt(Math.max(20, spareMm + mm) / spareMm)
}

/** dF/dh, L/mm, held away from zero at the drum floor so that no reading gets unbounded weight. */
export function sensitivity(tub: TubGeometry, mm: number, spareMm: number | null): number {
  const floorArea = tub.sumpL / (tub.floorMm - sumpBottomMm(tub))
  return Math.max(tubAreaLPerMm(tub, mm), floorArea, 0.005) / shapeAt(mm, spareMm)
}

/** F of each reading, litres, signed so that it rises during the run. */
export function transform(
  series: LevelSeries,
  tub: TubGeometry,
  spareMm: number | null,
  soak: Absorption,
  sign: number,
): Float64Array {
  const { tS, mm } = series
  let [low, high] = [0, 0]
  for (const level of mm) {
    if (level < low) low = level
    if (level > high) high = level
  }
  const volumeL = shapedVolume(tub, spareMm, low, high)
  const out = new Float64Array(mm.length)
  for (let i = 0; i < out.length; i++) {
    const soaked = soak.capacityL > 0 ? absorbedL(soak, tS[i] ?? Number.NaN) : 0
    out[i] = sign * (volumeL(mm[i] ?? Number.NaN) + soaked)
  }
  return out
}

const CELLS = 32

/**
 * ∫A dh/s from the port to a level in mm, litres. By parts: V/s − ∫V d(1/s), of which the second is smooth, since V is: a short trapezium is
 * enough, kept as a table.
 * @param lowMm - At most 0 and below every level asked. @param highMm - At least 0 and above every level asked.
 */
function shapedVolume(
  tub: TubGeometry,
  spareMm: number | null,
  lowMm: number,
  highMm: number,
): (mm: number) => number {
  if (spareMm === null) return (mm) => tubVolumeL(tub, mm)
  const step = (highMm - lowMm) / CELLS || 1
  const rest = new Float64Array(CELLS + 1)
  let inverseBefore = 1 / shapeAt(lowMm, spareMm)
  let volumeBefore = tubVolumeL(tub, lowMm)
  for (let k = 1; k <= CELLS; k++) {
    const h = lowMm + k * step
    const inverse = 1 / shapeAt(h, spareMm)
    const volume = tubVolumeL(tub, h)
    rest[k] = (rest[k - 1] ?? Number.NaN) + ((volume + volumeBefore) / 2) * (inverse - inverseBefore)
    inverseBefore = inverse
    volumeBefore = volume
  }
  const restAt = (mm: number) => {
    const x = (mm - lowMm) / step
    const k = Math.min(CELLS - 1, Math.max(0, Math.floor(x)))
    const [below, above] = [rest[k] ?? Number.NaN, rest[k + 1] ?? Number.NaN]
    return below + (above - below) * (x - k)
  }
  const atPort = restAt(0)
  return (mm) => tubVolumeL(tub, mm) / shapeAt(mm, spareMm) - (restAt(mm) - atPort)
}

/** A fitted line read both ways: the level at a time, and the time at a level. */
export interface FittedLevels {
  /** mm at a time in s, held inside the tub. */
  levelAt: (tS: number) => number
  /** s at a level in mm; not finite where the line never passes it. */
  timeAt: (mm: number) => number
}

/** A fitted line F(t) in levels: the inverse of `transform`. */
export function levelsOfFit(
  fit: { intercept: number; slope: number },
  tub: TubGeometry,
  spareMm: number | null,
  soak: Absorption,
  sign: number,
): FittedLevels {
  const low = sumpBottomMm(tub)
  const high = tub.floorMm + (tub.shape === 'horizontal' ? tub.diameterMm : tub.depthMm)
  const volumeL = shapedVolume(tub, spareMm, Math.min(0, low), Math.max(0, high))
  const soaks = soak.capacityL > 0
  return {
    levelAt: (tS) => {
      const target = sign * (fit.intercept + fit.slope * tS) - (soaks ? absorbedL(soak, tS) : 0)
      let a = low
      let b = high
      for (let k = 0; k < 40; k++) {
        const middle = (a + b) / 2
        if (volumeL(middle) < target) a = middle
        else b = middle
      }
      return (a + b) / 2
    },
    timeAt: (mm) => {
      const litres = volumeL(mm)
      let tS = (sign * litres - fit.intercept) / fit.slope
      // What soaks depends on the time itself, more weakly than the flow does: the sum converges.
      for (let k = 0; soaks && k < 40; k++)
        tS = (sign * (litres + absorbedL(soak, Math.max(0, tS))) - fit.intercept) / fit.slope
      return tS
    },
  }
}
