import { describe, expect, it } from '@jest/globals'
import { drawTub, healthyDraw } from '../src/machine/healthyDraws.ts'
import { tapedTub } from '../src/machine/machineSpec.ts'
import { cleanPathK, pumpMiddle } from '../src/machine/uncertainty.ts'
import { estimateFlow } from '../src/measure/estimate/estimateFlow.ts'
import { straightenClock } from '../src/measure/readings/clock.ts'
import type { Readings } from '../src/measure/readings/readings.ts'
import { correlationFactor } from '../src/numeric/correlation.ts'
import { seededRandom, standardNormal } from '../src/numeric/random.ts'
import { tubLevelMm, tubVolumeL } from '../src/physics/tub/tubVolume.ts'
import { waysOut } from '../src/state/waterInside.ts'
import { KNOWN_MACHINE, KNOWN_SITE, makePlan } from './makePlan.ts'

const spread = (values: readonly number[]) => {
  const mean = values.reduce((sum, v) => sum + v, 0) / values.length
  return Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / (values.length - 1))
}

describe('noise that is shared between readings', () => {
  /** Noise of which each value keeps a share ρ of the one before, of standard deviation 1. */
  const shared = (count: number, rho: number, seed: number) => {
    const random = seededRandom(seed)
    const own = Math.sqrt(1 - rho * rho)
    let last = standardNormal(random)
    return Float64Array.from({ length: count }, () => {
      last = rho * last + own * standardNormal(random)
      return last
    })
  }
  it.each([0, 0.3, 0.6, 0.8])(
    'widens an error as the means of many such series really spread, ρ = %s',
    (rho) => {
      const n = 400
      const series = Array.from({ length: 500 }, (_, i) => shared(n, rho, 100 + i))
      const means = series.map((values) => values.reduce((sum, v) => sum + v, 0) / n)
      const told = series.reduce((sum, values) => sum + correlationFactor(values, 1), 0) / series.length
      // Were all independent, the mean of n would spread by 1/√n.
      expect(told / (spread(means) * Math.sqrt(n))).toBeGreaterThan(0.9)
      expect(told / (spread(means) * Math.sqrt(n))).toBeLessThan(1.12)
    },
  )
  it('is not guessed from a few readings by hand', () =>
    expect(correlationFactor(shared(12, 0.8, 1), 1)).toBe(1))
})

describe('the size of the tub', () => {
  it.each(['drain', 'fill'] as const)(
    'makes a %s as uncertain as many tubs that a tape could have read so',
    (kind) => {
      const plan = makePlan(kind)
      const random = seededRandom(5)
      const [from, to] = kind === 'fill' ? [30, 120] : [120, 30]
      const tS = Float64Array.from({ length: 40 }, (_, i) => i * 3)
      let toldSe = 0
      const flows = Array.from({ length: 300 }, () => {
        // The water moves at one flow in a tub that is not quite the taped one; only its levels are seen.
        const real = drawTub(plan.machine, random, healthyDraw(plan.machine, plan.site))
        const [a, b] = [tubVolumeL(real, from), tubVolumeL(real, to)]
        const mm = tS.map((s) => tubLevelMm(real, a + ((b - a) * s) / 117))
        const flow = estimateFlow(plan, { tS, mm }, 'stream', 0, 117, false, false)
        if (flow.outcome !== 'estimated') throw new Error('not estimated')
        toldSe = flow.geometrySe / flow.flowLMin
        return (flow.flowLMin * 117) / 60 / Math.abs(b - a)
      })
      const really = spread(flows)
      expect(toldSe / really).toBeGreaterThan(0.9)
      expect(toldSe / really).toBeLessThan(1.3)
    },
  )
})

describe('a clock that was set during a run', () => {
  const falling = (count: number, at: (i: number) => number): Readings => ({
    tS: Float64Array.from({ length: count }, (_, i) => at(i)),
    levelMm: Float64Array.from({ length: count }, (_, i) => 200 - 1.5 * i),
    rulerMm: new Float64Array(count).fill(Number.NaN),
    flowLMin: new Float64Array(count).fill(Number.NaN),
  })
  it.each([
    ['an hour back', -3600],
    ['ten minutes ahead', 600],
  ])('is taken out: %s', (_what, byS) => {
    const { readings, notes } = straightenClock(falling(60, (i) => i + (i >= 30 ? byS : 0)))
    expect(notes.map(({ id }) => id)).toEqual(['note.clock-jump'])
    for (const [i, s] of readings.tS.entries()) expect(s).toBeCloseTo(i, 6)
  })
  it('is told from a stream that paused while the water went on', () => {
    const paused = falling(60, (i) => i + (i >= 30 ? 40 : 0))
    for (let i = 30; i < 60; i++) paused.levelMm[i] = 200 - 1.5 * (i + 40)
    const { readings, notes } = straightenClock(paused)
    expect(notes).toEqual([])
    expect(readings.tS).toEqual(paused.tS)
  })
  it('is told from one reading that came late, and from a list written newest first', () => {
    const late = falling(60, (i) => (i === 31 ? 4 : i))
    expect(straightenClock(late).notes).toEqual([])
    expect(straightenClock(falling(60, (i) => 60 - i)).notes).toEqual([])
  })
})

it('says how long the machine’s own pump takes as its curve and its hose give step by step', () => {
  const [machine, site] = [KNOWN_MACHINE, KNOWN_SITE]
  const tub = tapedTub(machine)
  const levelMm = 120
  const way = waysOut(machine, site, { kind: 'level', levelMm }, 60, 10).find(({ id }) => id === 'pump-out')
  const pump = pumpMiddle(machine)
  const toM3S = 1 / 60_000
  const b = pump.shutoffHeadM / (pump.freeFlowLMin * toM3S) ** 2
  let volumeL = tubVolumeL(tub, levelMm)
  let seconds = 0
  while (volumeL > 0.05 && seconds < 3600) {
    const headM = pump.shutoffHeadM + tubLevelMm(tub, volumeL) / 1000 - (900 - 160) / 1000
    volumeL -= (Math.sqrt(headM / (b + cleanPathK(machine, site))) / toM3S / 60) * 0.1
    seconds += 0.1
  }
  // With a minute to lay it out.
  expect((way?.minutes ?? 0) - 1).toBeGreaterThan((0.8 * seconds) / 60)
  expect((way?.minutes ?? 0) - 1).toBeLessThan((1.1 * seconds) / 60)
})
