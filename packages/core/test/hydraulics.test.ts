import { beforeAll, expect, it } from '@jest/globals'
import {
  FlowUnits,
  HeadLossType,
  LinkProperty,
  LinkType,
  NodeProperty,
  NodeType,
  Option,
  Project,
  Workspace,
} from 'epanet-js'
import { seededRandom } from '../src/numeric/random.ts'
import { drainFlowM3S } from '../src/physics/pump/drainFlow.ts'
import type { DrainHose } from '../src/physics/pump/drainPath.ts'
import { hoseLossM } from '../src/physics/pump/drainPath.ts'
import { frictionFactor } from '../src/physics/pump/pipeFriction.ts'
import {
  type PumpCurve,
  parabolicPump,
  pumpAtSpeed,
  pumpThroughThreePoints,
} from '../src/physics/pump/pumpCurve.ts'
import { waterDensityKgM3, waterKinematicViscosityM2S } from '../src/physics/water/waterProperties.ts'
import { lMinFromM3PerS, m3PerSFromLMin } from '../src/units.ts'

/** Kinematic viscosity that the network solver uses at its relative viscosity 1 (1.1e-5 ft²/s). */
const SOLVER_VISCOSITY = 1.02193e-6

// Colebrook 1939 with 3.7/2.51 (Moody 1944); values solved two ways (root and Lambert W).
it.each([
  [4e3, 0, 0.039907],
  [1e4, 0, 0.030883],
  [1e5, 0, 0.0179898],
  [1e6, 0, 0.011645],
  [1e4, 0.001, 0.0323818],
  [1e4, 0.01, 0.0431266],
  [1e5, 1e-4, 0.0185139],
  [1e5, 0.001, 0.0221745],
  [1e6, 0.001, 0.0199435],
  [1e7, 1e-4, 0.0121661],
  [1e8, 0.01, 0.0379043],
])('has the friction of Colebrook at Re %d, roughness %d', (re, rough, f) =>
  expect(Math.abs(frictionFactor(re, rough) / f - 1)).toBeLessThan(1e-5),
)
it('is laminar below Re 2000 (Hagen–Poiseuille)', () =>
  expect(frictionFactor(1000, 0.01)).toBeCloseTo(0.064, 12))
it('has no jump at either end of the transition', () => {
  for (const re of [2000, 4000])
    expect(frictionFactor(re * 1.000001, 0.001)).toBeCloseTo(frictionFactor(re * 0.999999, 0.001), 5)
})
it('refuses a flow without a Reynolds number', () =>
  expect(() => frictionFactor(0, 0)).toThrow('friction factor: expected Re above 0, got 0'))

// Darcy–Weisbach at 20 °C with ν 1.0034e-6 and ρ 998.207, derived by hand.
it.each([
  [10, 10, 1.5, 0.0015, 8.7209],
  [17, 19, 1.8, 0.0015, 1.2468],
  [8, 12.7, 3, 0.0015, 3.7706],
  [30, 22, 2.5, 0.5, 5.1356],
])('loses the right pressure at %d L/min in a bore of %d mm', (lMin, boreMm, lengthM, roughnessMm, kpa) => {
  const hose: DrainHose = { boreMm, lengthM, wall: { kind: 'smooth', roughnessMm }, minorK: 0 }
  const head = hoseLossM(hose, m3PerSFromLMin(lMin), waterKinematicViscosityM2S(20))
  expect(Math.abs((head * waterDensityKgM3(20) * 9.80665) / 1000 / kpa - 1)).toBeLessThan(3e-4)
})

