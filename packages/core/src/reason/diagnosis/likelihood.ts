/** Stands for "no fault" in place of the number of a way or of a state. */
export const NO_FAULT = -1

/**
 * How likely something seen is with one fault, with two, or with none.
 * @param first - Number of a way or state, or NO_FAULT. @param second - Another one, or NO_FAULT.
 */
export type Likelihood = (first: number, second: number) => number
