import { familyDefaults, leakView, NO_HISTORY, type Observation, type WeighedCase } from '@brendik/core'
import { describe, expect, it } from '@jest/globals'
import { isNamed, leakBands, leakBounds, shareOf, statusOf } from '../src/features/locate/partStatus.ts'
import { percent } from '../src/lib/percent.ts'
import { foundInWords } from '../src/words/locateText.ts'

const view = (observations: Observation[], change: Partial<WeighedCase> = {}) =>
  leakView({
    machine: { ...familyDefaults('front-load'), fillLevelMm: 200 },
    site: { supplyKpa: { cold: 320, hot: null }, standpipeHeightMm: 900, waterTempC: 15, portHeightMm: null },
    runs: [],
    observations,
    history: NO_HISTORY,
    leakSeen: [],
    acts: [],
    panelsOpen: false,
    circuits: { supplyV: null, windingOhm: null },
    ...change,
  })
const wet = { check: 'leak.phase', value: 'hold' }
const caught = (levelMm: number, value: number): Observation => ({ check: 'leak.catch', value, levelMm })

describe('how parts stand on the ladder', () => {
  const stopped = view([wet, { check: 'leak.stop-level', value: 150 }])
  const part = (id: string) => {
    const found = stopped.parts.find((p) => p.id === id)
    if (!found) throw new Error(`expected a part ${id}`)
    return found
  }
  it('what the height crosses stays, what it clears is out, what holds no standing water stays open', () => {
    expect(statusOf(stopped, part('bellows'))).toBe('suspect')
    expect(statusOf(stopped, part('pump'))).toBe('out')
    expect(statusOf(stopped, part('tub-seal'))).toBe('out')
    expect(statusOf(stopped, part('drive-belt'))).toBe('possible')
  })
  it('a share beyond a half belongs to one part at most, and none to what has no leak', () => {
    const shares = stopped.parts.map((p) => shareOf(stopped, p.id))
    expect(shares.filter((share) => share > 0.5).length).toBeLessThanOrEqual(1)
    expect(shareOf(stopped, 'board')).toBe(0)
    // Two leaks of the bellows are suspected; its share is more than either.
    const ofBellows = stopped.suspects.filter((s) => s.part?.id === 'bellows')
    for (const { present } of ofBellows) expect(shareOf(stopped, 'bellows')).toBeGreaterThan(present)
  })
  it('only what can leak is named', () => {
    expect(isNamed(part('pump'))).toBe(true)
    expect(isNamed(part('board'))).toBe(false)
  })
})

describe('the height of the leak as bands', () => {
  it('one height is one band around it', () => {
    const { found } = view([wet, { check: 'leak.stop-level', value: 150 }])
    expect(leakBands({ ...view([]), found })).toEqual([
      { mm: found.height?.value, lo: found.height?.lo, hi: found.height?.hi },
    ])
  })
  it('two laws that differ are two bands, together as wide as the whole', () => {
    const both = view([])
    const found = { ...both.found, height: { value: 120, lo: 80, hi: 160, laws: [{ mm: 100 }, { mm: 140 }] } }
    expect(leakBands({ ...both, found })).toEqual([
      { mm: 100, lo: 80, hi: 120 },
      { mm: 140, lo: 120, hi: 160 },
    ])
    const wide = { ...found, height: { ...found.height, lo: 60, hi: 180 } }
    expect(leakBands({ ...both, found: wide }).map(({ lo, hi }) => hi - lo)).toEqual([80, 80])
  })
  it('catches at three levels give a band where their line meets zero', () => {
    // An orifice at 60 mm: 10 L/h at 100 mm above it, falling as the root.
    const flow = (mm: number) => 10 * Math.sqrt((mm - 60) / 100)
    const three = view([wet, ...[190, 150, 110, 80].map((mm) => caught(mm, flow(mm)))])
    const [band] = leakBands(three)
    expect(band?.lo).toBeLessThan(60)
    expect(band?.hi).toBeGreaterThan(60 - 1)
    expect(Math.abs((band?.mm ?? 0) - 60)).toBeLessThan(12)
  })
  it('what is known on one side only is no band but a bound, and a height ends it', () => {
    const one = view([])
    const bounded = { ...one, found: { ...one.found, heightBound: { atMost: 90 } } }
    expect(leakBands(bounded)).toEqual([])
    expect(leakBounds(bounded)).toEqual([{ mm: 90, side: 'below' }])
    const told = view([wet, { check: 'leak.stop-level', value: 150 }])
    expect(leakBounds({ ...told, found: { ...told.found, heightBound: { atLeast: 20 } } })).toEqual([])
  })
})

it('is never quite sure, and never quite rules out', () => {
  expect([0.9999, 0.995, 0.989, 0.5, 0.011, 0.009].map(percent)).toEqual([
    '>\u00a099\u00a0%',
    '>\u00a099\u00a0%',
    '99\u00a0%',
    '50\u00a0%',
    '1\u00a0%',
    '<\u00a01\u00a0%',
  ])
})

it('leaves what was found in a few words', () => {
  const height = view([wet, { check: 'leak.stop-level', value: 150 }])
  expect(foundInWords(height, 'metric')).toMatch(/^Door bellows, \d+\s%, at 14\d mm$/)
  expect(foundInWords(height, 'us')).toMatch(/^Door bellows, \d+\s%, at 5\.\d+ in$/)
  const dry = ['idle-taps-on', 'fill', 'hold', 'wash-motion', 'drain', 'spin'].map((value) => ({
    check: 'leak.dry',
    value,
  }))
  const none = view([
    ...dry,
    { check: 'leak.cardboard', value: 'dry' },
    { check: 'complaint', value: 'routine' },
  ])
  expect(foundInWords(none, 'metric')).toMatch(/^No leak found, (>\s9)?\d+\s%$/)
  const two = view([
    ...['idle-taps-on', 'drain'].map((value) => ({ check: 'leak.phase', value })),
    ...['hold', 'wash-motion'].map((value) => ({ check: 'leak.dry', value })),
    { check: 'leak.place', value: 'behind-at-taps', phase: 'idle-taps-on' },
    { check: 'leak.place', value: 'behind-at-drain-hose', phase: 'drain' },
    { check: 'drain-hose.look', value: 'split' },
  ])
  expect(foundInWords(two, 'metric')).toMatch(/^(Drain hose and fill hose|Fill hose and drain hose), /)
})
