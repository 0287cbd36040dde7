import type { MachineSpec } from '../../machine/machineSpec.ts'
import type { Part, PartId } from '../../machine/parts.ts'
import { CURES, type CureWord } from '../catalogue/cures.ts'
import type { FaultId } from '../catalogue/faultCard.ts'
import { faultCard } from '../catalogue/faultCards.ts'
import { possibleLook, rowsOf, setsOf } from '../weigh/nextLooks.ts'
import { weighedLast } from '../weigh/weighedLast.ts'
import type { Weighed, WeighedCase } from '../weigh/weighVisit.ts'
import { worthOfKnowing, worthOfTest } from './decisionTable.ts'
import { exposedBy } from './exposed.ts'
import { type KeepOrReplace, keepOrReplace } from './keepOrReplace.ts'
import { type JobMinutes, type Offer, offersFor } from './offers.ts'
import { type PriceList, partPrice, type Variant } from './priceList.ts'
import { costQuantile, courseOf, type PricedAct, type Together } from './repairOrder.ts'
import { yearsLeftAt } from './yearsLeft.ts'

/** What is assumed of one visit beside the price list; null or absent = as reckoned. */
export interface Assumptions {
  /** Years the machine has left if it is repaired. */
  yearsLeft?: number | null
  /** A new machine, before tax. */
  newMachine?: number | null
  /** Of one option, before tax: the part as it was really quoted, and minutes as they are really seen. */
  partPrice?: Readonly<Record<string, number>>
  minutes?: Readonly<Record<string, number>>
}

export type OptionAct = CureWord | 'new-machine' | 'nothing'
/** Something that can be decided for. Amounts with tax. */
export interface Option {
  id: string
  act: OptionAct
  part: PartId | null
  variant: Variant | null
  minutes: number
  /** The bill: coming, work and part. */
  price: number
  /** Of that, the part. */
  partPrice: number
  /** How likely what it is for is what is wrong. */
  right: number
  /** How likely the machine works after it. */
  cured: number
  /** What it comes to until the machine works, a second visit, other acts, and in the end a new machine among it: mean, and 10 % and 90 %. */
  expected: number
  lo: number
  hi: number
  /** Against a new machine, year by year; null where nothing of the machine is repaired. */
  keep: KeepOrReplace | null
}
/** A part that lies open with the leading option, and from which chance on it pays to renew it at once. */
export interface Exposed {
  part: PartId
  /** With tax, beside the option. */
  addedPrice: number
  /** To come back for it, with tax. */
  laterPrice: number
  /** Chance that it fails in the machine's years left, from which on renewing it now is cheaper. */
  fromChance: number
}
export interface Decision {
  currency: string
  taxPercent: number
  /** What comes first, then by what they are expected to come to. */
  options: Option[]
  /** Id of what comes out best. */
  best: string | null
  /** What knowing for sure would save on the mean, with tax. */
  knowing: number
  /** What the next look would save on the mean, and what its minutes cost, with tax; null = none was asked about. */
  look: { saves: number; costs: number } | null
  /** The next look saves more than it costs: it is made before anything is decided. */
  lookFirst: boolean
  yearsLeft: number
  /** Else the mean over the ages of machines in use is reckoned. */
  ageKnown: boolean
  newMachine: number
  exposed: Exposed[]
}

/** Options that are told beside the machine and doing nothing. */
const MOST_OPTIONS = 10
/** An act for what is less likely than this is no option. */
const LEAST_RIGHT = 0.03
/** A fault of the house or of use stays with a new machine. */
const STAYS: ReadonlySet<CureWord> = new Set(['refer', 'close-up'])

/** What is wrong, as the arithmetic wants it. */
export interface Believed {
  sets: readonly { faults: readonly FaultId[]; p: number }[]
  /** Nothing that is in the catalogue. */
  unlisted: number
  machine: MachineSpec
  parts: readonly Part[]
  ageYears: number | null
  /** Minutes by the steps of each job. */
  jobMinutes?: JobMinutes | undefined
}

/** A look that could be made before deciding. */
export interface LookedAt {
  minutes: number
  /** For each outcome its probability in each set. */
  outcomes: readonly ArrayLike<number>[]
}

/**
 * What can be decided for a visit, by all that was found.
 * @param next - The look that is worth most now, and its minutes: what it would save is told beside.
 * @param jobMinutes - Minutes by the steps of each job.
 */
