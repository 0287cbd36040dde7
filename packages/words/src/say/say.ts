import type { Message, Saying } from '@brendik/core'
import type { Words } from '../words.ts'
import { sayRun } from './sayRun.ts'

/** Whatever core says, as a sentence. */
export function sayAny(words: Words, said: Message | Saying): string {
  return 'code' in said ? sayRun(words, said) : words.say(said)
}
