/**
 * Every unit conversion of the product, written once.
 * Factors: NIST SP 811 (2008), App. B.8, values from memory, recomputed from the exact definitions.
 */

/** Standard gravity, m/s² (exact by definition, CGPM 1901). */
export const GRAVITY_M_PER_S2 = 9.80665

const LB_KG = 0.45359237
const INCH_M = 0.0254
/** One pound-force per square inch in pascal: lb·g/in². */
const PSI_PA = (LB_KG * GRAVITY_M_PER_S2) / (INCH_M * INCH_M)
/** One US liquid gallon in litres: 231 in³, exact. */
const US_GALLON_L = 231 * (INCH_M * 10) ** 3

export const kpaFromPsi = (psi: number): number => (psi * PSI_PA) / 1000
export const psiFromKpa = (kpa: number): number => (kpa * 1000) / PSI_PA
export const litresFromUsGallons = (gallons: number): number => gallons * US_GALLON_L
export const usGallonsFromLitres = (litres: number): number => litres / US_GALLON_L
export const mmFromInches = (inches: number): number => inches * INCH_M * 1000
export const inchesFromMm = (mm: number): number => mm / (INCH_M * 1000)
export const metresFromFeet = (feet: number): number => feet * 12 * INCH_M
export const feetFromMetres = (metres: number): number => metres / (12 * INCH_M)
export const celsiusFromFahrenheit = (fahrenheit: number): number => (fahrenheit - 32) / 1.8
export const fahrenheitFromCelsius = (celsius: number): number => celsius * 1.8 + 32
export const m3PerSFromLMin = (lMin: number): number => lMin / 60_000
export const lMinFromM3PerS = (m3PerS: number): number => m3PerS * 60_000

/** Conventional inch of water (1000 kg/m³, standard gravity), in pascal. */
const INCH_WATER_PA = INCH_M * 1000 * GRAVITY_M_PER_S2
export const kpaFromInchesWater = (inches: number): number => (inches * INCH_WATER_PA) / 1000
export const inchesWaterFromKpa = (kpa: number): number => (kpa * 1000) / INCH_WATER_PA
