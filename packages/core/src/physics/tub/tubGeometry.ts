import { asText, type FigureKind, figureOf, rangeOf } from '../../message.ts'

/**
 * The inside of a tub as a tape can measure it. Heights are above the level port (the place where the machine senses level).
 *
 * vertical:   a cylinder standing on a sump; walls may open slightly upwards (draft)
 * horizontal: a cylinder lying above a sump
 */
export interface TubGeometry {
  shape: 'vertical' | 'horizontal'
  /** Inner diameter; of a drafted vertical tub, at its floor. */
  diameterMm: number
  /** Axial length of a horizontal drum, wall height of a vertical one. */
  depthMm: number
  /** Water the sump holds up to the lowest drum wall. */
  sumpL: number
  /** Lowest drum wall above the level port. */
  floorMm: number
  /** Share of the cylinder taken by basket, ribs and agitator, 0..0.3. */
  displacedRatio: number
  /** Opening angle of a vertical tub's wall against the vertical. */
  draftDeg: number
}

/** How far a sump reaches below the level port. Estimate; it only matters for the first litre. */
export const SUMP_BELOW_PORT_MM = 20

/** Basket and ribs take 1–5 % of the section: middle and standard deviation of that range. Estimate. */
export const DISPLACED_RATIO = { mid: 0.03, sd: 0.0115 } as const
/** Walls of vertical tubs open by 0–0.8°: middle and standard deviation. Estimate. */
export const DRAFT_DEG = { mid: 0.4, sd: 0.23 } as const

/** The level of the lowest point of the sump, mm above the port (negative). */
export function sumpBottomMm(tub: TubGeometry): number {
  return Math.min(0, tub.floorMm) - SUMP_BELOW_PORT_MM
}

/** The highest level that still lies inside the tub, mm above the port. */
export function tubTopMm(tub: TubGeometry): number {
  return tub.floorMm + (tub.shape === 'horizontal' ? tub.diameterMm : tub.depthMm)
}

const LIMITS = {
  diameterMm: [200, 1200],
  depthMm: [100, 1500],
  sumpL: [0, 20],
  floorMm: [-200, 300],
  displacedRatio: [0, 0.3],
  draftDeg: [0, 5],
} as const

const KIND: Readonly<Record<keyof typeof LIMITS, FigureKind | null>> = {
  diameterMm: 'height',
  depthMm: 'height',
  sumpL: 'volume',
  floorMm: 'level',
  displacedRatio: null,
  draftDeg: null,
}

/** What is impossible about a tub, each with its field, as a text that carries a message; empty when it can exist. */
export function tubProblems(tub: TubGeometry): { field: keyof typeof LIMITS; problem: string }[] {
  return (Object.keys(LIMITS) as (keyof typeof LIMITS)[]).flatMap((field) => {
    const [lo, hi] = LIMITS[field]
    const value = tub[field]
    const kind = KIND[field]
    return value >= lo && value <= hi
      ? []
      : [
          {
            field,
            problem: asText('expected.range', {
              range: kind === null ? { lo, hi } : rangeOf(kind, lo, hi),
              got: kind === null ? String(value) : figureOf(kind, value),
            }),
          },
        ]
  })
}
