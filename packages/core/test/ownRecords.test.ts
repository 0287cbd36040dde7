import { describe, expect, it } from '@jest/globals'
import { familyDefaults, tapedTub } from '../src/machine/machineSpec.ts'
import { familyScale, type OwnRecords, ownOf, storedGaussian } from '../src/machine/ownRecords.ts'
import { driftOf } from '../src/measure/own/drift.ts'
import { learnBands } from '../src/measure/own/learnBands.ts'
import { modelName, recordsKey } from '../src/measure/own/ownKeys.ts'
import type { ProvenRun } from '../src/measure/own/provenRun.ts'
import { expectedRun } from '../src/measure/plan/expectedRun.ts'
import { analyseRun } from '../src/measure/verdict/analyseRun.ts'
import { cholesky, diagonal, measured } from '../src/numeric/gaussian.ts'
import { mixed } from '../src/numeric/information.ts'
import { quantileOfSorted } from '../src/numeric/quantile.ts'
import { seededRandom, standardNormal } from '../src/numeric/random.ts'
import { shrinkToMean } from '../src/numeric/shrinkToMean.ts'
import { tubVolumeL } from '../src/physics/tub/tubVolume.ts'
import { makePlan } from './makePlan.ts'
import { AS_TAKEN, ownCase, ownFigures, planOf } from './study/ownStudy.ts'

describe('shrinking', () => {
  it('gives the published example: eighteen averages after 45 at bats', () => {
    // Efron and Morris 1975, 1977; data from memory.
    const early = [
      0.4, 0.378, 0.356, 0.333, 0.311, 0.311, 0.289, 0.267, 0.244, 0.244, 0.222, 0.222, 0.222, 0.222, 0.222,
      0.2, 0.178, 0.156,
    ]
    const season = [
      0.346, 0.298, 0.276, 0.222, 0.273, 0.27, 0.263, 0.21, 0.269, 0.23, 0.264, 0.256, 0.303, 0.264, 0.226,
      0.285, 0.316, 0.2,
    ]
    const mean = early.reduce((a, b) => a + b, 0) / early.length
    const { factor, shrunk, ...rest } = shrinkToMean(early, (mean * (1 - mean)) / 45)
    expect(rest.mean).toBeCloseTo(0.2654, 4)
    expect(factor).toBeCloseTo(0.212, 3)
    expect(shrunk.map((one) => Math.round(one * 1000) / 1000)).toEqual([
      0.294, 0.289, 0.285, 0.28, 0.275, 0.275, 0.27, 0.266, 0.261, 0.261, 0.256, 0.256, 0.256, 0.256, 0.256,
      0.252, 0.247, 0.242,
    ])
    const error = (guess: readonly number[]) =>
      guess.reduce((a, one, i) => a + (one - (season[i] ?? 0)) ** 2, 0)
    expect(error(early)).toBeCloseTo(0.0754, 3)
    expect(error(shrunk)).toBeCloseTo(0.0213, 3)
  })
  it('takes nothing of less than four', () => {
    expect(() => shrinkToMean([1, 2, 3], 1)).toThrow(/at least 4/)
    expect(() => shrinkToMean([1, 2, 3, 4], 0)).toThrow(/above 0/)
  })
})

describe('a normal distribution of several quantities', () => {
  it('has the triangle of a textbook matrix', () => {
    const lower = cholesky([
      [4, 12, -16],
      [12, 37, -43],
      [-16, -43, 98],
    ])
    expect(lower.map((row) => [...row])).toEqual([
      [2, 0, 0],
      [6, 1, 0],
      [-8, 5, 3],
    ])
  })
  it('is updated as two readings of one length are averaged by their weights', () => {
    const before = { mean: Float64Array.of(10, 0), cov: diagonal([4, 1]) }
    const { mean, cov } = measured(before, [1, 0], 13, 2)
    // 10 ± 2 and 13 ± √2: (10/4 + 13/2)/(1/4 + 1/2) = 12, variance 4/3.
    expect(mean[0]).toBeCloseTo(12, 12)
    expect(cov[0]?.[0]).toBeCloseTo(4 / 3, 12)
    expect(mean[1]).toBe(0)
  })
  it('stands for one of two where nine tenths of them lie, drawn one by one', () => {
    const random = seededRandom(9)
    for (const [sd, mean, p] of [
      [3, 0, 0.93],
      [1.5, 1, 0.8],
      [4, -2, 0.9],
      [1, 0, 0.5],
    ] as const) {
      const narrow = { mean: Float64Array.of(0, 5), cov: diagonal([1, 2]) }
      const wide = { mean: Float64Array.of(mean, 5), cov: diagonal([sd ** 2, 2]) }
      const one = mixed(narrow, wide, p, [{ g: [1, 0], noiseVar: 0 }])
      const drawn = Float64Array.from({ length: 40_000 }, () =>
        random() < p ? standardNormal(random) : mean + sd * standardNormal(random),
      ).sort()
      const half = (quantileOfSorted(drawn, 0.95) - quantileOfSorted(drawn, 0.05)) / 2
      expect(1.645 * Math.sqrt(one.cov[0]?.[0] ?? 0)).toBeCloseTo(half, 1)
      expect(one.mean[0]).toBeCloseTo((1 - p) * mean, 12)
      expect([one.mean[1], one.cov[1]?.[1]]).toEqual([5, 2])
    }
  })
})

