import { describe, expect, it } from '@jest/globals'
import { analyseVisit } from '../src/files/analyseVisit.ts'
import { diagnoseVisit } from '../src/files/diagnoseVisit.ts'
import { parseVisitFile } from '../src/files/visitFile.ts'

// What people and loggers write down when the clock, the hand or the cable plays them a trick.
type Row = (number | null)[]
const visitWith = (run: object) =>
  parseVisitFile({
    format: 'brendik-visit/1',
    machine: {
      family: 'front-load',
      tub: { diameter_mm: 540, depth_mm: 420, sump_l: 1.5, floor_mm: 25 },
      valve: { rated_l_min: 8, taps: ['cold'] },
    },
    site: { supply_kpa: { cold: 320 }, standpipe_height_mm: 900, water_temp_c: 18, port_height_mm: 160 },
    runs: [{ source: 'hand', columns: ['t_s', 'level_mm', 'ruler_mm', 'flow_l_min'], ...run }],
  })
const rows = (count: number, row: (i: number) => Row): Row[] =>
  Array.from({ length: count }, (_, i) => row(i))
const level = (timeS: (i: number) => number, mm: (i: number) => number, count = 12) =>
  rows(count, (i) => [timeS(i), mm(i), null, null])
const steps = (i: number) => i * 5
const falls = (i: number) => 120 - i * 6

const SHAPES: Record<string, Row[]> = {
  empty: [],
  'one reading': [[0, 100, null, null]],
  'two of one time': level(() => 0, falls, 2),
  'nothing but times': rows(8, (i) => [i * 5, null, null, null]),
  'all of one time': level(() => 0, falls, 8),
  'two of each time': level((i) => Math.floor(i / 2) * 5, falls, 16),
  'half of one time': level((i) => (i < 5 ? 0 : i * 5), falls, 10),
  'newest first': level((i) => 60 - i * 5, falls),
  'one too early': level((i) => (i === 6 ? 10 : i * 5), falls),
  'a clock set back': level((i) => (i % 6) * 5, falls),
  standing: level(steps, () => 100),
  rising: level(steps, (i) => 20 + i * 8),
  falling: level(steps, falls),
  'a jump': level(steps, (i) => (i < 6 ? 100 : 20)),
  'to and fro': level(steps, (i) => (i % 2 ? 100 : 20)),
  'within a millisecond': level(
    (i) => i * 1e-4,
    (i) => 100 - i,
  ),
  'over days': level((i) => i * 9e4, falls),
  'days after the start': level((i) => 9e5 + i * 5, falls),
  'as far as a level goes': level(steps, (i) => (i % 2 ? 560 : -60)),
  'a meter alone': rows(12, (i) => [i * 5, null, null, 8]),
  'a meter that stands': rows(12, (i) => [i * 5, null, null, 0]),
  'a meter that stands while it fills': rows(12, (i) => [i * 5, 20 + i * 8, null, 0]),
  'a meter that runs while nothing rises': rows(12, (i) => [i * 5, 100, null, 200]),
  'ruler against display': rows(12, (i) => [i * 5, 120 - i * 8, 20 + i * 8, null]),
  'an hour without': [
    [0, 120, null, null],
    [5, 110, null, null],
    [4000, 20, null, null],
    [4005, 10, null, null],
  ],
}
const MARKS = {
  'no marks': [],
  'a start': ['pump-on', 'valve-open'].map((what) => ({ t_s: 0, what })),
  'an end before the start': [
    ...['pump-on', 'valve-open'].map((what) => ({ t_s: 60, what })),
    ...['pump-off', 'valve-closed'].map((what) => ({ t_s: 0, what })),
  ],
}
const KINDS = ['fill', 'hold', 'drain', 'idle', 'after-drain', 'siphon', 'motion', 'spin'] as const

/** Places of an answer where a figure was promised and none is. */
function holes(value: unknown, path = ''): string[] {
  if (typeof value === 'number') return Number.isFinite(value) ? [] : [`${path} = ${value}`]
  if (value === null || typeof value !== 'object') return []
  return Object.entries(value).flatMap(([key, one]) => holes(one, `${path}.${key}`))
}

describe.each(Object.entries(SHAPES))('a run with %s', (_name, shape) => {
  it('is answered with finite figures and a sentence, or with what it cannot tell, whatever its kind and marks', () => {
    for (const kind of KINDS)
      for (const [marks, events] of Object.entries(MARKS)) {
        const visit = visitWith({
          kind,
          rows: shape,
          events,
          ...(kind === 'drain' || kind === 'siphon' ? { hose_end_mm: 900 } : {}),
        })
        const answer = analyseVisit(visit)
        const of = `${kind}, ${marks}`
        expect([of, holes(answer)]).toEqual([of, []])
        if (events.length === 0) expect([of, holes(diagnoseVisit(visit, { looks: false }))]).toEqual([of, []])
        expect([of, answer.runs[0]?.saying.kind]).toEqual([of, kind])
        expect(JSON.stringify(answer)).not.toMatch(/NaN|Infinity|undefined/)
      }
  })
})

it('says of each run what is odd about its times', () => {
  const notes = (shape: string, events: object[] = []) => {
    const [run] = analyseVisit(
      visitWith({ kind: 'drain', hose_end_mm: 900, rows: SHAPES[shape], events }),
    ).runs
    return [run?.saying.code, ...(run?.notes ?? []).map((note) => note.id)]
  }
  expect(notes('all of one time')).toContain('one-instant')
  expect(notes('two of each time')).toContain('note.same-time')
  expect(notes('newest first')).toContain('note.newest-first')
  expect(notes('one too early')).toContain('note.out-of-order')
  expect(notes('a clock set back')).toContain('note.clock-jump')
  expect(notes('empty')).toContain('no-end')
  expect(notes('falling', MARKS['an end before the start'])).toContain('note.end-before-start')
  expect(notes('falling', MARKS['a start']).slice(1)).toEqual([])
})
