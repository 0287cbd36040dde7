import { BLANK_RECORD, FAMILY_IDS, familyDefaults, type Saying } from '@brendik/core'
import { expect, it } from '@jest/globals'
import { clockParts, clockText, durationText, estimateText } from '../src/lib/time.ts'
import { figure, typedFigure, unitOf, withUnit } from '../src/lib/units.ts'
import { reasonText } from '../src/words/factText.ts'
import { fieldName, fieldText } from '../src/words/recordText.ts'
import { runSentence } from '../src/words/runSentence.ts'
import { headline } from '../src/words/runText.ts'

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
it('says durations so that none looks like a time of day, and estimates no finer than they are known', () => {
  expect([0, 51, 59.6, 91, 600, 3599.7, 4501, 7200].map(durationText)).toEqual([
    '0 s',
    '51 s',
    '1 min',
    '1 min 31 s',
    '10 min',
    '1 h',
    '1 h 15 min',
    '2 h',
  ])
  expect([47.4, 93, 1234, 4183, Number.POSITIVE_INFINITY].map(estimateText)).toEqual([
    '47 s',
    '1 min 35 s',
    '21 min',
    '1 h 10 min',
    'never',
  ])
})
it('gives what is computed three digits, and a typed figure all of its own', () => {
  expect([105.23, 13.84, 1.27, -0.31].map((l) => figure('metric', 'volume', l))).toEqual([
    '105',
    '13.8',
    '1.3',
    '-0.31',
  ])
  expect([figure('us', 'volume', 105.23), figure('us', 'volume', 3.5)]).toEqual(['27.8', '0.92'])
  expect(typedFigure('us', 'volume', 105.23)).toBe('27.80')
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
  expect(headline(slow, 'stopped')).toEqual({ text: 'Takes 1.4 × as long', tone: 'watch' })
  expect(runSentence(slow, 'us')).toBe(
    'Drains at 3.12 gpm where 3.96 to 5.02 gpm is expected (29 % low), so it takes 1.4 × as long; pump and path both fit: a second hose height or the lift test tells which.',
  )
})
it('does not call a run untellable while it still runs', () => {
  const early: Saying = { code: 'too-few', kind: 'fill', got: 1, needed: 3 }
  expect([headline(early, 'running').text, headline(early, 'stopped').text]).toEqual([
    'Too early to tell',
    'Cannot be told',
  ])
  expect(runSentence(early, 'metric')).toMatch(/^1 usable reading:/)
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
  expect(headline(stalled, 'stopped')).toEqual({ text: 'Stopped draining after 14 s', tone: 'stop' })
  expect(runSentence(stalled, 'us')).toContain('stood still at 3.50 in')
})

it('names every field that two may have changed at once, and says its value in the user’s units', () => {
  const site = {
    supplyKpa: { cold: 300, hot: null },
    standpipeHeightMm: 900,
    waterTempC: 15,
    portHeightMm: 1,
  }
  const leaves = (value: unknown, path: string[]): string[][] =>
    value !== null && typeof value === 'object' && !Array.isArray(value)
      ? Object.entries(value).flatMap(([key, one]) => leaves(one, [...path, key]))
      : [path]
  const records = [
    ...FAMILY_IDS.map((family) => ({
      spec: { ...familyDefaults(family), label: 'x' },
      record: BLANK_RECORD,
    })),
    { name: 'x', spec: site, customerId: null },
    { name: 'x', phone: '', note: '' },
    { complaint: 'x', dueAtMs: 0 },
  ]
  expect(
    records.flatMap((one) => leaves(one, [])).filter((path) => fieldName(path) === path.join('.')),
  ).toEqual([])
  expect(fieldName(['spec', 'partHeightsMm', 'outer-drain-hose'])).toBe('Height of: Outer drain hose')
  expect(fieldText(['spec', 'tub', 'depthMm'], 254, 'us')).toBe('10.00 in')
  expect(fieldText(['record', 'techSheet', 'pumpOhm'], [165, 195], 'metric')).toBe('165.0 Ω to 195.0 Ω')
  expect(fieldText(['spec', 'fillLevelMm'], null, 'metric')).toBe('not recorded')
  expect(fieldText(['spec', 'partHeightsMm'], { pump: [-40, -90] }, 'metric')).toBe('pump -40 mm to -90 mm')
})
it('says why something was not taken by the name of the field', () => {
  const spec = { ...familyDefaults('front-load'), label: 'x' }
  const fact = { kind: 'machine' as const, machineId: 'm', spec, record: undefined, creates: true }
  const said = (message: string) => reasonText(fact, message)
  expect(said('tub.depthMm: expected 100 to 1500 mm, got 3')).toBe(
    'Drum length or tub wall height: expected 100 to 1500 mm, got 3',
  )
  expect(said('builtYear: expected 1950 to 2100, got 2201')).toBe('Built in: expected 1950 to 2100, got 2201')
  expect(said('The demo is over.')).toBe('The demo is over.')
  expect(said('putId: expected an id')).toBe('putId: expected an id')
})
