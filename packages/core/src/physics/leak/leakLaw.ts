import { GRAVITY_M_PER_S2 } from '../../units.ts'

/** How a leak's flow depends on the water above it: an orifice as √(h − z₀), a seepage as (h − z₀). */
export const LEAK_LAWS = ['orifice', 'seepage'] as const
export type LeakLaw = (typeof LEAK_LAWS)[number]

/** Exponent n of a law Q = k·(h − z₀)ⁿ. */
export function leakExponent(law: LeakLaw): number {
  return law === 'orifice' ? 0.5 : 1
}

/**
 * Flow of a round hole, L/min: C_d·A·√(2·g·head) (Torricelli; any fluid mechanics text).
 * @param diameterMm - Of the hole. @param headMm - Water above it, mm. @param dischargeCoefficient - Sharp edge about 0.61.
 */
export function orificeFlowLMin(diameterMm: number, headMm: number, dischargeCoefficient = 0.61): number {
  if (headMm <= 0) return 0
  const areaM2 = (Math.PI * (diameterMm / 1000) ** 2) / 4
  return dischargeCoefficient * areaM2 * Math.sqrt(2 * GRAVITY_M_PER_S2 * (headMm / 1000)) * 60_000
}
