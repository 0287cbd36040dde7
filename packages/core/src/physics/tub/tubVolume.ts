import { findRoot } from '../../numeric/findRoot.ts'
import { sumpBottomMm, type TubGeometry, tubTopMm } from './tubGeometry.ts'

const MM3_PER_L = 1e6

/** Area of a circle's segment of height `heightMm`, mm²; both arguments in mm, height clamped to the circle. */
export function circleSegmentMm2(diameterMm: number, heightMm: number): number {
  const radius = diameterMm / 2
  const y = Math.min(diameterMm, Math.max(0, heightMm))
  return radius * radius * Math.acos((radius - y) / radius) - (radius - y) * Math.sqrt(y * (diameterMm - y))
}

/**
 * Water in the tub at a level, litres, counted from the bottom of the sump.
 * Horizontal: sump + L·[R² acos((R−y)/R) − (R−y)√(2Ry−y²)]; vertical: sump + frustum; y = level − floor.
 * Below the floor the sump counts as a prism. The share taken by the basket is left out of the cylinder.
 * @param levelMm - Above the level port; clamped to the tub.
 */
export function tubVolumeL(tub: TubGeometry, levelMm: number): number {
  const bottom = sumpBottomMm(tub)
  if (levelMm <= bottom) return 0
  if (levelMm <= tub.floorMm) return (tub.sumpL * (levelMm - bottom)) / (tub.floorMm - bottom)
  const y = Math.min(levelMm, tubTopMm(tub)) - tub.floorMm
  const free = 1 - tub.displacedRatio
  if (tub.shape === 'horizontal')
    return tub.sumpL + (free * tub.depthMm * circleSegmentMm2(tub.diameterMm, y)) / MM3_PER_L
  const slope = 2 * Math.tan((tub.draftDeg * Math.PI) / 180)
  const d0 = tub.diameterMm
  const d1 = d0 + slope * y
  return tub.sumpL + (free * Math.PI * y * (d0 * d0 + d0 * d1 + d1 * d1)) / 12 / MM3_PER_L
}

/**
 * Free water surface at a level, litres per millimetre of level (= m²).
 * @param levelMm - Above the level port; 0 is returned outside the tub.
 */
export function tubAreaLPerMm(tub: TubGeometry, levelMm: number): number {
  const bottom = sumpBottomMm(tub)
  if (levelMm < bottom || levelMm > tubTopMm(tub)) return 0
  if (levelMm <= tub.floorMm) return tub.sumpL / (tub.floorMm - bottom)
  const y = levelMm - tub.floorMm
  const free = (1 - tub.displacedRatio) / MM3_PER_L
  if (tub.shape === 'horizontal') return free * 2 * tub.depthMm * Math.sqrt(y * (tub.diameterMm - y))
  const d = tub.diameterMm + 2 * Math.tan((tub.draftDeg * Math.PI) / 180) * y
  return (free * Math.PI * d * d) / 4
}

/**
 * Level at which the tub holds a volume, mm above the port: the inverse of `tubVolumeL`.
 * @param volumeL - From 0 to the full tub.
 * @throws {RangeError} If more than the tub holds, or below 0.
 */
export function tubLevelMm(tub: TubGeometry, volumeL: number): number {
  const bottom = sumpBottomMm(tub)
  const full = tubVolumeL(tub, tubTopMm(tub))
  if (!(volumeL >= 0 && volumeL <= full * (1 + 1e-12)))
    throw new RangeError(`tub volume: expected 0..${full.toFixed(1)} L, got ${volumeL}`)
  if (volumeL <= tub.sumpL)
    return tub.sumpL === 0 ? bottom : bottom + (volumeL / tub.sumpL) * (tub.floorMm - bottom)
  const root = findRoot((level) => tubVolumeL(tub, level) - volumeL, tub.floorMm, tubTopMm(tub), 1e-9)
  return root.outcome === 'found' ? root.x : tubTopMm(tub)
}
