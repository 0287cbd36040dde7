import { assumptionsOf, type Decision, type PlannedNext, USUAL_PRICES } from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import { pricesQuery } from '../../api/queries.ts'
import { compute } from '../../workers/compute.ts'
import { useComputed } from '../../workers/useComputed.ts'
import { useLeakMarks, weighedOf } from '../locate/index.ts'
import type { Space } from '../visit/index.ts'

const USUAL = { prices: USUAL_PRICES, own: false }

/** What the workshop charges; the usual as long as it has set nothing, or it was not read yet. */
export const usePrices = () => useQuery(pricesQuery).data ?? USUAL

/**
 * What can be decided by all that was found, reckoned in the worker; null until it is there.
 * @param next - The look that is worth most now: what it would save is told.
 */
export function useDecision(space: Space, next: PlannedNext | null): Decision | null {
  const weighed = weighedOf(space, useLeakMarks(space))
  const { prices } = usePrices()
  const assumed = assumptionsOf(space.said)
  const look = next && { id: next.id, minutes: next.minutes }
  return useComputed(JSON.stringify([weighed, prices, assumed, look]), () =>
    compute.decide(weighed, prices, assumed, look),
  )
}
