import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { describe, expect, it } from '@jest/globals'
import {
  diagnoseVisit,
  familyDefaults,
  LEAK_PHASES,
  type LeakCaseOfVisit,
  leakTimeline,
  leakView,
  levelAtReplay,
  NO_HISTORY,
  type Observation,
  parseVisitFile,
  phaseAtReplay,
} from '../src/index.ts'
import { LEAK_FAULTS } from '../src/leaksites/leakFaults.ts'
import { LEAK_LOOKS } from '../src/leaksites/leakLooks.ts'
import { LEAK_PLACES, placeShares } from '../src/leaksites/leakPlaces.ts'
import { allowedLooks } from '../src/leaksites/nextLeakLook.ts'
import { FAMILY_IDS } from '../src/machine/machineSpec.ts'
import { machineState } from '../src/state/machineState.ts'
import { partsOf } from '../src/waterpath/parts.ts'
import type { LeakFigures } from './study/leakStudy.ts'

const SITE = {
  supplyKpa: { cold: 320, hot: null },
  standpipeHeightMm: 900,
  waterTempC: 15,
  portHeightMm: null,
}
const visit = (
  family: (typeof FAMILY_IDS)[number],
  observations: Observation[],
  more: Partial<LeakCaseOfVisit> = {},
): LeakCaseOfVisit => ({
  machine: familyDefaults(family),
  site: SITE,
  runs: [],
  observations,
  history: NO_HISTORY,
  leakSeen: [],
  panelsOpen: false,
  ...more,
})
const wet = (...phases: string[]): Observation[] => phases.map((value) => ({ check: 'leak.phase', value }))
const dry = (...phases: string[]): Observation[] => phases.map((value) => ({ check: 'leak.dry', value }))
const at = (value: string): Observation => ({ check: 'leak.place', value })
const best = (...args: Parameters<typeof visit>) => leakView(visit(...args)).suspects[0]?.fault

describe('knowledge', () => {
  it.each(LEAK_FAULTS.map((f) => [f.id, f] as const))('%s: every share is a share', (_id, fault) => {
    expect(fault.amounts.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9)
    expect(fault.trails.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9)
    for (const phase of LEAK_PHASES) {
      expect(fault.phases[phase]).toBeGreaterThan(0)
      expect(fault.phases[phase]).toBeLessThan(1)
    }
    for (const family of FAMILY_IDS)
      expect(placeShares(family, fault.id).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9)
  })
  it('looks: outcomes of each cause sum to 1 and nothing is impossible', () => {
    for (const look of Object.values(LEAK_LOOKS))
      for (const row of [look.sound, ...Object.values(look.with)]) {
        expect(row.length).toBe(look.outcomes.length)
        expect(row.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9)
        expect(Math.min(...row)).toBeGreaterThan(0)
      }
  })
  it.each(FAMILY_IDS)('%s: parts lie on the tub they belong to, and heights entered win', (family) => {
    const machine = familyDefaults(family)
    const parts = partsOf(machine)
    expect(new Set(parts.map((p) => p.id)).size).toBe(parts.length)
    for (const part of parts) expect(part.bandMm[0]).toBeLessThan(part.bandMm[1])
    const own = partsOf({ ...machine, partHeightsMm: { pump: [-40, -90] } }).find((p) => p.id === 'pump')
    expect(own).toMatchObject({ bandMm: [-90, -40], measured: true })
    expect(parts.some((p) => p.id === 'bellows')).toBe(family.startsWith('front'))
    expect(parts.some((p) => p.id === 'shaft-seal')).toBe(family.startsWith('top'))
  })
})

