import { createHash, randomBytes, randomInt } from 'node:crypto'
import { hash, verify } from '@node-rs/argon2'

/** Argon2id as OWASP's password storage sheet advises (19 MiB, 2 passes, 1 lane; from memory). */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 }

export const hashPassword = (password: string): Promise<string> => hash(password, COST)

/** Made anew at every start: what an unknown address is compared with, so that it takes as long as a known one. */
const nobody = hashPassword(randomBytes(16).toString('hex'))

/** Whether a password is the one of a hash; null = nobody of that name, which takes just as long. */
export async function passwordFits(passwordHash: string | null, password: string): Promise<boolean> {
  const fits = await verify(passwordHash ?? (await nobody), password)
  return passwordHash !== null && fits
}

/** A secret for a cookie, a link or an instrument: 256 random bits. */
export const newToken = (): string => randomBytes(32).toString('base64url')
/** What is stored of a secret. */
export const tokenHash = (token: string): Buffer => createHash('sha256').update(token).digest()

/** Crockford's base 32: no letter that is taken for a digit when it is read off paper. */
const SIGNS = '0123456789ABCDEFGHJKMNPQRSTVWXYZ'
/** A secret to be printed and typed: 125 random bits in five groups of five signs. */
export const newCode = (): string => {
  const signs = Array.from({ length: 25 }, () => SIGNS[randomInt(SIGNS.length)])
  return [0, 5, 10, 15, 20].map((at) => signs.slice(at, at + 5).join('')).join('-')
}
/** What is stored of a code, however it was typed. */
export const codeHash = (code: string): Buffer => tokenHash(code.replaceAll('-', ''))