export function decideVisit(
  visit: WeighedCase,
  prices: PriceList,
  assumed: Assumptions = {},
  next: { id: string; minutes: number } | null = null,
  jobMinutes?: JobMinutes,
): Decision {
  const weighed = weighedLast(visit)
  return decide(
    {
      sets: setsOf(weighed),
      unlisted: weighed.belief.share.get('unlisted') ?? 0,
      machine: visit.machine,
      parts: weighed.parts,
      ageYears: visit.history.ageYears,
      jobMinutes,
    },
    prices,
    assumed,
    next && lookedAt(visit, weighed, next),
  )
}

function lookedAt(
  visit: WeighedCase,
  weighed: Weighed,
  { id, minutes }: { id: string; minutes: number },
): LookedAt | null {
  const look = possibleLook(visit, weighed, id)
  if (!look) return null
  const rows = rowsOf(look, setsOf(weighed))
  return { minutes, outcomes: look.outcomes.map((_, k) => rows.map((row) => row[k] ?? 0)) }
}

/** Sets with their share of everything, by number of fault, and the acts that can be done, as they are reckoned with. */
export interface Reckoned {
  faults: readonly FaultId[]
  together: Together[]
  acts: (PricedAct & { offer: Offer; price: number; part: number })[]
  /** What no act ends comes to, with tax. */
  endCost: number
}

/** The arithmetic of a visit laid out: also for whoever plays it through. */
export function reckonedOf(
  { sets, unlisted, machine, parts, jobMinutes }: Believed,
  prices: PriceList,
  assumed: Assumptions = {},
): Reckoned {
  const faults = [...new Set(sets.flatMap((set) => set.faults))]
  const numberOf = new Map(faults.map((fault, n) => [fault, n]))
  const withTax = (amount: number) => amount * (1 + prices.taxPercent / 100)
  return {
    faults,
    together: sets.map((set) => ({
      faults: set.faults.map((fault) => numberOf.get(fault) ?? -1),
      p: set.p * (1 - unlisted),
    })),
    acts: offersFor(faults, machine, parts, prices, jobMinutes).map((usual) => {
      const offer = {
        ...usual,
        minutes: assumed.minutes?.[usual.id] ?? usual.minutes,
        partPrice: assumed.partPrice?.[usual.id] ?? usual.partPrice,
      }
      return {
        offer,
        price: withTax(prices.callOut + (offer.minutes / 60) * prices.hourly + offer.partPrice),
        part: withTax(offer.partPrice),
        cost: withTax((offer.minutes / 60) * prices.hourly + offer.partPrice),
        // What was cleaned or put right is run again at once; a part is fetched for, and what it was not is seen at a second visit.
        failedCost: offer.act === 'replace' ? withTax(prices.callOut) : 0,
        ends: new Map([...offer.ends].map(([fault, share]) => [numberOf.get(fault) ?? -1, share])),
      }
    }),
    endCost: withTax(assumed.newMachine ?? prices.newMachine),
  }
}

/** What can be decided by what is believed to be wrong. */
export function decide(
  believed: Believed,
  prices: PriceList,
  assumed: Assumptions = {},
  look: LookedAt | null = null,
): Decision {
  const { sets, unlisted, machine, parts, ageYears } = believed
  const { together, acts, endCost } = reckonedOf(believed, prices, assumed)
  const withTax = (amount: number) => amount * (1 + prices.taxPercent / 100)
  const usualYearsLeft = yearsLeftAt(ageYears, prices.machineLifeYears)
  const yearsLeft = Math.max(0.1, assumed.yearsLeft ?? usualYearsLeft)
  const callOut = withTax(prices.callOut)
  const keepOf = (price: number, cured: number) =>
    cured > 0 ? keepOrReplace(price, cured, yearsLeft, endCost, prices.machineLifeYears) : null
  const none = sets.reduce((sum, { faults, p }) => (faults.length === 0 ? sum + p : sum), 0) * (1 - unlisted)
  const courses = acts.map((_, a) => courseOf(together, acts, a, endCost, unlisted))
  const options = courses.map((course, a): Option => {
    const { offer, price, part } = acts[a] as (typeof acts)[number]
    const { right, cured } = chancesOf(offer, sets, unlisted, none)
    return {
      id: offer.id,
      act: offer.act,
      part: offer.part,
      variant: offer.variant,
      minutes: offer.minutes,
      price,
      partPrice: part,
      right,
      cured,
      expected: callOut + course.expected,
      lo: callOut + costQuantile(course, 0.1),
      hi: callOut + costQuantile(course, 0.9),
      keep: STAYS.has(offer.act) ? null : keepOf(price, cured),
    }
  })
  const told = options
    .filter(({ right }) => right >= LEAST_RIGHT)
    .sort((a, b) => a.expected - b.expected)
    .slice(0, MOST_OPTIONS)
  const best = bestOf(told)
  const nothing = doNothing(callOut, none)
  const anew = newMachine(sets, unlisted, endCost, callOut)
  const leads = best ?? (nothing.cured > 0.5 ? nothing : null)
  const worth = worthOf(
    believed,
    prices,
    courses.map(({ bySet }) => bySet),
    look,
  )
  const lookFirst = worth.look !== null && worth.look.saves > worth.look.costs
  const decided = !lookFirst && leads && anewPays(leads, anew) ? anew : leads
  const first = [decided, leads].filter((one, n, all) => one !== null && all.indexOf(one) === n) as Option[]
  return {
    currency: prices.currency,
    taxPercent: prices.taxPercent,
    options: [...first, ...[...told, anew, nothing].filter((one) => !first.includes(one))],
    best: decided?.id ?? null,
    ...worth,
    lookFirst,
    yearsLeft,
    ageKnown: ageYears !== null,
    newMachine: assumed.newMachine ?? prices.newMachine,
    exposed:
      best?.part && best.act === 'replace'
        ? exposedBy(best.part, machine, parts).map((part) => {
            const addedPrice = withTax(partPrice(prices, part))
            const laterPrice = best.price - best.partPrice + addedPrice
            return { part, addedPrice, laterPrice, fromChance: addedPrice / laterPrice }
          })
        : [],
  }
}

