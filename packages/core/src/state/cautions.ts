/** What can hurt, each to be read and ticked by a person before the step it gates. */
export const CAUTION_IDS = [
  'hot-water',
  'live-water',
  'flood',
  'two-people',
  'hot-pump',
  'pump-dry',
  'flood-residue',
  'sharp-edges',
  'two-tip',
  'counterweight',
  'live-probes',
  'live-touch',
  'live-only-while',
] as const
export type CautionId = (typeof CAUTION_IDS)[number]
