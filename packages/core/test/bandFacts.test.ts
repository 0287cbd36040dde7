import { describe, expect, it } from '@jest/globals'
import { familyDefaults } from '../src/machine/machineSpec.ts'
import { bandFacts, bandRests, type FactId } from '../src/measure/plan/bandFacts.ts'
import { expectedRun } from '../src/measure/plan/expectedRun.ts'
import type { RunPlan } from '../src/measure/plan/runPlan.ts'

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
