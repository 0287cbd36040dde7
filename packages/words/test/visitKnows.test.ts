import { analyseVisit, leakView, NO_HISTORY, parseVisitFile } from '@brendik/core'
import { expect, it } from '@jest/globals'
import { judgeVisit } from '../../core/src/files/analyseVisit.ts'
import { answerOfVisit, makeWords } from '../src/index.ts'

// What people really do with seven ordinary faults, as visit files; the words are those the technician reads.

const MACHINE = {
  family: 'top-load-pump',
  label: 'made up',
  tub: { diameter_mm: 550, depth_mm: 420, sump_l: 1, floor_mm: 0 },
  valve: { rated_l_min: 9, taps: ['cold', 'hot'] },
  pump: { shutoff_head_m: 2.4, free_flow_l_min: 36 },
  fill_level_mm: 280,
}
const SITE = { supply_kpa: { cold: 320, hot: 320 }, standpipe_height_mm: 900, port_height_mm: 220 }
const LITRES_PER_MM = 0.2305
const rowsOf = (level: (t: number) => number, endS: number, everyS = 10) =>
  Array.from({ length: Math.floor(endS / everyS) + 1 }, (_, i) => [i * everyS, Math.round(level(i * everyS))])
const fill = (tap: string, lMin: number, change: object = {}) => ({
  kind: 'fill',
  taps: [tap],
  columns: ['t_s', 'ruler_mm'],
  rows: rowsOf((t) => 30 + (lMin / 60 / LITRES_PER_MM) * t, 120),
  events: [{ t_s: 0, what: 'valve-open' }],
  ...change,
})
const hold = (level: (t: number) => number, change: object = {}) => ({
  kind: 'hold',
  hose_end_mm: 900,
  columns: ['t_s', 'ruler_mm'],
  rows: rowsOf(level, 600, 60),
  ...change,
})
const said = (runs: object[], observations: object[] = [], more: object = {}) => {
  const report = answerOfVisit(
    makeWords('en', 'metric'),
    analyseVisit(
      parseVisitFile({
        format: 'brendik-visit/1',
        machine: MACHINE,
        site: SITE,
        runs,
        observations,
        ...more,
      }),
    ),
  )
  return { ...report, words: report.combined.reason, each: report.runs.map((run) => run.reason) }
}
const look = (check: string, value: string | number, more: object = {}) => ({ check, value, ...more })

it('keeps screens, taps and hoses on their own side: grit on cold is no clean screen on hot', () => {
  const runs = [fill('cold', 4), fill('hot', 9)]
  const buckets = [look('tap.bucket', 23, { tap: 'cold' }), look('hose-end.bucket', 20, { tap: 'cold' })]
  const { words, combined } = said(runs, [
    ...buckets,
    look('screens.look', 'grit', { tap: 'cold' }),
    look('screens.look', 'clean', { tap: 'hot' }),
  ])
  expect(combined.verdicts.fill).toBe('inlet-screen.clogged')
  expect(words).toMatch(/cold screen is dirty: clean it, then time the cold fill again/)
  expect(words).not.toMatch(/valve restricted/)
})
it('does not pass over a tap seen part shut', () => {
  const { combined } = said([fill('cold', 5)], [look('tap.look', 'part-shut', { tap: 'cold' })])
  expect(combined.verdicts.fill).toBe('tap.part-shut')
})
it('asks what this pressure gives and what a sound house gives, and blames the supply', () => {
  const site = { ...SITE, supply_kpa: { cold: 37, hot: 37 } }
  const { runs, combined, words } = said([fill('cold', 4.6), fill('hot', 4.6)], [], { site })
  expect(runs[0]?.verdict).toBe('slow')
  expect(runs[0]?.reason).toMatch(/what this pressure gives .* but a sound house gives/)
  expect(combined.verdicts.fill).toBe('supply.low-pressure')
  expect(words).not.toMatch(/gives what it should/)
})
it('offers water that leaves while it fills where the hose is pushed too deep, net against gross by the meter', () => {
  const run = fill('cold', 4, {
    columns: ['t_s', 'ruler_mm', 'flow_l_min'],
    rows: rowsOf((t) => 30 + (4 / 60 / LITRES_PER_MM) * t, 120).map((row) => [...row, 9]),
  })
  const { combined, words } = said([run], [look('drain-hose.look', 'pushed-too-deep')])
  expect(combined.verdicts.fill).toBe('standpipe.siphon')
  expect(words).toMatch(/Water leaves while it fills/)
  expect(words).toMatch(/the rest leaves by the hose/)
})
it('prints no height of a leak where a siphon is the answer, and the same litres an hour twice', () => {
  const falls = (t: number) => 280 - 90 * (1 - Math.exp(-t / 200))
  const { words, runs, each, combined } = said([
    hold(falls),
    hold(falls),
    hold(() => 280, { hose_end_mm: 1500 }),
  ])
  expect(combined.verdicts.hold).toBe('siphon')
  expect(combined.quantities.leak_height_mm).toBeUndefined()
  for (const run of runs) expect(run.quantities.leak_height_mm).toBeUndefined()
  const perHour = /([\d.]+) L\/h/.exec(words)?.[1]
  expect(each[0]).toContain(`${perHour} L/h`)
  expect(each[0]).not.toMatch(/look alike/)
})
it('names on the ladder the litres an hour that the visit states', () => {
  const leaks = (t: number) => 280 - 40 * (1 - Math.exp(-t / 300))
  const runs = [hold(leaks), hold(leaks), hold(leaks, { hose_end_mm: 1500 })]
  const perHour = /about ([\d.]+ L\/h)/.exec(said(runs).words)?.[1]
  const file = { format: 'brendik-visit/1', machine: MACHINE, site: SITE, runs }
  const { judged, ...visit } = judgeVisit(parseVisitFile(file))
  const seen = {
    history: NO_HISTORY,
    leakSeen: [],
    panelsOpen: false,
    circuits: { supplyV: null, windingOhm: null },
  }
  const ladder = leakView({ ...visit, ...seen, runs: judged }).suspects.flatMap((suspect) =>
    [...suspect.speaksFor, ...suspect.speaksAgainst].map(({ says }) => makeWords('en', 'metric').say(says)),
  )
  expect(ladder).toContain(`The level falls: ${perHour}.`)
})
it('does not say that causes look alike under holds that told them apart', () => {
  const leaks = (t: number) => 280 - t / 20
  const { each, combined } = said([hold(leaks), hold(leaks), hold(leaks, { hose_end_mm: 1500 })])
  expect(combined.verdicts.hold).toBe('leak')
  for (const words of each) expect(words).not.toMatch(/look alike/)
})

