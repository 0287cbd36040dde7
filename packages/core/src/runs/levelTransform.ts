import { hoseEndHeight, portHeight, pumpMiddle } from '../machine/uncertainty.ts'
import { sumpBottomMm, type TubGeometry } from '../tub/tubGeometry.ts'
import { tubAreaLPerMm, tubVolumeL } from '../tub/tubVolume.ts'
import { type Absorption, absorbedL } from './laundry.ts'
import type { LevelSeries } from './readings.ts'
import type { RunPlan } from './runPlan.ts'

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
  return Float64Array.from(series.mm, (mm, i) => {
    const soaked = soak.capacityL > 0 ? absorbedL(soak, series.tS[i] as number) : 0
    return sign * shapedVolumeL(tub, mm, spareMm) + sign * soaked
  })
}

/** ∫A dh/s from the port to a level. By parts: V/s plus the slowly varying rest, to second order in h/spare. */
function shapedVolumeL(tub: TubGeometry, mm: number, spareMm: number | null): number {
  if (spareMm === null) return tubVolumeL(tub, mm)
  const steps = 6
  // ∫V·d(1/s) is smooth (V is), so a short trapezium is enough: ∫A/s dh = V/s − ∫V d(1/s).
  let rest = 0
  let before = 1 / shapeAt(0, spareMm)
  let vBefore = tubVolumeL(tub, 0)
  for (let k = 1; k <= steps; k++) {
    const h = (mm * k) / steps
    const v = tubVolumeL(tub, h)
    const inverse = 1 / shapeAt(h, spareMm)
    rest += ((v + vBefore) / 2) * (inverse - before)
    before = inverse
    vBefore = v
  }
  return vBefore * before - rest
}

/** The level that a fitted line gives for a time in s, mm: the inverse of `transform`. */
export function levelFromFit(
  fit: { intercept: number; slope: number },
  tub: TubGeometry,
  spareMm: number | null,
  soak: Absorption,
  sign: number,
): (tS: number) => number {
  const low = sumpBottomMm(tub)
  const high = tub.floorMm + (tub.shape === 'horizontal' ? tub.diameterMm : tub.depthMm)
  return (tS) => {
    const soaked = soak.capacityL > 0 ? absorbedL(soak, tS) : 0
    const target = sign * (fit.intercept + fit.slope * tS) - soaked
    let a = low
    let b = high
    for (let k = 0; k < 40; k++) {
      const middle = (a + b) / 2
      if (shapedVolumeL(tub, middle, spareMm) < target) a = middle
      else b = middle
    }
    return (a + b) / 2
  }
}
