import { describe, expect, it } from '@jest/globals'
import { judgeVisit } from '../src/files/analyseVisit.ts'
import { analyseVisit, diagnoseVisit, parseVisitFile } from '../src/index.ts'
import { analyseCycle } from '../src/measure/verdict/analyseCycle.ts'

/** A front loader of 540 mm on a rated valve: it fills in about two minutes and drains in about one. */
const visit = (marks: Record<string, number>, observations: object[] = []) =>
  parseVisitFile({
    format: 'brendik-visit/1',
    machine: {
      family: 'front-load',
      tub: { diameter_mm: 540 },
      valve: { rated_l_min: 8, taps: ['cold'] },
      pump: { shutoff_head_m: 2.4, free_flow_l_min: 34 },
      fill_level_mm: 110,
    },
    site: { supply_kpa: { cold: 300, hot: null }, standpipe_height_mm: 900 },
    observations,
    runs: [
      {
        kind: 'cycle',
        columns: ['t_s'],
        rows: [],
        events: Object.entries(marks).map(([what, t_s]) => ({ t_s, what })),
      },
    ],
  })
const WHOLE = { fill: 0, wash: 150, drain: 1800, spin: 1870, end: 2400 }
const said = (marks: Record<string, number>) => analyseVisit(visit(marks)).runs[0]

describe('a whole cycle against the clock', () => {
  it('that comes to its end in its time is within what is expected', () => {
    expect(said(WHOLE)).toMatchObject({
      kind: 'cycle',
      verdict: 'within',
      saying: { code: 'cycle', stopsIn: null, long: null, spun: true, seconds: 2400 },
    })
  })
  it('says which phase took long, against the machine’s own fill and drain', () => {
    expect(said({ ...WHOLE, wash: 900 })?.saying).toMatchObject({ long: { phase: 'fill', takesS: 900 } })
    expect(said({ ...WHOLE, spin: 2200, end: 2600 })?.saying).toMatchObject({ long: { phase: 'drain' } })
    // Twice as wide a band is no cause: a minute that machines add is nothing.
    expect(said({ ...WHOLE, wash: 200, spin: 1930 })?.verdict).toBe('within')
  })
  it('says where it was left standing, and that it did not spin', () => {
    expect(said({ fill: 0, wash: 150, drain: 1800 })).toMatchObject({
      verdict: 'no-flow',
      saying: { stopsIn: 'drain' },
    })
    expect(said({ fill: 0, wash: 150, drain: 1800, end: 2000 })?.saying).toMatchObject({ spun: false })
    expect(said({ fill: 0 })?.saying.code).toBe('no-phases')
  })
  it('that ends within seconds was pressed by mistake, and weighs nothing', () => {
    const hurried = { fill: 0, wash: 2, drain: 4, spin: 5, end: 6 }
    expect(said(hurried)).toMatchObject({ verdict: 'not-identifiable', saying: { code: 'cycle-short' } })
    const with_ = (marks: Record<string, number>) =>
      diagnoseVisit(visit(marks), { looks: false }).present['pump.jammed'] ?? 0
    expect(with_(hurried)).toBeCloseTo(with_({ fill: 0 }), 12)
  })
  it('whose clock was stopped by somebody who left says that it stood only where it stood longer than usual', () => {
    const plan = judgeVisit(visit(WHOLE)).judged[0]?.plan
    if (!plan) throw new Error('no plan')
    const none = new Float64Array(0)
    const watched = (leftS: number) =>
      analyseCycle(plan, { tS: none, levelMm: none, rulerMm: none, flowLMin: none }, [
        { tS: 0, what: 'fill' },
        { tS: 150, what: 'wash' },
        { tS: 1800, what: 'drain' },
        { tS: leftS, what: 'clock-stopped', byClock: true },
      ])
    expect(watched(1810)).toMatchObject({
      verdict: 'not-identifiable',
      basis: null,
      saying: { code: 'cycle-left' },
    })
    expect(watched(2600)).toMatchObject({ verdict: 'no-flow', basis: { stopsIn: 'drain' } })
  })
  it('marks in any order and pressed twice are the same cycle', () => {
    const { end, ...rest } = WHOLE
    expect(said({ end, ...rest })?.saying).toEqual(said(WHOLE)?.saying)
  })
})

describe('what a cycle weighs', () => {
  const present = (
    marks: Record<string, number>,
    fault: 'pump.jammed' | 'lid-switch.failed' | 'drive-belt.off',
  ) =>
    diagnoseVisit(visit(marks, [{ check: 'complaint', value: 'wet-laundry' }]), { looks: false }).present[
      fault
    ] ?? 0
  it('one left standing in its drain speaks for what stops the water, one that ends against it', () => {
    const stands = { fill: 0, wash: 150, drain: 1800 }
    expect(present(stands, 'pump.jammed')).toBeGreaterThan(3 * present(WHOLE, 'pump.jammed'))
  })
  it('a good cycle clears what always shows, and leaves what comes and goes', () => {
    const lost = (fault: 'lid-switch.failed' | 'drive-belt.off') =>
      present(WHOLE, fault) / present({ fill: 0, wash: 150 }, fault)
    expect(lost('lid-switch.failed')).toBeGreaterThan(1.5 * lost('drive-belt.off'))
  })
})