const NOW = Date.UTC(2026, 0, 1)
const usual = familyDefaults('front-load')
/** A drain of a machine of which nothing was measured, at a share of the usual flow. */
function proven(machine: string, flowLMin: number, change: Partial<ProvenRun> = {}): ProvenRun {
  const plan = makePlan('drain', {
    machine: { ...usual, tub: { ...usual.tub, assumed: true } },
    site: {
      supplyKpa: { cold: null, hot: null },
      standpipeHeightMm: 900,
      waterTempC: 15,
      portHeightMm: null,
    },
    startFrom: 'read',
    startLevelMm: 110,
    endLevelMm: 10,
  })
  return {
    runId: `${machine} ${flowLMin}`,
    visitId: 'v',
    machineId: machine,
    make: 'M',
    model: '1',
    atMs: NOW - 30 * 86_400_000,
    plan,
    flowLMin,
    readingsSe: 0.02 * flowLMin,
    startMm: 110,
    endMm: 10,
    ...change,
  }
}
const planOfNext = (own?: OwnRecords) => ({ ...proven('next', 1).plan, ...(own ? { own } : {}) })
const modelOf = (runs: ProvenRun[]) => {
  const learned = learnBands('front-load', runs, NOW)
  return { ...learned, model: learned.records.get(recordsKey.model('front-load', 'm 1')) as OwnRecords }
}
const LITRES = tubVolumeL(tapedTub(usual), 110) - tubVolumeL(tapedTub(usual), 10)
/** Flow as a drum of the usual size shows it: by the time it takes. */
function flowBy(own?: OwnRecords) {
  const { lo, mid, hi } = expectedRun(planOfNext(own)).timeS
  return { lo: (60 * LITRES) / hi, mid: (60 * LITRES) / mid, hi: (60 * LITRES) / lo }
}
const USUAL_LMIN = flowBy().mid

