import type { WeighedCase } from '../../src/index.ts'
import { FAMILY_IDS } from '../../src/machine/machineSpec.ts'
import { SOUND_LOOKS } from '../../src/reason/catalogue/soundLooks.ts'
import { entropyBits } from '../../src/reason/diagnosis/bayes.ts'
import type { Observation } from '../../src/reason/evidence/seen/observations.ts'
import { LEAK_PLACES } from '../../src/reason/leaks/leakPlaces.ts'
import { COULD_BE } from '../../src/reason/weigh/checkLooks.ts'
import { possibleLooks, whatCounts } from '../../src/reason/weigh/nextLooks.ts'
import type { PossibleLook } from '../../src/reason/weigh/possibleLook.ts'
import { type Weighed, weighVisit } from '../../src/reason/weigh/weighVisit.ts'
import { nextLooks } from '../nextLooks.ts'
import type { Draw } from './draw.ts'
import { drawnCall } from './faultStudy.ts'
import type { TownCase } from './faultTown.ts'
import type { Table } from './table.ts'
import { weighedCase } from './weighedCase.ts'

/** What the check chosen promised and what it then brought, bits. */
export interface Promise {
  promised: number
  brought: number
}

/** A call as it stands part of the way: a share of what was found is not known yet. */
function caseOf({ file }: TownCase, known: number, draw: Draw): WeighedCase {
  const observations = file.observations.filter(({ check }) => check === 'complaint' || draw.chance(known))
  const visit = weighedCase({ ...file, observations }, 230)
  return draw.chance(known) ? visit : { ...visit, runs: [] }
}

/** Observations that each answer of a look would be kept as; null = this study does not go through them. */
function answersOf(what: PossibleLook['what']): Observation[] | null {
  if (what.kind === 'run') return null
  if (what.kind === 'phase')
    return [
      { check: 'leak.phase', value: what.phase },
      { check: 'leak.dry', value: what.phase },
    ]
  const { check, tap } = what
  const own = (value: string | number): Observation => ({ check, value, ...(tap ? { tap } : {}) })
  if (check === 'leak.place') return LEAK_PLACES.map(own)
  const values = Object.keys(SOUND_LOOKS[check] ?? {})
  return values.length > 0 ? values.map(own) : (COULD_BE[check]?.map(own) ?? null)
}

/**
 * Bits about which faults are there. Put together as they counted when the look was chosen: two at once that come to count by its answer are
 * no uncertainty that it brought.
 */
function uncertainty({ belief }: Weighed, countsAs: ReturnType<typeof whatCounts>): number {
  const sets = new Map<string, number>()
  let total = 0
  for (const one of belief.hypotheses) {
    const key = countsAs(one).join(' ')
    sets.set(key, (sets.get(key) ?? 0) + one.p)
    total += one.p
  }
  return entropyBits([...sets.values()].map((p) => p / total))
}

/** Chances of a look's answers, over all that may be wrong. */
function chances(weighed: Weighed, { shares, outcomes }: PossibleLook): Float64Array {
  const out = new Float64Array(outcomes.length)
  let total = 0
  for (const { first, second, p } of weighed.belief.hypotheses) {
    const of = shares(first, second)
    for (let k = 0; k < out.length; k++) out[k] = (out[k] ?? 0) + p * (of[k] ?? 0)
    total += p
  }
  return out.map((x) => x / total)
}

/** Answers less likely than this weigh nothing in the mean. */
const SELDOM = 0.002

/**
 * Calls of the study's town, part of the way: what the look worth most promised, and what it brings on the mean over its answers, each as
 * often as it is believed to come, weighed as it is when it is made.
 */
export function promises(calls: number, draw: Draw): Promise[] {
  const out: Promise[] = []
  for (let n = 0; out.length < calls && n < 3 * calls; n++) {
    const family = FAMILY_IDS[n % FAMILY_IDS.length] as TownCase['family']
    const visit = caseOf(drawnCall(family, draw), draw.uniform(0, 0.8), draw)
    const weighed = weighVisit(visit)
    const best = nextLooks(visit, weighed).find(({ what }) => what.kind !== 'run')
    const look = possibleLooks(visit, weighed).find(({ id }) => id === best?.id)
    const answers = look && answersOf(look.what)
    if (!best || !look || !answers) continue
    const countsAs = whatCounts(weighed)
    const before = uncertainty(weighed, countsAs)
    let [brought, mass] = [0, 0]
    chances(weighed, look).forEach((p, k) => {
      const answer = answers[k]
      if (p < SELDOM || !answer) return
      const after = weighVisit({ ...visit, observations: [...visit.observations, answer] })
      brought += p * (before - uncertainty(after, countsAs))
      mass += p
    })
    out.push({ promised: best.gainBits, brought: brought / mass })
  }
  return out
}

/** In quarters by what was promised: mean promised, mean brought, and their ratio. */
export function promiseQuarters(
  all: readonly Promise[],
): { n: number; promised: number; brought: number; ratio: number }[] {
  const sorted = [...all].sort((a, b) => a.promised - b.promised)
  return [0, 1, 2, 3].map((q) => {
    const part = sorted.slice(Math.floor((q * sorted.length) / 4), Math.floor(((q + 1) * sorted.length) / 4))
    const mean = (of: (one: Promise) => number) => part.reduce((sum, one) => sum + of(one), 0) / part.length
    const [promised, brought] = [mean((one) => one.promised), mean((one) => one.brought)]
    return { n: part.length, promised, brought, ratio: brought / promised }
  })
}

/** The same as a table. */
export function promiseTable(all: readonly Promise[]): Table {
  return {
    title: 'What a look promises and what it brings',
    about:
      'Calls of the town of the whole catalogue, part of the way: of the look worth most for its minutes, what it promised of the faults and what it brings on the mean over its answers, each as often as it is believed to come and weighed as it is when it is made, of the faults as they were counted when it was promised. By quarters of what was promised.',
    rows: promiseQuarters(all).map(({ n, promised, brought, ratio }, q) => ({
      quarter: q + 1,
      n,
      'promised, bits': promised.toFixed(3),
      'brought, bits': brought.toFixed(3),
      ratio: ratio.toFixed(2),
    })),
  }
}
