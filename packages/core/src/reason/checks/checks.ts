import type { CheckFacts, CheckId } from './checkTypes.ts'
import { ELECTRICAL_CHECKS } from './electricalChecks.ts'
import { OUTSIDE_CHECKS } from './outsideChecks.ts'
import { RUN_CHECKS } from './runChecks.ts'

/**
 * Every check a technician can make beside the timed runs, in the order in which its stage asks for it. Outcomes are the ids of
 * the catalogue; what they mean is common practice, no published source; minutes are estimates.
 */
export const CHECKS: readonly CheckFacts[] = [...OUTSIDE_CHECKS, ...RUN_CHECKS, ...ELECTRICAL_CHECKS]

const BY_ID = new Map<string, CheckFacts>(CHECKS.map((check) => [check.id, check]))

/** Facts of one check. @throws {RangeError} If the id is not in the catalogue. */
export function checkFacts(id: string): CheckFacts {
  const check = BY_ID.get(id)
  if (!check) throw new RangeError(`check: expected an id of the catalogue, got ${id}`)
  return check
}

/** What stands against a value for a check, in a sentence; null = it can be. */
export function valueProblem(id: CheckId, value: string | number): string | null {
  const check = checkFacts(id)
  if (check.kind === 'choice') {
    const words = check.outcomes.map((o) => o.value)
    return typeof value === 'string' && words.includes(value)
      ? null
      : `${id}: expected one of ${words.join(', ')}, got ${value}`
  }
  const [low, high] = check.range
  if (typeof value === 'number')
    return value >= low && value <= high ? null : `${id}: expected ${low}..${high}, got ${value}`
  if (check.canBeOpen && value === 'open') return null
  if (id === 'drain.lift-stop' && /^above \d{1,4}$/.test(value)) return null
  return `${id}: expected a number${check.canBeOpen ? ' or "open"' : ''}, got ${value}`
}
