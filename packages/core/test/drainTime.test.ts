import { describe, expect, it } from '@jest/globals'
import { Solver } from 'odex'
import { drainFlowM3S } from '../src/physics/pump/drainFlow.ts'
import type { DrainHose } from '../src/physics/pump/drainPath.ts'
import { drainCurve } from '../src/physics/pump/drainTime.ts'
import type { TubGeometry } from '../src/physics/tub/tubGeometry.ts'
import { tubAreaLPerMm } from '../src/physics/tub/tubVolume.ts'
import { area, integrate, levelOn, type TrueTub } from './study/trueTub.ts'

const g = 9.80665
const tub = (shape: TubGeometry['shape'], diameterMm: number, depthMm: number): TubGeometry => ({
  shape,
  diameterMm,
  depthMm,
  sumpL: 0,
  floorMm: 0,
  displacedRatio: 0,
  draftDeg: 0,
})
/** Torricelli outflow of a hole, L/min at a level in mm. */
const hole = (diameterMm: number, cd: number) => (mm: number) =>
  cd * ((Math.PI * (diameterMm / 1000) ** 2) / 4) * Math.sqrt((2 * g * Math.max(0, mm)) / 1000) * 60_000
const grid = (from: number, to: number, cells: number) =>
  Array.from({ length: cells + 1 }, (_, i) => from + ((to - from) * i) / cells)
function endS(t: TubGeometry, from: number, to: number, flow: (mm: number) => number): number {
  const curve = drainCurve(t, grid(from, to, 40), flow)
  expect(curve.outcome).toBe('drains')
  return curve.timeS[40] as number
}

// Closed forms: vertical cylinder (D/d)²√(2/g)(√h₁−√h₂)/Cd; horizontal 4L/(3 Cd a √2g)[(D−h₂)^1.5−(D−h₁)^1.5].
it.each([
  ['vertical 0.5 m, 20 mm hole, 400 → 100 mm', tub('vertical', 500, 600), 400, 100, hole(20, 0.61), 146.3204],
  ['vertical 0.5 m, 20 mm hole, 400 → 0 mm', tub('vertical', 500, 600), 400, 0, hole(20, 0.61), 292.6408],
  ['vertical 1 m, 50 mm hole, 1500 → 0 mm', tub('vertical', 1000, 2000), 1500, 0, hole(50, 0.61), 362.6857],
  [
    'horizontal 1 × 2 m, 50 mm hole, half → empty',
    tub('horizontal', 1000, 2000),
    500,
    0,
    hole(50, 0.6),
    330.4037,
  ],
  [
    'drum 0.5 × 0.35 m, 20 mm hole, 250 → 0 mm',
    tub('horizontal', 500, 350),
    250,
    0,
    hole(20, 0.61),
    125.6723,
  ],
])('empties a %s in the closed form’s time', (_name, t, from, to, flow, seconds) =>
  expect(Math.abs(endS(t, from, to, flow) / seconds - 1)).toBeLessThan(1e-3),
)

