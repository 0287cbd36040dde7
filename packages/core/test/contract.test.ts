import { expect, it } from '@jest/globals'
import * as v from 'valibot'
import {
  ingestSchema,
  machineSpecSchema,
  postEventsSchema,
  putSiteSchema,
} from '../src/contract/specSchemas.ts'
import { carried } from './carried.ts'
import { KNOWN_MACHINE, KNOWN_SITE, makePlan } from './makePlan.ts'

const id = '3f0c9a52-5a0e-4c55-9d6e-0d2f6d1f7a11'
function firstProblem(schema: v.GenericSchema, input: unknown): string {
  const issue = v.safeParse(schema, input).issues?.[0]
  return issue ? `${v.getDotPath(issue)}: ${carried(issue.message)}` : 'none'
}
const planned = (change: object) => ({
  visitId: id,
  events: [{ type: 'planned', id, atMs: 1, instrumentId: null, plan: { ...makePlan('drain'), ...change } }],
})

it('takes what the app itself makes', () => {
  expect(firstProblem(machineSpecSchema, KNOWN_MACHINE)).toBe('none')
  expect(firstProblem(putSiteSchema, { name: 'Made-up House', spec: KNOWN_SITE })).toBe('none')
  expect(firstProblem(postEventsSchema, planned({}))).toBe('none')
})
it.each<[string, v.GenericSchema, unknown, string]>([
  [
    'a bore no hose has',
    machineSpecSchema,
    { ...KNOWN_MACHINE, drainHose: { boreMm: 2, lengthM: 2, wall: 'smooth' } },
    'drainHose.boreMm: expected.range 8..50, 2',
  ],
  [
    'a machine without a tap',
    machineSpecSchema,
    { ...KNOWN_MACHINE, valve: { ratedLMin: 8, taps: [] } },
    'valve.taps: expected.one-tap',
  ],
  [
    'a field typed as words',
    machineSpecSchema,
    { ...KNOWN_MACHINE, fillLevelMm: Number.NaN },
    'fillLevelMm: expected.range 1..1500, NaN',
  ],
  [
    'a pressure that bursts hoses',
    putSiteSchema,
    { name: 'x', spec: { ...KNOWN_SITE, supplyKpa: { cold: 9000, hot: null } } },
    'spec.supplyKpa.cold: expected.range 0..2000, 9000',
  ],
  [
    'boiling water',
    putSiteSchema,
    { name: 'x', spec: { ...KNOWN_SITE, waterTempC: 140 } },
    'spec.waterTempC: expected.range 0..95, 140',
  ],
  [
    'a hose end in the loft',
    postEventsSchema,
    planned({ hoseEndMm: 9000 }),
    'events.0.plan.hoseEndMm: expected.range -500..4000, 9000',
  ],
  [
    'no events at all',
    postEventsSchema,
    { visitId: id, events: [] },
    'events: Invalid length: Expected >=1 but received 0',
  ],
  [
    'a batch of nothing',
    ingestSchema,
    { blocks: [{ id, atMs: [], levelMm: [] }] },
    'blocks.0.atMs: expected at least one reading',
  ],
  [
    'a batch without a column',
    ingestSchema,
    { blocks: [{ id, atMs: [1] }] },
    'blocks.0: expected levelMm, rulerMm, flowLMin or currentA',
  ],
  [
    'a batch over two days',
    ingestSchema,
    { blocks: [{ id, atMs: [1, 2e8], levelMm: [1, 1] }] },
    'blocks.0: expected all readings of a batch within one day',
  ],
])('names the value and what was expected: %s', (_what, schema, input, problem) =>
  expect(firstProblem(schema, input)).toBe(problem),
)
