import type { FAULT_IDS } from '../../catalogue/catalogueIds.ts'
import type { FamilyId } from '../../machine/machineSpec.ts'
import type { PartId } from '../../machine/parts.ts'
import type { CheckId } from '../checks/checkTypes.ts'
import type { Basis, CardFigure } from './basis.ts'

/** Every fault of the catalogue that a machine can have; `none` and `unlisted` are not faults but what is left. */
export type FaultId = Exclude<(typeof FAULT_IDS)[number], 'none' | 'unlisted'>

export const COMPLAINTS = [
  'routine',
  'not-draining',
  'slow-drain',
  'not-filling',
  'slow-fill',
  'overfilling',
  'fills-when-off',
  'fills-and-drains',
  'leaking',
  'wet-laundry',
  'does-not-start',
  'trips-breaker',
  'suds',
  'smell',
  'fault-no-water',
  'fault-long-drain',
  'fault-overfill',
  'noisy',
] as const
export type Complaint = (typeof COMPLAINTS)[number]

/** Where the inlet loses its flow, as the weighing of the fills knows it. */
export type InletLoss =
  | 'supply.low-pressure'
  | 'tap.part-shut'
  | 'fill-hose.kinked'
  | 'inlet-screen.clogged'
  | 'inlet-valve.restricted'

/** What a fault does to the drains. Chances are of a drain that is timed. */
export interface DrainEffect {
  /** No water comes at all; the stream stops midway; it comes unsteadily; it slows down more than a falling level explains. */
  none?: number
  stops?: number
  unsteady?: number
  slowing?: number
  /** Shut-off head ÷ that of the sound pump, and resistance of the path ÷ that of a clean one: drawn evenly in the logarithm. */
  head?: readonly [number, number]
  path?: readonly [number, number]
  /** Hose water runs back when the pump stops. */
  runsBack?: number
}
/** What a fault does to the fills. */
export interface FillEffect {
  loses?: InletLoss
  /** No water comes at all; it goes on past the level at which the machine should close. */
  none?: number
  over?: number
  /** The meter reads less than the level shows. */
  meterLow?: number
}
/** What a fault does to the level that the machine sees. Chances. */
export interface SensingEffect {
  /** It stands off by a fixed height, its scale is wrong, it lags, it decays while the water stands. */
  offset?: number
  gain?: number
  lags?: number
  decays?: number
  /** Mean and spread of true minus indicated after a hold, mm. */
  trueMinusShownMm?: readonly [mean: number, sd: number]
}
/** What a meter shows at a circuit with the fault: of a winding or coil how it is, of a line the chance that it is dead, of the insulation that it is low. */
export interface CircuitEffect {
  'pump.winding'?: 'open' | 'short' | 'high'
  'valve.coil'?: 'open'
  'pump.voltage'?: number
  'board.pump-pin'?: number
  'valve.voltage'?: number
  insulation?: number
  /** The pump stops with voltage on it, after about so many seconds. */
  'pump.runs-for'?: number
}

/**
 * One fault: everything that is held of it, from which its states, its likelihoods and its page derive. All chances are estimates but where
 * the card says otherwise; how it shows itself is common practice, no published source.
 */
export interface FaultCard {
  id: FaultId
  part: PartId
  /** Calls of a hundred in which it is what is wrong, over all families. */
  perHundred: number
  /** Factor on it by family; 0 = the part is not there. */
  families?: Readonly<Partial<Record<FamilyId, number>>>
  /** House, use or spill: nothing of the machine is repaired. */
  outside?: boolean
  /** It sits on one tap's side. */
  perTap?: boolean
  /** How often the customer says so; a complaint that is not listed comes as often as with any fault. */
  says: Readonly<Partial<Record<Complaint, number>>>
  /** Chances of the outcomes it is known by; the rest is shared as on a sound machine. */
  looks?: Readonly<Partial<Record<CheckId, Readonly<Record<string, number>>>>>
  drain?: DrainEffect
  fill?: FillEffect
  sensing?: SensingEffect
  circuit?: CircuitEffect
  /** Why a level that should stand moves, beside leaks. */
  stands?: 'seeps-in' | 'siphons'
  /** It comes and goes: share of the visits in which it shows when the machine runs; without it, in all of them. */
  shows?: number
  /** What a figure rests on where that is not the usual. */
  basis?: Readonly<Partial<Record<CardFigure, Basis>>>
  /** Faults that come with it: how many times as often as by chance. */
  company?: Readonly<Partial<Record<FaultId, number>>>
  /** Faults that cannot be there at once. */
  excludes?: readonly FaultId[]
}

const HORIZONTAL_ONLY = { 'top-load-belt': 0, 'top-load-motor-pump': 0, 'top-load-pump': 0 } as const
const VERTICAL_ONLY = { 'front-load': 0, 'front-load-sealed': 0 } as const
/** A pump on the wash motor has no circuit of its own. */
const ELECTRIC_PUMP = { 'top-load-motor-pump': 0 } as const
export const FAMILIES = { HORIZONTAL_ONLY, VERTICAL_ONLY, ELECTRIC_PUMP } as const
