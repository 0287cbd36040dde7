/** The calculators of Rates & rules, in the order in which they are shown. */
export const CALCULATOR_IDS = [
  'bucket',
  'fill-time',
  'drain-time',
  'level',
  'drips',
  'winding',
  'voltage',
  'litres',
  'standpipe',
] as const
export type CalculatorId = (typeof CALCULATOR_IDS)[number]
