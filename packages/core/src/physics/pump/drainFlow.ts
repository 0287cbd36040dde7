import { findRoot } from '../../numeric/findRoot.ts'
import { type DrainHose, hoseLossM } from './drainPath.ts'
import { type PumpCurve, pumpHeadM } from './pumpCurve.ts'

/** What drives the water: the running pump, or its own weight through the still pump (gravity run). */
export type DrainDrive = { kind: 'pump'; curve: PumpCurve } | { kind: 'gravity'; pumpResistanceS2M5: number }

/**
 * Flow at which head gained equals lift plus loss, m³/s; 0 when the drive cannot lift that far.
 * @param liftM - Hose end (or vented crest) above the water, m; negative when the end lies lower.
 * @param viscosityM2S - Kinematic viscosity, m²/s.
 * @throws {RangeError} If nothing on the way resists, so that no flow balances the head.
 */
export function drainFlowM3S(
  drive: DrainDrive,
  hose: DrainHose,
  liftM: number,
  viscosityM2S: number,
): number {
  const spare = (q: number) =>
    (drive.kind === 'pump' ? pumpHeadM(drive.curve, q) : -drive.pumpResistanceS2M5 * q * q) -
    liftM -
    hoseLossM(hose, q, viscosityM2S)
  if (spare(0) <= 0) return 0
  let high = 1e-4
  while (spare(high) > 0) {
    high *= 2
    if (high > 10) throw new RangeError('drain flow: the path has no resistance, so no flow balances it')
  }
  const root = findRoot(spare, 0, high, 1e-13)
  return root.outcome === 'found' ? root.x : 0
}
