import type { FaultId } from './faultCard.ts'
import { FAULT_CARDS } from './faultCards.ts'

/** How often a fault turned out to be there in the visits of a workshop, and how often it was to be expected. */
export interface FaultCount {
  fault: FaultId
  /** Visits, by parts of one where what was found leaves more than one fault. */
  found: number
  /** By machine and complaint alone, with the chances of the catalogue. */
  expected: number
}
/** What a workshop's own visits make of the chances of the catalogue. */
export interface OwnChances {
  /** Visits it rests on. */
  visits: number
  /** Times as likely as the catalogue has it; a fault that is not named stays as it is. */
  factors: Partial<Record<FaultId, number>>
}

/** What the catalogue's chance is worth, in expected cases: an estimate that may be off by half counts as four. Estimate. */
const CATALOGUE_WORTH = 4
/** However many visits there are, none makes a fault this many times as likely or unlikely: what is rare here is still looked for. */
const MOST = 4
/** What changes a chance by less is not worth saying. */
const LEAST = 0.03

/**
 * Times as likely as the catalogue has it, by a workshop's own counts: the posterior mean of a Poisson rate about the expected count with a
 * gamma prior of mean 1 (Clayton and Kaldor 1987, from memory): (found + 4) ÷ (expected + 4), held between ¼ and 4.
 * @throws {RangeError} If a count is less than nothing.
 */
export function ownFactor({ found, expected }: Pick<FaultCount, 'found' | 'expected'>): number {
  if (!(found >= 0) || !(expected >= 0))
    throw new RangeError(`found, expected: expected 0 or more, got ${found}, ${expected}`)
  return Math.min(MOST, Math.max(1 / MOST, (found + CATALOGUE_WORTH) / (expected + CATALOGUE_WORTH)))
}

/** Own chances by the counts of some visits. @throws {RangeError} As `ownFactor`. */
export function ownChances(visits: number, counts: readonly FaultCount[]): OwnChances {
  const factors: OwnChances['factors'] = {}
  for (const count of counts) {
    const factor = ownFactor(count)
    if (Math.abs(factor - 1) >= LEAST) factors[count.fault] = Math.round(factor * 1000) / 1000
  }
  return { visits, factors }
}

/** What was stored of own chances, as far as this version knows it; null = it cannot be read. */
export function readOwnChances(stored: unknown): OwnChances | null {
  const { visits, factors } = (stored ?? {}) as { visits?: unknown; factors?: unknown }
  if (typeof visits !== 'number' || typeof factors !== 'object' || factors === null) return null
  const known: OwnChances['factors'] = {}
  for (const { id } of FAULT_CARDS) {
    const factor = (factors as Record<string, unknown>)[id]
    if (typeof factor === 'number' && factor >= 1 / MOST && factor <= MOST) known[id] = factor
  }
  return { visits, factors: known }
}
