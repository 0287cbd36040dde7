import { describe, expect, it } from '@jest/globals'
import {
  familyDefaults,
  type JudgedRun,
  type PartId,
  type ProofCase,
  type ProofPointId,
  proofOutcome,
  proofPoints,
  runProofs,
  type Tap,
  type VisitAct,
  whatItWas,
} from '../src/index.ts'
import { blankAnalysis, type RunBasis } from '../src/measure/verdict/runAnalysis.ts'
import type { Verdict } from '../src/measure/verdict/verdict.ts'
import { meanRatio } from '../src/numeric/meanRatio.ts'
import type { FaultId } from '../src/reason/catalogue/faultCard.ts'
import { faultCard } from '../src/reason/catalogue/faultCards.ts'
import { saidEntries } from '../src/state/entries.ts'
import { caseWith } from './visitWith.ts'

describe('ratio of two means (Fieller 1954, recomputed)', () => {
  it('171 ± 6 by 96 ± 3 is 1.78, 1.62 to 1.95', () => {
    const ratio = meanRatio({ mean: 171, se: 6 }, { mean: 96, se: 3 }, 1.959964)
    expect(ratio?.value).toBeCloseTo(1.78125, 5)
    expect(ratio?.lo).toBeCloseTo(1.62347, 4)
    expect(ratio?.hi).toBeCloseTo(1.95244, 4)
  })
  it('has no end where what it is divided by may be nothing', () =>
    expect(meanRatio({ mean: 20, se: 1 }, { mean: 0.4, se: 0.3 })).toBeNull())
})

const machine = familyDefaults('front-load')
const site = {
  supplyKpa: { cold: null, hot: null },
  standpipeHeightMm: 900,
  waterTempC: 15,
  portHeightMm: 160,
}
const run = (
  kind: 'fill' | 'drain' | 'hold',
  atMs: number,
  verdict: Verdict,
  basis: RunBasis,
  soundLMin: number | null = null,
): JudgedRun => ({
  atMs,
  plan: {
    kind,
    machine,
    site,
    taps: kind === 'fill' ? ['cold'] : [],
    throttled: false,
    hoseEndMm: kind === 'drain' ? 900 : null,
    startLevelMm: 110,
    endLevelMm: null,
    laundry: 'none',
    laundryKg: 0,
  },
  analysis: {
    ...blankAnalysis({ code: 'no-end', kind }),
    verdict,
    basis,
    expected:
      soundLMin === null
        ? null
        : {
            timeS: { lo: 0, mid: 0, hi: 0 },
            flowLMin: { lo: 0.9 * soundLMin, mid: soundLMin, hi: 1.1 * soundLMin },
          },
  },
})
const flow = (flowLMin: number, se = 0.2, spanMm: [number, number] = [110, 5]): RunBasis => ({
  of: 'flow',
  flowLMin,
  readingsSe: se,
  geometrySe: 0.04 * flowLMin,
  ofThisAir: null,
  startMm: spanMm[0],
  endMm: spanMm[1],
  disturbed: null,
})
const standing = (lossLMin: number): RunBasis => ({
  of: 'standing',
  lossLMin,
  se: 0.01,
  startMm: 110,
  endMm: 110 - lossLMin,
  seconds: 600,
  from: 'ruler',
  seenLMin: 0.03,
  curve: { tS: [], litres: [], sdL: [] },
  height: null,
})
const act = (part: VisitAct['part'], atMs: number, what: VisitAct['what'] = 'replaced'): VisitAct => ({
  atMs,
  what,
  part,
})