describe('own records', () => {
  it('move the expected run towards them, the more the more machines agree, and narrow it', () => {
    const machines = (n: number) => Array.from({ length: n }, (_, i) => proven(`m${i}`, 0.85 * USUAL_LMIN))
    const share = (n: number) => flowBy(modelOf(machines(n)).model).mid / USUAL_LMIN
    expect(share(1)).toBeGreaterThan(share(3))
    expect(share(3)).toBeGreaterThan(share(20))
    expect(share(20)).toBeCloseTo(0.85, 1)
    const width = (own?: OwnRecords) => flowBy(own).hi / flowBy(own).lo
    expect(Math.log(width(modelOf(machines(20)).model))).toBeLessThan(0.45 * Math.log(width()))
  })
  it('learn nothing of a machine with another name but what its family has in common', () => {
    const { records } = modelOf(Array.from({ length: 20 }, (_, i) => proven(`m${i}`, 0.8 * USUAL_LMIN)))
    const family = records.get(recordsKey.family('front-load')) as OwnRecords
    const moved = flowBy(family).mid / USUAL_LMIN
    expect(moved).toBeGreaterThan(0.93)
    expect(moved).toBeLessThan(0.99)
  })
  it('do not use a run far from its peers, and point it out', () => {
    const runs = Array.from({ length: 12 }, (_, i) => proven(`m${i}`, (0.97 + 0.005 * i) * USUAL_LMIN))
    const poisoned = [...runs, proven('bad', 0.6 * USUAL_LMIN)]
    const { model, runs: among } = modelOf(poisoned)
    expect(among.filter(({ used }) => !used).map(({ machineId }) => machineId)).toEqual(['bad'])
    expect(model).toMatchObject({ machines: 12, runs: 12 })
    expect(flowBy(model).mid / flowBy(modelOf(runs).model).mid).toBeCloseTo(1, 2)
  })
  it('are not spoiled by a run that no machine could have made', () => {
    const runs = Array.from({ length: 6 }, (_, i) => proven(`m${i}`, USUAL_LMIN))
    const high = proven('high', USUAL_LMIN)
    const dry = proven('dry', 8)
    const odd = [
      ...runs,
      { ...high, plan: { ...high.plan, hoseEndMm: 3900 } },
      {
        ...dry,
        startMm: 0,
        endMm: 100,
        plan: makePlan('fill', { site: { ...high.plan.site, supplyKpa: { cold: 0, hot: null } } }),
      },
    ]
    const { model, runs: among } = modelOf(odd)
    expect(model).toMatchObject({ machines: 6, runs: 6 })
    expect(flowBy(model)).toEqual(flowBy(modelOf(runs).model))
    expect(
      among
        .filter(({ used }) => !used)
        .map(({ machineId }) => machineId)
        .sort(),
    ).toEqual(['dry', 'high'])
  })
  it("make a machine's own past its best prior", () => {
    const peers = Array.from({ length: 10 }, (_, i) => proven(`m${i}`, USUAL_LMIN))
    const slower = [0, 1, 2].map((n) =>
      proven('slow', 0.9 * USUAL_LMIN, { runId: `slow ${n}`, atMs: NOW - n * 9e8 }),
    )
    const { records, model } = modelOf([...peers, ...slower])
    const own = records.get(recordsKey.machine('slow')) as OwnRecords
    expect(own.of).toBe('machine')
    expect(flowBy(own).mid).toBeLessThan(0.96 * flowBy(model).mid)
    expect(flowBy(own).hi / flowBy(own).lo).toBeLessThan(flowBy(model).hi / flowBy(model).lo)
  })
  it('never narrow below what differs from run to run, however sure they are', () => {
    const sure: OwnRecords = {
      of: 'model',
      machines: 900,
      runs: 900,
      ...storedGaussian({ mean: new Float64Array(9), cov: diagonal(new Float64Array(9)) }),
    }
    const { lo, hi } = flowBy(sure)
    expect(Math.log(hi / lo)).toBeGreaterThan(2 * 1.6 * 0.02)
  })
  it('leave what was measured on this machine to it', () => {
    const runs = Array.from({ length: 10 }, (_, i) => proven(`m${i}`, USUAL_LMIN))
    const { model } = modelOf(runs)
    const plan = planOfNext()
    const taped = { ...plan.machine, tub: { ...plan.machine.tub, assumed: false, diameterMm: 570 } }
    const { mean, cov } = ownOf(model, taped, { ...plan.site, portHeightMm: 190 })
    const scale = familyScale(taped)
    const value = (i: number, id: 'diameter' | 'port') =>
      scale[id].mid + scale[id].sd * (mean[i] ?? Number.NaN)
    expect(value(0, 'diameter')).toBeGreaterThan(566)
    expect(value(7, 'port')).toBeCloseTo(190, 0)
    expect(Math.sqrt(cov[0]?.[0] ?? 1) * scale.diameter.sd).toBeLessThan(3.01)
  })
  it('are known by make and model however they were typed', () => {
    expect(modelName(' Own-Make ', 'ML 40/b')).toBe('ownmake ml40b')
    expect(modelName('', 'ML 40')).toBe('')
    expect(modelName('Máquina', 'Ñ-1')).toBe('maquina n1')
  })
})

describe('the verdict with own records', () => {
  const tub = tapedTub(usual)
  /** A drain timed over six levels at a share of the usual flow. */
  const drained = (share: number, own?: OwnRecords) => {
    const mm = [110, 90, 70, 50, 30, 15]
    const flow = share * USUAL_LMIN
    const tS = mm.map((one) => ((tubVolumeL(tub, 110) - tubVolumeL(tub, one)) / flow) * 60)
    const none = Float64Array.from(mm, () => Number.NaN)
    const readings = {
      tS: Float64Array.from(tS),
      levelMm: none,
      rulerMm: Float64Array.from(mm),
      flowLMin: none,
    }
    return analyseRun(planOfNext(own), readings, [{ tS: 0, what: 'pump-on' }], 'hand')
  }
  const ofModel = (share: number, machines: number) =>
    modelOf(Array.from({ length: machines }, (_, i) => proven(`m${i}`, share * USUAL_LMIN))).model

  it('sees a drain at 70 % that the usual spreads hide, and says what would be said without', () => {
    expect(drained(0.7).verdict).toBe('within')
    const seen = drained(0.7, ofModel(1, 8))
    expect(seen).toMatchObject({ verdict: 'slow', usual: { verdict: 'within' } })
    expect(seen.expected?.flowLMin.lo).toBeGreaterThan(seen.usual?.flowLMin.lo ?? 0)
  })
  it('takes a model that is slow for healthy only when enough machines agree', () => {
    expect(drained(0.6).verdict).toBe('slow')
    expect(drained(0.6, ofModel(0.64, 3)).verdict).toBe('slow')
    expect(drained(0.6, ofModel(0.64, 12)).verdict).toBe('within')
  })
})

