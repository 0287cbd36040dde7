import { asText } from '@brendik/core'
import type { Request, RequestHandler } from 'express'
import { ipKeyGenerator, rateLimit } from 'express-rate-limit'
import { AppError } from '../errors/AppError.ts'
import { instrumentScope } from './whoIsIt.ts'

/** Tries at the door and requests at all, each counted in this process. */
export interface Limits {
  /** Failed sign-ins of one address for one account, in a quarter of an hour. */
  signInFailures: number
  /** Failed tries of one address at all doors, of whatever account or link. */
  failuresOfAddress: number
  /** Failed sign-ins for one account from all addresses together: a crowd that guesses one password. */
  failuresOfAccount: number
  /** Requests of one address a minute. */
  requestsAMinute: number
  /** Requests of all instruments of one workshop a minute: many loggers stand behind one address. */
  ingestAMinute: number
}
export const USUAL_LIMITS: Limits = {
  signInFailures: 10,
  failuresOfAddress: 60,
  failuresOfAccount: 200,
  requestsAMinute: 6000,
  ingestAMinute: 30_000,
}

/** The library looks for its own helper in the text of a key's function; it is called one step further down. */
const KEYED_BY_HAND = { keyGeneratorIpFallback: false }

/** One key for all forms of an address; a network that hands out many IPv6 addresses to one house is one. */
export const addressOf = (ip: string) => ipKeyGenerator(ip.replace(/^::ffff:(?=\d+\.)/i, ''))
const address = (request: Request) => addressOf(request.ip ?? '')
const account = (request: Request) => {
  const email = (request.body as { email?: unknown } | undefined)?.email
  return typeof email === 'string' ? email.normalize('NFKC').trim().toLowerCase().slice(0, 200) : ''
}
const refuse = (message: string): RequestHandler => {
  return (_request, _response, next) => next(new AppError('too_many', message))
}

export function allRequests({ requestsAMinute }: Limits): RequestHandler {
  return rateLimit({
    windowMs: 60_000,
    limit: requestsAMinute,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    validate: KEYED_BY_HAND,
    keyGenerator: address,
    handler: refuse(asText('error.too-many-requests')),
  })
}

/** Instruments that showed their key, a workshop at a time. */
export function ingestRequests({ ingestAMinute }: Limits): RequestHandler {
  return rateLimit({
    windowMs: 60_000,
    limit: ingestAMinute,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    keyGenerator: (request) => instrumentScope(request).actor.workshopId,
    handler: refuse(
      'Too many requests from the instruments of this workshop: wait a minute, or send larger batches.',
    ),
  })
}

const QUARTER_MS = 15 * 60_000
/** Only what failed counts, so that nobody is shut out by signing in often. */
function failures(limit: number, keyGenerator: (request: Request) => string): RequestHandler {
  return rateLimit({
    windowMs: QUARTER_MS,
    limit,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    validate: KEYED_BY_HAND,
    skipSuccessfulRequests: true,
    keyGenerator,
    handler: refuse(asText('error.too-many')),
  })
}

/** Sign-ins: by address and account, by address, and by account from wherever. */
export function signInTries(limits: Limits): RequestHandler[] {
  return [
    failures(limits.signInFailures, (request) => `${address(request)} ${account(request)}`),
    failures(limits.failuresOfAddress, address),
    failures(limits.failuresOfAccount, account),
  ]
}

/** Links and other doors without an account: one address that tries bad ones shuts out nobody else. */
export const linkTries = ({ failuresOfAddress }: Limits): RequestHandler =>
  failures(failuresOfAddress, address)