describe('the same run before and after', () => {
  const before = run('drain', 1, 'slow', flow(10), 20)
  const said = (after: JudgedRun[], acts = [act('pump', 5)]) => runProofs([before, ...after], acts)[0]
  it('says how many times as fast, with what a sound machine would come to', () => {
    const proof = said([run('drain', 9, 'within', flow(19), 20)])
    expect(proof).toMatchObject({ says: 'cured', before: [0], after: [1] })
    expect(proof?.ratio?.value).toBeCloseTo(1.9, 9)
    // The tub is the same before and after: only the readings and the runs' own scatter are left.
    const se = Math.hypot(Math.hypot(0.2, 0.25) / 10, Math.hypot(0.2, 0.475) / 19)
    expect((proof?.ratio?.hi ?? 0) / 1.9).toBeCloseTo(Math.exp(1.96 * se), 2)
    expect(proof?.soundRatio?.lo).toBeCloseTo(1.8, 9)
    expect(proof?.real).toBeGreaterThan(0.999)
  })
  it('calls better what is still not sound, same what did not change, worse what got worse, and leaves open what the readings do', () => {
    expect(said([run('drain', 9, 'slow', flow(13), 20)])?.says).toBe('better')
    expect(
      said([run('drain', 9, 'slow', flow(10.1, 0.1), 20), run('drain', 10, 'slow', flow(10, 0.1), 20)])?.says,
    ).toBe('same')
    expect(said([run('drain', 9, 'slow', flow(7), 20)])?.says).toBe('worse')
    expect(said([run('drain', 9, 'within', flow(12, 3), 20)])?.says).toBe('open')
    const sound = run('drain', 1, 'within', flow(19.5), 20)
    expect(runProofs([sound, run('drain', 9, 'within', flow(21), 20)], [act('pump', 5)])[0]?.says).toBe(
      'was-sound',
    )
  })
  it('has no ratio where nothing came before', () => {
    const proof = runProofs(
      [run('drain', 1, 'no-flow', flow(0.05, 0.1), 20), run('drain', 9, 'within', flow(19), 20)],
      [act('pump', 5)],
    )[0]
    expect(proof).toMatchObject({ says: 'cured', ratio: null, soundRatio: null })
  })
  it('compares over what a sound machine gives where the levels differ, and is less sure there', () => {
    const whole = said([run('drain', 9, 'within', flow(19), 20)])
    const half = said([run('drain', 9, 'within', flow(20.9, 0.2, [110, 60]), 22)])
    expect(half?.ratio?.value).toBeCloseTo(1.9, 6)
    expect((half?.ratio?.hi ?? 0) - (half?.ratio?.lo ?? 0)).toBeGreaterThan(
      (whole?.ratio?.hi ?? 9) - (whole?.ratio?.lo ?? 0),
    )
  })
  it('does not compare what is not the same run, was not worked on, or was only opened', () => {
    const after = run('drain', 9, 'within', flow(19), 20)
    const low = { ...after, plan: { ...after.plan, hoseEndMm: 400 } }
    expect(said([low])).toBeUndefined()
    expect(said([after], [act('inlet-valve', 5)])).toBeUndefined()
    expect(said([after], [act('pump', 5, 'opened')])).toBeUndefined()
    // Between two acts it is neither as found nor as it is.
    expect(said([after], [act('pump', 5), act('outer-drain-hose', 20)])).toBeUndefined()
  })
  it('says of standing water how much less it loses', () => {
    const held = [run('hold', 1, 'falling', standing(0.5)), run('hold', 9, 'steady', standing(0.005))]
    expect(runProofs(held, [act('bellows', 5)])[0]).toMatchObject({ says: 'cured', ratio: null })
    const weeps = [run('hold', 1, 'falling', standing(0.5)), run('hold', 9, 'falling', standing(0.2))]
    expect(runProofs(weeps, [act('bellows', 5)])[0]?.says).toBe('better')
  })
})