// When and where water shows points to its source: common practice, no published source.
describe('the clues of the trade', () => {
  it.each([
    ['front-load', [...wet('idle-taps-on'), at('behind-at-taps')], 'fill-hose.leak'],
    [
      'front-load',
      [...wet('fill'), ...dry('hold', 'drain', 'wash-motion'), at('drawer')],
      'dispenser.overflow',
    ],
    ['front-load', [...wet('hold', 'wash-motion'), at('door')], 'bellows.leak'],
    ['front-load', [...wet('drain'), ...dry('fill', 'hold'), at('behind-at-drain-hose')], 'drain-hose.leak'],
    ['front-load', [...wet('drain'), ...dry('fill', 'hold'), at('at-standpipe')], 'house-drain.blocked'],
    [
      'top-load-motor-pump',
      [...wet('hold', 'drain'), at('front-left'), { check: 'leak.trail', value: 'sediment' }],
      'pump.seal-leak',
    ],
    [
      'top-load-pump',
      [...wet('hold'), { check: 'leak.amount', value: 'stream' }, at('under-tub-pump-hose')],
      'tub-pump-hose.leak',
    ],
    [
      'top-load-motor-pump',
      [...wet('hold', 'wash-motion'), at('tub-centre-under'), { check: 'weep-holes', value: 'wet' }],
      'shaft-seal.leak',
    ],
    [
      'top-load-belt',
      [
        ...wet('hold', 'spin'),
        at('tub-centre-under'),
        { check: 'centre-post', value: 'wet' },
        { check: 'weep-holes', value: 'dry' },
      ],
      'tub-seal.leak',
    ],
    [
      'front-load',
      [
        ...wet('fill', 'hold'),
        ...dry('idle-taps-on', 'drain'),
        at('tub-wall'),
        { check: 'leak.amount', value: 'film' },
        { check: 'leak.trail', value: 'clean' },
      ],
      'spill.condensation',
    ],
    [
      'front-load',
      [
        ...wet('wash-motion'),
        ...dry('fill', 'hold', 'drain'),
        at('drawer'),
        { check: 'suds.seen', value: 'full' },
      ],
      'spill.suds',
    ],
  ] as const)('%s %#', (family, observations, fault) => {
    expect(best(family, [...observations])).toBe(fault)
  })

  it('a stop level clears the parts below it and points at those it crosses', () => {
    const view = leakView(
      visit('front-load', [...wet('hold'), { check: 'leak.stop-level', value: 150 }], {
        machine: { ...familyDefaults('front-load'), fillLevelMm: 200 },
      }),
    )
    const verdict = (id: string) => view.verdicts.find((v) => v.part.id === id)?.verdict
    expect(verdict('bellows')).toBe('crossed')
    expect(verdict('tub-seam')).toBe('crossed')
    expect(verdict('pump')).toBe('cleared')
    expect(verdict('sump-boot')).toBe('cleared')
    expect(verdict('tub-seal')).toBe('above')
    expect(view.suspects[0]?.fault).toBe('bellows.leak')
    expect(view.suspects.find((s) => s.fault === 'pump.seal-leak')?.share ?? 0).toBeLessThan(0.05)
  })

  it('measured heights move the blame: the same stop level with a bellows that lies higher', () => {
    const machine = {
      ...familyDefaults('front-load'),
      fillLevelMm: 200,
      partHeightsMm: { bellows: [230, 300] as const },
    }
    expect(best('front-load', [...wet('hold'), { check: 'leak.stop-level', value: 150 }], { machine })).toBe(
      'tub-seam.leak',
    )
  })

  it('water in two phases that no one leak explains is two leaks', () => {
    const view = leakView(
      visit('front-load', [
        ...wet('idle-taps-on', 'drain'),
        ...dry('hold', 'wash-motion'),
        { ...at('behind-at-taps'), phase: 'idle-taps-on' },
        { ...at('behind-at-drain-hose'), phase: 'drain' },
        { check: 'drain-hose.look', value: 'split' },
      ]),
    )
    expect(view.pair?.faults.sort()).toEqual(['drain-hose.leak', 'fill-hose.leak'])
    expect(view.pair?.probability).toBeGreaterThan(0.5)
    expect(
      view.suspects
        .slice(0, 2)
        .map((s) => s.fault)
        .sort(),
    ).toEqual(['drain-hose.leak', 'fill-hose.leak'])
  })

  it('everything dry and a tight tub is no leak', () => {
    const view = leakView(
      visit('top-load-pump', [
        ...dry(...LEAK_PHASES),
        { check: 'leak.cardboard', value: 'dry' },
        { check: 'complaint', value: 'routine' },
      ]),
    )
    expect(view.none).toBeGreaterThan(0.6)
  })

  it('says what speaks for and against, and names the wrong turn before it is taken', () => {
    const said = leakView(
      visit('top-load-motor-pump', [...wet('hold', 'wash-motion'), ...dry('fill'), at('tub-centre-under')]),
    )
    const shaft = said.suspects.find((s) => s.fault === 'shaft-seal.leak')
    expect(shaft?.speaksFor.map((r) => r.says)).toContain('Water under the tub’s centre.')
    expect(said.turns.map((t) => t.id)).toContain('weep-holes-first')
    // A trail is read in a minute from outside; of all that needs the machine tipped the weep holes come first.
    expect(said.looks.slice(0, 3).map((l) => l.id)).toContain('weep-holes')
    expect(said.looks.find((l) => l.acts.includes('tip'))?.id).toBe('weep-holes')
    const looked = leakView(
      visit('top-load-motor-pump', [
        ...wet('hold'),
        at('tub-centre-under'),
        { check: 'weep-holes', value: 'wet' },
      ]),
    )
    expect(looked.turns.map((t) => t.id)).not.toContain('weep-holes-first')
    expect(
      leakView(
        visit('front-load', [...wet('hold'), at('front-centre')], {
          history: { ...NO_HISTORY, opened: true },
        }),
      ).turns.map((t) => t.id),
    ).toEqual(expect.arrayContaining(['puddle-of-the-opening', 'lowest-is-not-highest']))
  })
})

