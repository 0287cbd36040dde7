/** Temperature at which copper's resistance would vanish by its straight line, below zero, °C (IEC 60034-1 uses 235; value from memory). */
const COPPER_K = 235

/**
 * Resistance of a copper winding at another temperature, ohm: R₂ = R₁·(235 + T₂)/(235 + T₁) (IEC 60034-1, from memory).
 * @param ohm - Measured, above 0. @param atC - Temperature of the winding when measured, °C. @param toC - Temperature asked for, °C.
 * @throws {RangeError} If a temperature is outside −60..250 °C or the resistance is not above 0.
 * @example windingOhmAt(15, 20, 100) // 19.706
 */
export function windingOhmAt(ohm: number, atC: number, toC: number): number {
  if (!(ohm > 0)) throw new RangeError(`winding: expected a resistance above 0 ohm, got ${ohm}`)
  for (const celsius of [atC, toC])
    if (!(celsius >= -60 && celsius <= 250))
      throw new RangeError(`winding temperature: expected -60..250 °C, got ${celsius}`)
  return (ohm * (COPPER_K + toC)) / (COPPER_K + atC)
}

/** Bands of drain pump windings at room temperature, ohm. Common practice, no published source. */
export const PUMP_WINDING_BANDS = {
  120: { wide: [10, 30], usual: [14, 25] },
  230: { wide: [152, 260], usual: [160, 260] },
} as const
export type SupplyVolts = keyof typeof PUMP_WINDING_BANDS
