import type { TubGeometry } from '../tub/tubGeometry.ts'
import { tubAreaLPerMm } from '../tub/tubVolume.ts'

export type DrainCurve =
  | { outcome: 'drains'; levelMm: Float64Array; timeS: Float64Array }
  | { outcome: 'stalls'; atLevelMm: number; levelMm: Float64Array; timeS: Float64Array }

/** Three-point Gauss–Legendre on [0, 1]. */
const NODES = [0.5 - Math.sqrt(0.15), 0.5, 0.5 + Math.sqrt(0.15)] as const
const WEIGHTS = [5 / 18, 8 / 18, 5 / 18] as const

/**
 * Time at which a draining tub passes each level: the solution of dV/dt = −Q(h), by quadrature of dt = A·dh/Q.
 * (The equation is separable, so integrating over level needs no step control and cannot overshoot the port.)
 * @param levelsMm - Falling, from the start level to the level where air is drawn, at least two.
 * @param flowLMin - Outflow at a level in mm, L/min.
 * @returns 'drains', or 'stalls' with the level below which nothing flows and the part of the curve before it.
 * @throws {RangeError} If the levels do not fall.
 */
export function drainCurve(
  tub: TubGeometry,
  levelsMm: ArrayLike<number>,
  flowLMin: (levelMm: number) => number,
): DrainCurve {
  const count = levelsMm.length
  const levels = Float64Array.from(levelsMm)
  const timeS = new Float64Array(count)
  for (let i = 1; i < count; i++) {
    const top = levels[i - 1] ?? Number.NaN
    const bottom = levels[i] ?? Number.NaN
    if (!(bottom < top)) throw new RangeError(`drain levels: expected below ${top} mm, got ${bottom}`)
    // Split at the floor, where the section jumps from sump to drum.
    const split = tub.floorMm < top && tub.floorMm > bottom ? tub.floorMm : bottom
    let litresPerFlow = cell(tub, top, split, flowLMin)
    if (split > bottom) litresPerFlow += cell(tub, split, bottom, flowLMin)
    if (!Number.isFinite(litresPerFlow))
      return { outcome: 'stalls', atLevelMm: top, levelMm: levels.slice(0, i), timeS: timeS.slice(0, i) }
    timeS[i] = (timeS[i - 1] ?? Number.NaN) + litresPerFlow * 60
  }
  return { outcome: 'drains', levelMm: levels, timeS }
}

function cell(
  tub: TubGeometry,
  topMm: number,
  bottomMm: number,
  flowLMin: (levelMm: number) => number,
): number {
  let minutes = 0
  const height = topMm - bottomMm
  for (let k = 0; k < 3; k++) {
    // x² concentrates nodes at the bottom, where a drum's section begins as √y.
    const x = NODES[k] ?? Number.NaN
    const level = bottomMm + height * x * x
    const flow = flowLMin(level)
    if (!(flow > 0)) return Number.POSITIVE_INFINITY
    minutes += ((WEIGHTS[k] ?? Number.NaN) * 2 * x * height * tubAreaLPerMm(tub, level)) / flow
  }
  return minutes
}
