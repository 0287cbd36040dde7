import type { Observation } from '../evidence/seen/observations.ts'

/** From here on live parts are apart from the frame, MΩ. Common practice, no published source. */
export const COMFORTABLE_MOHM = 2

/**
 * Whether it trips the breaker and nobody measured yet that its live parts are apart from the frame: until then no current goes into it,
 * whatever that would tell. A later reading stands over an earlier one.
 */
export function mayBeLive(observations: readonly Observation[]): boolean {
  if (!observations.some(({ check, value }) => check === 'complaint' && value === 'trips-breaker'))
    return false
  const last = observations.findLast(({ check }) => check === 'insulation')
  return !(typeof last?.value === 'number' && last.value >= COMFORTABLE_MOHM)
}