// Operating points of the general water-network solver, version int 20305, as computed with epanet-js 0.9.0.
const lMin = m3PerSFromLMin
const onePoint = (q: number, h: number) => parabolicPump((4 / 3) * h, 2 * lMin(q))
const cases: [string, PumpCurve, DrainHose, number, number, number][] = [
  ['A one point', onePoint(25, 1.2), hose(1.8, 19, 0.0015, 3), 0.8, 22.496505, 0.003],
  [
    'B three points',
    pumpThroughThreePoints(2.4, lMin(20), 1.8, lMin(35), 0.6),
    hose(2.5, 22, 0.5, 2.5),
    1.05,
    24.081728,
    0.003,
  ],
  ['C laminar', onePoint(0.6, 0.5), hose(3, 12, 0.0015, 0), 0.3, 0.878963, 0.003],
  [
    'F five points',
    { kind: 'points', flowM3S: [0, 10, 20, 25, 30].map(lMin), headM: [2, 1.7, 1.2, 0.8, 0.2] },
    hose(2, 20, 0.1, 3),
    0.9,
    19.157675,
    0.003,
  ],
  ['G at speed 0.9', pumpAtSpeed(onePoint(25, 1.2), 0.9), hose(1.8, 19, 0.0015, 3), 0.7, 19.323707, 0.003],
  ['H transitional', onePoint(2.4, 0.3), hose(3, 16, 0.0015, 1), 0.2, 3.133722, 0.01],
]
function hose(lengthM: number, boreMm: number, roughnessMm: number, minorK: number): DrainHose {
  return { boreMm, lengthM, wall: { kind: 'smooth', roughnessMm }, minorK }
}
it.each(cases)('finds the operating point of case %s', (_name, curve, path, liftM, expected, tolerance) => {
  const q = lMinFromM3PerS(drainFlowM3S({ kind: 'pump', curve }, path, liftM, SOLVER_VISCOSITY))
  expect(Math.abs(q / expected - 1)).toBeLessThan(tolerance)
})
it('agrees with the closed form where loss is K·Q² only', () => {
  // H = 1.6 − 0.4 (Q/25)², system 0.8 + 0.001 Q²: Q = 22.08631 L/min.
  const k = 0.001 * 60_000 ** 2
  const area = Math.PI * 0.01 ** 2
  const path: DrainHose = {
    boreMm: 20,
    lengthM: 1,
    wall: { kind: 'corrugated', frictionFactor: 0 },
    minorK: k * 2 * 9.80665 * area ** 2,
  }
  expect(
    lMinFromM3PerS(drainFlowM3S({ kind: 'pump', curve: parabolicPump(1.6, lMin(50)) }, path, 0.8, 1e-6)),
  ).toBeCloseTo(22.08631, 4)
})
it('gives no flow above the shut-off head', () =>
  expect(
    drainFlowM3S({ kind: 'pump', curve: parabolicPump(2.4, lMin(34)) }, hose(2, 19, 0.01, 3), 2.5, 1e-6),
  ).toBe(0))
it('runs by gravity only when the end lies lower than the water', () => {
  const still = { kind: 'gravity' as const, pumpResistanceS2M5: 3.4e6 }
  expect(drainFlowM3S(still, hose(2, 19, 0.01, 3), 0.1, 1e-6)).toBe(0)
  expect(drainFlowM3S(still, hose(2, 19, 0.01, 3), -0.2, 1e-6)).toBeGreaterThan(lMin(5))
})

const ws = new Workspace()
beforeAll(() => ws.loadModule())
/** Reservoir → pump → pipe → reservoir in the network solver, L/min. */
function networkFlow(
  q: number,
  h: number,
  lengthM: number,
  boreMm: number,
  roughnessMm: number,
  minorK: number,
  liftM: number,
): number {
  const model = new Project(ws)
  model.init('r.rpt', 'o.bin', FlowUnits.LPM, HeadLossType.DW)
  model.setOption(Option.Accuracy, 1e-8)
  model.setOption(Option.Trials, 500)
  model.addNode('J', NodeType.Junction)
  model.addNode('R1', NodeType.Reservoir)
  model.addNode('R2', NodeType.Reservoir)
  // Junctions are numbered before reservoirs, so indices are looked up at the end.
  model.setNodeValue(model.getNodeIndex('R2'), NodeProperty.Elevation, liftM)
  model.addCurve('P')
  model.setCurveValue(model.getCurveIndex('P'), 1, q, h)
  const pump = model.addLink('PU', LinkType.Pump, 'R1', 'J')
  model.setHeadCurveIndex(pump, model.getCurveIndex('P'))
  const pipe = model.addLink('PI', LinkType.Pipe, 'J', 'R2')
  model.setPipeData(pipe, lengthM, boreMm, roughnessMm, minorK)
  model.solveH()
  const flow = model.getLinkValue(pipe, LinkProperty.Flow)
  model.close()
  return flow
}
// The solver's friction (Swamee–Jain) leaves Colebrook by up to 2.8 % on very rough pipe, so roughness is that of plastic and rubber here.
it('agrees with the network solver on forty drain hoses nobody chose', () => {
  const random = seededRandom(7)
  const between = (a: number, b: number) => a + (b - a) * random()
  for (let i = 0; i < 40; i++) {
    const [q, h] = [between(15, 35), between(1.2, 2.2)]
    const [length, bore, rough, minor] = [
      between(1.2, 4),
      between(16, 24),
      between(0.0015, 0.05),
      between(1, 8),
    ]
    const lift = between(0.2, 0.9)
    const ours = lMinFromM3PerS(
      drainFlowM3S(
        { kind: 'pump', curve: onePoint(q, h) },
        hose(length, bore, rough, minor),
        lift,
        SOLVER_VISCOSITY,
      ),
    )
    expect(Math.abs(ours / networkFlow(q, h, length, bore, rough, minor, lift) - 1)).toBeLessThan(0.003)
  }
})
