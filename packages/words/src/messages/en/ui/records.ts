/** Records changed by two. */
export const records = {
  'rivals.changedByTwoAtOnce': 'Changed by two at once: nothing is lost, choose what stands.',
  'rivals.standsNow': 'stands now',
  'rivals.keepThis': 'Keep this: {field}',
} as const
