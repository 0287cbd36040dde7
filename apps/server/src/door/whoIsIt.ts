import { asText, LANGUAGES, ROLES, type WhoAnswer } from '@brendik/core'
import type { Request, RequestHandler } from 'express'
import * as v from 'valibot'
import type { Actor, Database, ScopedDb } from '../db/database.ts'
import { AppError } from '../errors/AppError.ts'
import { parseCookie, SESSION_DAYS, setCookie } from './cookies.ts'
import { tokenHash } from './secrets.ts'
import { reachOf } from './tokenReach.ts'

/** Someone signed in, and the database as they may see it. */
export interface Scope {
  db: ScopedDb
  actor: Actor & { technicianId: string }
  who: WhoAnswer
  /** They came in more than some minutes ago. */
  longIn: boolean
  /** Whether the session that let them in still lasts. */
  stillIn: () => Promise<boolean>
}
/** An instrument that showed its key. */
export interface InstrumentScope {
  db: ScopedDb
  actor: Actor
}
const personFields = {
  workshopId: v.string(),
  technicianId: v.string(),
  name: v.string(),
  role: v.picklist(ROLES),
  workshopName: v.string(),
  demo: v.boolean(),
  language: v.nullable(v.picklist(LANGUAGES)),
}
const sessionRow = v.strictObject({ ...personFields, ageing: v.boolean(), longIn: v.boolean() })
const tokenRow = v.strictObject({ ...personFields, records: v.boolean() })
const instrumentKeyRow = v.strictObject({ workshopId: v.string() })
const scopes = new WeakMap<Request, Scope>()
const instruments = new WeakMap<Request, InstrumentScope>()

/**
 * Finds out whose cookie came with the request, or whose personal token; says nothing if there is neither.
 * @param failed - Counts the tries of those who show a token that is none.
 */
export function whoIsIt(db: Database, failed: RequestHandler): RequestHandler {
  return async (request, response, next) => {
    const [, secret] = /^Bearer ([\w-]{20,80})$/.exec(request.headers.authorization ?? '') ?? []
    // Instruments show their keys in the same place, and sometimes a cookie comes with them: the cookie is the person.
    const token = parseCookie(request)
    if (secret && !token) return byToken(db, secret, failed)(request, response, next)
    const found = token
      ? await db.door.maybeOne('findSession', sessionRow, [tokenHash(token), SESSION_DAYS])
      : null
    if (found && token) {
      const { ageing, longIn, ...who } = found
      if (ageing) {
        await db.door.run('renewSession', [tokenHash(token), SESSION_DAYS])
        setCookie(request, response, token)
      }
      const actor = { workshopId: who.workshopId, technicianId: who.technicianId }
      const stillIn = async () => (await db.door.run('findSession', [tokenHash(token), SESSION_DAYS])) > 0
      scopes.set(request, { db: db.as(actor), actor, who, longIn, stillIn })
    }
    next()
  }
}

/** Whoever a personal token speaks for, as far as it reaches. */
function byToken(db: Database, secret: string, failed: RequestHandler): RequestHandler {
  return async (request, response, next) => {
    const hash = tokenHash(secret)
    const found = await db.door.maybeOne('findToken', tokenRow, [hash])
    if (!found) {
      const refused = new AppError(
        'not_signed_in',
        'Authorization: expected "Bearer" and a personal token that is good',
      )
      await failed(request, response, (tooMany) => next(tooMany ?? refused))
      return
    }
    const { records, ...who } = found
    const reach = reachOf(request.method, request.originalUrl.split('?')[0] ?? '')
    if (reach === null || (reach === 'record' && !records))
      throw new AppError(
        'not_allowed',
        reach === null
          ? 'a personal token cannot do this: sign in'
          : 'this token is for reading: make one that may record as well',
      )
    const actor = { workshopId: who.workshopId, technicianId: who.technicianId }
    const stillIn = async () => (await db.door.run('findToken', [hash])) > 0
    scopes.set(request, { db: db.as(actor), actor, who, longIn: true, stillIn })
    next()
  }
}

/** Who is signed in, or null. */
export const maybeScope = (request: Request): Scope | null => scopes.get(request) ?? null

/** Who acts. @throws {AppError} not_signed_in. */
export function scopeOf(request: Request): Scope {
  const scope = scopes.get(request)
  if (!scope) throw new AppError('not_signed_in', asText('error.sign-in-first'))
  return scope
}

/** An owner who acts. @throws {AppError} not_signed_in, not_allowed. */
export function ownerScope(request: Request): Scope {
  const scope = scopeOf(request)
  if (scope.who.role !== 'owner') throw new AppError('not_allowed', asText('error.owner-only'))
  return scope
}

/**
 * Lets through those who are signed in, and nobody else. What a device kept for one person is not written in the name of another: it says
 * whose it is, and waits for them.
 */
export const signedIn: RequestHandler = (request, _response, next) => {
  const { actor } = scopeOf(request)
  const author = request.headers['x-brendik-author']
  if (author !== undefined && author !== actor.technicianId)
    throw new AppError('another_person', asText('error.somebody-else'))
  next()
}

/** Lets an instrument through by the key in its Authorization header. @param failed - Counts the tries of those who show none. */
export function instrumentDoor(db: Database, failed: RequestHandler): RequestHandler {
  return async (request, response, next) => {
    const [, key] = /^Bearer ([\w-]{20,80})$/.exec(request.headers.authorization ?? '') ?? []
    const found = key ? await db.door.maybeOne('findInstrumentKey', instrumentKeyRow, [tokenHash(key)]) : null
    if (!found) {
      const refused = new AppError(
        'not_signed_in',
        'Authorization: expected "Bearer" and an instrument key of the workshop',
      )
      await failed(request, response, (tooMany) => next(tooMany ?? refused))
      return
    }
    const actor = { workshopId: found.workshopId, technicianId: null }
    instruments.set(request, { db: db.as(actor), actor })
    next()
  }
}

/** The instrument that speaks. @throws {AppError} not_signed_in. */
export function instrumentScope(request: Request): InstrumentScope {
  const scope = instruments.get(request)
  if (!scope) throw new AppError('not_signed_in', 'an instrument key is missing')
  return scope
}
