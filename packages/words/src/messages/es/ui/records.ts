import type { records as english } from '../../en/ui/records.ts'

/** Records changed by two. */
export const records: Record<keyof typeof english, string> = {
  'rivals.changedByTwoAtOnce': 'Dos personas lo cambiaron a la vez: no se pierde nada, elija lo que vale.',
  'rivals.standsNow': 'vale ahora',
  'rivals.keepThis': 'Dejar esto: {field}',
}
