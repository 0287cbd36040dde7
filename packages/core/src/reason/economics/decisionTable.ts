/** Costs of choices by what is true: one row for each choice, one column for each state. */
export type CostTable = readonly ArrayLike<number>[]

/**
 * The choice that costs least on the mean.
 * @param p - Probability of each state; their sum may be less than 1.
 * @throws {RangeError} If there is nothing to choose from.
 */
export function leastCost(p: ArrayLike<number>, costs: CostTable): { choice: number; cost: number } {
  if (costs.length === 0) throw new RangeError('costs: expected one row at least, got none')
  const means = costs.map((row) => meanOf(p, row))
  const cost = Math.min(...means)
  return { choice: means.indexOf(cost), cost }
}

/**
 * What it would save to know what is true before choosing (expected value of perfect information; Raiffa 1968, from memory).
 * @param p - Probability of each state.
 */
export function worthOfKnowing(p: ArrayLike<number>, costs: CostTable): number {
  let known = 0
  for (let n = 0; n < p.length; n++) known += (p[n] ?? 0) * Math.min(...costs.map((row) => row[n] ?? 0))
  return leastCost(p, costs).cost - known
}

/**
 * What it would save to see the outcome of a test before choosing, what the test costs not counted (expected value of sample information;
 * Raiffa 1968, from memory).
 * @param outcomes - For each outcome its probability in each state.
 * @returns What it saves, and the choice after each outcome.
 */
export function worthOfTest(
  p: ArrayLike<number>,
  costs: CostTable,
  outcomes: readonly ArrayLike<number>[],
): { worth: number; choices: number[] } {
  const after = outcomes.map((row) =>
    leastCost(
      Array.from(p, (x, n) => x * (row[n] ?? 0)),
      costs,
    ),
  )
  return {
    worth: leastCost(p, costs).cost - after.reduce((sum, { cost }) => sum + cost, 0),
    choices: after.map(({ choice }) => choice),
  }
}

function meanOf(p: ArrayLike<number>, row: ArrayLike<number>): number {
  let sum = 0
  for (let n = 0; n < p.length; n++) sum += (p[n] ?? 0) * (row[n] ?? 0)
  return sum
}
