import { randomUUID } from 'node:crypto'
import {
  asText,
  demoSignInSchema,
  idSchema,
  newPersonSchema,
  newWorkshopSchema,
  type OwnSession,
  ownChoiceSchema,
  passwordChangeSchema,
  printedCodeSchema,
  type Role,
  recoverySchema,
  type SessionAnswer,
  signInSchema,
  tokenSchema,
} from '@brendik/core'
import Bowser from 'bowser'
import express, { type Request, type Response, Router } from 'express'
import type { Actor, Database, Queries } from '../db/database.ts'
import { clearCookie, parseCookie, SESSION_DAYS, setCookie } from '../door/cookies.ts'
import { mustBeGood } from '../door/goodPassword.ts'
import { type Limits, linkTries, signInTries } from '../door/limits.ts'
import { codeHash, hashPassword, newCode, newToken, passwordFits, tokenHash } from '../door/secrets.ts'
import { maybeScope, ownerScope, scopeOf } from '../door/whoIsIt.ts'
import { AppError } from '../errors/AppError.ts'
import { parseInput } from '../errors/parseInput.ts'

interface Person {
  workshopId: string
  technicianId: string
}
interface DoorState {
  anybody: boolean
  unclaimed: string | null
}
export interface DoorOptions {
  /** The demo's one-click door is open. */
  demo: boolean
  /** Anybody may set up a workshop of their own. */
  openSignUp: boolean
  limits: Limits
}

