import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { describe, expect, it } from '@jest/globals'
import { diagnoseVisit, parseVisitFile } from '../src/index.ts'
import { LEAK_PLACES } from '../src/reason/leaks/leakPlaces.ts'
import type { LeakFigures } from './study/leakStudy.ts'

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

it('simulated leak tests: the true site leads, is among three, and what is said is so', () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'brendik-study-'))
  const report = path.join(folder, 'study.json')
  execFileSync(
    process.execPath,
    ['--import', 'tsx', 'scripts/study.ts', '--part=leaks', '--repeats=12', `--json=${report}`],
    {
      cwd: new URL('../../../', import.meta.url),
      stdio: 'ignore',
      env: { ...process.env, NODE_OPTIONS: '' },
    },
  )
  const { leaks } = JSON.parse(readFileSync(report, 'utf8')) as { leaks: LeakFigures }
  rmSync(folder, { recursive: true })
  expect(leaks.cases.length).toBeGreaterThanOrEqual(25)
  expect(leaks.named.first / leaks.named.n).toBeGreaterThanOrEqual(0.85)
  expect(leaks.named.three / leaks.named.n).toBeGreaterThanOrEqual(0.97)
  for (const drawn of [leaks.protocol, leaks.hurried]) {
    const n = drawn.bins.reduce((sum, bin) => sum + bin.n, 0)
    expect(drawn.bins.reduce((sum, bin) => sum + Math.abs(bin.said - bin.true), 0) / n).toBeLessThanOrEqual(
      0.05,
    )
    // Few leaks are said to be likely at all: what is said above a half has to hold by itself, within three standard errors.
    const high = drawn.bins.slice(5)
    const [said, so, many] = [
      high.reduce((sum, bin) => sum + bin.said, 0),
      high.reduce((sum, bin) => sum + bin.true, 0),
      high.reduce((sum, bin) => sum + bin.n, 0),
    ]
    expect(Math.abs(said - so) / many).toBeLessThan(0.05 + 3 * Math.sqrt(0.15 / many))
  }
}, 240_000)
