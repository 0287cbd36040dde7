import { expect, it } from '@jest/globals'
import { cleanPathK, STILL_PUMP_SHARE } from '../src/machine/uncertainty.ts'
import type { RunKind, RunPlan } from '../src/measure/plan/runPlan.ts'
import { blankAnalysis, type RunBasis } from '../src/measure/verdict/runAnalysis.ts'
import { combineVisit } from '../src/reason/evidence/combineVisit.ts'
import { weighDrains } from '../src/reason/evidence/drains/weighDrains.ts'
import { weighFills } from '../src/reason/evidence/fills/weighFills.ts'
import { weighHolds } from '../src/reason/evidence/holds/weighHolds.ts'
import type { VisitAct } from '../src/reason/evidence/seen/acts.ts'
import type { JudgedRun, Observation } from '../src/reason/evidence/seen/observations.ts'
import { lMinFromM3PerS, m3PerSFromLMin } from '../src/units.ts'
import { KNOWN_MACHINE, KNOWN_SITE, makePlan } from './makePlan.ts'

function judged(kind: RunKind, basis: RunBasis, change: Partial<RunPlan> = {}): JudgedRun {
  const analysis = blankAnalysis({ code: 'too-few', kind, got: 9, needed: 3 })
  return { plan: makePlan(kind, change), analysis: { ...analysis, basis } }
}

const B = 2.4 / m3PerSFromLMin(34) ** 2
const K = cleanPathK(KNOWN_MACHINE, KNOWN_SITE)
/** Flow by hand from Q² = (H₀ + h − z)/(B + K), at one level: a drain over a few millimetres. */
function drain(
  headM: number,
  pathRatio: number,
  endMm: number,
  kind: 'drain' | 'siphon' = 'drain',
): JudgedRun {
  const z = (endMm - 160) / 1000
  const resistance = kind === 'drain' ? B + K * pathRatio : K * pathRatio + STILL_PUMP_SHARE * K
  const q = Math.sqrt(((kind === 'drain' ? headM : 0) + 0.1 - z) / resistance)
  const flowLMin = lMinFromM3PerS(q)
  return judged(
    kind,
    {
      of: 'flow',
      flowLMin,
      readingsSe: 0.01 * flowLMin,
      geometrySe: 0.02 * flowLMin,
      ofThisAir: null,
      startMm: 102,
      endMm: 98,
      disturbed: null,
    },
    { hoseEndMm: endMm },
  )
}
const lift = (value: string | number): Observation => ({ check: 'drain.lift-stop', value, levelMm: 100 })
const weigh = (runs: JudgedRun[], observations: Observation[] = []) =>
  weighDrains(KNOWN_MACHINE, KNOWN_SITE, runs, observations)