/** Coming in and going out. */
export function sessionRoutes(db: Database, options: DoorOptions): Router {
  const router = Router()
  const tries = signInTries(options.limits)
  const links = linkTries(options.limits)
  // Anybody may knock, with no more than a name and a password.
  const few = express.json({ limit: '16kb' })

  async function letIn(request: Request, response: Response, person: Person): Promise<void> {
    const token = newToken()
    await db.door.run('insertSession', [
      tokenHash(token),
      person.workshopId,
      person.technicianId,
      SESSION_DAYS,
      deviceOf(request),
    ])
    setCookie(request, response, token)
    response.json({ ok: true })
  }
  async function makePerson(
    tx: Queries,
    workshopId: string,
    person: { name: string; email: string; password: string },
    role: Role,
  ): Promise<Person> {
    mustBeGood('password', person.password, [person.name, person.email])
    const technicianId = randomUUID()
    const hash = await hashPassword(person.password)
    await tx
      .run('upsertTechnician', [workshopId, technicianId, person.name, person.email, hash, role])
      .catch((error: { code?: string }) => {
        if (error.code === '23505')
          throw new AppError('email_taken', asText('error.email-taken', { email: person.email }))
        throw error
      })
    return { workshopId, technicianId }
  }

  router.get('/session', async (request, response) => {
    const { anybody } = (await db.door.maybeOne<DoorState>('doorState', [])) as DoorState
    const scope = maybeScope(request)
    const answer: SessionAnswer = {
      who: scope?.who ?? null,
      longIn: scope?.longIn ?? false,
      demo: options.demo,
      firstStart: !anybody,
      openSignUp: options.openSignUp,
    }
    response.json(answer)
  })
  router.post('/session', few, ...tries, async (request, response) => {
    const { email, password } = parseInput(signInSchema, request.body)
    const found = await db.door.maybeOne<Person & { passwordHash: string }>('findByEmail', [email])
    if (!(await passwordFits(found?.passwordHash ?? null, password)) || !found)
      throw new AppError('sign_in_refused', asText('error.sign-in'))
    await letIn(request, response, found)
  })
  router.post('/session/demo', few, async (request, response) => {
    if (!options.demo) throw new AppError('not_found', asText('error.no-demo'))
    const { role } = parseInput(demoSignInSchema, request.body)
    const found = await db.door.maybeOne<Person>('findDemoPeople', [role])
    if (!found) throw new AppError('not_found', asText('error.demo-not-loaded'))
    await letIn(request, response, found)
  })
  router.delete('/session', async (request, response) => {
    const token = parseCookie(request)
    if (token) await db.door.run('deleteSession', [tokenHash(token)])
    clearCookie(response)
    response.json({ ok: true })
  })
  router.post('/workshops', few, links, async (request, response) => {
    const { workshopName, ...owner } = parseInput(newWorkshopSchema, request.body)
    const person = await db.door.transaction(async (tx) => {
      // Two first owners at once: the second waits, then finds that somebody is there.
      await tx.many('lockWorkshopPeople', ['first owner'])
      const { anybody, unclaimed } = (await tx.maybeOne<DoorState>('doorState', [])) as DoorState
      if (anybody && !options.openSignUp) throw new AppError('not_allowed', asText('error.workshop-there'))
      const workshopId = unclaimed ?? randomUUID()
      await tx.run('upsertWorkshop', [workshopId, workshopName, false])
      return makePerson(tx, workshopId, owner, 'owner')
    })
    await letIn(request, response, person)
  })
  router.get('/invitations/:token', links, async (request, response) => {
    const token = parseInput(tokenSchema, request.params.token)
    const found = await db.door.maybeOne<{ workshopName: string; role: Role }>('findInvitation', [
      tokenHash(token),
    ])
    if (!found) throw new AppError('not_found', OVER)
    response.json({ workshopName: found.workshopName, role: found.role })
  })
  router.post('/invitations/:token', few, links, async (request, response) => {
    const token = parseInput(tokenSchema, request.params.token)
    const guest = parseInput(newPersonSchema, request.body)
    const person = await db.door.transaction(async (tx) => {
      const found = await tx.maybeOne<{ workshopId: string; role: Role }>('findInvitation', [
        tokenHash(token),
      ])
      if (!found || (await tx.many('useInvitation', [tokenHash(token)])).length === 0)
        throw new AppError('not_found', OVER)
      return makePerson(tx, found.workshopId, guest, found.role)
    })
    await letIn(request, response, person)
  })
  router.put('/me/password', few, links, async (request, response) => {
    const { actor } = scopeOf(request)
    const { before, after } = parseInput(passwordChangeSchema, request.body)
    const found = await db.door.maybeOne<{ passwordHash: string | null }>('findPassword', mine(actor))
    if (!(await passwordFits(found?.passwordHash ?? null, before)))
      throw new AppError('sign_in_refused', asText('error.old-password'))
    mustBeGood('after', after, [scopeOf(request).who.name])
    const kept = parseCookie(request)
    await db.door.run('setPassword', [...mine(actor), await hashPassword(after)])
    await db.door.run('deleteSessionsOf', [...mine(actor), kept ? tokenHash(kept) : null])
    response.json({ ok: true })
  })
  router.put('/me', few, async (request, response) => {
    const { actor } = scopeOf(request)
    const { language } = parseInput(ownChoiceSchema, request.body)
    await db.door.run('setLanguage', [...mine(actor), language])
    response.json({ ok: true })
  })
  router.get('/me/sessions', async (request, response) => {
    const { actor } = scopeOf(request)
    const here = tokenHash(parseCookie(request) ?? '')
    response.json(await db.door.many<OwnSession>('listSessions', [...mine(actor), here, SESSION_DAYS]))
  })
  router.delete('/me/sessions/:id', async (request, response) => {
    const { actor } = scopeOf(request)
    await db.door.run('endSession', [...mine(actor), parseInput(idSchema, request.params.id)])
    response.json({ ok: true })
  })
  router.get('/me/recovery', async (request, response) => {
    const { db: own, actor } = ownerScope(request)
    const printed = await own.maybeOne<{ madeAtMs: number }>('printedRecovery', mine(actor))
    response.json({ madeAtMs: printed?.madeAtMs ?? null })
  })
  router.post('/me/recovery', few, links, async (request, response) => {
    const { db: own, actor } = ownerScope(request)
    const { password } = parseInput(printedCodeSchema, request.body)
    const found = await db.door.maybeOne<{ passwordHash: string | null }>('findPassword', mine(actor))
    if (!(await passwordFits(found?.passwordHash ?? null, password)))
      throw new AppError('sign_in_refused', asText('error.password'))
    const code = newCode()
    const { workshopId, technicianId } = actor
    await own.run('insertRecovery', [workshopId, codeHash(code), technicianId, technicianId, true, null])
    response.json({ code })
  })
  router.post('/recovery', few, links, async (request, response) => {
    const { code, password } = parseInput(recoverySchema, request.body)
    const hash = codeHash(code)
    const person = await db.door.transaction(async (tx) => {
      const found = await tx.maybeOne<Person & { name: string; email: string | null }>('findRecovery', [hash])
      if (!found) throw new AppError('not_found', asText('error.code-over'))
      mustBeGood('password', password, [found.name, found.email ?? ''])
      if ((await tx.run('useRecovery', [hash])) === 0)
        throw new AppError('not_found', asText('error.code-used'))
      await tx.run('setPassword', [...mine(found), await hashPassword(password)])
      // Whoever got in with the old one is out.
      await tx.run('deleteSessionsOf', [...mine(found), null])
      return found
    })
    await letIn(request, response, person)
  })
  return router
}
const OVER = asText('error.link-over')
const mine = (actor: Actor) => [actor.workshopId, actor.technicianId]

/** Browser and system as the browser tells them, for a person to know their devices by. */
function deviceOf(request: Request): string {
  const agent = (request.headers['user-agent'] ?? '').slice(0, 400)
  if (agent === '') return ''
  const { browser, os, platform } = Bowser.parse(agent)
  const on = [os.name, platform.type].filter(Boolean).join(', ')
  return [browser.name, on].filter(Boolean).join(' on ').slice(0, 100)
}
