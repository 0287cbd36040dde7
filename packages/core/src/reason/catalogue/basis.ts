/** What a number rests on. */
export const BASES = ['physics', 'common-practice', 'estimate', 'own-records'] as const
export type Basis = (typeof BASES)[number]
/** Figures of a card that rest on something. */
export type CardFigure =
  | 'perHundred'
  | 'families'
  | 'says'
  | 'looks'
  | 'drain'
  | 'fill'
  | 'sensing'
  | 'circuit'
  | 'stands'
  | 'shows'
  | 'company'
  | 'leak'

/** Where a card does not say otherwise: which signs belong to a fault is common practice, how often each comes an estimate of ours. */
const USUAL: Readonly<Record<CardFigure, Basis>> = {
  perHundred: 'estimate',
  families: 'estimate',
  says: 'estimate',
  looks: 'estimate',
  drain: 'estimate',
  fill: 'estimate',
  sensing: 'estimate',
  circuit: 'common-practice',
  stands: 'physics',
  shows: 'estimate',
  company: 'estimate',
  leak: 'estimate',
}

/** What a figure of a card rests on. */
export const basisOf = (
  card: { basis?: Readonly<Partial<Record<CardFigure, Basis>>> },
  figure: CardFigure,
): Basis => card.basis?.[figure] ?? USUAL[figure]
