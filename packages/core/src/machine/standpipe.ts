import { lMinFromM3PerS } from '../units.ts'
import type { MachineSpec, SiteSpec } from './machineSpec.ts'
import { cleanPathK, portHeight, pumpB, pumpMiddle } from './uncertainty.ts'

/**
 * Standpipe above the weir of its trap, mm: 18–42 in (IPC 802, IRC P2706, from memory) and 18–30 in (UPC 804.1, from memory).
 * Guidance only: the local code and the maker's sheet go first.
 */
export const STANDPIPE_ABOVE_WEIR_MM = { lo: 457, hi: 1067, stricterHi: 762 } as const
/** Height at which drains are usually timed, mm above the floor. Common practice, no published source. */
export const USUAL_HOSE_END_MM = 900

/**
 * Flow of the sound pump through the clean path with the hose end at a height, L/min, from middle values: √((H₀ + h − z)/(B + K)).
 * @param hoseEndMm - Above the room's floor. @param levelMm - Water above the port.
 * @returns 0 where the pump no longer lifts.
 */
export function drainFlowAtHeightLMin(
  machine: MachineSpec,
  site: SiteSpec,
  hoseEndMm: number,
  levelMm: number,
): number {
  const { shutoffHeadM, freeFlowLMin } = pumpMiddle(machine)
  const b = pumpB(shutoffHeadM, freeFlowLMin)
  const spareM = shutoffHeadM + levelMm / 1000 - (hoseEndMm - portHeight(machine, site).mm) / 1000
  return spareM <= 0 ? 0 : lMinFromM3PerS(Math.sqrt(spareM / (b + cleanPathK(machine, site))))
}

/** Hose end at which the sound pump stops lifting, mm above the floor, with the water at a level above the port. */
export function stallHeightMm(machine: MachineSpec, site: SiteSpec, levelMm: number): number {
  return pumpMiddle(machine).shutoffHeadM * 1000 + levelMm + portHeight(machine, site).mm
}
