import { isIP } from 'node:net'
import { hostname } from 'node:os'
import type { RequestHandler } from 'express'
import { AppError } from '../errors/AppError.ts'

/**
 * Which names the server answers to: this machine's own, bare addresses, and those it was told of. A page of another site can give its own
 * name the address of this server; what it then asks for comes under that name, and is refused.
 * @param told - Names from ALLOWED_HOSTS.
 */
export function allowedHosts(told: readonly string[]): RequestHandler {
  const own = hostname().toLowerCase()
  const names = new Set(['localhost', own, `${own}.local`, ...told.map((name) => name.toLowerCase())])
  return (request, _response, next) => {
    const name = (request.hostname ?? '').toLowerCase().replace(/^\[|\]$/g, '')
    if (isIP(name) === 0 && !names.has(name))
      throw new AppError(
        'wrong_host',
        `Host: expected a name from ALLOWED_HOSTS or an address, got "${name}"`,
      )
    next()
  }
}