// Draining tank D 0.5 m, d 20 mm, Cd 0.61 from 0.4 m: levels after 30, 60, 120 and 150 s, by closed form and three ODE solvers.
it.each([
  [30, 322.1918995],
  [60, 252.7912204],
  [120, 139.2121268],
  [150, 95.0337122],
])('passes after %d s the level of the reference', (seconds, mm) =>
  expect(endS(tub('vertical', 500, 600), 400, mm, hole(20, 0.61))).toBeCloseTo(seconds, 3),
)
it('runs down by its own weight in the time of the closed form', () => {
  // Vertical tub, still pump, hose end 200 mm below the port: Q = √((h − z)/(K + K_imp)), t = 2A√(K + K_imp)(√(h₁ − z) − √(h₂ − z)).
  const boreM = 0.02
  const section = (Math.PI * boreM ** 2) / 4
  const k = 8 / (2 * g * section ** 2)
  const hose: DrainHose = {
    boreMm: 20,
    lengthM: 2,
    wall: { kind: 'corrugated', frictionFactor: 0.05 },
    minorK: 3,
  }
  const still = { kind: 'gravity' as const, pumpResistanceS2M5: 0.6 * k }
  const flow = (mm: number) => 60_000 * drainFlowM3S(still, hose, -0.2 - mm / 1000, 1e-6)
  const area = (Math.PI * 0.5 ** 2) / 4
  const seconds = 2 * area * Math.sqrt(1.6 * k) * (Math.sqrt(0.5) - Math.sqrt(0.21))
  expect(Math.abs(endS(tub('vertical', 500, 600), 300, 10, flow) / seconds - 1)).toBeLessThan(1e-3)
})
it('agrees with a published ODE solver on a drum with sump and pump', () => {
  const drum: TubGeometry = { ...tub('horizontal', 540, 420), sumpL: 1.5, floorMm: 25, displacedRatio: 0.03 }
  const flow = (mm: number) => 60_000 * Math.sqrt((2.4 + mm / 1000 - 0.74) / 15.2e6)
  const solver = new Solver(1)
  solver.absoluteTolerance = 1e-10
  solver.relativeTolerance = 1e-9
  // Volume is the smooth state; its level is found by the drum's own area, stepping in level.
  const ours = drainCurve(drum, grid(120, 30, 40), flow)
  expect(ours.outcome).toBe('drains')
  const reference = solver.solve(
    (_mm, _t) => [tubAreaLPerMm(drum, 120 - _mm) / (flow(120 - _mm) / 60)],
    0,
    [0],
    90,
  )
  expect(Math.abs((ours.timeS[40] as number) / (reference.y[0] as number) - 1)).toBeLessThan(1e-6)
  const stepped = new Solver(1)
  stepped.absoluteTolerance = 1e-9
  stepped.relativeTolerance = 1e-9
  const level = stepped.solve(
    (_s, [mm]) => [-flow(mm as number) / 60 / tubAreaLPerMm(drum, mm as number)],
    0,
    [120],
    ours.timeS[40] as number,
  )
  expect(level.y[0]).toBeCloseTo(30, 3)
})
it('says at which level a pump that cannot lift comes to a stand', () => {
  const stalled = drainCurve(tub('vertical', 500, 600), grid(300, 5, 59), (mm) => (mm > 150 ? 10 : 0))
  expect(stalled.outcome).toBe('stalls')
  if (stalled.outcome === 'stalls') expect(stalled.atLevelMm).toBeCloseTo(150, 0)
})
it('names levels that do not fall', () =>
  expect(() => drainCurve(tub('vertical', 500, 600), [100, 120], () => 10)).toThrow(
    'drain levels: expected below 100 mm, got 120',
  ))
describe('the simulator of the studies', () => {
  const emptying = (tub: TrueTub, fromM: number, q: (h: number) => number, untilS: number) =>
    integrate(tub, fromM, q, (_, t) => t >= untilS)
  it('passes the levels of the reference', () => {
    const tank: TrueTub = {
      family: 'top',
      d: 0.5,
      l: 0.45,
      sumpM3: 0.001,
      floor: 0,
      displaced: 0,
      draft: 0,
      sumpBottom: -0.02,
    }
    const q = (h: number) => -hole(20, 0.61)(h * 1000) / 60_000
    const track = emptying(tank, 0.4, q, 150)
    for (const [seconds, mm] of [
      [30, 322.1918995],
      [60, 252.7912204],
      [120, 139.2121268],
      [150, 95.0337122],
    ] as const)
      expect(levelOn(track, seconds) * 1000).toBeCloseTo(mm, 5)
  })
  it('agrees with a published ODE solver down a drum, past its floor and to where the stream stops', () => {
    const drum: TrueTub = {
      family: 'front',
      d: 0.54,
      l: 0.42,
      sumpM3: 0.0015,
      floor: 0.025,
      displaced: 0.03,
      draft: 0,
      sumpBottom: -0.02,
    }
    const q = (h: number) => -Math.sqrt(Math.max(0, 0.75 + h - 0.76) / 15.2e6)
    const track = emptying(drum, 0.12, q, 900)
    const solver = new Solver(1)
    solver.absoluteTolerance = 1e-10
    solver.relativeTolerance = 1e-9
    let h = 0.12
    for (let t = 0; t < 900; t += 0.25) {
      const step = solver.solve((_s, [m]) => [q(m as number) / area(drum, m as number)], t, [h], t + 0.25)
      h = step.y[0] as number
      if (t % 60 === 59.75) expect(Math.abs(levelOn(track, t + 0.25) - h)).toBeLessThan(1e-6)
    }
    expect(h).toBeLessThan(0.0101)
  })
})
