import type { Saying } from '@brendik/core'
import { expect, it } from '@jest/globals'
import { headline, sentence } from '../src/features/run/runText.ts'
import { clockParts, clockText } from '../src/lib/time.ts'
import { figure, unitOf, withUnit } from '../src/lib/units.ts'

const slow: Saying = {
  code: 'slow',
  kind: 'drain',
  flowLMin: 11.8,
  loLMin: 15,
  hiLMin: 19,
  longerPercent: 41,
  meterLMin: null,
}

it('reads the clock the way a stopwatch does', () => {
  expect([0, 9.99, 62.4, 599.96, 3602].map((s) => clockParts(s))).toEqual([
    { main: '0:00', tenth: '0' },
    { main: '0:09', tenth: '9' },
    { main: '1:02', tenth: '4' },
    { main: '9:59', tenth: '9' },
    { main: '1:00:02', tenth: '0' },
  ])
  expect([clockText(61.6), clockText(Number.POSITIVE_INFINITY)]).toEqual(['1:02', 'never'])
})
it('never shows a negative clock when the device’s clock steps back', () =>
  expect(clockParts(-30).main).toBe('0:00'))
it('shows a dash for what is not known', () =>
  expect([figure('metric', 'flow', null), figure('us', 'level', Number.NaN)]).toEqual(['–', '–']))
it('puts every figure in the units of the user', () => {
  expect(withUnit('us', 'level', 110)).toBe('4.33 in')
  expect(withUnit('us', 'flow', 8)).toBe('2.11 gpm')
  expect(withUnit('us', 'pressure', 320)).toBe('46 psi')
  expect(withUnit('metric', 'head', 2.4)).toBe('2.40 m')
})
it('reads a typed figure back to the base unit it was shown from', () => {
  for (const quantity of ['level', 'flow', 'volume', 'pressure', 'temperature', 'head'] as const)
    for (const system of ['metric', 'us'] as const) {
      const { show, read } = unitOf(system, quantity)
      expect(read(show(12.5))).toBeCloseTo(12.5, 9)
    }
})
it('says the verdict in few words and its reason in the user’s units', () => {
  expect(headline(slow, 'stopped')).toEqual({ text: '41 % slower than expected', tone: 'watch' })
  expect(sentence(slow, 'us')).toBe(
    'Drains at 3.12 gpm where 3.96 to 5.02 gpm is expected, so it takes 41 % longer; pump and path both fit: a second hose height or the lift test tells which.',
  )
})
it('does not call a run untellable while it still runs', () => {
  const early: Saying = { code: 'too-few', kind: 'fill', got: 1, needed: 3 }
  expect([headline(early, 'running').text, headline(early, 'stopped').text]).toEqual([
    'Too early to tell',
    'Cannot be told',
  ])
  expect(sentence(early, 'metric')).toMatch(/^1 usable reading:/)
})
it('shows a standstill as what it is', () => {
  const stalled: Saying = {
    code: 'stalled',
    kind: 'drain',
    flowLMin: 21,
    atS: 14,
    levelMm: 89,
    silent: false,
  }
  expect(headline(stalled, 'stopped')).toEqual({ text: 'Stopped draining at 0:14', tone: 'stop' })
  expect(sentence(stalled, 'us')).toContain('stood still at 3.50 in')
})
