import { PANEL_MIN, panelOf } from '../../machine/access.ts'
import { isHorizontal, type MachineSpec } from '../../machine/machineSpec.ts'
import type { Part, PartId } from '../../machine/parts.ts'
import { CURES, type CureWord } from '../catalogue/cures.ts'
import type { FaultId } from '../catalogue/faultCard.ts'
import { faultCard } from '../catalogue/faultCards.ts'
import { checkApplies } from '../checks/applies.ts'
import { type PriceKey, type PriceList, partPrice as priceOf, type Variant } from './priceList.ts'

/** An act that can be offered: what it ends and what it takes. */
export interface Offer {
  /** Act, part and variant: the same in every visit. */
  id: string
  act: CureWord
  /** Null = nothing of the machine. */
  part: PartId | null
  variant: Variant | null
  /** Getting in and out, the act, and the proof, min. */
  minutes: number
  /** Before tax. */
  partPrice: number
  /** By the fault: how likely it is ended where it is there. */
  ends: ReadonlyMap<FaultId, number>
}

/** Minutes of a piece of work in the machine at hand, its proof not counted. */
export type JobMinutes = (work: {
  act: CureWord
  part: PartId | null
  variant: Variant | null
  fault: FaultId
}) => number

/** Water in, the same run again, a look at the joints, closed on cardboard, min of hands. Estimate. */
export const PROOF_MIN = 20
/** How likely an act ends a fault that is there and that it is for, and it holds. Estimates, no published source: own counts replace them. */
export const WORKS: Readonly<Record<CureWord, number>> = {
  replace: 0.97,
  clean: 0.92,
  clear: 0.93,
  adjust: 0.92,
  refer: 0.9,
  'close-up': 1,
}
/** The same of what is put in instead of a new part. Estimates, no published source. */
const VARIANT_WORKS: Readonly<Record<Variant, number>> = {
  universal: 0.92,
  'motor-only': 0.94,
  used: 0.82,
  repaired: 0.85,
}
/** A used or repaired board, a head that is moved, a motor alone: beside the new part, min. Estimates. */
const VARIANT_MIN: Readonly<Record<Variant, number>> = {
  universal: 5,
  'motor-only': -5,
  used: 5,
  repaired: 15,
}

/** What can be put in instead of a new part in a machine. */
function variantsOf(part: PartId, machine: MachineSpec): Variant[] {
  if (part === 'board') return ['used', 'repaired']
  // A pump on the drive motor has no motor of its own, and no universal one fits it.
  if (part !== 'pump' || !checkApplies('pump.winding', machine)) return []
  return isHorizontal(machine.family) ? ['universal', 'motor-only'] : ['universal']
}

/**
 * Everything that can be offered for some faults in a machine.
 * @param parts - Of the machine, with their ways in.
 * @param jobMinutes - By the steps of the job; without it the catalogue's minutes and the way there count.
 */
export function offersFor(
  faults: readonly FaultId[],
  machine: MachineSpec,
  parts: readonly Part[],
  prices: PriceList,
  jobMinutes?: JobMinutes,
): Offer[] {
  const offers = new Map<string, Offer & { ends: Map<FaultId, number> }>()
  const add = (
    act: CureWord,
    part: PartId | null,
    variant: Variant | null,
    workMin: number,
    fault: FaultId,
  ) => {
    const id = [act, ...(part ? [part] : []), ...(variant ? [variant] : [])].join(':')
    const key = variant ? (`${part}.${variant}` as PriceKey) : part
    const known = offers.get(id) ?? {
      id,
      act,
      part,
      variant,
      minutes: 0,
      partPrice: act === 'replace' && key ? priceOf(prices, key) : 0,
      ends: new Map<FaultId, number>(),
    }
    const more = variant ? VARIANT_MIN[variant] : 0
    const proof = act === 'close-up' || act === 'refer' ? 0 : PROOF_MIN
    const work = jobMinutes?.({ act, part, variant, fault }) ?? workMin + more + reach(part, parts)
    known.minutes = Math.max(known.minutes, work + proof)
    known.ends.set(fault, variant ? VARIANT_WORKS[variant] : WORKS[act])
    offers.set(id, known)
  }
  for (const fault of faults) {
    const { act, minutes, newPartMin } = CURES[fault]
    const part = act === 'close-up' ? null : faultCard(fault).part
    add(act, part, null, minutes, fault)
    const newPart = act === 'replace' ? minutes : newPartMin
    if (newPart === undefined || part === null) continue
    if (act !== 'replace') add('replace', part, null, newPart, fault)
    for (const variant of variantsOf(part, machine)) add('replace', part, variant, newPart, fault)
  }
  return [...offers.values()]
}

/** Off and on again. */
function reach(part: PartId | null, parts: readonly Part[]): number {
  const access = parts.find(({ id }) => id === part)?.access
  if (!access) return 0
  const panel = panelOf(access.by)
  return panel ? PANEL_MIN[panel].off + PANEL_MIN[panel].on : access.minutes
}
