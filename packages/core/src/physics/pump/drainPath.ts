import { GRAVITY_M_PER_S2 } from '../../units.ts'
import { frictionFactor } from './pipeFriction.ts'

/** The way from the pump to the hose end. */
export interface DrainHose {
  boreMm: number
  lengthM: number
  /** `corrugated`: friction does not depend on flow and is an estimate; `smooth`: Colebrook with a roughness. */
  wall: { kind: 'corrugated'; frictionFactor: number } | { kind: 'smooth'; roughnessMm: number }
  /** Sum of the minor loss coefficients (bends, check flap, exit), on the hose velocity. */
  minorK: number
}

/** Friction of corrugated drain hose: middle of 0.05–0.10. No single reliable source: an estimate, carried as an uncertainty. */
export const CORRUGATED_FRICTION = 0.08
/** Bends, connector and exit. Estimate. */
export const DRAIN_MINOR_K = 3

/**
 * Head lost in the hose at a flow, m of water: (f·L/d + ΣK)·v²/2g (Darcy–Weisbach).
 * @param flowM3S - Flow, m³/s, at least 0.
 * @param viscosityM2S - Kinematic viscosity of the water, m²/s; only a smooth wall feels it.
 */
export function hoseLossM(hose: DrainHose, flowM3S: number, viscosityM2S: number): number {
  if (flowM3S <= 0) return 0
  const boreM = hose.boreMm / 1000
  const velocity = flowM3S / ((Math.PI * boreM * boreM) / 4)
  const f =
    hose.wall.kind === 'corrugated'
      ? hose.wall.frictionFactor
      : frictionFactor((velocity * boreM) / viscosityM2S, hose.wall.roughnessMm / hose.boreMm)
  return (((f * hose.lengthM) / boreM + hose.minorK) * velocity * velocity) / (2 * GRAVITY_M_PER_S2)
}

/**
 * Resistance of the hose as one number, K = loss/Q², s²/m⁵, taken at a flow typical for the machine.
 * @param atFlowM3S - Flow at which to take it, m³/s, above 0.
 */
export function hoseResistanceS2M5(hose: DrainHose, atFlowM3S: number, viscosityM2S: number): number {
  return hoseLossM(hose, atFlowM3S, viscosityM2S) / (atFlowM3S * atFlowM3S)
}
