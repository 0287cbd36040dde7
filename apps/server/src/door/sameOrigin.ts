import type { RequestHandler } from 'express'
import { AppError } from '../errors/AppError.ts'

/** A browser says which site a request comes from; one that writes must come from our own pages. */
export const sameOrigin: RequestHandler = (request, _response, next) => {
  const { origin } = request.headers
  const { host } = request
  if (request.method !== 'GET' && request.method !== 'HEAD' && origin !== undefined) {
    const from = URL.canParse(origin) ? new URL(origin).host : null
    if (from !== host) throw new AppError('not_allowed', `Origin: expected ${host}, got ${origin}`)
  }
  next()
}
