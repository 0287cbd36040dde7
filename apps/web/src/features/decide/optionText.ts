import type { Option } from '@brendik/core'
import { t, words } from '../../lib/words.ts'
import { partName, upperFirst } from '../../words/cardText.ts'

/** What is done to which part. */
export const optionName = ({ act, part, variant }: Pick<Option, 'act' | 'part' | 'variant'>): string =>
  upperFirst(
    t('decide.option', {
      act,
      part: part === null ? '' : partName(part),
      variant: variant ?? 'none',
    }),
  )

/** An option by its id, as it is kept with a yes. */
export function optionNameOf(id: string): string {
  const [act = '', part = '', variant = 'none'] = id.split(':')
  return upperFirst(t('decide.option', { act, part: part && partName(part as never), variant }))
}

export const money = (amount: number, currency: string): string => words().money(amount, currency)
/** To the cent. */
export const bill = (amount: number, currency: string): string => words().money(amount, currency, true)
