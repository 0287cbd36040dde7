/**
 * Darcy friction factor: 64/Re up to Re 2000, Colebrook (1939, as in Moody 1944, constants 3.7 and 2.51) from Re 4000,
 * and a cubic between them that meets both ends in value and in slope of the rough end (so the pump equation keeps one root).
 * @param reynolds - Above 0.
 * @param relativeRoughness - Roughness ÷ bore, 0..0.1.
 * @throws {RangeError} Outside those ranges.
 */
export function frictionFactor(reynolds: number, relativeRoughness: number): number {
  if (!(reynolds > 0)) throw new RangeError(`friction factor: expected Re above 0, got ${reynolds}`)
  if (!(relativeRoughness >= 0 && relativeRoughness <= 0.1))
    throw new RangeError(`friction factor: expected roughness/bore 0..0.1, got ${relativeRoughness}`)
  if (reynolds <= LAMINAR_RE) return 64 / reynolds
  if (reynolds >= TURBULENT_RE) return colebrook(reynolds, relativeRoughness)
  const step = 1
  const f0 = 64 / LAMINAR_RE
  const f1 = colebrook(TURBULENT_RE, relativeRoughness)
  const slope0 = -64 / LAMINAR_RE ** 2
  const slope1 = (colebrook(TURBULENT_RE + step, relativeRoughness) - f1) / step
  const width = TURBULENT_RE - LAMINAR_RE
  const x = (reynolds - LAMINAR_RE) / width
  return (
    f0 * (1 + 2 * x) * (1 - x) ** 2 +
    slope0 * width * x * (1 - x) ** 2 +
    f1 * x * x * (3 - 2 * x) +
    slope1 * width * x * x * (x - 1)
  )
}

const LAMINAR_RE = 2000
const TURBULENT_RE = 4000

function colebrook(reynolds: number, relativeRoughness: number): number {
  // Newton on X = 1/√f from the Haaland start: three steps reach 1e-12.
  let x = -1.8 * Math.log10((relativeRoughness / 3.7) ** 1.11 + 6.9 / reynolds)
  for (let step = 0; step < 8; step++) {
    const inner = relativeRoughness / 3.7 + (2.51 * x) / reynolds
    const g = x + 2 * Math.log10(inner)
    const slope = 1 + (2 / Math.LN10) * (2.51 / reynolds / inner)
    const change = g / slope
    x -= change
    if (Math.abs(change) < 1e-13) break
  }
  return 1 / (x * x)
}
