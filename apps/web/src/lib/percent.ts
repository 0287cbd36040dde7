import { words } from './words.ts'

/** A probability, which no line's end takes apart. Nothing is certain: the ends of the scale are said as bounds. */
export const percent = (probability: number): string => words().percent(probability).replaceAll(' ', '\u00a0')