it('holds the true run with none, one, five and fifty machines, and sees a slow one among poisoned records', () => {
  for (const kind of ['drain', 'fill'] as const)
    for (const [machines, cases] of [
      [1, 60],
      [5, 30],
      [50, 10],
    ] as const) {
      const { covered, n, power } = ownFigures(kind, machines, { ...AS_TAKEN, poisoned: 0.1 }, cases)
      // Three standard errors of 0.95 of so few.
      expect([kind, machines, covered]).toEqual([kind, machines, expect.any(Number)])
      expect(covered).toBeGreaterThan(0.95 - 3 * Math.sqrt((0.95 * 0.05) / n))
      if (machines >= 5) expect(power).toBeGreaterThan(0.9 - 3 * Math.sqrt((0.9 * 0.1) / n))
    }
}, 120_000)
it('says the same of the same records in whatever order they come', () => {
  const { learned } = ownCase(3, 5, 'drain', AS_TAKEN)
  const again = ownCase(3, 5, 'drain', AS_TAKEN)
  expect(again.learned.records).toEqual(learned.records)
  expect(planOf(again.made, 'drain').own).toBeUndefined()
  const runs = Array.from({ length: 6 }, (_, i) => proven(`m${i}`, (0.9 + 0.03 * i) * USUAL_LMIN))
  expect(modelOf([...runs].reverse()).model).toEqual(modelOf(runs).model)
})

describe('drift over the years', () => {
  const YEAR = 365.2425 * 86_400_000
  const runs = (perYear: number, noise: number, seed: number, count = 8) => {
    const random = seededRandom(seed)
    return Array.from({ length: count }, (_, i) => {
      const years = (3 * i) / (count - 1)
      return {
        atMs: NOW + years * YEAR,
        flowLMin: 20 * Math.exp(Math.log(1 + perYear) * years + noise * standardNormal(random)),
        expectedLMin: 22,
        readingsSe: 0.4,
      }
    })
  }
  it('finds a machine that loses a twentieth a year, and says nothing of one that does not', () => {
    const worse = driftOf(runs(-0.05, 0.02, 1))
    expect(worse).toMatchObject({ says: 'slower', runs: 8 })
    if (worse.says === 'too-few') throw new Error('unreachable')
    expect(worse.perYear.value).toBeCloseTo(-0.05, 1)
    expect(driftOf(runs(0.06, 0.01, 2)).says).toBe('faster')
  })
  it('holds the true drift in 95 of 100, and cries wolf in few', () => {
    let [held, wolf] = [0, 0]
    for (let seed = 1; seed <= 400; seed++) {
      const drift = driftOf(runs(-0.04, 0.028, seed))
      if (drift.says !== 'too-few' && drift.perYear.lo <= -0.04 && drift.perYear.hi >= -0.04) held++
      if (driftOf(runs(0, 0.028, seed + 1000)).says !== 'none') wolf++
    }
    expect(held / 400).toBeGreaterThan(0.92)
    expect(held / 400).toBeLessThan(0.985)
    expect(wolf / 400).toBeLessThan(0.08)
  })
  it('takes one wild run for what it is, and few runs or few months for no trend', () => {
    const wild = runs(0, 0.01, 5)
    const third = wild[3]
    if (third) third.flowLMin *= 0.5
    expect(driftOf(wild).says).toBe('none')
    expect(driftOf(runs(-0.2, 0.01, 6, 3)).says).toBe('too-few')
    expect(driftOf(runs(-0.2, 0.01, 7).map((run, i) => ({ ...run, atMs: NOW + i * 86_400_000 }))).says).toBe(
      'too-few',
    )
  })
})
