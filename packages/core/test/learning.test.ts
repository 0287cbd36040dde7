import { describe, expect, test } from '@jest/globals'
import { carryFor, toCarry } from '../src/guide/truths/carry.ts'
import { learnedOf, reliabilityOf } from '../src/guide/truths/learned.ts'
import { type VisitTruth, visitTruth } from '../src/guide/truths/visitTruth.ts'
import { brierParts } from '../src/numeric/brier.ts'
import { seededRandom } from '../src/numeric/random.ts'
import { FAULT_CARDS } from '../src/reason/catalogue/faultCards.ts'
import { type OwnChances, ownChances, ownFactor, readOwnChances } from '../src/reason/catalogue/ownChances.ts'
import type { VisitAct } from '../src/reason/evidence/seen/acts.ts'
import { type WeighedCase, weighVisit } from '../src/reason/weigh/weighVisit.ts'
import type { Said } from '../src/state/entries.ts'
import { caseWith, type Seen, sum } from './visitWith.ts'

describe('scores of forecasts', () => {
  test('a Brier score is reliability less resolution and uncertainty (Murphy 1973)', () => {
    const forecasts = [
      ...[true, true, true, true, false].map((came) => ({ p: 0.8, came })),
      ...[true, false, false, false, false].map((came) => ({ p: 0.2, came })),
    ]
    // By hand: said as it came, 0.09 told apart of 0.25.
    expect(brierParts(forecasts, [0.5, 1])).toEqual({
      n: 10,
      score: expect.closeTo(0.16, 12),
      reliability: expect.closeTo(0, 12),
      resolution: expect.closeTo(0.09, 12),
      uncertainty: expect.closeTo(0.25, 12),
    })
    const random = seededRandom(3)
    const many = Array.from({ length: 500 }, () => ({
      p: Math.floor(random() * 5) / 5 + 0.1,
      came: random() < 0.4,
    }))
    const { score, reliability, resolution, uncertainty } = brierParts(many, [0.2, 0.4, 0.6, 0.8, 1])
    expect(Math.abs(score - (reliability - resolution + uncertainty))).toBeLessThan(1e-12)
    expect(() => brierParts([], [1])).toThrow('expected one at least')
    expect(() => brierParts([{ p: 1.2, came: true }], [1])).toThrow('1.2')
  })

  test('who says 90 % and is right in half is told to be too sure; few forecasts say nothing', () => {
    const said = (p: number, right: number, n: number) =>
      Array.from({ length: n }, (_, k) => ({ p, came: k < right }))
    expect(reliabilityOf(said(0.9, 20, 40)).says).toBe('too-sure')
    expect(reliabilityOf(said(0.5, 36, 40)).says).toBe('too-careful')
    expect(reliabilityOf(said(0.9, 35, 40)).says).toBe('as-said')
    expect(reliabilityOf(said(0.9, 2, 9)).says).toBe('too-few')
    expect(reliabilityOf([...said(0.3, 1, 4), ...said(0.95, 3, 3)]).bins).toMatchObject([
      { lo: 0.2, hi: 0.4, n: 4, said: expect.closeTo(0.3, 12), came: { value: 0.25 } },
      { lo: 0.9, hi: 1, n: 3, came: { value: 1 } },
    ])
  })

  test('honest forecasts are called honest in 95 of 100 workshops', () => {
    const random = seededRandom(11)
    const honest = Array.from({ length: 400 }, () => {
      const forecasts = Array.from({ length: 60 }, () => {
        const p = 0.3 + 0.69 * random()
        return { p, came: random() < p }
      })
      return reliabilityOf(forecasts).says === 'as-said'
    })
    const share = honest.filter(Boolean).length / honest.length
    expect(share).toBeGreaterThan(0.92)
    expect(share).toBeLessThan(0.98)
  })
})