it('recovers head and path from two heights', () => {
  const weighed = weigh([drain(1.5, 1, 900), drain(1.5, 1, 400)])
  expect(weighed?.verdict).toBe('pump-weak')
  // H₀ = a₁ + z₁ − h₁ with a₁ = (z₁ − z₂)/((Q₂/Q₁)² − 1): the tub's area cancels out.
  const ratio2 = (1.5 + 0.1 - 0.24) / (1.5 + 0.1 - 0.74)
  expect(0.5 / (ratio2 - 1) + 0.74 - 0.1).toBeCloseTo(1.5, 9)
  expect(Math.abs((weighed?.head.withPrior.value as number) - 1.5)).toBeLessThan(0.08)
  expect(weighed?.head.withPrior.lo).toBeLessThan(1.5)
  expect(weighed?.head.withPrior.hi).toBeGreaterThan(1.5)
  expect(Math.abs((weighed?.path.withPrior.value as number) - 1)).toBeLessThan(0.3)
})
it('finds a path of three times its resistance', () => {
  const weighed = weigh([drain(2.4, 3, 900), drain(2.4, 3, 400)])
  expect(weighed?.verdict).toBe('path-restricted')
  expect(weighed?.path.withPrior.lo).toBeLessThan(3)
  expect(weighed?.path.withPrior.hi).toBeGreaterThan(3)
})
it('never decides from one run alone, whatever it shows', () => {
  for (const run of [drain(1.3, 1, 900), drain(2.4, 6, 900), drain(1.1, 4, 900)]) {
    const weighed = weigh([run])
    expect(['undecided', 'nominal']).toContain(weighed?.verdict)
    expect(
      Math.abs((weighed?.support.pumpWeak as number) - (weighed?.support.pathRestricted as number)),
    ).toBeLessThan(1.5)
  }
})
it.each([
  ['a lift test that stops low', [drain(1.5, 1, 900)], [lift(160 + 100 + 1500)], 'pump-weak'],
  [
    'a lift test that stops where it should',
    [drain(2.4, 4, 900)],
    [lift(160 + 100 + 2400)],
    'path-restricted',
  ],
  ['a lift beyond reach', [drain(2.4, 4, 900)], [lift('above 2600')], 'path-restricted'],
  [
    'a gravity run through a tight path',
    [drain(2.4, 4, 900), drain(2.4, 4, 20, 'siphon')],
    [],
    'path-restricted',
  ],
  ['a gravity run through a clean path', [drain(1.4, 1, 900), drain(1.4, 1, 20, 'siphon')], [], 'pump-weak'],
  ['a sound machine', [drain(2.4, 1, 900), drain(2.4, 1, 400)], [lift(2660)], 'nominal'],
] as const)('decides by %s', (_what, runs, observations, verdict) =>
  expect(weigh([...runs], [...observations])?.verdict).toBe(verdict),
)
it('lets a short drain overturn no firm answer: it is left out and named', () => {
  const firm = [drain(1.5, 1, 900), drain(1.5, 1, 400)]
  const short = drain(3.2, 1, 900)
  const { basis } = short.analysis
  if (basis?.of === 'flow') basis.readingsSe = 0.08 * basis.flowLMin
  const weighed = weigh([...firm, short])
  expect(weighed?.verdict).toBe('pump-weak')
  expect(weighed?.outliers).toHaveLength(1)
  expect(weighed?.head.withPrior).toEqual(weigh(firm)?.head.withPrior)
})
it('lets what nobody knows about the water left at the first air bend both heights alike', () => {
  const timed = (ofMachine: number, anew: number) =>
    [drain(1.5, 1, 900), drain(1.5, 1, 400)].map((run) => {
      const { basis } = run.analysis
      if (basis?.of !== 'flow') throw new Error('a drain has a flow')
      const { flowLMin } = basis
      basis.readingsSe = 0.06 * flowLMin
      basis.ofThisAir = { flowLMin, readingsSe: anew * flowLMin, airSe: ofMachine * flowLMin }
      return run
    })
  const width = (runs: JudgedRun[]) => {
    const head = weigh(runs)?.head.alone
    return Math.log((head?.hi as number) / (head?.lo as number))
  }
  // 6 % in all either way: shared, it falls out of the ratio between the heights, from which the head comes.
  expect(width(timed(0.059, 0.01))).toBeLessThan(0.5 * width(timed(0.01, 0.059)))
})
it('says how much of the answer came from the plate', () => {
  const one = weigh([drain(2.4, 1, 900)])
  const lifted = weigh([drain(2.4, 1, 900)], [lift(2660)])
  expect(one?.head.fromPrior).toBeGreaterThan(0.6)
  expect(lifted?.head.fromPrior).toBeLessThan(0.5)
})
const at = (run: JudgedRun, atMs: number): JudgedRun => ({ ...run, atMs })
it('weighs the drains after an act alone, and says what the act changed', () => {
  const cleared: VisitAct = { atMs: 2000, what: 'cleared', part: 'coin-trap' }
  const runs = [at(drain(2.4, 1, 900), 3000), at(drain(2.4, 6, 900), 1000)]
  for (const run of runs) {
    const flow = run.analysis.basis?.of === 'flow' ? run.analysis.basis.flowLMin : 0
    run.analysis.quantities.flowLMin = { value: flow, lo: flow * 0.96, hi: flow * 1.04 }
  }
  const says = combineVisit(KNOWN_MACHINE, KNOWN_SITE, runs, [], [cleared])
  expect([says.drain?.verdict, says.drain?.used.pumpRuns]).toEqual(['nominal', 1])
  const [change] = says.changes
  expect(change?.act).toEqual(cleared)
  expect((change?.after.value ?? 0) / (change?.before.value ?? 1)).toBeCloseTo(1.75, 0)
  // The place in the file does not matter, and an act elsewhere on the machine begins nothing for the drain.
  const screen: VisitAct = { atMs: 2000, what: 'cleaned', part: 'inlet-screen' }
  const beside = combineVisit(KNOWN_MACHINE, KNOWN_SITE, runs, [], [screen])
  expect(beside.changes).toEqual([])
  expect(beside.disagree).toHaveLength(1)
})
it('says that a drain speaks of before the act, until it is timed again', () => {
  const cleared: VisitAct = { atMs: 2000, what: 'cleared', part: 'coin-trap' }
  const undated = combineVisit(KNOWN_MACHINE, KNOWN_SITE, [drain(2.4, 6, 900)], [], [cleared])
  expect(undated.since.drain).toEqual(cleared)
  expect(undated.since.drain).toEqual(cleared)
})
it('pools the drains of one epoch by their information: a short one overturns nothing', () => {
  const firm = [drain(1.4, 1, 900), drain(1.4, 1, 400)]
  const short = drain(2.4, 1, 900)
  if (short.analysis.basis?.of === 'flow')
    short.analysis.basis.readingsSe = short.analysis.basis.flowLMin * 0.35
  expect(weigh(firm)?.verdict).toBe('pump-weak')
  expect(weigh([...firm, short])?.verdict).toBe('pump-weak')
  expect(weigh([...firm, short])?.used.pumpRuns).toBe(3)
})
it('names one of three drains that does not fit, and believes neither of two that contradict', () => {
  const odd = drain(2.4, 1, 900)
  const three = weigh([drain(1.4, 1, 900), drain(1.42, 1, 900), odd])
  expect(three?.outliers).toHaveLength(1)
  expect(three?.used.pumpRuns).toBe(2)
  expect(weigh([drain(1.4, 1, 900), odd])?.verdict).toMatch(/undecided|nominal/)
})
it('gives head and path only where they are worth giving, else the measurement that tells', () => {
  const says = combineVisit(KNOWN_MACHINE, KNOWN_SITE, [drain(1.4, 1, 900)], [])
  expect(says.quantities.pumpHeadM).toBeUndefined()
  expect(says.notIdentifiable.pumpHeadM).toEqual({ id: 'open.two-heights' })
  const two = combineVisit(KNOWN_MACHINE, KNOWN_SITE, [drain(1.4, 1, 900), drain(1.4, 1, 400)], [])
  expect(two.quantities.pumpHeadM?.value).toBeGreaterThan(1.2)
  expect(two.drain?.verdict).toBe('pump-weak')
})
it('says that a standpipe is too high for a sound pump', () => {
  const site = { ...KNOWN_SITE, standpipeHeightMm: 1900 }
  const says = combineVisit(KNOWN_MACHINE, site, [drain(2.4, 1, 1900)], [])
  expect(says.standpipe?.tooHigh).toBe(true)
  expect(combineVisit(KNOWN_MACHINE, KNOWN_SITE, [drain(2.4, 1, 920)], []).standpipe?.tooHigh).toBe(false)
})

