import { makeWords, readText } from '@brendik/words'

const ENGLISH = makeWords('en', 'metric')

/** A text for those who read the answer itself; the app puts what it tells into the user's own words. */
export const inEnglish = (text: string): string => readText(ENGLISH, text)
