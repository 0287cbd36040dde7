import { words } from './words.ts'

/** A probability. Nothing is certain: the ends of the scale are said as bounds. */
export const percent = (probability: number): string => words().percent(probability)