/** A hold that lost `litres` in ten minutes, evenly or dying away. */
function hold(litres: number, change: Partial<RunPlan> = {}, tau = Number.POSITIVE_INFINITY): JudgedRun {
  const tS = Array.from({ length: 11 }, (_, i) => i * 60)
  const share = (t: number) =>
    Number.isFinite(tau) ? (1 - Math.exp(-t / tau)) / (1 - Math.exp(-600 / tau)) : t / 600
  return judged(
    'hold',
    {
      of: 'standing',
      lossLMin: litres / 10,
      se: 0.02,
      startMm: 120,
      endMm: 110,
      seconds: 600,
      from: 'ruler',
      seenLMin: 0.08,
      curve: { tS, litres: tS.map((t) => 12 - litres * share(t)), sdL: tS.map(() => 0.3) },
      height: null,
    },
    { hoseEndMm: 900, ...change },
  )
}
const lifted = { hoseEndMm: 1500 }
const dry = { laundry: 'dry' } as const
it.each([
  ['tight', [hold(0), hold(0.05), hold(-0.04, lifted)]],
  ['leak', [hold(5), hold(5), hold(4.8, lifted)]],
  ['siphon', [hold(8), hold(7.8), hold(0, lifted)]],
  ['soaking', [hold(6, dry, 150), hold(1.2, dry, 150), hold(0.2, { ...lifted, ...dry }, 150)]],
  ['seep-in', [hold(-2), hold(-2.1), hold(-1.9, lifted)]],
] as const)('calls %s by how the loss repeats', (verdict, holds) =>
  expect(weighHolds(holds)?.verdict).toBe(verdict),
)
it('does not tell a leak from a siphon before the hose end was lifted', () => {
  const weighed = weighHolds([hold(5), hold(5)])
  expect(weighed?.verdict).toBe('undecided')
  expect(weighed?.probability.leak).toBeGreaterThan(0.2)
  expect(weighed?.probability.siphon).toBeGreaterThan(0.2)
})
it('has nothing to weigh without a hold', () => expect(weighHolds([drain(2.4, 1, 900)])).toBeNull())

