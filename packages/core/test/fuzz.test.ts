import { expect, it } from '@jest/globals'
import fc from 'fast-check'
import { analyseVisit } from '../src/files/analyseVisit.ts'
import { parseVisitFile, VisitFileError } from '../src/files/visitFile.ts'
import type { MarkWhat } from '../src/measure/plan/runMarks.ts'
import { analyseRun } from '../src/measure/verdict/analyseRun.ts'
import { makePlan } from './makePlan.ts'

const sound = {
  format: 'brendik-visit/1',
  machine: {
    family: 'front-load',
    tub: { diameter_mm: 540, depth_mm: 420, sump_l: 1.5, floor_mm: 25 },
    valve: { rated_l_min: 8, taps: ['cold'] },
    pump: { shutoff_head_m: 2.4, free_flow_l_min: 34 },
    drain_hose: { bore_mm: 19, length_m: 2.2, flap_valve: true },
  },
  site: {
    supply_kpa: { cold: 320, hot: null },
    standpipe_height_mm: 900,
    water_temp_c: 18,
    port_height_mm: 160,
  },
  runs: [
    {
      kind: 'drain',
      hose_end_mm: 900,
      source: 'hand',
      columns: ['t_s', 'level_mm'],
      rows: [
        [0, 120],
        [6, 104],
        [12, 91],
        [18, 76],
      ],
      events: [{ t_s: 0, what: 'pump-on' }],
    },
  ],
}

/** Paths of every leaf of a document. */
function leaves(value: unknown, path: (string | number)[] = []): (string | number)[][] {
  if (typeof value !== 'object' || value === null) return [path]
  return Object.entries(value).flatMap(([key, inner]) =>
    leaves(inner, [...path, Array.isArray(value) ? Number(key) : key]),
  )
}
function withLeaf(document: unknown, path: (string | number)[], leaf: unknown): unknown {
  const copy = structuredClone(document)
  let at = copy as Record<string | number, unknown>
  for (const key of path.slice(0, -1)) at = at[key] as Record<string | number, unknown>
  at[path.at(-1) as string | number] = leaf
  return copy
}
const junk = fc.oneof(
  fc.constantFrom(null, true, '', 'x', -1, 0, 1e12, -1e12, 0.5),
  fc.double({ noNaN: true, noDefaultInfinity: true }),
  fc.array(fc.integer(), { maxLength: 3 }),
)

it('answers any change of any value with a result or with the path of the value', () =>
  fc.assert(
    fc.property(fc.constantFrom(...leaves(sound)), junk, (path, leaf) => {
      const document = withLeaf(sound, path, leaf)
      try {
        const report = analyseVisit(parseVisitFile(document))
        expect(report.runs).toHaveLength(1)
      } catch (error) {
        expect(error).toBeInstanceOf(VisitFileError)
        // A row's cells and a tub's sides may be refused together; the path then leads to their parent.
        expect((error as VisitFileError).path.split('.').slice(0, 2)).toEqual(path.slice(0, 2).map(String))
      }
    }),
    { seed: 8, numRuns: 400 },
  ))
it('never crashes on JSON that is no visit at all', () =>
  fc.assert(
    fc.property(fc.jsonValue(), (value) => {
      expect(() => parseVisitFile(value)).toThrow(VisitFileError)
    }),
    { seed: 9, numRuns: 200 },
  ))

const mm = fc.oneof(
  { weight: 8, arbitrary: fc.integer({ min: -50, max: 600 }) },
  { weight: 1, arbitrary: fc.constant(Number.NaN) },
)
const anyReadings = fc.array(
  fc.tuple(fc.double({ min: 0, max: 600, noNaN: true }), mm, mm, fc.double({ min: 0, max: 60, noNaN: true })),
  { maxLength: 60 },
)
const anyMarks = fc.array(
  fc.record({
    tS: fc.double({ min: 0, max: 600, noNaN: true }),
    what: fc.constantFrom<MarkWhat>(
      'valve-open',
      'valve-closed',
      'pump-on',
      'pump-off',
      'air-drawn',
      'pump-silent',
      'leak-seen',
    ),
  }),
  { maxLength: 4 },
)
it('gives finite figures or none, and always a sentence, whatever was read and marked', () =>
  fc.assert(
    fc.property(
      fc.constantFrom('fill' as const, 'drain' as const),
      anyReadings,
      anyMarks,
      fc.constantFrom('hand' as const, 'stream' as const),
      (kind, rows, marks, source) => {
        const column = (at: 0 | 1 | 2 | 3) => Float64Array.from(rows, (row) => row[at])
        const said = analyseRun(
          makePlan(kind),
          { tS: column(0), levelMm: column(1), rulerMm: column(2), flowLMin: column(3) },
          marks,
          source,
        )
        for (const q of Object.values(said.quantities)) {
          expect([q.value, q.lo, q.hi].every(Number.isFinite)).toBe(true)
          expect(q.lo).toBeLessThanOrEqual(q.hi)
        }
        for (const figure of Object.values(said.saying))
          if (typeof figure === 'number') expect(Number.isFinite(figure)).toBe(true)
      },
    ),
    { seed: 10, numRuns: 150 },
  ))
