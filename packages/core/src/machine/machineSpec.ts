import type { PART_IDS } from '../catalogue/catalogueIds.ts'
import { DISPLACED_RATIO, DRAFT_DEG, type TubGeometry } from '../physics/tub/tubGeometry.ts'

export const FAMILY_IDS = [
  'front-load',
  'front-load-sealed',
  'top-load-belt',
  'top-load-motor-pump',
  'top-load-pump',
] as const
export type FamilyId = (typeof FAMILY_IDS)[number]

export const TAPS = ['cold', 'hot'] as const
export type Tap = (typeof TAPS)[number]

/** Ways to a pump that are found; several per family. Common practice, no published source. */
export const PUMP_ROUTES = ['flap', 'lower', 'front', 'rear', 'side', 'below'] as const
export type PumpRoute = (typeof PUMP_ROUTES)[number]
export const PUMP_ROWS = ['front', 'centre', 'rear'] as const
export const PUMP_COLUMNS = ['left', 'centre', 'right'] as const
/** Where on the floor plan a pump was found, seen from the front; null = as usual. */
export interface PumpPlace {
  pumpRow: (typeof PUMP_ROWS)[number] | null
  pumpColumn?: (typeof PUMP_COLUMNS)[number] | null | undefined
}

/** What was found differently from machine to machine, by branch of a job. */
export type FoundThere = Readonly<Record<string, string>>

/** What is known about one machine. A value that nobody read off a plate is null, and its family's spread is used. */
export interface MachineSpec {
  family: FamilyId
  label: string
  /** `assumed`: nobody held a tape to it; the family's usual size stands in. */
  tub: { diameterMm: number; depthMm: number; sumpL: number; floorMm: number; assumed?: boolean | undefined }
  valve: { ratedLMin: number | null; taps: readonly Tap[] }
  pump: { shutoffHeadM: number | null; freeFlowLMin: number | null }
  drainHose: { boreMm: number; lengthM: number; wall: 'corrugated' | 'smooth' }
  /** Level at which the machine closes the valve, mm above the port. */
  fillLevelMm: number | null
  /** How the pump is reached and where it sits on this machine, where somebody found out; else as its family usually has it. */
  construction?: (PumpPlace & { pumpRoute: PumpRoute | null; found?: FoundThere | undefined }) | undefined
  /** Lowest and highest place of a part, mm above the port, where somebody measured it. */
  partHeightsMm?: Partial<Record<(typeof PART_IDS)[number], readonly [number, number]>> | undefined
}

/** What is known about the place. Null = not measured; the run is then judged with a wider band. */
export interface SiteSpec {
  supplyKpa: { cold: number | null; hot: number | null }
  standpipeHeightMm: number | null
  waterTempC: number
  /** Level port above the room's floor, mm. */
  portHeightMm: number | null
}

/** Whether the drum of a family lies on its side. */
export function isHorizontal(family: FamilyId): boolean {
  return family === 'front-load' || family === 'front-load-sealed'
}

/** Usual dimensions of a family, offered when a machine is entered. Estimates; a tape is better. */
export function familyDefaults(family: FamilyId): MachineSpec {
  return {
    family,
    label: '',
    tub: isHorizontal(family)
      ? { diameterMm: 540, depthMm: 420, sumpL: 1.5, floorMm: 25 }
      : { diameterMm: 550, depthMm: 420, sumpL: 1, floorMm: 0 },
    valve: { ratedLMin: null, taps: ['cold', 'hot'] },
    pump: { shutoffHeadM: null, freeFlowLMin: null },
    drainHose: { boreMm: 20, lengthM: 2, wall: 'corrugated' },
    fillLevelMm: isHorizontal(family) ? 110 : 280,
  }
}

/** The tub of a machine with the middle values of what a tape cannot see. */
export function tapedTub(machine: MachineSpec): TubGeometry {
  const horizontal = isHorizontal(machine.family)
  return {
    shape: horizontal ? 'horizontal' : 'vertical',
    diameterMm: machine.tub.diameterMm,
    depthMm: machine.tub.depthMm,
    sumpL: machine.tub.sumpL,
    floorMm: machine.tub.floorMm,
    displacedRatio: DISPLACED_RATIO.mid,
    draftDeg: horizontal ? 0 : DRAFT_DEG.mid,
  }
}
