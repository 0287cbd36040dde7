/** An act as it is reckoned with: what it costs, and how likely it ends each fault that is there. */
export interface PricedAct {
  cost: number
  /** Costs that come only if it was not that: a second visit, where it is seen only later. */
  failedCost: number
  /** By number of the fault. */
  ends: ReadonlyMap<number, number>
}
/** Faults that are there together, with how likely that is. */
export interface Together {
  /** Numbers of the faults; none = nothing is wrong. */
  faults: readonly number[]
  p: number
}
/** What a course of acts comes to. */
export interface Course {
  /** Acts in the order in which they are done until the machine works, by their numbers. */
  order: readonly number[]
  expected: number
  /** Everything that it may come to, cheapest first. */
  outcomes: readonly { cost: number; p: number }[]
  /** Expected, where a set is what is there. */
  bySet: readonly number[]
}

/** Acts one after the other are followed so far; what is left then takes a new machine. */
const MOST_ACTS = 5
/** An act that is less likely than this to end it is not tried for it. */
const LEAST_LIKELY = 0.02

/** Faults still there, as bits over the faults of a set, with their share of everything. */
type Left = ReadonlyMap<number, number>

/**
 * A course of acts, each followed by its test, until the machine works: the first one as given, the others by how likely they end it for what they
 * cost (for one fault and sure cures the best order: Kadane and Simon 1977; Heckerman, Breese and Rommelse 1995, from memory). Two faults are
 * both ended before it works.
 * @param first - Number of the act to begin with; null = the best one.
 * @param endCost - What no act ends comes to: a new machine. Nothing that costs as much by itself is done before it.
 * @param unlisted - Probability of what no act ends.
 */
export function courseOf(
  sets: readonly Together[],
  acts: readonly PricedAct[],
  first: number | null,
  endCost: number,
  unlisted = 0,
): Course {
  let left: Left[] = sets.map(({ faults, p }) => new Map([[(1 << faults.length) - 1, p]]))
  const outcomes: { cost: number; p: number }[] = []
  const bySet = sets.map(() => 0)
  const order: number[] = []
  let spent = 0
  /** What works now and did not yet, at what was spent. Where nothing is wrong whatever is done first is paid for. */
  const workingNow = () => {
    let p = 0
    left = left.map((own, k) => {
      const works = own.get(0)
      if (works === undefined) return own
      p += works
      bySet[k] = (bySet[k] ?? 0) + works * spent
      const broken = new Map(own)
      broken.delete(0)
      return broken
    })
    if (p > 0) outcomes.push({ cost: spent, p })
  }
  for (let n = 0; n < MOST_ACTS; n++) {
    const next = n === 0 && first !== null ? first : bestNext(sets, left, acts, order, endCost)
    const act = next === null ? undefined : acts[next]
    if (next === null || !act) break
    order.push(next)
    spent += act.cost
    left = left.map((own, k) => afterAct(own, sets[k]?.faults ?? [], act))
    workingNow()
    spent += act.failedCost
  }
  if (order.length === 0) workingNow()
  const rest = left.map(massOf)
  rest.forEach((p, k) => {
    if (p > 0) bySet[k] = (bySet[k] ?? 0) + p * (spent + endCost)
  })
  const never = rest.reduce((sum, p) => sum + p, 0) + unlisted
  if (never > 1e-9) outcomes.push({ cost: spent + endCost, p: never })
  const total = outcomes.reduce((sum, { p }) => sum + p, 0)
  const sorted = outcomes.map(({ cost, p }) => ({ cost, p: p / total })).sort((a, b) => a.cost - b.cost)
  return {
    order,
    expected: sorted.reduce((sum, { cost, p }) => sum + cost * p, 0),
    outcomes: sorted,
    bySet: bySet.map((cost, k) => cost / (sets[k]?.p || 1)),
  }
}

/** The cost below which a course stays with some probability. */
export function costQuantile({ outcomes }: Course, at: number): number {
  let p = 0
  for (const one of outcomes) {
    p += one.p
    if (p >= at - 1e-12) return one.cost
  }
  return outcomes.at(-1)?.cost ?? 0
}

const massOf = (own: Left): number => [...own.values()].reduce((sum, p) => sum + p, 0)

function afterAct(own: Left, faults: readonly number[], { ends }: PricedAct): Left {
  let now: Left = own
  faults.forEach((fault, bit) => {
    const share = ends.get(fault) ?? 0
    if (share === 0) return
    const then = new Map<number, number>()
    const add = (mask: number, p: number) => then.set(mask, (then.get(mask) ?? 0) + p)
    for (const [mask, p] of now) {
      if ((mask & (1 << bit)) === 0) add(mask, p)
      else {
        add(mask & ~(1 << bit), p * share)
        add(mask, p * (1 - share))
      }
    }
    now = then
  })
  return now
}

/** The act that ends what is left with the greatest chance for what it costs; null = none is worth it. */
function bestNext(
  sets: readonly Together[],
  left: readonly Left[],
  acts: readonly PricedAct[],
  done: readonly number[],
  endCost: number,
): number | null {
  const rest = left.reduce((sum, own) => sum + massOf(own), 0)
  if (rest < 1e-9) return null
  const there = sharesOf(sets, left)
  let [best, rate] = [null as number | null, 0]
  acts.forEach((act, a) => {
    if (done.includes(a) || act.cost >= endCost) return
    let ended = 0
    for (const [fault, share] of act.ends) ended += share * (there.get(fault) ?? 0)
    if (ended / rest < LEAST_LIKELY) return
    const own = ended / Math.max(act.cost + act.failedCost * (1 - ended / rest), 1e-6)
    if (own > rate) [best, rate] = [a, own]
  })
  return best
}

/** What is left of each fault; of two at once each has half: to end one of them is half of the way. */
function sharesOf(sets: readonly Together[], left: readonly Left[]): Map<number, number> {
  const shares = new Map<number, number>()
  left.forEach((own, k) => {
    const faults = sets[k]?.faults ?? []
    for (const [mask, p] of own) {
      let count = 0
      for (let bit = 0; bit < faults.length; bit++) if (mask & (1 << bit)) count++
      faults.forEach((fault, bit) => {
        if (mask & (1 << bit)) shares.set(fault, (shares.get(fault) ?? 0) + p / count)
      })
    }
  })
  return shares
}
