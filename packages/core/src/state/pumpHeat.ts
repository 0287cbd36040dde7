/**
 * A drain pump's body as one lump of metal: it warms towards a settled excess and cools with a slower time constant, having no flow then.
 * All values are estimates, chosen so that the touch limit is passed after 15–25 min of running (common practice, no published source).
 */
export const PUMP_HEAT = {
  roomC: 20,
  settledExcessK: 60,
  warmTauMin: 20,
  coolTauMin: 30,
  touchC: 55,
  safeC: 45,
} as const

/** Temperature of the pump's body, °C, after running and then resting; minutes at least 0. @throws {RangeError} If a time is negative. */
export function pumpTempC(ranMin: number, restedMin: number): number {
  if (!(ranMin >= 0 && restedMin >= 0))
    throw new RangeError(`pump times: expected at least 0 min, got ${ranMin} and ${restedMin}`)
  const { roomC, settledExcessK, warmTauMin, coolTauMin } = PUMP_HEAT
  return roomC + settledExcessK * (1 - Math.exp(-ranMin / warmTauMin)) * Math.exp(-restedMin / coolTauMin)
}

/** A jammed pump moves no water that would cool it: it warms so many times as fast. Estimate. */
export const JAMMED_HEATS = 2.5

/** Minutes still to wait until the pump is down to the temperature that is safe to touch; 0 when it is. */
export function pumpCoolDownMin(ranMin: number, restedMin: number): number {
  const { roomC, coolTauMin, safeC } = PUMP_HEAT
  const excess = pumpTempC(ranMin, restedMin) - roomC
  return Math.max(0, coolTauMin * Math.log(excess / (safeC - roomC)))
}
