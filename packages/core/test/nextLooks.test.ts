import { describe, expect, it } from '@jest/globals'
import { NO_HISTORY, type WeighedCase } from '../src/index.ts'
import { FAMILY_IDS, familyDefaults } from '../src/machine/machineSpec.ts'
import { faultCard } from '../src/reason/catalogue/faultCards.ts'
import { SOUND_LOOKS, sharesWith } from '../src/reason/catalogue/soundLooks.ts'
import type { CheckId } from '../src/reason/checks/checkTypes.ts'
import { NO_FAULT } from '../src/reason/diagnosis/likelihood.ts'
import { LEAK_PLACES } from '../src/reason/leaks/leakPlaces.ts'
import { possibleLooks, rowsOf, setsOf, tellsOf } from '../src/reason/weigh/nextLooks.ts'
import { weighVisit } from '../src/reason/weigh/weighVisit.ts'
import { caseWith, looksWith, type Seen, sum, wrongWith as visit } from './visitWith.ts'

describe('what a look promises', () => {
  const seen: Seen[] = [
    { check: 'complaint', value: 'not-draining' },
    { check: 'drain-hose.look', value: 'good' },
  ]
  const bits = (p: readonly { probability: number }[]) =>
    -sum(p.map(({ probability: q }) => (q > 0 ? q * Math.log2(q) : 0)))
  it.each(['pump.sound', 'impeller.feel', 'stream.look', 'tub.spins'])(
    '%s gives what was promised, on the mean over its answers',
    (check) => {
      const now = visit(seen)
      const promised = looksWith(seen).find(({ id }) => id === check)?.gainBits ?? 0
      expect(promised).toBeGreaterThan(0.02)
      const outcomes = Object.keys(SOUND_LOOKS[check as CheckId] ?? {})
      // How likely each answer is: by the cards, over what is believed now.
      const chance = (outcome: string) =>
        sum(
          now.ranking.map(({ fault, probability }) => {
            const sound = SOUND_LOOKS[check as CheckId] ?? {}
            const given =
              fault === 'none' || fault === 'unlisted'
                ? undefined
                : faultCard(fault).looks?.[check as CheckId]
            return probability * (sharesWith(sound, given)[outcome] ?? 0)
          }),
        )
      const after = sum(
        outcomes.map(
          (outcome) => chance(outcome) * bits(visit([...seen, { check, value: outcome }]).ranking),
        ),
      )
      const given = bits(now.ranking) - after
      expect(given / promised).toBeGreaterThan(0.85)
      expect(given / promised).toBeLessThan(1.15)
    },
  )
})

/**
 * What a look promises against what its answers then bring, each as it would be written down.
 * @param written - What is written down for each of its outcomes.
 */
function promisedAndGiven(seen: Seen[], family: string, id: string, written: (outcome: number) => Seen[]) {
  const known = caseWith(seen, family)
  const weighed = weighVisit(known)
  const sets = setsOf(weighed)
  const look = possibleLooks(known, weighed).find((one) => one.id === id)
  if (!look) throw new Error(`${id} is not among the looks`)
  const rows = rowsOf(look, sets)
  const bits = (file: Seen[]) =>
    -sum(visit(file, family).ranking.map(({ probability: q }) => (q > 0 ? q * Math.log2(q) : 0)))
  const after = look.outcomes.map((_, k) => {
    const chance = sum(sets.map(({ p }, n) => p * (rows[n]?.[k] ?? Number.NaN)))
    return chance * bits([...seen, ...written(k)])
  })
  return { promised: tellsOf(look.outcomes, sets, rows).gainBits, given: bits(seen) - sum(after), look }
}

