import { describe, expect, it } from '@jest/globals'
import { familyDefaults } from '../src/machine/machineSpec.ts'
import { type OwnRecords, storedGaussian } from '../src/machine/ownRecords.ts'
import { bandFacts, bandRests, type FactId } from '../src/measure/plan/bandFacts.ts'
import { expectedRun } from '../src/measure/plan/expectedRun.ts'
import type { RunPlan } from '../src/measure/plan/runPlan.ts'
import { figureFacts } from '../src/measure/verdict/figureFacts.ts'
import { diagonal } from '../src/numeric/gaussian.ts'

const blank = familyDefaults('front-load')
const plan: RunPlan = {
  kind: 'drain',
  machine: { ...blank, label: 'Blank', tub: { ...blank.tub, assumed: true } },
  site: { supplyKpa: { cold: null, hot: null }, standpipeHeightMm: null, waterTempC: 15, portHeightMm: null },
  taps: [],
  throttled: false,
  hoseEndMm: null,
  startLevelMm: 110,
  startFrom: 'family',
  endLevelMm: null,
  laundry: 'none',
  laundryKg: 0,
}
const fill: RunPlan = { ...plan, kind: 'fill', taps: ['cold'], startLevelMm: 0, startFrom: 'read' }
const from = (of: RunPlan) => Object.fromEntries(bandFacts(of).map((one) => [one.id, one.from]))
const factOf = (of: RunPlan, id: FactId) => bandFacts(of).find((one) => one.id === id)

it('says of a machine that nobody measured that all of it is usual, and of what was entered that it was', () => {
  expect(from(plan)).toEqual({
    head: 'typical',
    'free-flow': 'typical',
    'hose-end': 'typical',
    port: 'typical',
    'hose-bore': 'given',
    'hose-length': 'given',
    tub: 'typical',
    start: 'typical',
  })
  expect(from(fill)).toEqual({
    rated: 'typical',
    'supply-cold': 'typical',
    tub: 'typical',
    start: 'measured',
    end: 'typical',
  })
})

it('says of what was measured or read that it was', () => {
  const known: RunPlan = {
    ...plan,
    machine: { ...plan.machine, tub: blank.tub, pump: { shutoffHeadM: 2.4, freeFlowLMin: null } },
    site: { ...plan.site, portHeightMm: 160, standpipeHeightMm: 880 },
    startFrom: 'machine',
  }
  expect(from(known)).toMatchObject({
    head: 'plate',
    'free-flow': 'typical',
    'hose-end': 'measured',
    port: 'measured',
    tub: 'measured',
    start: 'given',
  })
  expect(factOf(known, 'head')).toMatchObject({ base: 2.4, known: null })
})

describe.each([
  ['drain', plan],
  ['fill', fill],
] as const)('what would be gained by knowing, %s', (_kind, of) => {
  const { now, facts } = bandRests(of)
  it('is a band no wider than the present one, around about the same middle', () => {
    for (const { id, from: source, band } of facts) {
      if (source === 'measured' || source === 'plate') expect([id, band]).toEqual([id, null])
      if (!band) continue
      expect([id, band.hi - band.lo < 1.05 * (now.hi - now.lo)]).toEqual([id, true])
      expect([id, Math.abs(band.mid / now.mid - 1) < 0.06]).toEqual([id, true])
    }
  })
  it('is what the whole computation says, which takes ten times as long', () => {
    const whole = expectedRun(of, { samples: 2000 }).timeS
    for (const end of ['lo', 'mid', 'hi'] as const)
      expect([end, Math.abs(now[end] - whole[end]) < 0.08 * (whole.hi - whole.lo)]).toEqual([end, true])
  })
})

it('is told of what narrows most: the level at the start of a drain, then the drum, and no plate before those', () => {
  const best = (of: RunPlan) =>
    bandRests(of)
      .facts.flatMap(({ id, band }) => (band ? [{ id, width: band.hi - band.lo }] : []))
      .sort((a, b) => a.width - b.width)[0]?.id
  const read: RunPlan = { ...plan, startFrom: 'read' }
  const taped: RunPlan = { ...fill, machine: { ...fill.machine, tub: blank.tub } }
  expect([best(plan), best(read), best(fill), best(taped)]).toEqual(['start', 'tub', 'tub', 'rated'])
})

describe('what the figures of a run rest on', () => {
  const basis = {
    of: 'flow',
    flowLMin: 20,
    readingsSe: 1,
    geometrySe: 0.5,
    ofThisAir: null,
    startMm: 110,
    endMm: 5,
    disturbed: null,
  } as const
  const named = (facts: ReturnType<typeof figureFacts>) => facts.map(({ id, from }) => `${id} ${from}`)
  it('names the level it leans on where time alone was read, and a drum that nobody taped', () => {
    const assumed = { ...plan, machine: { ...plan.machine, tub: { ...plan.machine.tub, assumed: true } } }
    const rests = { level: 'family', levelMm: 125, range: [60, 190], ended: true, readings: 0 } as const
    expect(named(figureFacts(assumed, { basis, rests, usedReadings: 0 }))).toEqual([
      'start typical',
      'air measured',
      'tub typical',
    ])
    const taped = { ...plan, machine: { ...plan.machine, tub: { ...plan.machine.tub, assumed: false } } }
    const facts = figureFacts(taped, { basis, usedReadings: 7 })
    expect(named(facts)).toEqual(['levels measured', 'tub measured'])
    expect(facts[0]?.count).toBe(7)
  })
  it('has nothing to say of a run without figures, and no drum behind a meter', () => {
    expect(figureFacts(plan, { basis: null, usedReadings: 2 })).toEqual([])
    expect(
      named(figureFacts(plan, { basis: { of: 'meter', flowLMin: 8, se: 0.1 }, usedReadings: 0 })),
    ).toEqual(['meter measured'])
  })
})
describe('with own records', () => {
  const own: OwnRecords = {
    of: 'model',
    machines: 6,
    runs: 12,
    ...storedGaussian({
      mean: Float64Array.of(0, 0, 0, -1, 0, 0, 0, 0, 0),
      cov: diagonal(new Float64Array(9).fill(0.1)),
    }),
  }
  it('says which values are known by them, with what they say, and the band without', () => {
    const { machine } = plan
    const bare = { ...plan, own, machine: { ...machine, pump: { shutoffHeadM: null, freeFlowLMin: null } } }
    const head = bandFacts(bare).find(({ id }) => id === 'head')
    // One spread of the family below its middle: 2.5 − 0.39 m.
    expect(head).toMatchObject({ from: 'learned' })
    expect(head?.base).toBeCloseTo(2.11, 6)
    const { now, usual } = bandRests(bare)
    expect(usual).toEqual(bandRests({ ...bare, own: undefined }).now)
    expect(now.mid).toBeGreaterThan(usual?.mid ?? 0)
    expect(bandFacts({ ...bare, own: undefined }).find(({ id }) => id === 'head')?.from).toBe('typical')
    // What was read off its own plate stays so.
    expect(
      bandFacts({ ...plan, own, machine: { ...machine, pump: { shutoffHeadM: 2.4, freeFlowLMin: 34 } } })[0]
        ?.from,
    ).toBe('plate')
  })
})
