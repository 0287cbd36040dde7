import { randomUUID } from 'node:crypto'
import {
  asText,
  demoSignInSchema,
  type FoundInvitationAnswer,
  newPersonSchema,
  newWorkshopSchema,
  type SessionAnswer,
  signInSchema,
  tokenSchema,
} from '@brendik/core'
import express, { type RequestHandler, Router } from 'express'
import type { Database, Queries } from '../db/database.ts'
import { clearCookie, parseCookie } from '../door/cookies.ts'
import { type Limits, signInTries } from '../door/limits.ts'
import { passwordFits, tokenHash } from '../door/secrets.ts'
import { maybeScope } from '../door/whoIsIt.ts'
import { AppError } from '../errors/AppError.ts'
import { parseInput } from '../errors/parseInput.ts'
import { letIn, makePerson } from './letIn.ts'
import { doorStateRow, foundInvitationRow, signInRow, whoseRow } from './rows.ts'

export interface DoorOptions {
  /** The demo's one-click door is open. */
  demo: boolean
  /** Anybody may set up a workshop of their own. */
  openSignUp: boolean
  limits: Limits
}

/** Coming in and going out. */
export function sessionRoutes(db: Database, options: DoorOptions, links: RequestHandler): Router {
  const router = Router()
  const tries = signInTries(options.limits)
  // Anybody may knock, with no more than a name and a password.
  const few = express.json({ limit: '16kb' })

  router.get('/session', async (request, response) => {
    const { anybody } = await doorState(db.door)
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
    const found = await db.door.maybeOne('findByEmail', signInRow, [email])
    if (!(await passwordFits(found?.passwordHash ?? null, password)) || !found)
      throw new AppError('sign_in_refused', asText('error.sign-in'))
    await letIn(db, request, response, found)
  })
  router.post('/session/demo', few, async (request, response) => {
    if (!options.demo) throw new AppError('not_found', asText('error.no-demo'))
    const { role } = parseInput(demoSignInSchema, request.body)
    const found = await db.door.maybeOne('findDemoPeople', whoseRow, [role])
    if (!found) throw new AppError('not_found', asText('error.demo-not-loaded'))
    await letIn(db, request, response, found)
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
      await tx.run('lockWorkshopPeople', ['first owner'])
      const { anybody, unclaimed } = await doorState(tx)
      if (anybody && !options.openSignUp) throw new AppError('not_allowed', asText('error.workshop-there'))
      const workshopId = unclaimed ?? randomUUID()
      await tx.run('upsertWorkshop', [workshopId, workshopName, false])
      return makePerson(tx, workshopId, owner, 'owner')
    })
    await letIn(db, request, response, person)
  })
  router.get('/invitations/:token', links, async (request, response) => {
    const token = parseInput(tokenSchema, request.params.token)
    const found = await db.door.maybeOne('findInvitation', foundInvitationRow, [tokenHash(token)])
    if (!found) throw new AppError('not_found', OVER)
    const { workshopName, role, name } = found
    response.json({ workshopName, role, name } satisfies FoundInvitationAnswer)
  })
  router.post('/invitations/:token', few, links, async (request, response) => {
    const token = parseInput(tokenSchema, request.params.token)
    const guest = parseInput(newPersonSchema, request.body)
    const person = await db.door.transaction(async (tx) => {
      const found = await tx.maybeOne('findInvitation', foundInvitationRow, [tokenHash(token)])
      if (!found || (await tx.run('useInvitation', [tokenHash(token)])) === 0)
        throw new AppError('not_found', OVER)
      return makePerson(tx, found.workshopId, guest, found.role)
    })
    await letIn(db, request, response, person)
  })
  return router
}
const OVER = asText('error.link-over')

/** Whether anybody is there yet. @throws {Error} If the database does not say. */
async function doorState(db: Queries) {
  const state = await db.maybeOne('doorState', doorStateRow, [])
  if (!state) throw new Error('doorState: expected one row, got none')
  return state
}