const cutOut = {
  kind: 'drain',
  hose_end_mm: 900,
  start_level_mm: 280,
  columns: ['t_s', 'ruler_mm'],
  rows: rowsOf((t) => 280 - 1.6 * Math.min(t, 22), 60, 5),
  events: [
    { t_s: 0, what: 'pump-on' },
    { t_s: 22, what: 'pump-silent' },
    { t_s: 60, what: 'pump-off' },
  ],
}
it('makes one conclusion of a stop, silence and a voltage that is still there: it fails under load', () => {
  const { words, each, combined } = said(
    [cutOut],
    [look('pump.winding', 15), look('pump.voltage', 119), look('stream.look', 'stops')],
  )
  expect(combined.verdicts.pump).toBe('fails-under-load')
  expect(words).toMatch(/fails under load: it stops after 2[1-4] s/)
  expect(words).not.toMatch(/sound pump/)
  expect(each[0]).not.toMatch(/listen whether/)
  expect(each[0]).toMatch(/stood still at 24[3-7] mm/)
})
it('asks for the voltage where it is not known, and blames what feeds it where it is gone', () => {
  expect(said([cutOut]).words).toMatch(/measure the voltage at the pump/)
  expect(said([cutOut], [look('pump.voltage', 2)]).words).toMatch(/no voltage reaches it/)
})
it('takes a pump that buzzes, is fed and does not turn for jammed, not bad', () => {
  const still = { ...cutOut, rows: rowsOf(() => 280, 60), events: [{ t_s: 0, what: 'pump-on' }] }
  const { words, combined } = said(
    [still],
    [look('pump.sound', 'buzz-in-bursts'), look('impeller.feel', 'jammed'), look('pump.voltage', 118)],
  )
  expect(combined.verdicts.pump).toBe('jammed')
  expect(words).toMatch(/clear what holds the impeller, then time the drain again/)
  expect(words).not.toMatch(/lift test/)
})
it('does not call a fill good that went on beyond where the machine closes', () => {
  const over = fill('cold', 9, {
    rows: rowsOf((t) => 30 + (9 / 60 / LITRES_PER_MM) * t, 485, 15),
    events: [
      { t_s: 0, what: 'valve-open' },
      { t_s: 485, what: 'valve-closed' },
    ],
  })
  const { runs } = said([over])
  expect(runs[0]?.verdict).toBe('rising')
  expect(runs[0]?.reason).toMatch(/above where it should close/)
})
it('weighs no pump against the path in foam, in a drain that backs up, or one that stops', () => {
  const slow = (z: number) => ({
    kind: 'drain',
    hose_end_mm: z,
    columns: ['t_s', 'ruler_mm'],
    rows: rowsOf((t) => 280 - (z > 600 ? 0.55 : 0.95) * t, 200),
    events: [{ t_s: 0, what: 'pump-on' }],
  })
  const two = [slow(900), slow(400)]
  expect(said(two).combined.verdicts.drain).toBe('pump-weak')
  for (const seen of [
    look('suds.seen', 'full'),
    look('stream.look', 'foamy'),
    look('standpipe.backs-up', 'yes'),
  ]) {
    const { combined, words } = said(two, [seen])
    expect(combined.verdicts.drain).toBe('undecided')
    expect(words).not.toMatch(/pump is weak/)
  }
})
it('reconciles what the jug caught with what the level showed, or says that they disagree', () => {
  const after = (back: number) => ({
    kind: 'after-drain',
    columns: ['t_s', 'ruler_mm'],
    rows: [
      [0, 60],
      [10, 60 + back],
      [20, 60 + back],
    ],
    events: [{ t_s: 0, what: 'pump-off' }],
  })
  expect(said([after(4)], [look('drain.caught-back', 0.9)]).words).toMatch(/0\.90 L run back/)
  expect(said([after(22)], [look('drain.caught-back', 0.9)]).words).toMatch(/they disagree/)
})
it('takes what nobody said of a joint pulled off for no evidence, and a gush from the pump with water inside for one', () => {
  const { words } = said([], [look('hose-off-at-pump', 'nothing')])
  expect(words).not.toMatch(/reaches the pump/)
})
it('follows started_at, not the place in the file', () => {
  const dated = (run: object, hour: number) => ({ ...run, started_at: `2026-03-02T0${hour}:00:00Z` })
  const acts = [{ at: '2026-03-02T08:30:00Z', what: 'cleaned', part: 'inlet-screen', tap: 'cold' }]
  const [slow, good] = [dated(fill('cold', 4), 8), dated(fill('cold', 9), 9)]
  expect(said([good, slow], [], { acts }).combined.verdicts.fill).toBe('none')
  expect(said([slow, good], [], { acts }).combined.verdicts.fill).toBe('none')
  expect(said([good, slow], [], { acts }).words).toMatch(/Since the cold inlet screen was cleaned/)
})
it('puts rows newest first in order, and explains rows of one time, run by run', () => {
  const back = fill('cold', 9)
  back.rows = [...back.rows].reverse()
  const once = fill('hot', 9, { rows: [0, 1, 2, 3, 4, 5, 6, 7, 8].map((i) => [30, 100 + i]) })
  const { runs } = said([back, once])
  expect(runs[0]?.quantities.flow_l_min?.value).toBeGreaterThan(8)
  expect(runs[0]?.notes.join(' ')).toMatch(/newest first/)
  expect(runs[1]?.reason).toMatch(/carry the same time/)
  for (const kind of ['drain', 'hold', 'idle', 'siphon', 'after-drain', 'motion', 'spin'])
    expect(() => said([{ ...once, kind }])).not.toThrow()
})

