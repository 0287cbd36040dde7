import { describe, expect, it } from '@jest/globals'
import { leakTimeline, levelAtReplay, phaseAtReplay } from '../src/index.ts'

describe('replay', () => {
  const t0 = 1_800_000_000_000
  const run = (phase: 'fill' | 'hold', fromS: number, toS: number, levels: [number, number][]) => ({
    phase,
    startedAtMs: t0 + fromS * 1000,
    stoppedAtMs: t0 + toS * 1000,
    levels: levels.map(([s, mm]) => ({ atMs: t0 + s * 1000, mm })),
  })
  const line = leakTimeline(
    [
      run('hold', 1000, 1600, [
        [1000, 110],
        [1600, 80],
      ]),
      run('fill', 0, 100, [
        [0, 0],
        [100, 110],
      ]),
    ],
    [
      { atMs: t0 + 550_000, phase: null, wet: true, says: 'between' },
      { atMs: t0 + 1_300_000, phase: 'hold', wet: true, says: 'again' },
      { atMs: t0 + 1_100_000, phase: 'hold', wet: true, says: 'first' },
    ],
  )
  it('puts runs one after the other with short pauses, and marks where they fell', () => {
    expect(line?.totalS).toBe(100 + 15 + 600)
    expect(line?.stretches.map((s) => [s.phase, s.fromS, s.toS])).toEqual([
      ['fill', 0, 100],
      ['hold', 115, 715],
    ])
    expect(line?.marks.map((m) => [m.says, m.tS])).toEqual([
      ['between', 107.5],
      ['first', 215],
      ['again', 415],
    ])
    expect(line?.firstWetS).toEqual({ hold: 215 })
  })
  it('knows level and phase at every instant', () => {
    if (!line) throw new Error('expected a time line')
    expect(levelAtReplay(line, 50)).toBeCloseTo(55, 9)
    expect(levelAtReplay(line, 415)).toBeCloseTo(95, 9)
    expect(levelAtReplay(line, 9999)).toBe(80)
    expect(phaseAtReplay(line, 99)).toBe('fill')
    expect(phaseAtReplay(line, 110)).toBe('hold')
    expect(leakTimeline([], [])).toBeNull()
  })
})