describe('what proves a repair', () => {
  const visit = (more: Partial<ProofCase> = {}): ProofCase => ({
    machine,
    runs: [],
    observations: [],
    acts: [act('pump', 100)],
    leakSeen: [],
    water: null,
    ...more,
  })
  const states = (one: ProofCase, entries: Parameters<typeof saidEntries>[0] = []) =>
    Object.fromEntries(proofPoints(one, saidEntries(entries)).map(({ id, state }) => [id, state]))
  const seen = (check: string, value: string | number, atMs: number) => ({ check, value, atMs })
  it('asks nothing while nothing was done, or something was only opened', () => {
    expect(proofPoints(visit({ acts: [] }), new Map())).toEqual([])
    expect(proofPoints(visit({ acts: [act('pump', 1, 'opened')] }), new Map())).toEqual([])
    expect(proofOutcome([])).toBe('nothing-done')
  })
  it('asks of a pump: measured before the plug, water before it turns, held, drained, dry, one cycle', () => {
    expect(Object.keys(states(visit()))).toEqual([
      'insulation',
      'earth',
      'prime',
      'run:hold',
      'run:drain',
      'dry:drain',
      'cycle',
    ])
    // On the drive motor it has no wires; a valve is watched while it fills, a bellows while it turns.
    const onMotor = familyDefaults('top-load-motor-pump')
    expect(Object.keys(states(visit({ machine: onMotor })))).not.toContain('insulation')
    expect(Object.keys(states(visit({ acts: [act('inlet-valve', 1)] })))).toEqual(
      expect.arrayContaining(['insulation', 'run:fill', 'dry:idle-taps-on', 'dry:fill']),
    )
    expect(Object.keys(states(visit({ acts: [act('bellows', 1)] })))).toEqual(
      expect.arrayContaining(['run:hold', 'dry:wash-motion', 'dry:spin']),
    )
    expect(Object.keys(states(visit({ acts: [act('inlet-screen', 1, 'cleaned')] })))).not.toContain('prime')
  })
  it('has a wet joint snugged, once, and then watched anew', () => {
    const dryDrain = (acts: VisitAct[], ...wetAt: number[]) =>
      proofPoints(
        visit({ acts, observations: wetAt.map((atMs) => seen('leak.phase', 'drain', atMs)) }),
        new Map(),
      ).find(({ id }) => id === 'dry:drain')
    const pump = act('pump', 100)
    expect(dryDrain([pump])).not.toHaveProperty('snug')
    expect(dryDrain([pump], 150)).toMatchObject({ state: 'failed', snug: 'pump' })
    const snugged = [pump, act('pump', 160, 'adjusted')]
    expect(dryDrain(snugged, 150)).toMatchObject({ state: 'open' })
    // Wet again: that was not it, and it is weighed.
    expect(dryDrain(snugged, 150, 170)?.state).toBe('failed')
    expect(dryDrain(snugged, 150, 170)).not.toHaveProperty('snug')
    // A hose that was only put right may be snugged too.
    expect(dryDrain([act('pump', 100, 'adjusted')], 150)).toMatchObject({ snug: 'pump' })
  })
  it('counts only what was seen after the act, and the last of it', () => {
    const early = visit({
      runs: [run('drain', 50, 'within', flow(19)), run('hold', 50, 'steady', standing(0))],
      observations: [seen('insulation', 90, 50), seen('leak.dry', 'drain', 50)],
      water: { litres: 5, atMs: 50 },
    })
    expect(new Set(Object.values(states(early)))).toEqual(new Set(['open']))
    const late = states(
      visit({
        runs: [run('drain', 150, 'slow', flow(9)), run('drain', 160, 'within', flow(19))],
        observations: [
          seen('insulation', 0.4, 110),
          seen('earth.continuity', 0.2, 111),
          seen('leak.dry', 'drain', 150),
          seen('leak.phase', 'drain', 160),
        ],
        water: { litres: 0.5, atMs: 120 },
      }),
    )
    expect(late).toMatchObject({
      insulation: 'failed',
      earth: 'passed',
      prime: 'open',
      'run:drain': 'passed',
      'dry:drain': 'failed',
    })
    // Beside what always stands in the sump, as the gate reckons it.
    expect(states(visit({ water: { litres: 1.2, atMs: 120 } })).prime).toBe('open')
    expect(states(visit({ water: { litres: 1.5, atMs: 120 } })).prime).toBe('passed')
    expect(states(visit({ leakSeen: [{ phase: 'drain', atMs: 170 }] }))['dry:drain']).toBe('failed')
  })
  it('wants the run through what was worked on, at its tap, made as the one before', () => {
    const fill = (atMs: number, verdict: Verdict, tap: Tap): JudgedRun => {
      const one = run('fill', atMs, verdict, flow(9))
      return { ...one, plan: { ...one.plan, taps: [tap] } }
    }
    const hot = { ...act('inlet-valve', 100), tap: 'hot' as const }
    const point = (acts: VisitAct[], ...runs: JudgedRun[]) =>
      proofPoints(visit({ acts, runs }), new Map()).find(({ id }) => id === 'run:fill')
    const found = [fill(40, 'within', 'cold'), fill(50, 'slow', 'hot')]
    expect(point([hot], ...found)).toMatchObject({ state: 'open', again: { taps: ['hot'] } })
    // Nobody timed it before: the tap of the act.
    expect(point([hot])).toMatchObject({ again: { taps: ['hot'] } })
    // The other tap was sound before and is sound now: that says nothing of the new valve.
    expect(point([hot], ...found, fill(150, 'within', 'cold'))).toMatchObject({ state: 'open' })
    expect(point([hot], ...found, fill(150, 'slow', 'hot'))).toMatchObject({ state: 'failed' })
    const proved = [...found, fill(160, 'within', 'hot')]
    expect(point([hot], ...proved)).toMatchObject({ state: 'passed', atMs: 160 })
    expect(point([hot], ...proved)).not.toHaveProperty('again')
    // Both sides were worked on, one after the other: both are run.
    const both = [hot, { ...hot, atMs: 170, tap: 'cold' as const }]
    expect(point(both, ...proved)).toMatchObject({ state: 'open', again: { taps: ['cold'] } })
    expect(point(both, ...proved, fill(180, 'within', 'cold'))).toMatchObject({ state: 'passed', atMs: 180 })
    const low = run('drain', 50, 'slow', flow(9))
    const drain = proofPoints(
      visit({
        runs: [{ ...low, plan: { ...low.plan, hoseEndMm: 600 } }, run('drain', 60, 'within', flow(19))],
      }),
      new Map(),
    ).find(({ id }) => id === 'run:drain')
    expect(drain?.again).toEqual({ taps: [], hoseEndMm: 600 })
  })
  it('wants a pump that stopped after a time to run for longer', () => {
    const ran = (after: number) =>
      proofPoints(
        visit({ observations: [seen('pump.runs-for', 120, 50), seen('pump.runs-for', after, 150)] }),
        new Map(),
      ).find(({ id }) => id === 'past-trip')
    expect(ran(90)).toMatchObject({ state: 'failed', tripS: 120 })
    expect(ran(400)?.state).toBe('passed')
    expect(states(visit())['past-trip']).toBeUndefined()
  })
  it('is proven when every point passed or was waived by name with a reason, never by waivers alone', () => {
    const ids = Object.keys(states(visit())) as ProofPointId[]
    const waive = (which: ProofPointId[]) =>
      saidEntries(
        which.map((id, n) => ({
          id: `w${n}`,
          atMs: 300,
          by: 'Ines',
          topic: `proof:${id}`,
          value: 'no time today',
          basedOn: [],
        })),
      )
    expect(proofOutcome(proofPoints(visit(), waive(ids)))).toBe('open')
    const primed = visit({ water: { litres: 2, atMs: 120 } })
    const points = proofPoints(primed, waive(ids))
    expect(points.find(({ id }) => id === 'cycle')?.waived).toEqual({ by: 'Ines', reason: 'no time today' })
    expect(points.find(({ id }) => id === 'prime')?.state).toBe('passed')
    expect(proofOutcome(points)).toBe('proven')
    // What failed has failed, before or after it was waived: an insulation that reads low is not left out.
    const low = visit({ ...primed, observations: [seen('insulation', 0.4, 200)] })
    expect(proofOutcome(proofPoints(low, waive(ids)))).toBe('failed')
    const since = visit({ ...primed, observations: [seen('leak.phase', 'drain', 400)] })
    expect(proofOutcome(proofPoints(since, waive(ids)))).toBe('failed')
    const wet = visit({ ...primed, observations: [seen('leak.phase', 'drain', 200)] })
    expect(proofOutcome(proofPoints(wet, waive(ids.filter((id) => id !== 'dry:drain'))))).toBe('failed')
  })
})

