import { asText } from '@brendik/core'
import { AppError } from '../errors/AppError.ts'

/** Guesses of an attacker who tries what people choose first: with fewer than these a password is no password. Estimate. */
const LEAST_GUESSES = 1e9

/** The words that people choose first take a while to load, and few requests are about a new password. */
async function loadStrength() {
  const [{ ZxcvbnFactory }, { adjacencyGraphs, dictionary }] = await Promise.all([
    import('@zxcvbn-ts/core'),
    import('@zxcvbn-ts/language-common'),
  ])
  return new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs })
}
let strength: ReturnType<typeof loadStrength> | undefined

/**
 * Refuses what is guessed first: common passwords, keys in a row, repetitions, one's own name.
 * @param about - What others know of the person.
 * @throws {AppError} input_invalid.
 */
export async function mustBeGood(field: string, password: string, about: readonly string[]): Promise<void> {
  // The estimate's cost grows with the length; what is long is not guessed for its beginning.
  strength ??= loadStrength()
  const { guesses } = (await strength).check(
    password.slice(0, 80),
    about.flatMap((text) => text.split(/[^\p{L}\p{N}]+/u)),
  )
  if (guesses < LEAST_GUESSES)
    throw new AppError('input_invalid', `${field}: ${asText('error.easy-password')}`)
}
