import { asText } from '@brendik/core'
import { ZxcvbnFactory } from '@zxcvbn-ts/core'
import { adjacencyGraphs, dictionary } from '@zxcvbn-ts/language-common'
import { AppError } from '../errors/AppError.ts'

/** Guesses of an attacker who tries what people choose first: with fewer than these a password is no password. Estimate. */
const LEAST_GUESSES = 1e9

const strength = new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs })

/**
 * Refuses what is guessed first: common passwords, keys in a row, repetitions, one's own name.
 * @param about - What others know of the person.
 * @throws {AppError} input_invalid.
 */
export function mustBeGood(field: string, password: string, about: readonly string[]): void {
  // The estimate's cost grows with the length; what is long is not guessed for its beginning.
  const { guesses } = strength.check(
    password.slice(0, 80),
    about.flatMap((text) => text.split(/[^\p{L}\p{N}]+/u)),
  )
  if (guesses < LEAST_GUESSES)
    throw new AppError('input_invalid', `${field}: ${asText('error.easy-password')}`)
}