const plate = { ...KNOWN_MACHINE, valve: { ratedLMin: 8, taps: ['cold', 'hot'] as const } }
const fill = (tap: 'cold' | 'hot', flowLMin: number, throttled = false) =>
  judged(
    'fill',
    {
      of: 'flow',
      flowLMin,
      readingsSe: 0.02 * flowLMin,
      geometrySe: 0.02 * flowLMin,
      ofThisAir: null,
      startMm: 0,
      endMm: 120,
      disturbed: null,
    },
    { taps: [tap], throttled },
  )
const bucket = (check: string, value: number): Observation => ({ check, value, tap: 'cold' })
const inlet = (runs: JudgedRun[], observations: Observation[] = []) =>
  weighFills(plate, KNOWN_SITE, runs, observations)
const site0 = { ...KNOWN_SITE, supplyKpa: { cold: null, hot: null } }
it('finds nothing wrong with an inlet that gives its rated flow', () =>
  expect(inlet([fill('cold', 8), fill('hot', 8)])?.verdict).toBe('none'))
it('blames the supply when both sides are slow alike, and rules it out when only one is', () => {
  const both = weighFills(plate, site0, [fill('cold', 3.6), fill('hot', 3.7)], [])
  expect(both?.verdict).toBe('supply.low-pressure')
  const one = weighFills(plate, site0, [fill('cold', 3.6), fill('hot', 8)], [])
  expect(one?.ruledOut).toContain('supply.low-pressure')
  expect(one?.next?.measure).toMatch(/bucket|screens/)
})
it.each([
  ['the tap', [bucket('tap.bucket', 4.2)], 'tap.part-shut'],
  ['the hose', [bucket('tap.bucket', 23.5), bucket('hose-end.bucket', 4.4)], 'fill-hose.kinked'],
  ['screen or valve', [bucket('tap.bucket', 23.5), bucket('hose-end.bucket', 20)], 'screen-or-valve'],
] as const)('blames %s by the buckets', (_what, buckets, verdict) =>
  expect(inlet([fill('cold', 3.8), fill('hot', 8)], [...buckets])?.verdict).toBe(verdict),
)
it('tells screen from valve by a look, and by a throttled fill', () => {
  const good = [bucket('tap.bucket', 23.5), bucket('hose-end.bucket', 20)]
  const runs = [fill('cold', 3.8), fill('hot', 8)]
  expect(inlet(runs, [...good, { check: 'screens.look', value: 'grit', tap: 'cold' }])?.verdict).toBe(
    'inlet-screen.clogged',
  )
  expect(inlet(runs, [...good, { check: 'screens.look', value: 'clean', tap: 'cold' }])?.verdict).toBe(
    'inlet-valve.restricted',
  )
  // A clogged screen's loss grows with Q², so throttling the tap slows it further; a restricted valve gives what it gave.
  const valve = inlet([...runs, fill('cold', 3.8, true)], good)
  expect(valve?.probability['inlet-valve.restricted']).toBeGreaterThan(0.65)
})
it('asks for nothing more once one cause is left', () =>
  expect(
    inlet([fill('cold', 3.8), fill('hot', 8)], [bucket('tap.bucket', 23.5), bucket('hose-end.bucket', 4.4)])
      ?.next,
  ).toBeNull())

