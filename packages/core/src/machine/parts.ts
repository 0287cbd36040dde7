import type { PART_IDS } from '../catalogue/catalogueIds.ts'
import { type Access, type AccessWay, accessBy } from './access.ts'
import type { LeakPhase } from './leakPhases.ts'
import { type FamilyId, isHorizontal, type MachineSpec, type PumpRoute } from './machineSpec.ts'

export type PartId = (typeof PART_IDS)[number]
export type PlaceRow = 'front' | 'centre' | 'rear'
export type PlaceColumn = 'left' | 'centre' | 'right'
/** Place of a part in the machine, seen from the front. */
export interface Place {
  row: PlaceRow
  column: PlaceColumn
}

/** What is known of one part in one machine. */
export interface Part {
  id: PartId
  /** Lowest and highest place where it can hold or lose water, mm above the level port. */
  bandMm: readonly [number, number]
  /** Whether the band was entered for this machine; else it is typical of the family. */
  measured: boolean
  place: Place
  /** Phases in which it can leak; none for a part that holds no water. */
  phases: readonly LeakPhase[]
  access: Access
}

const ALL: readonly LeakPhase[] = ['idle-taps-on', 'fill', 'hold', 'wash-motion', 'drain', 'spin']
const SUPPLY: readonly LeakPhase[] = ['idle-taps-on', 'fill']
const INLET: readonly LeakPhase[] = ['fill']
const STANDING: readonly LeakPhase[] = ['fill', 'hold', 'wash-motion', 'drain']
const TURNING: readonly LeakPhase[] = ['fill', 'hold', 'wash-motion', 'drain', 'spin']
const PUMPED: readonly LeakPhase[] = ['drain', 'spin']
const DRY: readonly LeakPhase[] = []

type Row = readonly [
  id: PartId,
  lo: number,
  hi: number,
  row: PlaceRow,
  column: PlaceColumn,
  phases: readonly LeakPhase[],
]

/** A drum on its side, its lowest wall at `f` and its highest at `t`, mm above the port. Estimates of the family; a tape is better. */
function frontLoader(f: number, d: number): Row[] {
  const t = f + d
  const c = f + d / 2
  return [
    ['tap', t + 110, t + 190, 'rear', 'left', ALL],
    ['fill-hose', t - 160, t + 150, 'rear', 'left', ALL],
    ['inlet-screen', t + 75, t + 100, 'rear', 'left', SUPPLY],
    ['inlet-valve', t + 45, t + 100, 'rear', 'left', SUPPLY],
    ['valve-hose', t + 25, t + 75, 'centre', 'left', INLET],
    ['flow-meter', t + 30, t + 60, 'rear', 'left', INLET],
    ['dispenser', t - 15, t + 90, 'front', 'left', INLET],
    ['tub', f, t, 'centre', 'centre', DRY],
    ['tub-seam', f, t, 'centre', 'centre', TURNING],
    ['bellows', f + 0.13 * d, f + 0.36 * d, 'front', 'centre', TURNING],
    ['tub-seal', c - 15, c + 15, 'rear', 'centre', TURNING],
    ['air-dome', -20, 60, 'rear', 'right', STANDING],
    ['level-hose', 0, t + 50, 'rear', 'right', DRY],
    ['level-switch', t + 40, t + 80, 'rear', 'right', DRY],
    ['sump-boot', -30, f, 'centre', 'centre', STANDING],
    ['coin-trap', -90, -30, 'front', 'right', STANDING],
    ['tub-pump-hose', -80, -20, 'centre', 'centre', STANDING],
    ['pump', -100, -30, 'front', 'right', STANDING],
    ['filter-cap', -85, -30, 'front', 'right', STANDING],
    ['flap-valve', -60, -10, 'centre', 'right', STANDING],
    ['inner-drain-hose', -60, t, 'rear', 'right', PUMPED],
    ['outer-drain-hose', -90, t + 160, 'rear', 'right', PUMPED],
    ['drive-belt', c - 120, c + 60, 'rear', 'centre', DRY],
    ['lid-switch', c - 20, c + 40, 'front', 'right', DRY],
    ['board', t + 20, t + 90, 'front', 'centre', DRY],
    ['wiring', -60, t + 60, 'centre', 'right', DRY],
  ]
}

