import { expect, it } from '@jest/globals'
import { CHECK_IDS, FAULT_IDS } from '../src/catalogue/catalogueIds.ts'
import { analyseVisit } from '../src/files/analyseVisit.ts'
import { parseVisitFile } from '../src/files/visitFile.ts'
import { RUN_KINDS } from '../src/measure/plan/runPlan.ts'

const tub = { diameter_mm: 540, depth_mm: 420, sump_l: 1.5, floor_mm: 25 }
const rows = [
  [0, 120],
  [6, 104],
  [12, 91],
  [18, 76],
  [24, 58],
  [30, 40],
]
const run = {
  kind: 'drain',
  hose_end_mm: 900,
  columns: ['t_s', 'level_mm'],
  rows,
  events: [
    { t_s: 0, what: 'pump-on' },
    { t_s: 38, what: 'air-drawn' },
  ],
}
const file = (change: object = {}) => ({
  format: 'brendik-visit/1',
  machine: { family: 'front-load', tub },
  site: { standpipe_height_mm: 900 },
  runs: [run],
  ...change,
})
const withRun = (change: object) => file({ runs: [{ ...run, ...change }] })
const analysed = (document: unknown) => analyseVisit(parseVisitFile(document))

it('answers a drain with ids, units and what cannot be told', () => {
  const [answer] = analysed(file()).runs
  expect(answer?.kind).toBe('drain')
  expect(answer?.quantities.flow_l_min?.value).toBeGreaterThan(10)
  expect(answer?.quantities.time_s?.value).toBe(38)
  expect(Object.keys(answer?.not_identifiable ?? {})).toEqual(['pump_head_m', 'path_resistance_ratio'])
  expect(answer?.expected?.time_s.mid).toBeGreaterThan(20)
})
it('answers every kind of run, with a quantity or with what would tell', () => {
  for (const kind of RUN_KINDS) {
    const report = analysed(withRun({ kind, hose_end_mm: kind === 'siphon' ? 20 : 900 }))
    const run = report.runs[0]
    expect(run?.kind).toBe(kind)
    const said = Object.keys(run?.quantities ?? {}).length + Object.keys(run?.not_identifiable ?? {}).length
    expect(said).toBeGreaterThan(0)
    for (const id of Object.keys(run?.quantities ?? {})) expect(run?.not_identifiable[id]).toBeUndefined()
  }
})
it('takes a first reading that was written down a moment before the start', () => {
  const early = analysed(withRun({ rows: [[-0.7, 121], ...rows.slice(1)] })).runs[0]?.quantities.flow_l_min
    ?.value
  expect(early).toBeGreaterThan(10)
})
it('keeps keys it does not know', () =>
  expect(parseVisitFile(file({ shop_note: 'second floor' }))).toMatchObject({ shop_note: 'second floor' }))
it('takes a file that leaves out all that is optional', () =>
  expect(
    analysed({ format: 'brendik-visit/1', machine: { family: 'top-load-belt', tub: { diameter_mm: 550 } } })
      .runs,
  ).toEqual([]))

// Each message names the path of the offending value, what was expected and what came.
it.each<[string, unknown, RegExp]>([
  ['another format', file({ format: 'x/2' }), /^format: .*brendik-visit\/1/],
  ['an unknown family', file({ machine: { family: 'twin-tub', tub } }), /^machine\.family: .*got "twin-tub"/],
  [
    'an impossible tub',
    file({ machine: { family: 'front-load', tub: { ...tub, diameter_mm: 54 } } }),
    /^machine\.tub\.diameter_mm: expected 200\.\.1200 mm, got 54$/,
  ],
  ['an unknown run kind', withRun({ kind: 'boil' }), /^runs\.0\.kind: /],
  ['an unknown event', withRun({ events: [{ t_s: 0, what: 'bang' }] }), /^runs\.0\.events\.0\.what: /],
  [
    'a negative time',
    withRun({ rows: [[-5, 120]] }),
    /^runs\.0\.rows\.0\.0: t_s: expected -2\.\.1000000 s, got -5$/,
  ],
  [
    'a level above the tub',
    withRun({
      rows: [
        [0, 120],
        [5, 900],
      ],
    }),
    /^runs\.0\.rows\.1\.1: level_mm: expected a level inside the tub, at most 565 mm, got 900$/,
  ],
  ['a short row', withRun({ rows: [[0]] }), /^runs\.0\.rows\.0: expected 2 values, got 1$/],
  [
    'text for a number',
    withRun({ rows: [[0, '120']] }),
    /^runs\.0\.rows\.0\.1: level_mm: expected -300\.\.1500 mm, got "120"$/,
  ],
  ['no time column', withRun({ columns: ['level_mm'], rows: [] }), /^runs\.0\.columns: expected t_s/],
  [
    'an unknown check',
    file({ observations: [{ check: 'sniff', value: 'yes' }] }),
    /^observations\.0\.check: /,
  ],
  [
    'a date without a zone',
    withRun({ started_at: '2026-03-02 09:14' }),
    /^runs\.0\.started_at: expected a time as RFC 3339/,
  ],
  ['no object at all', 7, /expected/i],
])('refuses %s', (_what, document, message) => expect(() => analysed(document)).toThrow(message))
it('holds every id of the catalogue once', () => {
  expect(new Set(FAULT_IDS).size).toBe(66)
  expect(new Set(CHECK_IDS).size).toBe(CHECK_IDS.length)
})
