/** Small words that sentences are joined with. */
export const common = {
  'common.range': '{from} to {to}',
  'common.or': '{first} or {last}',
  'common.nothing': 'nothing',
  'common.never': 'never',
} as const
