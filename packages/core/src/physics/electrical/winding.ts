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
  230: { wide: [152, 273], usual: [160, 260] },
} as const
export type SupplyVolts = keyof typeof PUMP_WINDING_BANDS

/** Bands of inlet valve coils, ohm, when no tech sheet says more. Estimates from memory, no published source. */
export const VALVE_COIL_BANDS = { 120: [400, 1600], 230: [2500, 5000] } as const
/** Below this a winding is shorted, whatever its band, ohm. Common practice, no published source: "near zero". */
const SHORT_OHM = 1

export interface OhmReading {
  verdict: 'open' | 'short' | 'low' | 'within' | 'high'
  /** As it would read at 20 °C, ohm; null = open. */
  at20Ohm: number | null
  band: { lo: number; hi: number; from: 'tech-sheet' | 'common-practice' | 'estimate' }
}

/**
 * A winding's resistance against the band of its part: the tech sheet's where it is known, else the one of its supply voltage.
 * @param ohm - Measured, or 'open'. @param tempC - Temperature of the winding when measured, °C; null = as the room, 20 °C.
 * @param techSheetOhm - [lowest, highest] of the tech sheet at room temperature, ohm.
 * @throws {RangeError} If the reading is negative, or the temperature is outside −60..250 °C.
 */
export function judgeOhms(
  part: 'pump' | 'valve',
  ohm: number | 'open',
  tempC: number | null,
  volts: SupplyVolts,
  techSheetOhm: readonly [number, number] | null,
): OhmReading {
  const usual = part === 'pump' ? PUMP_WINDING_BANDS[volts].wide : VALVE_COIL_BANDS[volts]
  const [lo, hi] = techSheetOhm ?? usual
  const from = techSheetOhm ? 'tech-sheet' : part === 'pump' ? 'common-practice' : 'estimate'
  const band = { lo, hi, from } as const
  if (ohm === 'open') return { verdict: 'open', at20Ohm: null, band }
  if (!(ohm >= 0)) throw new RangeError(`winding: expected at least 0 ohm, got ${ohm}`)
  const at20Ohm = ohm > 0 ? windingOhmAt(ohm, tempC ?? 20, 20) : 0
  const short = at20Ohm < Math.min(SHORT_OHM, lo / 2)
  return {
    verdict: short ? 'short' : at20Ohm < lo ? 'low' : at20Ohm > hi ? 'high' : 'within',
    at20Ohm,
    band,
  }
}
