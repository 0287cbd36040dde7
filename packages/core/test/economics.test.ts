import { describe, expect, test } from '@jest/globals'
import { seededRandom } from '../src/numeric/random.ts'
import { FAULT_CARDS } from '../src/reason/catalogue/faultCards.ts'
import { type Believed, decide, decideVisit, reckonedOf } from '../src/reason/economics/decide.ts'
import { leastCost, worthOfKnowing, worthOfTest } from '../src/reason/economics/decisionTable.ts'
import { keepOrReplace } from '../src/reason/economics/keepOrReplace.ts'
import { USUAL_PRICES } from '../src/reason/economics/priceList.ts'
import { courseOf, type PricedAct } from '../src/reason/economics/repairOrder.ts'
import { yearsLeftAt } from '../src/reason/economics/yearsLeft.ts'
import { setsOf } from '../src/reason/weigh/nextLooks.ts'
import { type WeighedCase, weighVisit } from '../src/reason/weigh/weighVisit.ts'
import { caseWith, sum } from './visitWith.ts'

describe('textbook arithmetic', () => {
  // Raiffa 1968: payoffs -70, 50, 200 with .5 .3 .2; a seismic test that costs 10; numbers from memory. Costs are payoffs turned round.
  const P = [0.5, 0.3, 0.2]
  const COSTS = [
    [70, -50, -200],
    [0, 0, 0],
  ]
  const TEST = [
    [0.6, 0.3, 0.1],
    [0.3, 0.4, 0.4],
    [0.1, 0.3, 0.5],
  ]

  test('an oil wildcatter drills for 20, is told 12.5 by the test and 35 by knowing', () => {
    expect(leastCost(P, COSTS)).toEqual({ choice: 0, cost: -20 })
    const { worth, choices } = worthOfTest(P, COSTS, TEST)
    expect(worth).toBeCloseTo(12.5, 10)
    // Drilled on open and closed structure only.
    expect(choices).toEqual([1, 0, 0])
    // Knowing gives 55 on the mean: 35 more than drilling blindly.
    expect(worthOfKnowing(P, COSTS)).toBeCloseTo(35, 10)
    expect(() => leastCost(P, [])).toThrow('expected one row at least')
  })

  test('acts in the order of chance for cost: 14.4 in the best order, 15.9 in the given one', () => {
    const sure = (fault: number, cost: number): PricedAct => ({
      cost,
      failedCost: 0,
      ends: new Map([[fault, 1]]),
    })
    const sets = [0.5, 0.3, 0.15, 0.05].map((p, fault) => ({ faults: [fault], p }))
    const acts = [sure(0, 10), sure(1, 3), sure(2, 12), sure(3, 40)]
    const best = courseOf(sets, acts, null, Number.POSITIVE_INFINITY)
    expect(best.order).toEqual([1, 0, 2, 3])
    expect(best.expected).toBeCloseTo(14.4, 10)
    expect(courseOf(sets, acts, 0, Number.POSITIVE_INFINITY).expected).toBeCloseTo(15.9, 10)
  })

  test('a repair of 120 that holds 4 years with 0.7 comes to 43 a year, a machine of 480 for 10 years to 48', () => {
    const { keepYearly, newYearly, breakEvenChance, breakEvenPrice } = keepOrReplace(120, 0.7, 4, 480, 10)
    expect(keepYearly).toBeCloseTo(42.857, 3)
    expect(newYearly).toBe(48)
    expect(breakEvenChance).toBeCloseTo(0.625, 10)
    expect(breakEvenPrice).toBeCloseTo(134.4, 10)
    expect(() => keepOrReplace(120, 0.7, 0, 480, 10)).toThrow('yearsLeft')
  })
})

