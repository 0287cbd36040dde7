import type { Option } from '@brendik/core'
import { sayOption, sayOptionOf } from '@brendik/words/lean'
import { words } from '../../lib/words.ts'

/** What is done to which part. */
export const optionName = (option: Pick<Option, 'act' | 'part' | 'variant'>): string =>
  sayOption(words(), option)
/** An option by its id, as it is kept with a yes. */
export const optionNameOf = (id: string): string => sayOptionOf(words(), id)

export const money = (amount: number, currency: string): string => words().money(amount, currency)
/** To the cent. */
export const bill = (amount: number, currency: string): string => words().money(amount, currency, true)