describe('protocols are looks like any other, and promise what they bring', () => {
  it.each([
    ['slow-drain', 'front-load'],
    ['slow-drain', 'top-load-belt'],
    ['not-draining', 'front-load'],
  ])('lift test, %s, %s', (complaint, family) => {
    const seen: Seen[] = [{ check: 'complaint', value: complaint }]
    const { promised, given, look } = promisedAndGiven(seen, family, 'drain.lift-stop', (k) => {
      // No stream at all is seen at the hose end; then the heights from the highest down; then beyond reach.
      if (k === 0) return [{ check: 'stream.look', value: 'none' }]
      const value = k < 14 ? 1750 - 100 * (k - 1) : 'above 1800'
      return [{ check: 'drain.lift-stop', value }]
    })
    expect(look.outcomes).toHaveLength(15)
    expect(promised).toBeGreaterThan(0.1)
    expect(given / promised).toBeGreaterThan(0.75)
    expect(given / promised).toBeLessThan(1.25)
  })
  it.each(['front-load', 'top-load-belt'])('catches at three levels, %s', (family) => {
    const seen: Seen[] = [
      { check: 'complaint', value: 'leaking' },
      { check: 'leak.phase', value: 'hold' },
    ]
    const known = caseWith(seen, family)
    const full = weighVisit(known).found.levelMm
    const lH = [0.45, 6, 45]
    const caught = (size: number, mm: number, shares: readonly number[]) =>
      shares.map((share) => {
        const level = Math.max(10, mm + share * (full - mm))
        return {
          check: 'leak.catch',
          value: (lH[size] ?? 0) * Math.sqrt((level - mm) / 100),
          level_mm: level,
        }
      })
    let size = 0
    const outcomes =
      possibleLooks(known, weighVisit(known)).find(({ id }) => id === 'leak.catch')?.outcomes ?? []
    const written = outcomes.map((outcome) => {
      const height = outcome.values?.height as { base: number } | undefined
      if (height) return caught(size, height.base, [1, 0.7, 0.4])
      return outcome.id === 'look.no-height'
        ? caught(size++, 50, [1, 0.7])
        : [{ check: 'leak.catch', value: 0, level_mm: full }]
    })
    const { promised, given } = promisedAndGiven(seen, family, 'leak.catch', (k) => written[k] ?? [])
    expect(promised).toBeGreaterThan(0.1)
    expect(given / promised).toBeGreaterThan(0.8)
    expect(given / promised).toBeLessThan(1.2)
  })
})

describe('a look made once more', () => {
  const leaking: Seen[] = [
    { check: 'complaint', value: 'leaking' },
    { check: 'leak.phase', value: 'hold' },
  ]
  const torch = (seen: Seen[]) =>
    promisedAndGiven(seen, 'front-load', 'leak.place', (k) => [
      { check: 'leak.place', value: LEAK_PLACES[k] ?? '' },
    ])
  const named: Seen[] = [...leaking, { check: 'leak.place', value: 'under-sump' }]
  it('along the path with the torch, gives what it promises, and promises less', () => {
    const [once, again] = [torch(leaking), torch(named)]
    expect(again.given / again.promised).toBeGreaterThan(0.85)
    expect(again.given / again.promised).toBeLessThan(1.15)
    expect(again.promised).toBeLessThan(0.6 * once.promised)
  })
  it('names the same place: believed more, and less so than a first time would make it', () => {
    const share = (...places: string[]) => {
      const { ranking } = visit(
        [...leaking, ...places.map((value) => ({ check: 'leak.place', value }))],
        'front-load',
      )
      const of = (fault: string) => ranking.find((one) => one.fault === fault)?.probability ?? 0
      return of('sump-boot.leak') / of('bellows.leak')
    }
    const [none, one, two] = [share(), share('under-sump'), share('under-sump', 'under-sump')]
    expect(two).toBeGreaterThan(one)
    // At most about half of what it was the first time, as logarithms go; two leaks at once take some of it.
    expect(Math.log(two / one) / Math.log(one / none)).toBeLessThan(0.6)
  })
})