it.each([
  ['five good ruler levels beside one of the display', [[30, 200]]],
  [
    'three zeros of a display whose hose is off',
    [
      [0, 0],
      [60, 0],
      [120, 0],
    ],
  ],
] as const)('lets the ruler decide: %s', (_, shown) => {
  const level = (t: number) => Math.round(280 - 1.55 * t)
  const ruler = [0, 30, 60, 90, 120].map((t) => [t, level(t)])
  const rows = [
    ...ruler.map(([t, mm]) => [t, shown.find((s) => s[0] === t)?.[1] ?? null, mm]),
    ...shown.filter((s) => !ruler.some(([t]) => t === s[0])).map(([t, mm]) => [t, mm, null]),
  ]
  const run = {
    kind: 'drain',
    hose_end_mm: 900,
    columns: ['t_s', 'level_mm', 'ruler_mm'],
    rows,
    events: [{ t_s: 0, what: 'pump-on' }],
  }
  const { runs } = said([run])
  expect(runs[0]?.verdict).toBe('within')
  expect(runs[0]?.quantities.flow_l_min?.value).toBeCloseTo(1.55 * 60 * LITRES_PER_MM, -0.5)
  expect(runs[0]?.notes.join(' ')).toMatch(/ruler/)
})

it('asks what was done between two runs that contradict each other, and weighs neither until it is said', () => {
  const drain = (lMin: number, change: object = {}) => ({
    kind: 'drain',
    hose_end_mm: 900,
    columns: ['t_s', 'ruler_mm'],
    rows: rowsOf((t) => 280 - (lMin / 60 / LITRES_PER_MM) * t, 150),
    events: [{ t_s: 0, what: 'pump-on' }],
    ...change,
  })
  const early = { started_at: '2026-03-02T09:00:00Z' }
  const late = { started_at: '2026-03-02T09:40:00Z' }
  const apart = said([fill('cold', 4, early), fill('cold', 9, late), drain(11, early), drain(22, late)])
  expect(apart.words).toMatch(/Two cold fills differ: the second runs at 2[12]\d % of the first/)
  expect(apart.words).toMatch(
    /Two drains at one height differ: the second runs at (19|20|21)\d % of the first/,
  )
  expect(apart.words).not.toMatch(/gives what it should|cannot be told from sound|is restricted|is weak/)
  expect(apart.combined.verdicts).not.toHaveProperty('fill')
  expect(apart.combined.not_identifiable.pump_head_m).toMatch(/enter what was done in between/)
  const acts = ['outer-drain-hose', 'inlet-screen'].map((part) => ({
    at: '2026-03-02T09:20:00Z',
    what: 'cleaned',
    part,
  }))
  const told = said([fill('cold', 4, early), fill('cold', 9, late), drain(11, early), drain(22, late)], [], {
    acts,
  })
  expect(told.words).not.toMatch(/differ/)
  expect(told.words).toMatch(
    /Since the inlet screen was cleaned, the cold fill is 2\.[23] times as fast as before/,
  )
  // Runs that differ by what a warm pump or the house's pressure does are no contradiction.
  expect(said([fill('cold', 8.4), fill('cold', 9), drain(20), drain(22)]).words).not.toMatch(/differ/)
})
it('leaves out the one fill of three that does not fit the others, by name', () => {
  const { words, combined } = said([fill('cold', 4), fill('cold', 9), fill('cold', 9.1)])
  expect(words).toMatch(/One cold fill, at 4\d % of what the rest shows, does not fit it and is left out/)
  expect(combined.verdicts.fill).toBe('none')
})
it('lets a short fill by hand overturn no whole one: it is left out by name', () => {
  const short = fill('cold', 4, {
    rows: rowsOf((t) => 200 + (4 / 60 / LITRES_PER_MM) * t, 60),
  })
  const { words, combined } = said([fill('cold', 9), short])
  expect(words).toMatch(/One cold fill, at \d+ % of what the rest shows, does not fit it and is left out/)
  expect(combined.verdicts.fill).toBe('none')
})
it('takes a run timed from an unknown level for no evidence, and calls nothing inside a band that it lies beside', () => {
  const { fill_level_mm: _level, ...machine } = MACHINE
  const timed = {
    kind: 'drain',
    hose_end_mm: 900,
    columns: ['t_s', 'ruler_mm'],
    rows: [],
    events: [
      { t_s: 0, what: 'pump-on' },
      { t_s: 170, what: 'air-drawn' },
    ],
  }
  const { combined, runs, words } = said([timed], [], { machine })
  expect(runs[0]?.verdict).toBe('not-identifiable')
  expect(combined.verdicts).not.toHaveProperty('drain')
  expect(words).not.toMatch(/sound/)
  const near = said([fill('cold', 8)]).runs[0]
  expect(near?.verdict).toBe('within')
  const [lo, flow] = [near?.expected?.flow_l_min.lo ?? 0, near?.quantities.flow_l_min?.value ?? 0]
  expect(near?.reason).toMatch(
    flow < lo ? /too near the expected .* to be called slow/ : /inside the expected/,
  )
})
const steadily = [0, 20, 40, 60, 80, 100].map((t) => [t, Math.round(280 - 1.65 * t)])
it.each([
  ['at the end of a drain', 'drain', [...steadily, ...[113, 114, 112, 113, 114, 113].map((mm) => [300, mm])]],
  [
    'as it starts',
    'drain',
    [[0, 280], [0, 281], [0, 280], ...[14, 28, 28, 32, 41, 41, 53, 61].map((t) => [t, 228])],
  ],
  [
    'in both halves of a fill',
    'fill',
    [
      [15, 36],
      [15, 38],
      [15, 38],
      [15, 38],
      [16, 40],
      [33, 51],
      [33, 50],
      [33, 48],
    ],
  ],
])('takes several levels read at one instant %s for what they are, not for an error', (_when, kind, rows) => {
  const { runs } = said([{ kind, columns: ['t_s', 'ruler_mm'], rows, events: [] }])
  expect(runs[0]?.reason.length).toBeGreaterThan(10)
})
