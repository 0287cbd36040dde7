import { PART_IDS } from '../../catalogue/catalogueIds.ts'

/** What can be put in beside the maker's new part. */
export const VARIANTS = ['universal', 'motor-only', 'used', 'repaired'] as const
export type Variant = (typeof VARIANTS)[number]
/** Everything that has a price of its own: parts, and what is put in instead of a new one. */
export const PRICE_KEYS = [
  ...PART_IDS,
  'pump.universal',
  'pump.motor-only',
  'board.used',
  'board.repaired',
] as const
export type PriceKey = (typeof PRICE_KEYS)[number]

/** What a workshop charges. All amounts in one currency, before tax. */
export interface PriceList {
  /** ISO 4217. */
  currency: string
  taxPercent: number
  /** An hour of work. */
  hourly: number
  /** Coming once, whatever is done. */
  callOut: number
  /** A new machine, brought and connected. */
  newMachine: number
  /** How long a new machine lasts, years. */
  machineLifeYears: number
  parts: Readonly<Partial<Record<PriceKey, number>>>
}

/** A part that has no price yet is reckoned at this. Estimate. */
const ANY_PART = 40
/** What parts cost a workshop's customer, before tax. Estimates, no published source: to be replaced by the workshop's own. */
const USUAL_PARTS: PriceList['parts'] = {
  'fill-hose': 14,
  'inlet-screen': 4,
  'inlet-valve': 38,
  'valve-hose': 12,
  'flow-meter': 30,
  dispenser: 60,
  tub: 220,
  'tub-seam': 45,
  bellows: 78,
  'tub-seal': 28,
  'shaft-seal': 35,
  'air-dome': 18,
  'level-hose': 10,
  'level-switch': 34,
  'sump-boot': 32,
  'coin-trap': 26,
  'tub-pump-hose': 24,
  pump: 68,
  'pump.universal': 38,
  'pump.motor-only': 44,
  'filter-cap': 16,
  'flap-valve': 12,
  'inner-drain-hose': 18,
  'outer-drain-hose': 18,
  'drive-belt': 22,
  'lid-switch': 36,
  board: 260,
  'board.used': 95,
  'board.repaired': 110,
  wiring: 25,
  'drive-coupler': 24,
  clutch: 75,
  'recirculation-hose': 22,
  'spray-nozzle': 12,
  'drawer-tube': 12,
  'outlet-pipe': 14,
}
/** Before a workshop has set its own. */
export const USUAL_PRICES: PriceList = {
  currency: 'USD',
  taxPercent: 0,
  hourly: 78,
  callOut: 65,
  newMachine: 780,
  machineLifeYears: 11,
  parts: USUAL_PARTS,
}

/** What a part costs before tax by a price list, else what is usual. */
export const partPrice = ({ parts }: PriceList, key: PriceKey): number =>
  parts[key] ?? USUAL_PARTS[key] ?? ANY_PART
