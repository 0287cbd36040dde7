/** What keeping a machine costs a year against a new one. */
export interface KeepOrReplace {
  keepYearly: number
  newYearly: number
  /** Below this chance that the repair holds a new machine is cheaper; above 1 = it is cheaper in any case. */
  breakEvenChance: number
  /** Above this price of the repair a new machine is cheaper. */
  breakEvenPrice: number
}

/**
 * A repair that holds with some chance for the years that the machine has left, against a new machine over its life: what each comes to a year,
 * without interest, and where they come to the same.
 * @param price - Of the repair. @param chance - That it holds. @param yearsLeft - Of the machine, if it does.
 * @throws {RangeError} If a chance or a number of years is not above 0.
 */
export function keepOrReplace(
  price: number,
  chance: number,
  yearsLeft: number,
  newPrice: number,
  newYears: number,
): KeepOrReplace {
  const above = (name: string, value: number) => {
    if (!(value > 0)) throw new RangeError(`${name}: expected more than 0, got ${value}`)
  }
  above('chance', chance)
  above('yearsLeft', yearsLeft)
  above('newYears', newYears)
  const newYearly = newPrice / newYears
  return {
    keepYearly: price / (chance * yearsLeft),
    newYearly,
    breakEvenChance: newYearly > 0 ? price / (yearsLeft * newYearly) : Number.POSITIVE_INFINITY,
    breakEvenPrice: chance * yearsLeft * newYearly,
  }
}
