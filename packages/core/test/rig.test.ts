import { expect, it } from '@jest/globals'
import { tapedTub } from '../src/machine/machineSpec.ts'
import { analyseRun } from '../src/measure/verdict/analyseRun.ts'
import { seededRandom } from '../src/numeric/random.ts'
import { tubVolumeL } from '../src/physics/tub/tubVolume.ts'
import { inputOfRun, noisyLevelSensor, standingWasher, stepWasher } from '../src/rig/washerModel.ts'
import { KNOWN_MACHINE, KNOWN_SITE, makePlan } from './makePlan.ts'

const filling = { openTaps: ['cold'] as const, pumpOn: false, hoseEndMm: 900 }
const draining = { openTaps: [] as const, pumpOn: true, hoseEndMm: 900 }

it('keeps every litre: what flows in less what flows out is what stands in the tub', () => {
  let state = standingWasher(KNOWN_MACHINE, 60)
  let litres = tubVolumeL(tapedTub(KNOWN_MACHINE), 60)
  for (let i = 0; i < 900; i++) {
    state = stepWasher(KNOWN_MACHINE, KNOWN_SITE, 'none', state, i < 500 ? filling : draining, 0.1)
    litres += ((state.inflowLMin - state.outflowLMin) * 0.1) / 60
  }
  expect(state.volumeL).toBeCloseTo(litres, 6)
  expect(tubVolumeL(tapedTub(KNOWN_MACHINE), state.levelMm)).toBeCloseTo(state.volumeL, 6)
})
it('stops pumping where air is drawn', () => {
  let state = standingWasher(KNOWN_MACHINE, 30)
  for (let i = 0; i < 400; i++) state = stepWasher(KNOWN_MACHINE, KNOWN_SITE, 'none', state, draining, 0.1)
  expect(state.outflowLMin).toBe(0)
  expect(state.levelMm).toBeGreaterThan(0)
})
it.each([
  ['pump.worn', draining, 'outflowLMin'],
  ['drain-hose.blocked', draining, 'outflowLMin'],
  ['tap.part-shut', filling, 'inflowLMin'],
  ['inlet-valve.restricted', filling, 'inflowLMin'],
] as const)('flows at 30 to 75 %% of healthy with %s', (fault, input, what) => {
  const flow = (f: 'none' | typeof fault) =>
    stepWasher(KNOWN_MACHINE, KNOWN_SITE, f, standingWasher(KNOWN_MACHINE, 80), input, 0.1)[what]
  expect(flow(fault) / flow('none')).toBeGreaterThan(0.3)
  expect(flow(fault) / flow('none')).toBeLessThan(0.75)
})
it('wanders by about a millimetre with a memory of about a second and a half', () => {
  const sense = noisyLevelSensor(seededRandom(9))
  const x = Array.from({ length: 20_000 }, () => sense(100, 0.1) - 100)
  const sd = Math.sqrt(x.reduce((s, v) => s + v * v, 0) / x.length)
  const lag = x.slice(15).reduce((s, v, i) => s + v * (x[i] as number), 0) / (x.length - 15) / sd ** 2
  expect(Math.abs(sd - 1)).toBeLessThan(0.15)
  expect(Math.abs(lag - Math.exp(-1))).toBeLessThan(0.12)
})

it.each(['none', 'pump.worn', 'drain-hose.blocked'] as const)(
  'a drain with %s, watched as it goes, is not told to slow in a late half that it has not reached',
  (fault) => {
    const plan = makePlan('drain', { startLevelMm: 118 })
    let state = standingWasher(plan.machine, plan.startLevelMm)
    const truth: number[] = []
    while (state.levelMm > 4.5 && truth.length < 3000) {
      truth.push(state.levelMm)
      state = stepWasher(plan.machine, plan.site, fault, state, inputOfRun(plan, false), 0.1)
    }
    let told = 0
    let disturbed = 0
    for (const share of [0.3, 0.5, 0.7])
      for (let seed = 1; seed <= 15; seed++) {
        const sense = noisyLevelSensor(seededRandom(seed * 31))
        const levelMm = Float64Array.from(truth.slice(0, Math.floor(share * truth.length)), (mm) =>
          sense(mm, 0.1),
        )
        const nothing = new Float64Array(levelMm.length).fill(Number.NaN)
        const tS = Float64Array.from(levelMm, (_, i) => i / 10)
        const run = analyseRun(
          plan,
          { tS, levelMm, rulerMm: nothing, flowLMin: nothing },
          [{ what: 'pump-on', tS: 0 }],
          'stream',
        )
        if (run.notes.some((note) => note.id === 'note.drain-slows')) told++
        if (run.basis?.of === 'flow' && run.basis.disturbed) disturbed++
      }
    expect(told).toBeLessThanOrEqual(1)
    expect(disturbed).toBeLessThanOrEqual(4)
  },
)
