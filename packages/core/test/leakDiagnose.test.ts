import { describe, expect, it } from '@jest/globals'
import { diagnoseVisit, parseVisitFile } from '../src/index.ts'
import { LEAK_PLACES } from '../src/reason/leaks/leakPlaces.ts'

const wrong = (document: object) => diagnoseVisit(parseVisitFile(document), { looks: false })

describe('visit files', () => {
  const file = (observations: unknown[]) => ({
    format: 'brendik-visit/1',
    machine: { family: 'front-load', tub: { diameter_mm: 540 } },
    observations,
  })
  it('ranks over the leak faults and none, summing to 1, and says what to look at', () => {
    const report = diagnoseVisit(parseVisitFile(file([{ check: 'leak.phase', value: 'hold' }])))
    expect(report.ranking.reduce((sum, r) => sum + r.probability, 0)).toBeCloseTo(1, 9)
    expect(report.leak.leak + report.leak.not_a_leak + report.leak.none).toBeCloseTo(1, 9)
    expect(report.next[0]?.gain_bits).toBeGreaterThan(0)
    expect(report.ranking.map((r) => r.fault)).toContain('none')
  })
  it('a leak marked in a run is a wet phase', () => {
    const run = {
      kind: 'drain',
      columns: ['t_s', 'level_mm'],
      rows: [
        [0, 100],
        [30, 60],
        [60, 20],
      ],
      events: [{ t_s: 12, what: 'leak-seen' }],
    }
    const marked = wrong({ ...file([]), runs: [run] })
    const drainHose = (r: typeof marked) =>
      r.ranking.find((x) => x.fault === 'drain-hose.leak')?.probability ?? 0
    const unmarked = wrong({ ...file([]), runs: [{ ...run, events: [] }] })
    expect(drainHose(marked)).toBeGreaterThan(2 * drainHose(unmarked))
  })
  it.each([
    [
      { check: 'leak.place', value: 'moon' },
      /observations\.0\.value: leak\.place: expected one of front-left/,
    ],
    [{ check: 'leak.phase', value: 'hold', phase: 'later' }, /observations\.0\.phase/],
    [
      { check: 'leak.stop-level', value: 9000 },
      /observations\.0\.value: leak\.stop-level: expected -300\.\.1500, got 9000/,
    ],
  ])('refuses %p by its path', (observation, message) => {
    expect(() => parseVisitFile(file([observation]))).toThrow(message)
  })
  it('every place of the catalogue is known', () => {
    for (const value of LEAK_PLACES)
      expect(() => parseVisitFile(file([{ check: 'leak.place', value }]))).not.toThrow()
  })
  it('a visit file may tell it', () => {
    const ranked = (history: object) =>
      wrong({
        format: 'brendik-visit/1',
        machine: { family: 'front-load', tub: { diameter_mm: 540 } },
        history,
        observations: [
          { check: 'leak.phase', value: 'wash-motion' },
          { check: 'leak.place', value: 'door' },
        ],
      }).ranking.find((r) => r.fault === 'bellows.misaligned')?.probability ?? 0
    expect(ranked({ last_repair: 'bellows' })).toBeGreaterThan(2 * ranked({}))
    expect(() => ranked({ last_repair: 'luck' })).toThrow(/^history\.last_repair: /)
  })
  it('says when the customer meets it: only of a leak, softly, and not where that tells nothing', () => {
    const present = (moment: string | undefined, complaint = 'leaking') =>
      wrong({
        format: 'brendik-visit/1',
        machine: { family: 'front-load', tub: { diameter_mm: 540 } },
        ...(moment ? { history: { moment } } : {}),
        observations: [{ check: 'complaint', value: complaint }],
      }).present
    const share = (of: Record<string, number>, fault: string) => of[fault] ?? 0
    const nothing = present(undefined)
    // A hose of the inlet runs while it fills, the shaft seal throws water in the spin.
    expect(share(present('drain'), 'drain-hose.leak')).toBeGreaterThan(
      1.3 * share(nothing, 'drain-hose.leak'),
    )
    expect(share(present('off'), 'fill-hose.leak')).toBeGreaterThan(1.5 * share(nothing, 'fill-hose.leak'))
    expect(share(present('off'), 'drain-hose.leak')).toBeLessThan(share(nothing, 'drain-hose.leak'))
    // Water is met when somebody looks: nothing is struck out by it.
    expect(share(present('off'), 'drain-hose.leak')).toBeGreaterThan(0.2 * share(nothing, 'drain-hose.leak'))
    for (const moment of ['end', 'any']) expect(present(moment)).toEqual(nothing)
    expect(present('drain', 'slow-fill')).toEqual(present(undefined, 'slow-fill'))
    expect(() => present('noon')).toThrow(/^history\.moment: /)
  })
})
