import { expect, it } from '@jest/globals'
import { CHECK_IDS } from '../src/catalogue/catalogueIds.ts'
import { PROTOCOL_IDS } from '../src/catalogue/protocolIds.ts'
import { planForStep, protocolProgress, stepAdvice } from '../src/guide/protocols/progress.ts'
import { PROTOCOLS } from '../src/guide/protocols/protocols.ts'
import type { RunStep } from '../src/guide/protocols/protocolTypes.ts'
import { blankAnalysis, type RunAnalysis } from '../src/measure/verdict/runAnalysis.ts'
import { KNOWN_MACHINE, KNOWN_SITE, makePlan } from './makePlan.ts'

const runStep = (id: (typeof PROTOCOL_IDS)[number], step: string) =>
  PROTOCOLS[id].steps.find((s) => s.id === step) as RunStep
const analysis = blankAnalysis({ code: 'too-few', kind: 'hold', got: 0, needed: 3 })

it.each(PROTOCOL_IDS)('can be followed to its end: %s', (id) => {
  const protocol = PROTOCOLS[id]
  expect(new Set(protocol.steps.map((s) => s.id)).size).toBe(protocol.steps.length)
  let runs: Parameters<typeof protocolProgress>[2] = []
  let looks: Parameters<typeof protocolProgress>[3] = []
  for (let guard = 0; guard < 20; guard++) {
    const { next } = protocolProgress(protocol, KNOWN_MACHINE, runs, looks)
    if (!next) break
    expect(next.minutes).toBeGreaterThan(0)
    if (next.kind === 'look') {
      expect(CHECK_IDS as readonly string[]).toContain(next.check)
      looks = [...looks, { check: next.check, value: 1, tap: next.tap ?? undefined }]
    } else {
      expect(next.readings.atLeast).toBeGreaterThanOrEqual(3)
      runs = [...runs, { plan: planForStep(protocol, next, KNOWN_MACHINE, KNOWN_SITE), analysis }]
    }
  }
  expect(protocolProgress(protocol, KNOWN_MACHINE, runs, looks).next).toBeNull()
})
it('gates every step that puts the hose end below the water, or water near mains', () => {
  for (const id of PROTOCOL_IDS)
    for (const step of PROTOCOLS[id].steps) {
      if (step.kind === 'run' && (step.run.hoseEnd === 'low' || step.run.hoseEnd === 'below-tub'))
        expect(step.cautions).toContain('flood')
      if (step.kind === 'look' && step.check === 'drain.lift-stop')
        expect(step.cautions).toContain('live-water')
      if (step.kind === 'run' && step.run.tap === 'hot') expect(step.cautions).toContain('hot-water')
    }
})
it('lets a plain drain serve as the first step, but not a hold as a repeated hold', () => {
  const place = { plan: makePlan('drain', { hoseEndMm: 900 }), analysis }
  expect(protocolProgress(PROTOCOLS['two-heights'], KNOWN_MACHINE, [place], []).next?.id).toBe('low')
  const low = { plan: makePlan('drain', { hoseEndMm: 400 }), analysis }
  expect(protocolProgress(PROTOCOLS['two-heights'], KNOWN_MACHINE, [place, low], []).next).toBeNull()
  const hold = { plan: makePlan('hold', { hoseEndMm: 900 }), analysis }
  expect(protocolProgress(PROTOCOLS['three-hold'], KNOWN_MACHINE, [hold], []).next?.id).toBe('first')
})
it('sets the hose end for the step: low, below the tub, lifted', () => {
  const at = (id: (typeof PROTOCOL_IDS)[number], step: string) =>
    planForStep(PROTOCOLS[id], runStep(id, step), KNOWN_MACHINE, KNOWN_SITE).hoseEndMm
  expect(at('two-heights', 'place')).toBe(900)
  expect(at('two-heights', 'low')).toBe(400)
  expect(at('gravity', 'gravity')).toBeLessThan(160)
  expect(at('three-hold', 'lifted')).toBeGreaterThan(1300)
})
it('asks for the next reading when it is due, and for the first at once', () => {
  const step = runStep('three-hold', 'first')
  expect(stepAdvice('three-hold', step, null, 3, []).dueInS).toBe(-3)
  expect(stepAdvice('three-hold', step, null, 70, [2, 61]).dueInS).toBe(51)
  expect(stepAdvice('three-hold', step, null, 130, [2, 61]).dueInS).toBe(-9)
})
it('lets a hold go on until it is long enough, or beyond doubt', () => {
  const step = runStep('three-hold', 'first')
  const minutes = (n: number) => Array.from({ length: n }, (_, i) => i * 60)
  expect(stepAdvice('three-hold', step, analysis, 300, minutes(6)).enough).toBe(false)
  expect(stepAdvice('three-hold', step, analysis, 605, minutes(11)).enough).toBe(true)
  const sure = {
    ...analysis,
    basis: {
      of: 'standing' as const,
      lossLMin: 1,
      se: 0.05,
      startMm: 120,
      endMm: 100,
      seconds: 300,
      from: 'ruler' as const,
      seenLMin: 0.2,
      curve: { tS: [], litres: [], sdL: [] },
      height: null,
    },
  } satisfies RunAnalysis
  expect(stepAdvice('three-hold', step, sure, 301, minutes(6)).enough).toBe(true)
})
it('leaves out what a machine does not have, and follows the slow tap', () => {
  const coldOnly = { ...KNOWN_MACHINE, valve: { ...KNOWN_MACHINE.valve, taps: ['cold'] as const } }
  const steps = protocolProgress(PROTOCOLS.inlet, coldOnly, [], []).steps.map((s) => s.step.id)
  expect(steps).not.toContain('hot')
  expect(steps).toContain('tap-bucket')
  const hot = { check: 'tap.bucket', value: 5, tap: 'hot' as const }
  const bucket = protocolProgress(PROTOCOLS.inlet, KNOWN_MACHINE, [], [hot]).steps.find(
    (s) => s.step.id === 'tap-bucket',
  )
  expect(bucket?.done).toBe(true)
  const throttled = runStep('inlet', 'throttled')
  expect(planForStep(PROTOCOLS.inlet, throttled, KNOWN_MACHINE, KNOWN_SITE, 'hot').taps).toEqual(['hot'])
})
