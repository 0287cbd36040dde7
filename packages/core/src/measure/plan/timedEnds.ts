import { familyDefaults, isHorizontal, type MachineSpec, tapedTub } from '../../machine/machineSpec.ts'
import { sumpBottomMm, type TubGeometry } from '../../physics/tub/tubGeometry.ts'
import { tubVolumeL } from '../../physics/tub/tubVolume.ts'
import type { RunPlan } from './runPlan.ts'

/** A level at one end of a run as far as it is known: its middle, and one standard deviation or the whole range it may lie in, mm. */
export interface KnownLevel {
  mm: number
  sdMm: number
  /** Only the family is known: anywhere in this range, mm. */
  range: readonly [number, number] | null
}

/** Levels at which machines of a family close their valve, mm above the port. Estimates, wide on purpose. */
const FAMILY_FILL_MM = { horizontal: [60, 190], vertical: [140, 400] } as const
/** A level read on a ruler, and the level that a machine is known to close at, from fill to fill, mm. Estimates. */
const LEVEL_SD_MM = { read: 2.8, closes: { horizontal: 5.5, vertical: 9 } } as const
/** What an "empty" tub still holds before a fill, mm about the port. Estimate. */
const EMPTY_SD_MM = 6

/** Air is drawn from this height above the port at the earliest, mm; at the latest when the sump is empty. Estimate. */
export const EARLIEST_AIR_MM = 10
/** The part of it that differs from drain to drain of one machine: a faster flow draws air from higher up, and the instant is a matter of taste. Estimate. */
const AIR_ANEW = 0.5
/**
 * Litres left in the tub when a pump first draws air, with one standard deviation: a nuisance of every machine's own, at any height alike.
 * `ofMachineL` is the part of it that every drain of one machine shares, `anewL` the part that differs from drain to drain.
 */
export function litresAtAir(tub: TubGeometry): {
  litres: number
  sdL: number
  ofMachineL: number
  anewL: number
} {
  const bottom = sumpBottomMm(tub)
  let [sum, square] = [0, 0]
  for (let k = 0; k < AIR_HEIGHTS; k++) {
    const litres = tubVolumeL(tub, bottom + ((EARLIEST_AIR_MM - bottom) * (k + 0.5)) / AIR_HEIGHTS)
    sum += litres / AIR_HEIGHTS
    square += litres ** 2 / AIR_HEIGHTS
  }
  const sdL = Math.sqrt(Math.max(0, square - sum * sum))
  return { litres: sum, sdL, ofMachineL: sdL * Math.sqrt(1 - AIR_ANEW ** 2), anewL: sdL * AIR_ANEW }
}
const AIR_HEIGHTS = 12

/** The level that stands for the water left at the first air, mm above the port; below it in most sumps. */
export function middleAirMm(tub: TubGeometry): number {
  const { litres } = litresAtAir(tub)
  let [low, high] = [sumpBottomMm(tub), EARLIEST_AIR_MM]
  for (let k = 0; k < 30; k++) {
    const middle = (low + high) / 2
    if (tubVolumeL(tub, middle) < litres) low = middle
    else high = middle
  }
  return (low + high) / 2
}

/** Range of levels at which machines of a family close their valve, mm above the port. */
export function familyFillRangeMm(machine: MachineSpec): readonly [number, number] {
  return FAMILY_FILL_MM[isHorizontal(machine.family) ? 'horizontal' : 'vertical']
}

/** The level at the start of a fill or drain, by what was read, else by the machine, else by its family. */
export function knownStart(plan: RunPlan): KnownLevel {
  const from = plan.startFrom ?? 'machine'
  if (plan.kind === 'fill')
    return {
      // An empty tub holds what the last pump left in its sump.
      mm: from === 'read' || plan.startLevelMm > 0 ? plan.startLevelMm : middleAirMm(tapedTub(plan.machine)),
      sdMm: from === 'read' ? LEVEL_SD_MM.read : EMPTY_SD_MM,
      range: null,
    }
  if (from === 'family') return ofFamily(plan.machine)
  const sdMm = from === 'read' ? LEVEL_SD_MM.read : closesWithinMm(plan.machine)
  return { mm: plan.startLevelMm, sdMm, range: null }
}

function closesWithinMm(machine: MachineSpec): number {
  return LEVEL_SD_MM.closes[isHorizontal(machine.family) ? 'horizontal' : 'vertical']
}

/** The level a machine closes its valve at, where somebody said so: the usual one of a family, offered with its usual tub, is no knowledge. */
export function knownFillLevelMm(machine: MachineSpec): number | null {
  const offered = machine.tub.assumed && machine.fillLevelMm === familyDefaults(machine.family).fillLevelMm
  return offered ? null : machine.fillLevelMm
}

/** The level at which a machine closes its valve by itself. */
export function knownFillEnd(plan: RunPlan): KnownLevel {
  const fillLevelMm = knownFillLevelMm(plan.machine)
  return fillLevelMm === null
    ? ofFamily(plan.machine)
    : { mm: fillLevelMm, sdMm: closesWithinMm(plan.machine), range: null }
}

function ofFamily(machine: MachineSpec): KnownLevel {
  const range = familyFillRangeMm(machine)
  return { mm: (range[0] + range[1]) / 2, sdMm: 0, range }
}
