import { describe, expect, it } from '@jest/globals'
import { judgeChain, judgeOhms, windingOhmAt } from '../src/index.ts'

describe('winding ohms against the right band', () => {
  it.each([
    // 120 V pumps 10–30 Ω, 230 V pumps 152–260 Ω: common practice, no published source.
    [15, 120, 'within'],
    [9, 120, 'low'],
    [31, 120, 'high'],
    [152, 230, 'within'],
    [151, 230, 'low'],
    [15, 230, 'low'],
    [0.4, 120, 'short'],
    [0, 230, 'short'],
  ] as const)('%s ohm at %s V is %s', (ohm, volts, verdict) =>
    expect(judgeOhms('pump', ohm, null, volts, null).verdict).toBe(verdict),
  )
  it('corrects a hot winding before it judges: copper, IEC 60034-1, K = 235', () => {
    // 180 Ω at 20 °C reads 235.3 Ω at 98.3 °C: 180·(235 + 98.3)/255.
    const hot = windingOhmAt(180, 20, 98.3)
    expect(hot).toBeCloseTo((180 * 333.3) / 255, 9)
    const sheet = [165, 195] as const
    expect(judgeOhms('pump', hot, null, 230, sheet).verdict).toBe('high')
    const told = judgeOhms('pump', hot, 98.3, 230, sheet)
    expect(told.verdict).toBe('within')
    expect(told.at20Ohm).toBeCloseTo(180, 9)
    expect(told.band.from).toBe('tech-sheet')
  })
  it('calls an open winding open, and marks a band without source as an estimate', () => {
    expect(judgeOhms('pump', 'open', null, 230, null)).toMatchObject({ verdict: 'open', at20Ohm: null })
    expect(judgeOhms('valve', 3500, null, 230, null)).toMatchObject({
      verdict: 'within',
      band: { from: 'estimate' },
    })
    expect(() => judgeOhms('pump', -1, null, 230, null)).toThrow('expected at least 0 ohm, got -1')
  })
})

describe('the way of the current', () => {
  it.each([
    ['nothing read', {}, null, { fault: null, next: 'outlet' }],
    ['a dead outlet', { outlet: 0 }, null, { fault: 'outlet', next: null }],
    ['a live outlet', { outlet: 231 }, null, { fault: null, next: 'part' }],
    ['voltage at a pump that stands still', { outlet: 231, part: 228 }, false, { fault: 'part', next: null }],
    ['voltage at a pump that runs', { part: 228 }, true, { fault: null, next: null }],
    ['nothing at the pump', { outlet: 231, part: 0 }, false, { fault: null, next: 'board' }],
    [
      'lost between board and pump',
      { outlet: 231, board: 229, part: 2 },
      false,
      { fault: 'wiring', next: null },
    ],
    ['nothing at the board’s pin', { outlet: 231, board: 0, part: 0 }, false, { fault: 'board', next: null }],
    ['a sagging contact', { outlet: 231, board: 229, part: 120 }, false, { fault: 'wiring', next: null }],
  ] as const)('%s', (_name, read, moves, expected) =>
    expect(judgeChain(read, 230, moves)).toMatchObject(expected),
  )
  it('reads each point against its nominal supply', () =>
    expect(judgeChain({ outlet: 119, board: 60, part: 0 }, 120, null).readings.map((r) => r.verdict)).toEqual(
      ['within', 'sags', 'none'],
    ))
  it('refuses what no meter shows', () =>
    expect(() => judgeChain({ outlet: 4000 }, 230, null)).toThrow('expected 0..1000 V, got 4000'))
})