describe('the past of the machine', () => {
  it('a bellows fitted last is out of line before it is torn, and the past is named among the reasons', () => {
    const seen = [...wet('wash-motion'), at('door')]
    const share = (lastRepair: 'none' | 'bellows') =>
      leakView(visit('front-load', seen, { history: { ...NO_HISTORY, lastRepair } })).suspects.find(
        (s) => s.fault === 'bellows.misaligned',
      )
    expect(share('bellows')?.present).toBeGreaterThan(2 * (share('none')?.present ?? 1))
    expect(share('bellows')?.speaksFor.map((r) => r.says)).toContain('The last repair was at the bellows.')
    expect(
      share('none')
        ?.speaksFor.map((r) => r.says)
        .join(),
    ).not.toContain('last repair')
  })
  it('an old machine makes its pump seal likelier, by the factor that is held of it', () => {
    const odds = (ageYears: number | null) => {
      const { suspects } = leakView(
        visit('front-load', [...wet('hold', 'drain'), at('front-left')], {
          history: { ...NO_HISTORY, ageYears },
        }),
      )
      const of = (fault: string) => suspects.find((s) => s.fault === fault)?.share ?? Number.NaN
      return of('pump.seal-leak') / of('filter-cap.leak')
    }
    expect(odds(12) / odds(null)).toBeGreaterThan(1.4)
    expect(odds(5)).toBeCloseTo(odds(null), 9)
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

describe('the next look', () => {
  const view = leakView(visit('top-load-motor-pump', [...wet('hold', 'wash-motion'), at('tub-centre-under')]))
  it('is never one that the state of the machine forbids', () => {
    const machine = familyDefaults('top-load-motor-pump')
    // Nothing is said of the machine: how full it is, whether it is plugged in.
    const unknown = machineState(new Map(), [])
    const { open, shut } = allowedLooks(view.looks, machine, unknown, Date.now())
    expect(shut.map(({ look }) => look.id)).toContain('weep-holes')
    expect(shut.find(({ look }) => look.id === 'weep-holes')?.gate.blocks.map((b) => b.field)).toContain(
      'water',
    )
    expect(open.flatMap((look) => look.acts)).not.toContain('tip')
    expect(open.length + shut.length).toBe(view.looks.length)
  })
  it('is not made twice, and pays for its minutes', () => {
    expect(view.looks.some((l) => l.what.kind === 'phase' && l.what.phase === 'hold')).toBe(false)
    const perMinute = view.looks.map((l) => l.gainBits / Math.max(0.5, l.minutes))
    expect([...perMinute].sort((a, b) => b - a)).toEqual(perMinute)
  })
})

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
})

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