describe('every look that could be made', () => {
  const slow = (more: Seen[] = [], runs: object[] = []) =>
    looksWith([{ check: 'complaint', value: 'slow-drain' }, ...more], 'front-load', runs)
  it.each(FAMILY_IDS)('%s: foretells chances that sum to 1, whatever is wrong', (family) => {
    const known: WeighedCase = {
      machine: { ...familyDefaults(family), valve: { ratedLMin: null, taps: ['cold', 'hot'] } },
      site: {
        supplyKpa: { cold: 300, hot: null },
        standpipeHeightMm: null,
        waterTempC: 15,
        portHeightMm: null,
      },
      runs: [],
      observations: [{ check: 'complaint', value: 'slow-drain' }],
      acts: [],
      history: NO_HISTORY,
      leakSeen: [],
      panelsOpen: false,
      circuits: { supplyV: null, windingOhm: null },
    }
    const weighed = weighVisit(known)
    const looks = possibleLooks(known, weighed)
    for (const kind of ['check', 'phase', 'run'])
      expect([kind, looks.some(({ what }) => what.kind === kind)]).toEqual([kind, true])
    const some = [0, 7, 40, weighed.ways.length - 1]
    for (const { id, shares, outcomes } of looks)
      for (const i of [NO_FAULT, ...some])
        for (const j of [NO_FAULT, 3]) {
          if (i === NO_FAULT && j !== NO_FAULT) continue
          const of = Array.from(shares(i, j))
          expect([id, of.length, of.every((p) => p >= 0)]).toEqual([id, outcomes.length, true])
          expect(Math.abs(sum(of) - 1)).toBeLessThan(0.02)
        }
  })
  it('a timed drain is among them, then one with the hose end low, then none; a bucket once a fill was timed', () => {
    const asked = (report: ReturnType<typeof slow>) => report.map(({ id }) => id)
    expect(asked(slow())).toContain('run:drain')
    const drain = (hose_end_mm: number) => ({
      kind: 'drain',
      hose_end_mm,
      columns: ['t_s', 'level_mm'],
      rows: Array.from({ length: 12 }, (_, k) => [8 * k, 110 - 9 * k]),
      events: [{ t_s: 0, what: 'pump-on' }],
    })
    expect(asked(slow([], [drain(900)]))).not.toContain('run:drain')
    expect(asked(slow([], [drain(900)]))).toContain('run:drain:low')
    expect(asked(slow([], [drain(900), drain(400)])).filter((id) => id.startsWith('run:drain'))).toEqual([])
    // Let out by itself it is asked for until it was: a blocked hose lets less through than a worn pump, which stands still.
    expect(asked(slow([], [drain(900)]))).toContain('run:siphon')
    expect(asked(slow([], [drain(900), { ...drain(100), kind: 'siphon' }]))).not.toContain('run:siphon')
    const known = caseWith([{ check: 'complaint', value: 'slow-drain' }], 'front-load', [drain(900)])
    const weighed = weighVisit(known)
    const out = possibleLooks(known, weighed).find(({ id }) => id === 'run:siphon')
    const middle = (fault: string) => {
      const way = weighed.ways.findIndex(({ card }) => card.id === fault)
      return sum(Array.from(out?.shares(way, NO_FAULT) ?? [], (p, k) => p * k))
    }
    expect(middle('drain-hose.blocked')).toBeLessThan(middle('pump.worn') - 1)
    const fill = {
      kind: 'fill',
      taps: ['cold'],
      columns: ['t_s', 'level_mm'],
      rows: Array.from({ length: 12 }, (_, k) => [20 * k, 5 * k]),
      events: [{ t_s: 0, what: 'valve-open' }],
    }
    const complaint = [{ check: 'complaint', value: 'slow-fill' }]
    expect(asked(looksWith(complaint))).not.toContain('hose-end.bucket:cold')
    expect(asked(looksWith(complaint, 'front-load', [fill]))).toContain('hose-end.bucket:cold')
  })
})
