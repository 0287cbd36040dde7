import type { Request, RequestHandler } from 'express'
import { ipKeyGenerator, rateLimit } from 'express-rate-limit'
import { AppError } from '../errors/AppError.ts'

/** Tries at the door and requests at all, each counted in this process. */
export interface Limits {
  /** Failed sign-ins of one address for one account, in a quarter of an hour. */
  signInFailures: number
  /** Requests of one address a minute. */
  requestsAMinute: number
}
export const USUAL_LIMITS: Limits = { signInFailures: 10, requestsAMinute: 6000 }

const address = (request: Request) => ipKeyGenerator(request.ip ?? '')
const refuse = (message: string): RequestHandler => {
  return (_request, _response, next) => next(new AppError('too_many', message))
}

export function allRequests({ requestsAMinute }: Limits): RequestHandler {
  return rateLimit({
    windowMs: 60_000,
    limit: requestsAMinute,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    keyGenerator: address,
    handler: refuse('Too many requests from this address: wait a minute.'),
  })
}

/** Only what failed counts, so that nobody is shut out by signing in often. */
export function signInTries({ signInFailures }: Limits): RequestHandler {
  return rateLimit({
    windowMs: 15 * 60_000,
    limit: signInFailures,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    skipSuccessfulRequests: true,
    keyGenerator: (request) =>
      `${address(request)} ${String((request.body as { email?: unknown } | undefined)?.email ?? '')
        .toLowerCase()
        .slice(0, 200)}`,
    handler: refuse('Too many tries: wait a quarter of an hour.'),
  })
}