/** A tub that stands, its floor at `f` and its rim at `f + h`. Estimates of the family. */
function topLoader(f: number, h: number): Row[] {
  const t = f + h
  return [
    ['tap', t + 240, t + 320, 'rear', 'left', ALL],
    ['fill-hose', t + 20, t + 290, 'rear', 'left', ALL],
    ['inlet-screen', t + 160, t + 185, 'rear', 'left', SUPPLY],
    ['inlet-valve', t + 130, t + 185, 'rear', 'left', SUPPLY],
    ['valve-hose', t + 70, t + 150, 'rear', 'centre', INLET],
    ['flow-meter', t + 110, t + 140, 'rear', 'left', INLET],
    ['dispenser', t + 40, t + 140, 'front', 'left', INLET],
    ['tub', f, t, 'centre', 'centre', DRY],
    ['tub-seam', f, t, 'centre', 'centre', TURNING],
    ['tub-seal', f - 20, f + 60, 'centre', 'centre', TURNING],
    ['shaft-seal', f - 90, f + 20, 'centre', 'centre', TURNING],
    ['air-dome', -20, 70, 'rear', 'right', STANDING],
    ['level-hose', 0, t + 160, 'rear', 'right', DRY],
    ['level-switch', t + 150, t + 190, 'rear', 'right', DRY],
    ['sump-boot', -45, 5, 'centre', 'right', STANDING],
    ['tub-pump-hose', -120, -30, 'centre', 'right', STANDING],
    ['pump', -180, -100, 'front', 'right', STANDING],
    ['flap-valve', -120, -60, 'centre', 'right', STANDING],
    ['inner-drain-hose', -110, t + 20, 'rear', 'right', PUMPED],
    ['outer-drain-hose', -160, t + 120, 'rear', 'right', PUMPED],
    ['drive-belt', -200, -175, 'centre', 'centre', DRY],
    ['lid-switch', t + 150, t + 190, 'front', 'right', DRY],
    ['board', t + 160, t + 220, 'rear', 'centre', DRY],
    ['wiring', -160, t + 180, 'centre', 'right', DRY],
  ]
}

/** Parts that a family lacks. */
const LACKS: Readonly<Partial<Record<FamilyId, readonly PartId[]>>> = {
  'top-load-motor-pump': ['coin-trap', 'filter-cap'],
  'top-load-belt': ['coin-trap', 'filter-cap'],
  'top-load-pump': ['drive-belt'],
}

/** Parts that are reached the way the pump is. */
const AT_PUMP: readonly PartId[] = ['pump', 'tub-pump-hose', 'flap-valve', 'coin-trap', 'filter-cap']
/** Parts that sit on the pump's housing and go where it goes: its place and way are chosen as found. */
export const ON_PUMP: readonly PartId[] = ['pump', 'coin-trap', 'filter-cap']
/** Ways to a pump. */
const BY_ROUTE: Readonly<Record<PumpRoute, AccessWay>> = {
  flap: 'flap',
  lower: 'lower-panel',
  front: 'whole-front',
  rear: 'rear-panel',
  side: 'side-panel',
  below: 'below',
}

/** How a part is reached in a family. Common practice, no published source. */
function wayTo(family: FamilyId, id: PartId): AccessWay {
  // The screens sit in the valve's ports, where the fill hoses come off.
  const outside: readonly PartId[] = [
    'tap',
    'fill-hose',
    'inlet-screen',
    'outer-drain-hose',
    'standpipe',
    'house-drain',
  ]
  if (outside.includes(id)) return 'outside'
  if (['inlet-valve', 'valve-hose', 'flow-meter', 'level-switch', 'board'].includes(id))
    return isHorizontal(family) ? 'top-panel' : 'console'
  if (id === 'dispenser') return 'drawer'
  if (id === 'lid-switch') return 'opening'
  if (isHorizontal(family)) {
    if (id === 'bellows') return 'door-fold'
    if (id === 'tub-seal' || id === 'drive-belt' || id === 'air-dome' || id === 'level-hose')
      return 'rear-panel'
    if (id === 'filter-cap' || id === 'coin-trap') return family === 'front-load' ? 'flap' : 'front-panel'
    return family === 'front-load' ? 'front-panel' : 'front-no-flap'
  }
  // Weep holes sit in the floor of the clutch drum: seen with the tub full and run, never tipped.
  return id === 'shaft-seal' ? 'cabinet-full-tub' : 'cabinet-front'
}

/**
 * The parts of a machine along the path of its water, in order of flow, with their heights: those entered for it, else those of its
 * family scaled to its tub.
 * @param standpipeMm - Rim of the standpipe, mm above the port; null = typical.
 */
export function partsOf(machine: MachineSpec, standpipeMm: number | null = null): Part[] {
  const { floorMm, diameterMm, depthMm } = machine.tub
  const horizontal = isHorizontal(machine.family)
  const rim = standpipeMm ?? (horizontal ? 740 : 550)
  const rows: Row[] = [
    ...(horizontal ? frontLoader(floorMm, diameterMm) : topLoader(floorMm, depthMm)),
    ['standpipe', rim - 60, rim, 'rear', 'right', ['drain', 'spin']],
    ['house-drain', rim - 500, rim - 60, 'rear', 'right', ['drain', 'spin']],
  ]
  const lacks = LACKS[machine.family] ?? []
  const route = machine.construction?.pumpRoute
  const { pumpRow, pumpColumn } = machine.construction ?? {}
  return rows
    .filter(([id]) => !lacks.includes(id))
    .map(([id, lo, hi, row, column, phases]): Part => {
      const own = machine.partHeightsMm?.[id]
      return {
        id,
        bandMm: own ? [Math.min(...own), Math.max(...own)] : [lo, hi],
        measured: own !== undefined,
        place: ON_PUMP.includes(id) ? { row: pumpRow ?? row, column: pumpColumn ?? column } : { row, column },
        phases,
        access: accessBy(route && AT_PUMP.includes(id) ? BY_ROUTE[route] : wayTo(machine.family, id)),
      }
    })
}