/** What knowing, and one look, would save: courses that begin with each act are chosen among, by what is true. */
function worthOf(
  { sets, unlisted }: Believed,
  { taxPercent, hourly }: PriceList,
  bySet: readonly (readonly number[])[],
  look: LookedAt | null,
): Pick<Decision, 'knowing' | 'look'> {
  if (bySet.length === 0) return { knowing: 0, look: null }
  const p = sets.map((set) => set.p * (1 - unlisted))
  return {
    knowing: worthOfKnowing(p, bySet),
    look: look && {
      saves: worthOfTest(p, bySet, look.outcomes).worth,
      costs: (look.minutes / 60) * hourly * (1 + taxPercent / 100),
    },
  }
}

/** What is less likely is not known: nobody gives a machine up for it. */
const KNOWN = 0.7
/**
 * Whether a new machine is cheaper year by year than what leads. What is of the house or of its use is not ended by one, and what is not known yet is no
 * reason to give a machine up.
 */
const anewPays = ({ right, cured, keep }: Option, anew: Option): boolean =>
  keep !== null && right >= KNOWN && anew.cured > cured && keep.keepYearly > keep.newYearly

/** Of those that come to nearly the same the one after which the machine more likely works: a second visit is nobody's wish. */
const ALIKE = 1.03
function bestOf(options: readonly Option[]): Option | null {
  const [least] = options
  if (!least) return null
  return options
    .filter(({ expected }) => expected <= ALIKE * least.expected)
    .reduce((a, b) => (b.cured > a.cured ? b : a))
}

/** How likely what an act is for is there, and how likely the machine works after it: everything that is wrong was ended, or nothing was. */
function chancesOf(
  { ends, act }: Offer,
  sets: Believed['sets'],
  unlisted: number,
  none: number,
): { right: number; cured: number } {
  let [right, cured] = [0, 0]
  for (const { faults, p } of sets) {
    const share = p * (1 - unlisted)
    if (faults.some((fault) => ends.has(fault))) right += share
    if (faults.length > 0) cured += share * faults.reduce((all, fault) => all * (ends.get(fault) ?? 0), 1)
  }
  return act === 'close-up' ? { right: right + none, cured: cured + none } : { right, cured: cured + none }
}

const doNothing = (callOut: number, none: number): Option => ({
  id: 'nothing',
  act: 'nothing',
  part: null,
  variant: null,
  minutes: 0,
  price: callOut,
  partPrice: 0,
  right: none,
  cured: none,
  expected: callOut,
  lo: callOut,
  hi: callOut,
  keep: null,
})

/** A new machine ends whatever is wrong with the old one, and nothing of the house or of its use. */
function newMachine(sets: Believed['sets'], unlisted: number, endCost: number, callOut: number): Option {
  const stays = sets.reduce(
    (sum, { faults, p }) =>
      faults.some((fault) => STAYS.has(CURES[fault].act) || faultCard(fault).outside === true)
        ? sum + p
        : sum,
    0,
  )
  const cured = 1 - stays * (1 - unlisted)
  const price = endCost + callOut
  return {
    id: 'new-machine',
    act: 'new-machine',
    part: null,
    variant: null,
    minutes: 0,
    price,
    partPrice: endCost,
    right: cured,
    cured,
    expected: price,
    lo: price,
    hi: price,
    keep: null,
  }
}