test('what has lasted so long lasts on: years left by age against drawn lives', () => {
  // Weibull lives by the inverse of their distribution, mean 11 years; the mean of what is left of those that reached an age.
  const random = seededRandom(7)
  const scale = 11 / 0.8872638175
  const lives = Array.from({ length: 40_000 }, () => scale * (-Math.log(1 - random())) ** (1 / 2.5))
  for (const age of [0, 4, 9, 14]) {
    const left = lives.filter((life) => life > age).map((life) => life - age)
    expect(yearsLeftAt(age, 11) / (sum(left) / left.length)).toBeCloseTo(1, 1)
  }
  expect(yearsLeftAt(0, 11)).toBeCloseTo(11, 1)
  // Of those in use: half of the mean square over the mean.
  const inUse = sum(lives.map((life) => life * life)) / (2 * sum(lives))
  expect(yearsLeftAt(null, 11) / inUse).toBeCloseTo(1, 1)
  expect(() => yearsLeftAt(-1, 11)).toThrow('ageYears')
})

const believedOf = (visit: WeighedCase): Believed => {
  const weighed = weighVisit(visit)
  return {
    sets: setsOf(weighed),
    unlisted: weighed.belief.share.get('unlisted') ?? 0,
    machine: visit.machine,
    parts: weighed.parts,
    ageYears: null,
  }
}
const NOT_DRAINING = { check: 'complaint', value: 'not-draining' }
const OPEN_WINDING = [
  NOT_DRAINING,
  { check: 'pump.sound', value: 'silent' },
  { check: 'pump.winding', value: 'open' },
]
const DEAD_BOARD = [
  NOT_DRAINING,
  { check: 'pump.sound', value: 'silent' },
  { check: 'pump.winding', value: 150 },
  { check: 'lid-switch.continuity', value: 'closes' },
  { check: 'board.pump-pin', value: 0 },
]

/** Plays a visit to its end: a truth is drawn, acts follow each other as the course has them, each ends what it does by chance. */
function played(
  { together, acts, endCost }: ReturnType<typeof reckonedOf>,
  order: readonly number[],
  unlisted: number,
  random: () => number,
): number {
  let x = random()
  const never = x < unlisted
  x -= unlisted
  const truth = together.find(({ p }) => {
    x -= p
    return x <= 0
  })
  const left = new Set(truth?.faults ?? [])
  let cost = 0
  for (const a of order) {
    const act = acts[a] as (typeof acts)[number]
    cost += act.cost
    for (const fault of [...left]) if (random() < (act.ends.get(fault) ?? 0)) left.delete(fault)
    if (!never && left.size === 0) return cost
    cost += act.failedCost
  }
  return cost + endCost
}

test.each([
  ['a complaint alone', [NOT_DRAINING]],
  ['an open winding', OPEN_WINDING],
  ['nothing wrong', [{ check: 'complaint', value: 'routine' }]],
  ['a leak from the middle', [{ check: 'complaint', value: 'leaking' }]],
])('expected cost is what 10,000 drawn visits come to: %s', (_, seen) => {
  const believed = believedOf(caseWith(seen))
  const reckoned = reckonedOf(believed, USUAL_PRICES)
  const { options } = decide(believed, USUAL_PRICES)
  const acts = options.filter(({ act }) => act !== 'new-machine' && act !== 'nothing')
  expect(acts.length).toBeGreaterThan(0)
  for (const option of acts.slice(0, 3)) {
    const first = reckoned.acts.findIndex(({ offer }) => offer.id === option.id)
    const course = courseOf(reckoned.together, reckoned.acts, first, reckoned.endCost, believed.unlisted)
    const random = seededRandom(20261128)
    const costs = Array.from({ length: 10_000 }, () =>
      played(reckoned, course.order, believed.unlisted, random),
    )
    const mean = sum(costs) / costs.length
    const error = Math.sqrt(sum(costs.map((cost) => (cost - mean) ** 2))) / costs.length
    const callOut = USUAL_PRICES.callOut
    expect(Math.abs(mean + callOut - option.expected)).toBeLessThan(3.3 * error + 0.01)
    const below = (at: number) => costs.filter((cost) => cost + callOut <= at + 0.01).length / costs.length
    expect(below(option.lo)).toBeGreaterThan(0.08)
    expect(below(option.hi)).toBeGreaterThan(0.88)
    const cured = costs.filter((cost) => cost + callOut <= option.price + 0.01).length / costs.length
    expect(Math.abs(cured - option.cured)).toBeLessThan(0.02)
  }
})

