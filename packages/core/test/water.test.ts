import { expect, it } from '@jest/globals'
import {
  waterDensityKgM3,
  waterKinematicViscosityM2S,
  waterViscosityPaS,
} from '../src/physics/water/waterProperties.ts'

// Density IAPWS R6-95, viscosity R12-08 (= ISO/TR 3666 at 20 °C), from memory, verified with two IAPWS implementations.
it.each([
  [0.01, 999.844, 1.7911, 1.7914],
  [5, 999.967, 1.5182, 1.5182],
  [10, 999.7025, 1.3059, 1.3063],
  [15, 999.1026, 1.1376, 1.1386],
  [20, 998.207, 1.0016, 1.0034],
  [30, 995.649, 0.79722, 0.80071],
  [40, 992.216, 0.65273, 0.65785],
  [60, 983.196, 0.46604, 0.474],
  [80, 971.79, 0.35405, 0.36433],
  [95, 961.888, 0.29709, 0.30886],
])('knows water at %d °C', (tempC, densityKgM3, viscosityMPaS, kinematicMm2S) => {
  expect(Math.abs(waterDensityKgM3(tempC) - densityKgM3)).toBeLessThan(0.02)
  expect(Math.abs((waterViscosityPaS(tempC) * 1000) / viscosityMPaS - 1)).toBeLessThan(5e-4)
  expect(Math.abs((waterKinematicViscosityM2S(tempC) * 1e6) / kinematicMm2S - 1)).toBeLessThan(5e-4)
})
it('names a temperature that is no liquid water', () =>
  expect(() => waterDensityKgM3(120)).toThrow('water temperature: expected 0..100 °C, got 120'))
