/** Nominal supplies and the range in which they should be found at the outlet, V. Sources from memory. */
export const SUPPLY_BANDS = {
  120: { lo: 110, hi: 127, source: 'ANSI C84.1 utilisation range, from memory' },
  230: { lo: 207, hi: 253, source: 'IEC 60038, ±10 %, from memory' },
} as const

export interface VoltageReading {
  /** Measured above nominal, percent. */
  offPercent: number
  loV: number
  hiV: number
  verdict: 'low' | 'within' | 'high' | 'none'
}

/**
 * A measured supply voltage against its nominal one. Below 10 V the outlet counts as dead.
 * @throws {RangeError} If the reading is not 0..1000 V.
 */
export function judgeVoltage(measuredV: number, nominalV: keyof typeof SUPPLY_BANDS): VoltageReading {
  if (!(measuredV >= 0 && measuredV <= 1000))
    throw new RangeError(`voltage: expected 0..1000 V, got ${measuredV}`)
  const { lo, hi } = SUPPLY_BANDS[nominalV]
  return {
    offPercent: (100 * (measuredV - nominalV)) / nominalV,
    loV: lo,
    hiV: hi,
    verdict: measuredV < 10 ? 'none' : measuredV < lo ? 'low' : measuredV > hi ? 'high' : 'within',
  }
}
