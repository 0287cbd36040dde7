import { NO_HISTORY, type WeighedCase } from '../../src/index.ts'
import { FAMILY_IDS, type FamilyId, familyDefaults } from '../../src/machine/machineSpec.ts'
import type { FaultId } from '../../src/reason/catalogue/faultCard.ts'
import { NO_FAULT } from '../../src/reason/diagnosis/likelihood.ts'
import { possibleLooks } from '../../src/reason/weigh/nextLooks.ts'
import { type Weighed, weighVisit } from '../../src/reason/weigh/weighVisit.ts'
import type { Table } from './table.ts'

/** Two faults, and how much all looks together are expected to favour the one that is there, as odds to one. */
export interface Pair {
  faults: readonly [FaultId, FaultId]
  families: number
  odds: number
  /** Whether timed runs tell them apart by what they do to water. */
  runsDiffer: boolean
}

const blankVisit = (family: FamilyId): WeighedCase => ({
  machine: { ...familyDefaults(family), valve: { ratedLMin: null, taps: ['cold', 'hot'] } },
  site: { supplyKpa: { cold: null, hot: null }, standpipeHeightMm: null, waterTempC: 15, portHeightMm: null },
  runs: [],
  observations: [],
  acts: [],
  history: NO_HISTORY,
  leakSeen: [],
  panelsOpen: false,
  circuits: { supplyV: 230, windingOhm: null },
})

/** Chances of each look's answers with each fault, its ways weighed by how common they are. */
function rowsByFault(visit: WeighedCase, weighed: Weighed): Map<FaultId, Float64Array[]> {
  const looks = possibleLooks(visit, weighed)
  const faults = [...new Set(weighed.ways.map(({ card }) => card.id))]
  return new Map(
    faults.map((fault) => {
      const own = weighed.ways.flatMap((way, n) => (way.card.id === fault ? [{ n, prior: way.prior }] : []))
      const total = own.reduce((sum, { prior }) => sum + prior, 0)
      return [
        fault,
        looks.map(({ shares, outcomes }) => {
          const row = new Float64Array(outcomes.length)
          for (const { n, prior } of own) {
            const of = shares(n, NO_FAULT)
            for (let k = 0; k < row.length; k++) row[k] = (row[k] ?? 0) + (prior / total) * (of[k] ?? 0)
          }
          return row
        }),
      ]
    }),
  )
}

/** Information that one look gives for the first against the second where the first is so, as ln of odds (Kullback and Leibler 1951, from memory). */
function divergence(a: Float64Array, b: Float64Array): number {
  let sum = 0
  for (let k = 0; k < a.length; k++) {
    const [p, q] = [Math.max(1e-6, a[k] ?? 0), Math.max(1e-6, b[k] ?? 0)]
    sum += p * Math.log(p / q)
  }
  return sum
}

/** Pairs of faults are told apart where all looks together are expected to favour the true one by this much to one. */
const APART = 5

/**
 * Pairs of faults that no look of the catalogue tells apart, each look made once: the expected ln odds over all looks, the smaller of both
 * ways round, in the family in which it is smallest. Computed from the cards, not from what was thought of them.
 */
export function inseparable(): Pair[] {
  const found = new Map<string, Pair>()
  for (const family of FAMILY_IDS) {
    const visit = blankVisit(family)
    const weighed = weighVisit(visit)
    const rows = [...rowsByFault(visit, weighed)]
    const cardOf = new Map(weighed.ways.map(({ card }) => [card.id, card]))
    rows.forEach(([one, a], n) => {
      for (const [other, b] of rows.slice(n + 1)) {
        const sum = (x: Float64Array[], y: Float64Array[]) =>
          x.reduce((total, row, k) => total + divergence(row, y[k] as Float64Array), 0)
        const odds = Math.exp(Math.min(sum(a, b), sum(b, a)))
        if (odds >= APART) continue
        const runs = (fault: FaultId) => {
          const { drain, fill, sensing, stands } = cardOf.get(fault) ?? {}
          return JSON.stringify([drain, fill, sensing, stands])
        }
        const key = [one, other].sort().join(' ')
        const before = found.get(key)
        found.set(key, {
          faults: [one, other],
          families: (before?.families ?? 0) + 1,
          odds: Math.min(odds, before?.odds ?? Number.POSITIVE_INFINITY),
          runsDiffer: runs(one) !== runs(other),
        })
      }
    })
  }
  return [...found.values()].sort((x, y) => Number(x.runsDiffer) - Number(y.runsDiffer) || x.odds - y.odds)
}

export function inseparableTable(pairs: readonly Pair[]): Table {
  return {
    title: 'Faults that looks alone do not tell apart',
    about: `Computed from the cards: with every look and reading made once, the expected odds for the fault that is there against the other, where they stay below ${APART} to one. Where the two do other things to fills, drains or level sensing, timed runs are what tells them apart; the rest is told by acting, or not at all.`,
    rows: pairs.map(({ faults, families, odds, runsDiffer }) => ({
      'one fault': faults[0],
      'the other': faults[1],
      'of 5 families': families,
      'odds to one': odds.toFixed(1),
      'runs differ': runsDiffer ? 'yes' : 'no',
    })),
  }
}
