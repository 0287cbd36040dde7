import type { PartId } from '../../machine/parts.ts'
import { type BrierParts, binned, brierParts, type Forecast } from '../../numeric/brier.ts'
import type { Interval } from '../../numeric/interval.ts'
import { wilson } from '../../numeric/wilson.ts'
import type { FaultId } from '../../reason/catalogue/faultCard.ts'
import { FAULT_CARDS } from '../../reason/catalogue/faultCards.ts'
import { type FaultCount, type OwnChances, ownChances } from '../../reason/catalogue/ownChances.ts'
import type { VisitTruth } from './visitTruth.ts'

/** Of what was said with about this probability, how much was so. */
export interface ReliabilityBin {
  lo: number
  hi: number
  n: number
  /** Mean of what was said. */
  said: number
  /** Share that was so, with its 95 % interval. */
  came: Interval
}
/** How our own probabilities stand against what turned out. */
export interface Reliability extends BrierParts {
  bins: ReliabilityBin[]
  /** Against chance alone, at 95 %; too-few = nothing can be said yet. */
  says: 'as-said' | 'too-sure' | 'too-careful' | 'too-few'
}
/** What a check was worth in visits of which the truth is known. */
export interface CheckWorth {
  what: VisitTruth['looks'][number]['what']
  n: number
  /** Mean change of the chance of what turned out to be true. */
  gain: number
  minutes: number
  /** Times it led away from it by a twentieth at least. */
  misled: number
}
/** What a workshop's visits taught. */
export interface Learned {
  /** Visits of which the truth is known. */
  visits: number
  /** How often the part suspected first was it; null = of no visit known. */
  firstRight: (Interval & { n: number }) | null
  /** By part suspected first, most often first. */
  byPart: { part: PartId; n: number; right: Interval }[]
  reliability: Reliability | null
  /** Most gain for its minutes first. */
  checks: CheckWorth[]
  counts: FaultCount[]
  chances: OwnChances
}

/** Upper edges of what is told apart of our own probabilities. */
const EDGES = [0.2, 0.4, 0.6, 0.8, 0.9, 1] as const
/** Forecasts below which nothing is said of them together. */
const FEW = 10
const LED_AWAY = 0.05

/** What visits of which the truth is known teach together: each counts once, in any order. */
export function learnedOf(truths: readonly VisitTruth[]): Learned {
  const suspects = truths.flatMap(({ suspect }) => (suspect ? [suspect] : []))
  const forecasts = suspects.map(({ p, right }) => ({ p, came: right }))
  const parts = [...new Set(suspects.map(({ part }) => part))]
  const rightOf = (some: typeof suspects) => wilson(some.filter(({ right }) => right).length, some.length)
  const counts = countsOf(truths)
  return {
    visits: truths.length,
    firstRight: suspects.length > 0 ? { ...rightOf(suspects), n: suspects.length } : null,
    byPart: parts
      .map((part) => {
        const own = suspects.filter((one) => one.part === part)
        return { part, n: own.length, right: rightOf(own) }
      })
      .sort((a, b) => b.n - a.n),
    reliability: forecasts.length > 0 ? reliabilityOf(forecasts) : null,
    checks: checksOf(truths),
    counts,
    chances: ownChances(truths.filter(({ parts: some }) => some.length > 0).length, counts),
  }
}

/** What was said against what came. @throws {RangeError} As `brierParts`. */
export function reliabilityOf(forecasts: readonly Forecast[]): Reliability {
  const bins = binned(forecasts, EDGES).flatMap((bin, n): ReliabilityBin[] => {
    if (bin.length === 0) return []
    const said = bin.reduce((sum, { p }) => sum + p, 0) / bin.length
    const came = wilson(bin.filter((one) => one.came).length, bin.length)
    return [{ lo: EDGES[n - 1] ?? 0, hi: EDGES[n] ?? 1, n: bin.length, said, came }]
  })
  return { ...brierParts(forecasts, EDGES), bins, says: saysOf(forecasts) }
}

/** Whether as many came as were said, against the spread of chance alone. */
function saysOf(forecasts: readonly Forecast[]): Reliability['says'] {
  if (forecasts.length < FEW) return 'too-few'
  const said = forecasts.reduce((sum, { p }) => sum + p, 0)
  const spread = Math.sqrt(forecasts.reduce((sum, { p }) => sum + p * (1 - p), 0))
  const off = forecasts.filter(({ came }) => came).length - said
  if (Math.abs(off) <= Math.max(1, 1.96 * spread)) return 'as-said'
  return off < 0 ? 'too-sure' : 'too-careful'
}

function countsOf(truths: readonly VisitTruth[]): FaultCount[] {
  const sum = (which: 'found' | 'expected', id: FaultId) =>
    truths.reduce((total, truth) => total + (truth[which][id] ?? 0), 0)
  return FAULT_CARDS.map(({ id }) => ({
    fault: id,
    found: sum('found', id),
    expected: sum('expected', id),
  })).filter(({ found, expected }) => found > 0 || expected > 0)
}

function checksOf(truths: readonly VisitTruth[]): CheckWorth[] {
  const looks = truths.flatMap((truth) => truth.looks)
  return [...new Set(looks.map(({ what }) => what))]
    .map((what) => {
      const own = looks.filter((look) => look.what === what)
      const gain = own.reduce((total, { before, after }) => total + after - before, 0) / own.length
      const misled = own.filter(({ before, after }) => after - before <= -LED_AWAY).length
      return { what, n: own.length, gain, minutes: own[0]?.minutes ?? 0, misled }
    })
    .sort((a, b) => b.gain / Math.max(0.5, b.minutes) - a.gain / Math.max(0.5, a.minutes))
}
