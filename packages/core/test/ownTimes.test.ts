import { describe, expect, it } from '@jest/globals'
import { minutesOf } from '../src/reason/checks/minutes.ts'
import { expectedTime, type OwnTime, ownMinutesOf } from '../src/reason/checks/ownTimes.ts'
import { makeDraw } from './study/draw.ts'

const time = (by: OwnTime['by'], n: number, minutes: number): OwnTime => ({
  check: 'pump.winding',
  by,
  n,
  lnMin: Math.log(minutes),
})

describe('minutes that a check takes', () => {
  it('are those of the table until somebody took some', () => {
    expect(expectedTime('pump.winding', [])).toEqual({ doingMin: 2, tableMin: 2, shopN: 0, ownN: 0 })
    expect(ownMinutesOf('tap.bucket', [])).toBe(minutesOf('tap.bucket'))
  })
  it('move towards the workshop, and from there towards the person, by the weights of a normal mean with a normal prior', () => {
    // By hand: k = (0.45 / 0.35)² = 1.653 for a workshop, (0.45 / 0.25)² = 3.24 for a person.
    const shop = Math.log(2) + (Math.log(8 / 2) * 12) / (12 + 1.6530612)
    expect(Math.log(expectedTime('pump.winding', [time('shop', 12, 8)]).doingMin)).toBeCloseTo(shop, 6)
    const own = shop + ((Math.log(4) - shop) * 5) / (5 + 3.24)
    const both = expectedTime('pump.winding', [time('shop', 12, 8), time('me', 5, 4)])
    expect(Math.log(both.doingMin)).toBeCloseTo(own, 6)
    expect([both.shopN, both.ownN]).toEqual([12, 5])
  })
  it('stay near the table after one odd time, and leave it after fifty', () => {
    expect(expectedTime('pump.winding', [time('shop', 1, 20), time('me', 1, 20)]).doingMin).toBeLessThan(8)
    expect(expectedTime('pump.winding', [time('shop', 50, 20), time('me', 50, 20)]).doingMin).toBeGreaterThan(
      18,
    )
  })
  it('count other checks for nothing, and what a check always costs beside stays', () => {
    const times: OwnTime[] = [{ check: 'tap.bucket', by: 'shop', n: 1000, lnMin: Math.log(6) }]
    expect(expectedTime('pump.winding', times).doingMin).toBe(2)
    expect(ownMinutesOf('tap.bucket', times)).toBeCloseTo(6 + 2, 1)
  })
  it('foretell the next time better than the table, and better than the person’s own few times alone', () => {
    const { normal } = makeDraw(20261127)
    const error = { table: 0, own: 0, shrunk: 0 }
    for (let k = 0; k < 400; k++) {
      const shop = normal(Math.log(2), 0.35)
      const person = normal(shop, 0.25)
      const draw = (mean: number, n: number) => Array.from({ length: n }, () => normal(mean, 0.45))
      const mine = draw(person, 3)
      const all = [...mine, ...draw(normal(shop, 0.25), 6), ...draw(normal(shop, 0.25), 6)]
      const mean = (of: number[]) => of.reduce((a, b) => a + b, 0) / of.length
      const foretold = Math.log(
        expectedTime('pump.winding', [
          { check: 'pump.winding', by: 'shop', n: all.length, lnMin: mean(all) },
          { check: 'pump.winding', by: 'me', n: mine.length, lnMin: mean(mine) },
        ]).doingMin,
      )
      error.table += (Math.log(2) - person) ** 2
      error.own += (mean(mine) - person) ** 2
      error.shrunk += (foretold - person) ** 2
    }
    expect(error.shrunk).toBeLessThan(0.8 * error.own)
    expect(error.shrunk).toBeLessThan(0.5 * error.table)
  })
})
