import { clippedNormal, type RandomSource } from '../../numeric/random.ts'
import type { Laundry } from './runPlan.ts'

/** Water that dry laundry takes up: capacity·(1 − e^(−t/τ)). */
export interface Absorption {
  capacityL: number
  tauS: number
}

/** About 2 L/kg with a time constant of 90–300 s. Estimate; the spreads are one standard deviation. */
export const ABSORPTION = { lPerKg: 2, lPerKgSd: 0.35, tauS: 180, tauSdS: 55 } as const

/** What a load of `kg` kilograms is expected to take up; only dry laundry does. */
export function middleAbsorption(laundry: Laundry, kg: number): Absorption {
  return { capacityL: laundry === 'dry' ? ABSORPTION.lPerKg * kg : 0, tauS: ABSORPTION.tauS }
}

/** One way a load of `kg` kilograms could really drink. */
export function drawAbsorption(laundry: Laundry, kg: number, random: RandomSource): Absorption {
  if (laundry !== 'dry' || kg <= 0) return { capacityL: 0, tauS: ABSORPTION.tauS }
  return {
    capacityL: kg * clippedNormal(random, ABSORPTION.lPerKg, ABSORPTION.lPerKgSd, 1, 3),
    tauS: clippedNormal(random, ABSORPTION.tauS, ABSORPTION.tauSdS, 60, 360),
  }
}

/** Litres soaked up after `elapsedS` seconds. */
export function absorbedL(absorption: Absorption, elapsedS: number): number {
  return absorption.capacityL * (1 - Math.exp(-Math.max(0, elapsedS) / absorption.tauS))
}
