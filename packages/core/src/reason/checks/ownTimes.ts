import type { CheckId } from './checkTypes.ts'
import { doingMin, minutesOf } from './minutes.ts'

/** How long a check took, as a workshop's entries have it: from its being begun to its answer, less the changes of state counted before it. */
export interface OwnTime {
  check: CheckId
  /** By the person who asks, or by everybody of the workshop, that person among them. */
  by: 'me' | 'shop'
  /** Times it rests on. */
  n: number
  /** Median of the natural logarithm of minutes: a break taken in between moves it little. */
  lnMin: number
}

/** Minutes of a check for this person, and what they rest on. */
export interface ExpectedTime {
  /** Doing alone, min. */
  doingMin: number
  /** What the table has for it, min. */
  tableMin: number
  /** Times of the whole workshop, and those of this person among them. */
  shopN: number
  ownN: number
}

/** Standard deviation of the logarithm of one time: the same hand, the same check, another machine. Estimate. */
const EACH_LN = 0.45
/** Of what is usual in a workshop about the table, and of a person about the workshop. Estimates. */
const SHOP_LN = 0.35
const PERSON_LN = 0.25

/** Own mean and that of those around, weighted by what each can tell: the posterior mean of a normal mean with a normal prior. */
const shrunk = (own: number, n: number, around: number, betweenLn: number): number =>
  around + ((own - around) * n) / (n + (EACH_LN / betweenLn) ** 2)

/**
 * Minutes that a check takes: those of the table, moved towards what the workshop really took, and from there towards what this person took,
 * each the more the more times it rests on (hierarchical shrinkage of the logarithms; Gelman et al., Bayesian Data Analysis, from memory).
 * @param times - Of any checks, each at most once for the person and once for the workshop.
 * @returns Minutes of doing alone; without own times those of the table.
 */
export function expectedTime(check: CheckId, times: readonly OwnTime[]): ExpectedTime {
  const tableMin = doingMin(check)
  const of = (by: OwnTime['by']) => times.find((one) => one.check === check && one.by === by)
  const [shop, me] = [of('shop'), of('me')]
  const table = Math.log(tableMin)
  const usual = shop ? shrunk(shop.lnMin, shop.n, table, SHOP_LN) : table
  const own = me ? shrunk(me.lnMin, me.n, usual, PERSON_LN) : usual
  return { doingMin: Math.exp(own), tableMin, shopN: shop?.n ?? 0, ownN: me?.n ?? 0 }
}

/** Minutes of a check with what it always costs beside, as `minutesOf` counts them, by own times where there are any. */
export const ownMinutesOf = (check: CheckId, times: readonly OwnTime[]): number =>
  minutesOf(check) - doingMin(check) + expectedTime(check, times).doingMin