describe('chances by own counts', () => {
  test('a factor moves from 1 by what was counted, and never beyond four', () => {
    expect(ownFactor({ found: 0, expected: 0 })).toBe(1)
    expect(ownFactor({ found: 8, expected: 4 })).toBe(1.5)
    expect(ownFactor({ found: 0, expected: 4 })).toBe(0.5)
    expect(ownFactor({ found: 400, expected: 1 })).toBe(4)
    expect(ownFactor({ found: 0, expected: 400 })).toBe(0.25)
    expect(() => ownFactor({ found: -1, expected: 2 })).toThrow('-1')
  })

  const usual = FAULT_CARDS.map(({ perHundred }) => perHundred / sum(FAULT_CARDS.map((c) => c.perHundred)))
  const pick = (p: readonly number[], u: number) => {
    let left = u
    const n = p.findIndex((share) => {
      left -= share
      return left < 0
    })
    return n < 0 ? p.length - 1 : n
  }
  const normalised = (p: readonly number[]) => p.map((one) => one / sum(p))
  /** What a belief costs that is not the true one, in nats. */
  const off = (truth: readonly number[], belief: readonly number[]) =>
    sum(truth.map((p, n) => p * Math.log(p / (belief[n] as number))))
  /** A workshop whose faults come as often as the catalogue has it, times a factor of its own, counted over some visits. */
  function workshop(seed: number, { spread, visits, wrong }: Record<'spread' | 'visits' | 'wrong', number>) {
    const random = seededRandom(seed)
    const gauss = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
    const truth = normalised(usual.map((p) => p * Math.exp(spread * gauss())))
    const found = usual.map(() => 0)
    for (let k = 0; k < visits; k++) {
      const n = random() < wrong ? Math.floor(random() * usual.length) : pick(truth, random())
      found[n] = (found[n] as number) + 1
    }
    const { factors } = ownChances(
      visits,
      FAULT_CARDS.map(({ id }, n) => ({
        fault: id,
        found: found[n] as number,
        expected: visits * (usual[n] as number),
      })),
    )
    const own = normalised(FAULT_CARDS.map(({ id }, n) => (usual[n] as number) * (factors[id] ?? 1)))
    // What counts alone would say: nothing is impossible because it was not seen yet, so half a case is added to each.
    const counted = normalised(found.map((one) => one + 0.5))
    return { own: off(truth, own), catalogue: off(truth, usual), counted: off(truth, counted) }
  }
  const meanOf = (of: Parameters<typeof workshop>[1]) => {
    const all = Array.from({ length: 60 }, (_, seed) => workshop(seed, of))
    const mean = (key: 'own' | 'catalogue' | 'counted') => sum(all.map((one) => one[key])) / all.length
    return { own: mean('own'), catalogue: mean('catalogue'), counted: mean('counted') }
  }

  test('a workshop that differs is better served by them than by the catalogue or by its counts alone', () => {
    for (const visits of [50, 300, 1000]) {
      const { own, catalogue, counted } = meanOf({ spread: 0.6, visits, wrong: 0 })
      expect(own).toBeLessThan(catalogue)
      expect(own).toBeLessThan(counted)
    }
  })

  test('one wrong truth in ten does not make them worse than the catalogue; a workshop like the catalogue loses next to nothing', () => {
    const spoiled = meanOf({ spread: 0.6, visits: 300, wrong: 0.1 })
    expect(spoiled.own).toBeLessThan(spoiled.catalogue)
    expect(meanOf({ spread: 0, visits: 300, wrong: 0 }).own).toBeLessThan(0.04)
  })

  test('what was stored is read as far as it is known', () => {
    const chances: OwnChances = { visits: 12, factors: { 'pump.worn': 1.4, 'coin-trap.blocked': 0.8 } }
    expect(readOwnChances(JSON.parse(JSON.stringify(chances)))).toEqual(chances)
    expect(
      readOwnChances({ visits: 3, factors: { 'pump.worn': 40, 'no.such': 2, 'coin-trap.blocked': 'x' } }),
    ).toEqual({
      visits: 3,
      factors: {},
    })
    for (const wrong of [null, 7, {}, { visits: 'x', factors: {} }]) expect(readOwnChances(wrong)).toBeNull()
  })

  test('they move what a visit is weighed to, by no more than their factor, and say so', () => {
    const visit = caseWith([{ check: 'complaint', value: 'not-draining' }])
    const present = (chances: OwnChances | null) =>
      weighVisit({ ...visit, chances }).belief.present.get('coin-trap.blocked') ?? 0
    const odds = (p: number) => p / (1 - p)
    const ratio = odds(present({ visits: 40, factors: { 'coin-trap.blocked': 2 } })) / odds(present(null))
    expect(ratio).toBeGreaterThan(1.5)
    expect(ratio).toBeLessThan(2.1)
    expect(present({ visits: 0, factors: {} })).toBe(present(null))
  })
})

test('what goes most is carried: nine times of ten the van is not short until the shelf is filled again', () => {
  // Poisson quantiles at 0.9 as tables have them: mean 1 → 2, mean 4 → 7, mean 10 → 14.
  expect([13, 52, 130].map(carryFor)).toEqual([2, 7, 14])
  expect(carryFor(0)).toBe(0)
  // However many there are, it comes to an end.
  expect(carryFor(1e6) / 1e6).toBeCloseTo(4 / 52, 2)
  expect(() => carryFor(-1)).toThrow('-1')
  expect(
    toCarry([
      { part: 'pump', went: 13 },
      { part: 'no-such-part', went: 40 },
      { part: 'bellows', went: 2 },
      { part: 'lid-switch', went: 20 },
    ]),
  ).toEqual([
    { part: 'lid-switch', went: 20, carry: 3 },
    { part: 'pump', went: 13, carry: 2 },
  ])
})

const MIN = 60_000
const dated = (
  looks: (Seen & { min: number })[],
  acts: (Omit<VisitAct, 'atMs'> & { min: number })[],
): WeighedCase => {
  const visit = caseWith([{ check: 'complaint', value: 'not-draining' }, ...looks])
  return {
    ...visit,
    observations: visit.observations.map((look, n) => ({ ...look, atMs: (looks[n - 1]?.min ?? 0) * MIN })),
    acts: acts.map(({ min, ...act }) => ({ ...act, atMs: min * MIN })),
  }
}
const saying = (values: Record<string, string>): Map<string, Said> =>
  new Map(
    Object.entries(values).map(([topic, value]) => {
      const latest = { id: topic, atMs: 90 * MIN, by: 'Kim', topic, value, basedOn: [] }
      return [topic, { heads: [latest], latest, conflict: false }]
    }),
  )