it.each([
  [0.7, 'low'],
  [1.35, 'high'],
  [1.02, 'agrees'],
] as const)('weighs a meter that shows %d of the level: %s', (gain, verdict) => {
  const run = fill('cold', 8)
  run.analysis.quantities.meterGain = { value: gain, lo: gain * 0.95, hi: gain * 1.05 }
  const says = combineVisit(KNOWN_MACHINE, KNOWN_SITE, [run], [])
  expect(says.meter?.verdict).toBe(verdict)
})
it('says what runs back, caught in a jug, and leaves a few drops unsaid', () => {
  const caught = (litres: number) =>
    combineVisit(KNOWN_MACHINE, KNOWN_SITE, [], [{ check: 'drain.caught-back', value: litres }]).runBack
  expect(caught(0.4)).toMatchObject({ litres: { value: 0.4 }, flapFails: true })
  expect(caught(0.03)?.flapFails).toBe(false)
})
it('knows a lifted hose end by its height, and takes the third of three holds for it where no height was stated', () => {
  const unstated = { hoseEndMm: null }
  expect(weighHolds([hold(8, unstated), hold(8, unstated), hold(0, unstated)])?.verdict).toBe('siphon')
  expect(weighHolds([hold(8), hold(8), hold(0)])?.verdict).not.toBe('siphon')
  expect(weighHolds([hold(8, unstated), hold(8, unstated), hold(0, lifted)])?.verdict).toBe('siphon')
})
it('lets a tight hold after a repair stand for the leaking one before it', () => {
  const first = { protocol: { id: 'three-hold', step: 'first' } } as const
  const again = { protocol: { id: 'three-hold', step: 'again' } } as const
  const up = { ...lifted, protocol: { id: 'three-hold', step: 'lifted' } } as const
  const leaking = [hold(5, first), hold(5, again), hold(5, up)]
  for (const run of leaking) run.analysis.quantities.leakHeightMm = { value: 80, lo: 75, hi: 85 }
  const before = combineVisit(KNOWN_MACHINE, KNOWN_SITE, leaking, [])
  expect(before.leakHeight?.value).toBe(80)
  const after = combineVisit(KNOWN_MACHINE, KNOWN_SITE, [...leaking, hold(0, first), hold(0, again)], [])
  expect(after.hold?.verdict).toBe('tight')
  expect(after.leakHeight).toBeNull()
})
it('lets the fill after the meter was cleaned stand for the one before it', () => {
  const [dirty, clean] = [at(fill('cold', 8), 1000), at(fill('cold', 8), 3000)]
  dirty.analysis.quantities.meterGain = { value: 0.4, lo: 0.38, hi: 0.42 }
  clean.analysis.quantities.meterGain = { value: 1, lo: 0.95, hi: 1.05 }
  const says = (acts: VisitAct[]) => combineVisit(KNOWN_MACHINE, KNOWN_SITE, [clean, dirty], [], acts)
  expect(says([{ atMs: 2000, what: 'cleaned', part: 'flow-meter' }]).meter?.verdict).toBe('agrees')
  expect(says([]).meter?.verdict).toBe('low')
})
