/** Stands for "no fault" in place of the number of a way or of a state. */
export const NO_FAULT = -1

/** Something that depends on two ways or states, on one, or on none. */
export interface OfWays<T> {
  /** @param first - Number of a way or state, or NO_FAULT. @param second - Another one, or NO_FAULT. */
  (first: number, second: number): T
  /** Left out = each way is of a kind of its own. */
  readonly kinds?: Kinds
}
/** Ways that are not told apart are of one kind. */
export interface Kinds {
  /** Kind of no fault, which is 0, and then of each way. */
  of: Uint16Array
  count: number
}

/** How likely something seen is with one fault, with two, or with none. */
export type Likelihood = OfWays<number>

/** Every way of a kind of its own. @param ways - How many there are. */
export const allApart = (ways: number): Kinds => ({
  of: Uint16Array.from({ length: ways + 1 }, (_, n) => n),
  count: ways + 1,
})

/**
 * Of ways that are told apart by a key of each alone, and by nothing else.
 * @param keys - One for each way, in order. @param of - Made for this: it is given the kinds.
 */
export function toldApartBy<T>(
  keys: ArrayLike<unknown>,
  of: (first: number, second: number) => T,
): OfWays<T> {
  const known = new Map<unknown, number>()
  const kinds = new Uint16Array(keys.length + 1)
  for (let n = 0; n < keys.length; n++) {
    const kind = known.get(keys[n]) ?? known.size + 1
    if (kind > known.size) known.set(keys[n], kind)
    kinds[n + 1] = kind
  }
  return Object.assign(of, { kinds: { of: kinds, count: known.size + 1 } })
}

/** Of ways that are told apart by what all of these tell apart, and by nothing else. @param of - Made for this: it is given the kinds. */
export function toldApartAs<T>(
  those: readonly OfWays<unknown>[],
  of: (first: number, second: number) => T,
): OfWays<T> {
  const kinds = those.flatMap((one) => one.kinds ?? [])
  const [first] = kinds
  if (!first || kinds.length < those.length) return of
  if (kinds.every((one) => one === first)) return Object.assign(of, { kinds: first })
  const keys = Array.from(first.of.subarray(1), (_, n) =>
    kinds.reduce((key, one) => key * one.count + (one.of[n + 1] ?? 0), 0),
  )
  return toldApartBy(keys, of)
}

/** The same, worked out once for any two kinds: of hundreds of pairs few are of kinds that were not asked for yet. */
export function onceForEachTwo<T>(of: OfWays<T>): OfWays<T> {
  const { kinds } = of
  if (!kinds) return of
  const known = new Map<number, T>()
  const once = (first: number, second: number): T => {
    const at = (kinds.of[first + 1] ?? 0) * kinds.count + (kinds.of[second + 1] ?? 0)
    const before = known.get(at)
    if (before !== undefined) return before
    const now = of(first, second)
    known.set(at, now)
    return now
  }
  return Object.assign(once, { kinds })
}
