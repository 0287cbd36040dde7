import { expect, it } from '@jest/globals'
import { asText, message } from '../../core/src/message.ts'
import { makeWords, readText } from '../src/index.ts'

const words = makeWords('en', 'metric')

it('reads the messages that a text carries, and tells one by its id whose words are not known, its own or those within it', () => {
  const known = asText('common.or', { first: message('ui.fill'), last: message('ui.drain') })
  expect(readText(words, `Refused: ${known}.`)).toBe('Refused: Fill or drain.')
  expect(readText(words, asText('of.tomorrow'))).toBe('of.tomorrow')
  expect(readText(words, asText('common.or', { first: message('of.tomorrow'), last: 'x' }))).toBe('common.or')
})