describe('what is decided', () => {
  test('every fault of the catalogue has an act that can be offered, with a price', () => {
    for (const { id } of FAULT_CARDS) {
      const { machine, parts } = believedOf(caseWith([]))
      const sets = [{ faults: [id], p: 1 }]
      const { options } = decide({ sets, unlisted: 0, machine, parts, ageYears: 3 }, USUAL_PRICES)
      const acts = options.filter(({ act }) => act !== 'new-machine' && act !== 'nothing')
      expect(acts.length).toBeGreaterThan(0)
      for (const { price, cured, minutes } of acts) {
        expect(price).toBeGreaterThan(USUAL_PRICES.callOut)
        expect(minutes).toBeGreaterThan(0)
        expect(cured).toBeGreaterThan(0.8)
      }
    }
  })

  test('tax, an own price and own minutes are in the bill', () => {
    const visit = caseWith(OPEN_WINDING)
    const price = (list = USUAL_PRICES, assumed = {}) =>
      decideVisit(visit, list, assumed).options.find(({ id }) => id === 'replace:pump')?.price ?? 0
    expect(price({ ...USUAL_PRICES, taxPercent: 20 })).toBeCloseTo(1.2 * price(), 8)
    const quoted = price(USUAL_PRICES, {
      partPrice: { 'replace:pump': 100 },
      minutes: { 'replace:pump': 60 },
    })
    expect(quoted).toBeCloseTo(USUAL_PRICES.callOut + USUAL_PRICES.hourly + 100, 8)
  })

  test('a board is refused for its cost in an old machine, and not in a young one', () => {
    const believed = believedOf(caseWith(DEAD_BOARD))
    const best = (ageYears: number) => decide({ ...believed, ageYears }, USUAL_PRICES).best
    expect(best(16)).toBe('new-machine')
    expect(best(2)).toMatch(/^replace:board/)
  })

  test('as long as a look pays no machine is given up', () => {
    const { look, lookFirst, best, knowing } = decideVisit(
      caseWith([NOT_DRAINING]),
      USUAL_PRICES,
      {},
      {
        id: 'pump.sound',
        minutes: 3,
      },
    )
    expect(look?.saves).toBeGreaterThan(look?.costs ?? 0)
    expect(look?.saves).toBeLessThan(knowing)
    expect(lookFirst).toBe(true)
    expect(best).not.toBe('new-machine')
  })

  test('what is not known gives no machine up, and what is of the house neither, however old it is', () => {
    const unknown = { ...believedOf(caseWith([NOT_DRAINING])), ageYears: 25 }
    expect(decide(unknown, USUAL_PRICES).best).not.toBe('new-machine')
    const { machine, parts } = believedOf(caseWith([]))
    for (const fault of ['house-drain.blocked', 'standpipe.too-high', 'spill.suds'] as const) {
      const house = { sets: [{ faults: [fault], p: 1 }], unlisted: 0, machine, parts, ageYears: 25 }
      expect([fault, decide(house, USUAL_PRICES).best]).not.toEqual([fault, 'new-machine'])
    }
  })

  test('with nothing wrong nothing of the machine is sold', () => {
    const { best, options } = decideVisit(caseWith([{ check: 'complaint', value: 'routine' }]), USUAL_PRICES)
    expect(best).toBe('close-up')
    expect(options.find(({ id }) => id === 'nothing')?.cured).toBeGreaterThan(0.8)
  })

  test('a new machine does not mend the house', () => {
    const { machine, parts } = believedOf(caseWith([]))
    const sets = [{ faults: ['house-drain.blocked' as const], p: 1 }]
    const { options } = decide({ sets, unlisted: 0, machine, parts, ageYears: 12 }, USUAL_PRICES)
    expect(options.find(({ id }) => id === 'new-machine')?.cured).toBe(0)
  })
})