const NOTHING = saying({})

describe('what turned out to be true', () => {
  const trap = dated(
    [
      { check: 'pump.sound', value: 'runs', min: 2 },
      { check: 'trap.look', value: 'debris', min: 6 },
    ],
    [{ what: 'cleaned', part: 'coin-trap', min: 10 }],
  )

  test('a proof says so: which fault of the part, what led there, and how sure we were', () => {
    const truth = visitTruth(trap, NOTHING, 'proven') as VisitTruth
    expect(truth).toMatchObject({ by: 'proof', parts: ['coin-trap'] })
    expect(sum(Object.values(truth.found))).toBeCloseTo(1, 2)
    expect(sum(Object.values(truth.expected))).toBeCloseTo(1, 2)
    expect(Object.keys(truth.found).every((fault) => fault.startsWith('coin-trap.'))).toBe(true)
    expect(truth.suspect).toEqual({ part: 'coin-trap', p: expect.any(Number), right: true })
    expect(truth.looks.map(({ what }) => what)).toEqual(['pump.sound', 'trap.look'])
    const [, look] = truth.looks
    expect((look?.after ?? 0) - (look?.before ?? 1)).toBeGreaterThan(0.1)
  })

  test('nothing is learned from a repair that is not proven and of which nobody opened a part', () => {
    expect(visitTruth(trap, NOTHING, 'open')).toBeNull()
    expect(visitTruth({ ...trap, acts: [] }, NOTHING, 'nothing-done')).toBeNull()
  })

  test('a part that showed to be sound was not it, whatever the proof says; neither was one that did not cure', () => {
    const sound = visitTruth(trap, saying({ 'showed:coin-trap': 'sound' }), 'proven')
    expect(sound).toMatchObject({
      by: 'old-part',
      parts: [],
      suspect: { right: false },
      found: {},
      expected: {},
    })
    expect(visitTruth(trap, NOTHING, 'failed')).toMatchObject({
      by: 'proof',
      parts: [],
      suspect: { right: false },
    })
  })

  test('of two repairs the one that was proven last is it; done in one go, both may be', () => {
    const two = (min: number) =>
      dated(
        [
          { check: 'pump.sound', value: 'hum', min: 2 },
          { check: 'trap.look', value: 'clean', min: 20 },
        ],
        [
          { what: 'replaced', part: 'pump', min },
          { what: 'cleared', part: 'outer-drain-hose', min: 30 },
        ],
      )
    const apart = visitTruth(two(10), NOTHING, 'proven') as VisitTruth
    expect(apart.parts).toEqual(['outer-drain-hose'])
    expect(apart.suspect).toMatchObject({ part: 'pump', right: false })
    expect((visitTruth(two(25), NOTHING, 'proven') as VisitTruth).parts).toEqual(['pump', 'outer-drain-hose'])
    const opened = saying({ 'showed:pump': 'as-thought' })
    expect(visitTruth(two(25), opened, 'open')).toMatchObject({ by: 'old-part', parts: ['pump'] })
  })

  test('what was learned before does not teach itself', () => {
    const chances: OwnChances = { visits: 50, factors: { 'coin-trap.blocked': 4, 'pump.worn': 0.25 } }
    const [taught, untaught] = [chances, null].map(
      (one) => visitTruth({ ...trap, chances: one }, NOTHING, 'proven') as VisitTruth,
    ) as [VisitTruth, VisitTruth]
    expect(taught.found).toEqual(untaught.found)
    expect(taught.expected).toEqual(untaught.expected)
    // Only what was shown to people is judged as it was shown.
    expect(taught.suspect?.p).toBeGreaterThan(untaught.suspect?.p ?? 1)
  })

  test('together: how often the first suspect was it, and which look was worth its minutes', () => {
    const right = visitTruth(trap, NOTHING, 'proven') as VisitTruth
    const wrong = visitTruth(trap, NOTHING, 'failed') as VisitTruth
    const learned = learnedOf([right, right, right, wrong])
    expect(learned).toMatchObject({
      visits: 4,
      firstRight: { value: 0.75, n: 4 },
      byPart: [{ part: 'coin-trap', n: 4 }],
      chances: { visits: 3 },
      reliability: { n: 4, says: 'too-few' },
    })
    expect(learned.checks[0]).toMatchObject({ what: 'trap.look', n: 3, minutes: 2, misled: 0 })
    const debris = learned.counts.find(({ fault }) => fault === 'coin-trap.blocked')
    expect(debris?.found).toBeGreaterThan(2)
    expect(debris?.expected).toBeLessThan(debris?.found ?? 0)
    expect(learned.chances.factors['coin-trap.blocked']).toBeGreaterThan(1.1)
    expect(learnedOf([])).toMatchObject({ visits: 0, firstRight: null, reliability: null, checks: [] })
  })
})
