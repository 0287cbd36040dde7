import { MESSAGE_MARK, type Message } from '@brendik/core'
import type { Words } from '../words.ts'

const CARRIED = new RegExp(`${MESSAGE_MARK}(.*?)${MESSAGE_MARK}`, 'gs')

/** A text with every message that it carries turned into a sentence. */
export function readText(words: Words, text: string): string {
  return text.replace(CARRIED, (_all, carried: string) => {
    const said = JSON.parse(carried) as Message
    try {
      return words.say(said)
    } catch (error) {
      // Its words, or those of a message within it, are not known here, or not there yet.
      if (error instanceof RangeError) return said.id
      throw error
    }
  })
}

/** Whether a text carries a message. */
export const carriesMessage = (text: string): boolean => text.includes(MESSAGE_MARK)
