import type { Message } from '@brendik/core'
import {
  localeFor,
  type MessageId,
  makeWords,
  readText,
  type UnitSystem,
  type Values,
  type Words,
} from '@brendik/words/lean'
import { prefsNow } from './prefs.ts'

const made = new Map<string, Words>()
/** What the page was opened in stays until it is opened anew: another language's messages are not there before. */
const { language } = prefsNow()

/** The words of the language that this page was opened in; a change of language opens it anew. */
export function words(units: UnitSystem = prefsNow().units): Words {
  const key = `${language} ${units}`
  let own = made.get(key)
  if (!own) {
    own = makeWords(language, units, localeFor(language, deviceLocales()))
    made.set(key, own)
  }
  return own
}

function deviceLocales(): readonly string[] {
  return typeof navigator === 'undefined' ? [] : (navigator.languages ?? [])
}

/** A message of the table, in the user's language and units. */
export const t = (id: MessageId, values?: Values): string => words().t(id, values)
/** A message of core, in the user's language and units. */
export const say = (said: Message): string => words().say(said)
/** A text with the messages that it carries put into the user's words: errors of the server and of the core. */
export const read = (text: string): string => readText(words(), text)
/** A message that is kept as a list, one entry a line. */
export const tLines = (id: MessageId, values?: Values): string[] => words().lines(id, values)
/** A bare number as the user's locale writes it. */
export const numberText = (value: number, digits: number): string => words().number(value, digits)

/** A message whose id is put together from a code that is only known when it runs; the code itself where the table has none. */
export function tOf(id: string, fallback: string): string {
  const own = words()
  return own.has(id) ? own.t(id) : fallback
}
