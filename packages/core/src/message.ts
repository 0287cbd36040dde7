/**
 * What the core has to say is a code with figures. The sentence, its language and its units are made in the package of words;
 * nothing in core knows how a millimetre is written.
 */

/** Kinds of figures that are written in a unit of their own. Base units: mm, L, L/h, L/min, kPa, °C, m, s, Ω, MΩ, V, per minute, g. */
export type FigureKind =
  | 'level'
  | 'height'
  | 'volume'
  | 'hourly'
  | 'cup'
  | 'flow'
  | 'pressure'
  | 'waterPressure'
  | 'temperature'
  | 'head'
  | 'length'
  | 'time'
  | 'ohm'
  | 'megohm'
  | 'volt'
  | 'count'
  | 'mass'

/** One figure in the base unit of its kind. */
export interface Figure {
  kind: FigureKind
  base: number
}
/** From one figure to another of the same kind; bare numbers without one. */
export interface FigureRange {
  kind?: FigureKind
  lo: number
  hi: number
}
/** A bare number with as many decimals as it deserves. */
export interface PlainNumber {
  number: number
  digits: number
}
export type MessageValue =
  | string
  | number
  | Figure
  | FigureRange
  | PlainNumber
  | Message
  | { anyOf: Message[] }

/** A message by its id in the package of words, with what fills its places. Strings are codes that choose between wordings, or names people gave. */
export interface Message {
  id: string
  values?: Record<string, MessageValue>
}

export const message = (id: string, values?: Record<string, MessageValue>): Message =>
  values === undefined ? { id } : { id, values }
/** A figure of a kind in its base unit. */
export const figureOf = (kind: FigureKind, base: number): Figure => ({ kind, base })
/** A range of a kind in its base unit. */
export const rangeOf = (kind: FigureKind, lo: number, hi: number): FigureRange => ({ kind, lo, hi })

/** Marks a message within a text: where only a text can go, as in an error, it is carried as it is and read by the package of words. */
export const MESSAGE_MARK = '\u2063'

/** A message as a text, for errors and for validators: `readText` of the package of words turns it into a sentence. */
export const asText = (id: string, values?: Record<string, MessageValue>): string =>
  `${MESSAGE_MARK}${JSON.stringify(message(id, values))}${MESSAGE_MARK}`
