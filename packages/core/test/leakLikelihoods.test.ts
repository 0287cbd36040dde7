import { describe, expect, it } from '@jest/globals'
import { seededRandom, standardNormal } from '../src/numeric/random.ts'
import { NO_FAULT } from '../src/reason/diagnosis/likelihood.ts'
import type { LeakFindings } from '../src/reason/leaks/leakFindings.ts'
import { type LeakState, leakStates, NOTICED } from '../src/reason/leaks/leakStates.ts'
import { weighHeights } from '../src/reason/leaks/weighHeights.ts'
import { KNOWN_MACHINE } from './makePlan.ts'

// What holds, heights, bounds and catches weigh, against leaks that are drawn one by one and looked at.

const states = leakStates(KNOWN_MACHINE)
const NOTHING = { hold: null, height: null, heightBound: null, catches: [], levelMm: 400 }
const pieceOf = (found: Partial<LeakFindings>) => {
  const [piece] = weighHeights(states, { ...NOTHING, ...found } as LeakFindings)
  if (!piece) throw new Error('nothing was weighed')
  return piece
}
/** Seam leaks of one size, from the lowest stretch of height up. */
const seams = (amount: number) =>
  states.flatMap((state, index) =>
    state.fault === 'tub-seam.leak' && state.amount === amount ? [{ state, index }] : [],
  )
/** Heights at which a leak of a state may really lie, as a tape would have it. */
function drawn({ loMm, hiMm, sdMm }: LeakState, count = 60_000): Float64Array {
  const random = seededRandom(7)
  return Float64Array.from(
    { length: count },
    () => loMm + (hiMm - loMm) * random() + sdMm * standardNormal(random),
  )
}
const share = (heights: Float64Array, which: (mm: number) => boolean) =>
  heights.reduce((count, mm) => count + (which(mm) ? 1 : 0), 0) / heights.length

describe('what is weighed of a leak’s height', () => {
  it('tells two stretches apart as often as heights measured of drawn leaks fall there', () => {
    const [low, high] = seams(1)
    if (!low || !high) throw new Error('the seam has one stretch only')
    // Half an interval of 30 mm: the spread of the measurement.
    const own = 30 / 1.96
    for (const mm of [low.state.hiMm - 20, low.state.hiMm, low.state.hiMm + 20]) {
      const piece = pieceOf({ height: { value: mm, lo: mm - 30, hi: mm + 30, laws: [] } })
      const random = seededRandom(11)
      const falls = ({ state }: typeof low) =>
        share(
          drawn(state).map((height) => height + own * standardNormal(random)),
          (measured) => Math.abs(measured - mm) < 4,
        )
      const told = piece.likelihood(low.index, NO_FAULT) / piece.likelihood(high.index, NO_FAULT)
      const seen = falls(low) / falls(high)
      // A height that was measured astray draws the two together, by less the likelier both are.
      expect(Math.abs(Math.log(told / seen))).toBeLessThan(0.2)
    }
  })
  it('takes a bound for as likely as drawn leaks keep to it', () => {
    for (const { state, index } of seams(1)) {
      for (const mm of [state.loMm - 30, (state.loMm + state.hiMm) / 2, state.hiMm + 30]) {
        const random = seededRandom(13)
        // The bound itself is read to 20 mm.
        const below = share(
          drawn(state).map((height) => height + 20 * standardNormal(random)),
          (height) => height < mm,
        )
        const told = pieceOf({ heightBound: { atMost: mm } }).likelihood(index, NO_FAULT)
        // One bound in seventeen is taken for a slip.
        expect(Math.abs(told - (0.06 + 0.94 * below))).toBeLessThan(0.04)
      }
    }
  })
})

describe('what is weighed of a loss', () => {
  it.each([
    [0.6, 0.05, 0.25],
    [2.5, 0.2, 0.25],
    [12, 1, 0.25],
    // Far out in a drip's tail what is said to be one size and was another carries more of it.
    [40, 4, 0.45],
  ])(
    'tells a drip from a trickle by %p ± %p L/h as an integral over all losses does',
    (lossLH, seLH, within) => {
      const hold = {
        chances: { tight: 0, leak: 1, soaking: 0, siphon: 0, 'seep-in': 0 },
        fromMm: 900,
        toMm: 800,
        lossLH,
        seLH,
        statedLH: lossLH,
      }
      const piece = pieceOf({ hold })
      /** Chance of reading this loss of a leak whose flow is usually `middle`, within a factor of e^sd. */
      const integral = (middle: number, sd: number) => {
        let sum = 0
        for (let ln = Math.log(lossLH) - 4; ln < Math.log(lossLH) + 4; ln += 0.002) {
          const flow = Math.exp(ln)
          const usual = Math.exp(-0.5 * ((ln - Math.log(middle)) / sd) ** 2) / sd
          const read = Math.exp(-0.5 * ((flow - lossLH) / seLH) ** 2)
          sum += usual * read
        }
        return sum
      }
      const [drip, trickle] = [seams(1)[0], seams(2)[0]]
      if (!drip || !trickle) throw new Error('the seam has no such sizes')
      const told = piece.likelihood(drip.index, NO_FAULT) / piece.likelihood(trickle.index, NO_FAULT)
      const seen = integral(0.45, 1.2) / integral(6, 0.9)
      expect(Math.abs(Math.log(told / seen))).toBeLessThan(within)
      // Never surer than the losses allow.
      expect(Math.abs(Math.log(told))).toBeLessThan(Math.abs(Math.log(seen)) + 0.1)
    },
  )
  it('takes what was caught for as likely as drawn leaks stand under water and are noticed', () => {
    for (const { state, index } of seams(2)) {
      for (const levelMm of [state.loMm - 60, (state.loMm + state.hiMm) / 2, state.hiMm + 60]) {
        const under = share(drawn(state), (height) => height < levelMm)
        const holds = Math.min(1, state.facts.phases.hold + 0.05)
        const runs = under * holds * (NOTICED[state.amount] ?? 0)
        const told = (flowLH: number) =>
          pieceOf({ catches: [{ levelMm, flowLH }] }).likelihood(index, NO_FAULT)
        // Water from elsewhere is caught once in thirty; a dry catch overlooks a leak once in twelve.
        const wet = 1 - (1 - runs) * 0.97
        expect(Math.abs(told(3) - wet)).toBeLessThan(0.04)
        expect(Math.abs(told(0) - (1 - 0.92 * wet))).toBeLessThan(0.04)
        // Whatever is caught, something is.
        expect(told(3) + told(0)).toBeGreaterThan(0.99)
        expect(told(3) + told(0)).toBeLessThan(1.09)
      }
    }
  })
})