describe('what it was', () => {
  const seen = [
    { check: 'complaint', value: 'slow-drain', atMs: 1 },
    { check: 'pump.sound', value: 'runs-with-rattle', atMs: 2 },
  ]
  const of = (acts: VisitAct[], cured: boolean, more: typeof seen = []) =>
    whatItWas({ ...caseWith([]), observations: [...seen, ...more], acts }, cured)
  it('is what led before anything was done, whatever was seen after', () => {
    const found = of([], false)
    expect(found.fault?.startsWith('pump.')).toBe(true)
    expect(found.byCure).toBe(false)
    // Silence after the act is of the machine as it is now.
    const after = of([act('pump', 5)], false, [{ check: 'pump.sound', value: 'silent', atMs: 9 }])
    expect(after.fault).toBe(found.fault)
    expect(after.present).toBeCloseTo(found.present, 9)
  })
  it('is what the old part showed, whatever led and whatever nobody looked at', () => {
    const pump = act('pump', 5)
    const shown = (part: PartId, looks: typeof seen, cured = false) =>
      whatItWas({ ...caseWith([]), observations: looks, acts: [pump] }, cured, [part])
    expect(shown('coin-trap', seen)).toMatchObject({
      fault: 'coin-trap.blocked',
      byOldPart: true,
      byCure: false,
    })
    // Nothing was looked at: without the part nothing would be wrong with it.
    expect(whatItWas({ ...caseWith([]), observations: [], acts: [pump] }, false).fault).toBeNull()
    expect(faultCard(shown('pump', []).fault as FaultId).part).toBe('pump')
    expect(shown('pump', seen, true)).toMatchObject({ byOldPart: true, byCure: true })
  })
  it('is what the act ends where that cured the machine, not what led before', () => {
    const hose = act('outer-drain-hose', 5, 'cleared')
    expect(of([hose], true)).toMatchObject({ fault: 'drain-hose.blocked', byCure: true })
    expect(of([hose], false).fault).not.toBe('drain-hose.blocked')
    // Put right, it was kinked; what was only opened ends nothing.
    expect(of([act('outer-drain-hose', 5, 'adjusted')], true).fault).toBe('drain-hose.kinked')
    expect(of([act('outer-drain-hose', 5, 'opened')], true).byCure).toBe(false)
  })
})
