import { describe, expect, it } from '@jest/globals'
import { diagnoseVisit, parseVisitFile } from '../src/index.ts'
import { LEAK_PLACES } from '../src/reason/leaks/leakPlaces.ts'

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
    const marked = diagnoseVisit(parseVisitFile({ ...file([]), runs: [run] }))
    const drainHose = (r: typeof marked) =>
      r.ranking.find((x) => x.fault === 'drain-hose.leak')?.probability ?? 0
    const unmarked = diagnoseVisit(parseVisitFile({ ...file([]), runs: [{ ...run, events: [] }] }))
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
      diagnoseVisit(
        parseVisitFile({
          format: 'brendik-visit/1',
          machine: { family: 'front-load', tub: { diameter_mm: 540 } },
          history,
          observations: [
            { check: 'leak.phase', value: 'wash-motion' },
            { check: 'leak.place', value: 'door' },
          ],
        }),
      ).ranking.find((r) => r.fault === 'bellows.misaligned')?.probability ?? 0
    expect(ranked({ last_repair: 'bellows' })).toBeGreaterThan(2 * ranked({}))
    expect(() => ranked({ last_repair: 'luck' })).toThrow(/^history\.last_repair: /)
  })
})
