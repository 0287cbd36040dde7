import { readdirSync, readFileSync } from 'node:fs'
import { expect, it } from '@jest/globals'
import { factsOfVisitFile, type VisitFacts } from '../src/contract/visitFacts.ts'
import { asItCame, comparePieces, fileOfFacts, readOtherwise } from '../src/contract/visitFileIn.ts'
import { analyseVisit } from '../src/files/analyseVisit.ts'
import { parseVisitFile, readVisitFile, type VisitFile } from '../src/files/visitFile.ts'

const FOLDER = new URL('./fixtures/visitFiles/', import.meta.url)
const RELEASED = readdirSync(FOLDER).filter((name) => name.endsWith('.json'))
const released = (name: string): unknown => JSON.parse(readFileSync(new URL(name, FOLDER), 'utf8'))

/** Ids as a server makes them of names: any that are always the same. */
const idOf = (name: string) => {
  let hash = 2166136261
  const word = (salt: string) => {
    for (const char of salt + name) hash = Math.imul(hash ^ char.charCodeAt(0), 16777619) >>> 0
    return hash.toString(16).padStart(8, '0')
  }
  const hex = word('a') + word('b') + word('c') + word('d')
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-5${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`
}
const asked = { idOf, baseMs: Date.UTC(2026, 10, 3, 9), names: { machine: 'a machine', site: 'a place' } }
const factsOf = (document: unknown) => factsOfVisitFile(parseVisitFile(document), asked)
/** What is stored of facts, through the text that a file is. */
const stored = (facts: VisitFacts): VisitFile =>
  parseVisitFile(JSON.parse(JSON.stringify(fileOfFacts(facts))))

it('has the files of every release, and the example of the format', () =>
  expect(RELEASED.sort()).toEqual([
    '0.1.0-by-hand.json',
    '0.1.0-repaired.json',
    '0.1.0-streamed.json',
    'format.json',
  ]))

it.each(RELEASED)('%s is read, and is the same when it goes out and comes in again', (name) => {
  const document = released(name)
  const first = stored(factsOf(document))
  expect(first.runs.length).toBe(parseVisitFile(document).runs.length)
  const again = stored(factsOf(JSON.parse(JSON.stringify(first))))
  expect(again).toEqual(first)
  const pieces = comparePieces(first, again, first, { machine: first, site: first })
  expect(pieces.filter(({ fate }) => fate !== 'same')).toEqual([])
  expect(readOtherwise(first, again, idOf)).toEqual([])
})

it.each(RELEASED)('%s weighs the same once it is stored', (name) => {
  const document = released(name)
  const figures = (file: VisitFile) =>
    analyseVisit(file).runs.map(({ kind, verdict, quantities }) => [
      kind,
      verdict,
      Object.entries(quantities).map(([id, { value }]) => [id, expect.closeTo(value, 2)]),
    ])
  const before = analyseVisit(parseVisitFile(document)).runs.map(({ kind, verdict, quantities }) => [
    kind,
    verdict,
    Object.entries(quantities).map(([id, { value }]) => [id, value]),
  ])
  expect(before).toEqual(figures(stored(factsOf(document))))
})

it.each(RELEASED)('%s goes out as it came, with keys that nobody knows', (name) => {
  const document = { ...(released(name) as object), shop_note: { floor: 2 } }
  const raw = document as unknown as VisitFile & Record<string, unknown>
  const came = stored(factsOf(document))
  expect(asItCame(raw, came, came, idOf)).toEqual(raw)
  // Something is seen afterwards: that is added, and all else stays as it came.
  const facts = factsOf(document)
  const seen = {
    type: 'observed' as const,
    id: idOf('later'),
    atMs: asked.baseMs,
    check: 'pump.sound' as const,
    value: 'runs',
    tap: null,
    levelMm: null,
  }
  const out = asItCame(
    raw,
    came,
    stored({ ...facts, observations: [...facts.observations, seen] }),
    idOf,
  ) as unknown as VisitFile & {
    shop_note: unknown
  }
  expect(out.shop_note).toEqual({ floor: 2 })
  expect(out.observations).toHaveLength(raw.observations.length + 1)
  expect(out.machine).toEqual(raw.machine)
  expect(out.runs.map(({ id: _id, ...run }) => run)).toEqual(raw.runs)
  // Brought in again it is the same visit, whatever the file is made of by now.
  expect(factsOf(JSON.parse(JSON.stringify(out))).visitId).toBe(facts.visitId)
  expect(factsOf(out).runs.map(({ id }) => id)).toEqual(facts.runs.map(({ id }) => id))
})

const small = (change: object = {}) => ({
  format: 'brendik-visit/1',
  machine: { family: 'front-load', tub: { diameter_mm: 540 } },
  runs: [
    {
      kind: 'drain',
      hose_end_mm: 900,
      columns: ['t_s', 'level_mm'],
      rows: [
        [0, 120],
        [12, 91],
        [30, 40],
      ],
      events: [
        { t_s: 0, what: 'pump-on' },
        { t_s: 38, what: 'air-drawn' },
      ],
    },
  ],
  observations: [{ check: 'pump.sound', value: 'runs' }],
  ...change,
})

it('what has no date comes before the first act, and keeps its order', () => {
  const { runs, observations, entries } = factsOf(
    small({
      acts: [{ at: '2026-03-02T10:00:00Z', what: 'cleared', part: 'outer-drain-hose', showed: 'as-thought' }],
    }),
  )
  const act = Date.UTC(2026, 2, 2, 10)
  expect(observations[0]?.atMs).toBeLessThan(act)
  expect(runs[0]?.events.at(-1)?.atMs).toBeLessThan(act)
  expect(entries.map(({ topic, value }) => [topic.slice(0, 7), value])).toEqual([
    [expect.stringMatching(/^act:/), 'cleared outer-drain-hose'],
    ['showed:', 'as-thought'],
  ])
})

it('says what is new, what is the same, what would be written over and what contradicts', () => {
  const machine = {
    family: 'front-load',
    tub: { diameter_mm: 540 },
    valve: { rated_l_min: 8, taps: ['cold'] },
  }
  const before = stored(factsOf(small({ machine })))
  const later = parseVisitFile(
    small({
      machine: { ...machine, valve: { rated_l_min: 9, taps: ['cold'] } },
      observations: [
        { check: 'pump.sound', value: 'hum' },
        { check: 'impeller.feel', value: 'jammed' },
      ],
    }),
  )
  const comes = fileOfFacts(factsOfVisitFile(later, asked))
  const pieces = comparePieces(later, comes, before, { machine: before, site: before })
  expect(pieces.map(({ kind, fate }) => [kind, fate])).toEqual([
    ['site', 'same'],
    ['machine', 'change'],
    ['visit', 'same'],
    ['run', 'same'],
    ['look', 'differs'],
    ['look', 'new'],
  ])
  expect(pieces[1]?.fields).toEqual([{ path: 'valve.rated_l_min', was: 8, now: 9 }])
})

it('what is taken otherwise than it was said is told', () => {
  const document = parseVisitFile(
    small({
      machine: { family: 'front-load', label: ' Row 3 ', pump: { supply_v: 115 }, tub: { diameter_mm: 540 } },
      runs: [{ kind: 'hold', columns: ['t_s'], rows: [] }],
    }),
  )
  expect(readOtherwise(document, fileOfFacts(factsOfVisitFile(document, asked)), idOf)).toEqual([
    { path: 'machine.pump.supply_v', said: 115, taken: 120 },
    { path: 'runs.0', said: 'hold', taken: null },
  ])
})

it('names every problem of a file, not the first alone', () => {
  const { file, problems } = readVisitFile(
    small({
      machine: { family: 'front', tub: { diameter_mm: 54 } },
      observations: [{ check: 'pump.sond', value: 1 }],
    }),
    50,
  )
  expect(file).toBeNull()
  expect(problems.map(({ path }) => path.join('.'))).toEqual([
    'machine.family',
    'machine.tub.diameter_mm',
    'observations.0.check',
  ])
})

it('takes ten hours at ten a second, in blocks of a day at most', () => {
  const rows = Array.from({ length: 360_000 }, (_, n) => [n / 10, 100 - n / 10_000])
  const { runs } = factsOf(
    small({ runs: [{ kind: 'hold', source: 'stream', columns: ['t_s', 'level_mm'], rows }] }),
  )
  expect(runs[0]?.blocks.reduce((sum, { atMs }) => sum + atMs.length, 0)).toBe(360_000)
  expect(runs[0]?.events.at(-1)?.atMs).toBe((runs[0]?.blocks[0]?.atMs[0] ?? 0) + 35_999_900)
})

it('refuses a day that there is none of, and reads the second that is put in', () => {
  const seen = (at: string) =>
    readVisitFile(small({ observations: [{ check: 'pump.sound', value: 'runs', at }] }), 5)
  for (const at of ['2026-02-29T10:00:00Z', '2026-04-31T10:00:00Z', '1900-02-29T10:00:00Z'])
    expect(seen(at).problems).toEqual([
      { path: ['observations', 0, 'at'], problem: `expected a day that there is, got "${at}"` },
    ])
  expect(seen('2028-02-29T10:00:00Z').problems).toEqual([])
  const leap = factsOf(
    small({ observations: [{ check: 'pump.sound', value: 'runs', at: '2016-12-31T23:59:60Z' }] }),
  )
  expect(leap.observations[0]?.atMs).toBe(Date.UTC(2017, 0, 1))
})
