import type { common as english } from '../en/common.ts'

/** Small words that sentences are joined with. */
export const common: Record<keyof typeof english, string> = {
  'common.range': '{from} a {to}',
  'common.or': '{first} o {last}',
  'common.nothing': 'nada',
  'common.never': 'nunca',
}
