import type { Contender, WeighView } from '@brendik/core'
import { percent } from '../../lib/percent.ts'
import { t } from '../../lib/words.ts'
import { faultTitle } from '../../words/cardText.ts'

/** Below this a fault is not worth a line of its own; from here on one leads; from here on it is as good as sure. */
const LISTED = 0.03
const LEADS = 0.35
const SURE = 0.9

/** What stands first: a fault, nothing wrong, or none of them yet. */
export interface Leading {
  kind: 'fault' | 'nothing' | 'open'
  name: string
  probability: number
  /** Nothing is proposed any more but to act and to prove. */
  sure: boolean
}

/** The faults worth a line, likeliest first. */
export const listed = (view: WeighView): Contender[] =>
  view.contenders.filter(({ present }, n) => n === 0 || present >= LISTED)

export function leadingOf(view: WeighView): Leading {
  const [first] = view.contenders
  const most = first?.present ?? 0
  if (!first || view.none > most)
    return {
      kind: view.none >= LEADS ? 'nothing' : 'open',
      name: view.none >= LEADS ? t('weigh.nothingWrong') : t('weigh.notToldApartYet'),
      probability: view.none,
      sure: view.none >= SURE,
    }
  return most >= LEADS
    ? { kind: 'fault', name: faultTitle(first.fault), probability: most, sure: most >= SURE }
    : { kind: 'open', name: t('weigh.notToldApartYet'), probability: most, sure: false }
}

/** The first of them in a few words, as far as anything was said or seen. */
export const inShort = (view: WeighView, most: number): { name: string; share: string }[] =>
  listed(view)
    .slice(0, most)
    .map(({ fault, present }) => ({ name: faultTitle(fault), share: percent(present) }))
