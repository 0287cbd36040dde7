import { GRAVITY_M_PER_S2 } from '../../units.ts'
import { waterDensityKgM3 } from './waterProperties.ts'

/**
 * Pressure under a column of water, kPa: ρ·g·h.
 * @param levelMm - Height of water. @param celsius - Its temperature, 0..95 °C.
 */
export function waterPressureKpa(levelMm: number, celsius: number): number {
  return (waterDensityKgM3(celsius) * GRAVITY_M_PER_S2 * levelMm) / 1e6
}

/** Height of water that makes a pressure, mm: the inverse of `waterPressureKpa`. */
export function levelFromPressureMm(kpa: number, celsius: number): number {
  return (kpa * 1e6) / (waterDensityKgM3(celsius) * GRAVITY_M_PER_S2)
}
