import { expect, it } from '@jest/globals'
import { drainFlowAtHeightLMin, stallHeightMm } from '../src/machine/standpipe.ts'
import { judgeVoltage } from '../src/physics/electrical/voltage.ts'
import { windingOhmAt } from '../src/physics/electrical/winding.ts'
import { bucketTest } from '../src/physics/supply/bucket.ts'
import { bucketFlowLMin } from '../src/physics/supply/supplyLine.ts'
import { levelFromPressureMm, waterPressureKpa } from '../src/physics/water/hydrostatics.ts'
import { KNOWN_MACHINE, KNOWN_SITE } from './makePlan.ts'

// IEC 60034-1 (235), from memory; recomputed.
it.each([
  [15, 20, 100, 19.70588],
  [15, 20, 60, 17.35294],
  [4, 20, -10, 3.52941],
  [14.2, 32, 20, 13.5618],
])('takes %d ohm at %d °C to %d °C', (ohm, from, to, expected) =>
  expect(windingOhmAt(ohm, from, to)).toBeCloseTo(expected, 3),
)
it('refuses a winding without resistance, and a melting one', () => {
  expect(() => windingOhmAt(0, 20, 60)).toThrow('expected a resistance above 0 ohm, got 0')
  expect(() => windingOhmAt(10, 20, 900)).toThrow('expected -60..250 °C, got 900')
})
// ρ·g·h of 0.3 m of water at 20 °C, 2936.72 Pa; at 60 °C 2892.56 Pa (IAPWS density).
it.each([
  [300, 20, 2.93672],
  [300, 60, 2.89256],
])('weighs %d mm of water at %d °C', (mm, celsius, kpa) => {
  expect(Math.abs(waterPressureKpa(mm, celsius) / kpa - 1)).toBeLessThan(3e-5)
  expect(levelFromPressureMm(waterPressureKpa(mm, celsius), celsius)).toBeCloseTo(mm, 9)
})
// Seeded study of bucket tests: 10 L at 9 L/min 1.6 %, 4 L 2.2 %, 2 L 3.5 %.
it.each([
  [10, 1.6],
  [4, 2.2],
  [2, 3.5],
])('times a %d L bucket at 9 L/min to %d %%', (litres, percent) => {
  const flow = bucketTest(litres, (litres / 9) * 60)
  expect(flow.value).toBeCloseTo(9, 9)
  expect((100 * flow.se) / flow.value).toBeCloseTo(percent, 1)
})
it('refuses an empty bucket and a stopped watch', () => {
  expect(() => bucketTest(0, 10)).toThrow('expected a volume above 0 L, got 0')
  expect(() => bucketTest(10, 0)).toThrow('expected a time above 0 s, got 0')
})
// Clean tap at 300 kPa gives about 23 L/min into a bucket, the hose end about 20 (estimates behind the losses).
it('gives a bucket what a clean tap and hose give', () => {
  expect(bucketFlowLMin(300, 2e12)).toBeCloseTo(23.2, 1)
  expect(bucketFlowLMin(300, 2.75e12)).toBeCloseTo(19.8, 1)
})
it.each([
  [120, 118, 'within'],
  [120, 104, 'low'],
  [230, 256, 'high'],
  [230, 2, 'none'],
] as const)('judges %d V nominal, %d V measured: %s', (nominal, measured, verdict) =>
  expect(judgeVoltage(measured, nominal).verdict).toBe(verdict),
)
it('has no voltage below nothing', () =>
  expect(() => judgeVoltage(-3, 230)).toThrow('expected 0..1000 V, got -3'))
it('pumps less the higher the hose end, and nothing at the stall height', () => {
  const flow = (mm: number) => drainFlowAtHeightLMin(KNOWN_MACHINE, KNOWN_SITE, mm, 60)
  expect(flow(400)).toBeGreaterThan(flow(900))
  expect(flow(900)).toBeGreaterThan(flow(1800))
  const stall = stallHeightMm(KNOWN_MACHINE, KNOWN_SITE, 60)
  expect(stall).toBe(2400 + 60 + 160)
  expect(flow(stall + 1)).toBe(0)
  expect(flow(stall - 5)).toBeGreaterThan(0)
})
