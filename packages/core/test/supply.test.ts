import { expect, it } from '@jest/globals'
import { CLEAN_SUPPLY_K, supplyFlowLMin, valveFlowLMin } from '../src/physics/supply/supplyLine.ts'

const valve = { ratedLMin: 9, regulatingKpa: 120 }
const flowAt = (staticKpa: number, screenTimes = 1) =>
  supplyFlowLMin({ staticKpa, ...CLEAN_SUPPLY_K, screenK: CLEAN_SUPPLY_K.screenK * screenTimes }, valve)

it('balances supply and valve: what the line loses plus what the valve keeps is the static pressure', () => {
  const q = flowAt(250)
  const series = CLEAN_SUPPLY_K.tapK + CLEAN_SUPPLY_K.hoseK + CLEAN_SUPPLY_K.screenK
  const inletKpa = 250 - (series * (q / 60_000) ** 2) / 1000
  expect(valveFlowLMin(valve, inletKpa)).toBeCloseTo(q, 6)
})
it('stays near its rating from 150 to 600 kPa and falls as the root below', () => {
  expect(flowAt(600) / flowAt(180)).toBeLessThan(1.06)
  expect(valveFlowLMin(valve, 30) / valveFlowLMin(valve, 120)).toBeCloseTo(0.5, 12)
})
// Common practice and estimate, no published source: a screen must clog about 14×, 41×, 98× before 10 % of the flow is gone.
it.each([
  [150, 14],
  [300, 41],
  [500, 98],
])('hides a clogging screen at %d kPa until about %d times its clean loss', (kpa, times) => {
  let k = 1
  while (flowAt(kpa, k) > 0.9 * flowAt(kpa)) k *= 1.02
  expect(k / times).toBeGreaterThan(0.5)
  expect(k / times).toBeLessThan(2)
})
it('never gains from more resistance', () => {
  for (let times = 1; times < 1e5; times *= 3)
    expect(flowAt(300, times * 3)).toBeLessThanOrEqual(flowAt(300, times))
})
it('gives nothing without pressure and refuses a negative one', () => {
  expect(flowAt(0)).toBe(0)
  expect(() => flowAt(-1)).toThrow('supply pressure: expected at least 0 kPa, got -1')
})
