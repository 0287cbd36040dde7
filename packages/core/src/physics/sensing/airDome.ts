/** Height of a column of water that presses as much as the atmosphere, mm (101 325 Pa at 998.2 kg/m³). */
const ATMOSPHERE_MM = 10_350

/**
 * Height by which water stands in an air dome of length `domeMm` that is closed at the top, mm.
 * Boyle's law for the trapped air (isothermal): (H_a + h − x)·(L − x) = H_a·L, lengths of water column.
 * @param levelMm - Water level above the mouth of the dome, at least 0. @param domeMm - Volume of the dome ÷ its section, mm.
 * @throws {RangeError} If the dome has no length.
 */
export function domeRiseMm(levelMm: number, domeMm: number): number {
  if (!(domeMm > 0)) throw new RangeError(`air dome: expected a length above 0 mm, got ${domeMm}`)
  if (levelMm <= 0) return 0
  const sum = ATMOSPHERE_MM + levelMm + domeMm
  return (sum - Math.sqrt(sum * sum - 4 * levelMm * domeMm)) / 2
}

/** Level that a pressure sensor on the dome indicates, mm: the water above the mouth less what has risen inside. */
export function indicatedByDomeMm(levelMm: number, domeMm: number): number {
  return Math.max(0, levelMm) - domeRiseMm(levelMm, domeMm)
}
