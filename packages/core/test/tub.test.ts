import { expect, it } from '@jest/globals'
import fc from 'fast-check'
import { type TubGeometry, tubProblems, tubTopMm } from '../src/physics/tub/tubGeometry.ts'
import { circleSegmentMm2, tubAreaLPerMm, tubLevelMm, tubVolumeL } from '../src/physics/tub/tubVolume.ts'
import { carried } from './carried.ts'

const drum = (diameterMm: number, depthMm: number): TubGeometry => ({
  shape: 'horizontal',
  diameterMm,
  depthMm,
  sumpL: 0,
  floorMm: 0,
  displacedRatio: 0,
  draftDeg: 0,
})

// Segment fractions and volumes: any engineering handbook, from memory, recomputed.
it.each([
  [0.05, 0.018693],
  [0.1, 0.052044],
  [0.2, 0.1423785],
  [0.25, 0.1955011],
  [0.3, 0.2523158],
  [0.4, 0.37353],
  [0.5, 0.5],
  [0.75, 0.8044989],
  [0.9, 0.947956],
  [0.95, 0.981307],
])('fills %d of the height with %d of the circle', (height, share) =>
  expect(circleSegmentMm2(1000, height * 1000) / (Math.PI * 500 ** 2)).toBeCloseTo(share, 6),
)
it.each([
  [500, 300, 100, 8.386785],
  [1000, 3000, 250, 460.63864],
  [2000, 5000, 1500, 12637.039],
])('puts the right litres into a lying drum of %d × %d mm filled %d mm high', (d, l, h, litres) =>
  expect(Math.abs(tubVolumeL(drum(d, l), h) / litres - 1)).toBeLessThan(1e-7),
)
it('is a frustum above the floor of a drafted vertical tub', () => {
  const tub: TubGeometry = { ...drum(500, 400), shape: 'vertical', sumpL: 1, draftDeg: 0.8 }
  const top = 500 + 2 * 300 * Math.tan((0.8 * Math.PI) / 180)
  const frustum = (Math.PI * 300 * (500 ** 2 + 500 * top + top ** 2)) / 12 / 1e6
  expect(tubVolumeL(tub, 300)).toBeCloseTo(1 + frustum, 9)
})

const anyTub = fc.record({
  shape: fc.constantFrom('vertical' as const, 'horizontal' as const),
  diameterMm: fc.double({ min: 300, max: 700, noNaN: true }),
  depthMm: fc.double({ min: 250, max: 600, noNaN: true }),
  sumpL: fc.double({ min: 0.2, max: 3, noNaN: true }),
  floorMm: fc.double({ min: -40, max: 60, noNaN: true }),
  displacedRatio: fc.double({ min: 0, max: 0.08, noNaN: true }),
  draftDeg: fc.double({ min: 0, max: 1, noNaN: true }),
})
const share = fc.double({ min: 0.001, max: 0.999, noNaN: true })
it('comes back from level to volume to level in any tub', () =>
  fc.assert(
    fc.property(anyTub, share, (tub, at) => {
      const bottom = Math.min(0, tub.floorMm) - 20
      const level = bottom + at * (tubTopMm(tub) - bottom)
      expect(tubLevelMm(tub, tubVolumeL(tub, level))).toBeCloseTo(level, 4)
    }),
    { seed: 1, numRuns: 300 },
  ))
it('has the area that its volume grows by', () =>
  fc.assert(
    fc.property(anyTub, share, (tub, at) => {
      const level = tub.floorMm + 1 + at * (tubTopMm(tub) - tub.floorMm - 2)
      const slope = (tubVolumeL(tub, level + 0.01) - tubVolumeL(tub, level - 0.01)) / 0.02
      expect(Math.abs(tubAreaLPerMm(tub, level) / slope - 1)).toBeLessThan(1e-3)
    }),
    { seed: 2, numRuns: 300 },
  ))
it('refuses more water than the tub holds, with both figures', () =>
  expect(() => tubLevelMm(drum(500, 300), 99)).toThrow('tub volume: expected 0..58.9 L, got 99'))
it('names what is impossible about a tub', () =>
  expect(
    tubProblems({ ...drum(90, 300), sumpL: -1 }).map(({ field, problem }) => [field, carried(problem)]),
  ).toEqual([
    ['diameterMm', 'expected.range 200..1200, 90'],
    ['sumpL', 'expected.range 0..20, -1'],
  ]))
