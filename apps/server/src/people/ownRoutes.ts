import {
  asText,
  idSchema,
  ownChoiceSchema,
  passwordChangeSchema,
  personalTokenSchema,
  printedCodeSchema,
  recoverySchema,
} from '@brendik/core'
import express, { type RequestHandler, Router } from 'express'
import type { Actor, Database } from '../db/database.ts'
import { parseCookie, SESSION_DAYS } from '../door/cookies.ts'
import { mustBeGood } from '../door/goodPassword.ts'
import { codeHash, hashPassword, newCode, newToken, passwordFits, tokenHash } from '../door/secrets.ts'
import { ownerScope, scopeOf } from '../door/whoIsIt.ts'
import { AppError } from '../errors/AppError.ts'
import { parseInput } from '../errors/parseInput.ts'
import { letIn } from './letIn.ts'
import { ownSessionRow, passwordRow, personalTokenRow, printedRow, recoveryRow } from './rows.ts'

/** What a person does about their own access: password, language, devices, a code on paper. */
export function ownRoutes(db: Database, links: RequestHandler): Router {
  const router = Router()
  const few = express.json({ limit: '16kb' })

  router.put('/me/password', few, links, async (request, response) => {
    const { actor } = scopeOf(request)
    const { before, after } = parseInput(passwordChangeSchema, request.body)
    const found = await db.door.maybeOne('findPassword', passwordRow, mine(actor))
    if (!(await passwordFits(found?.passwordHash ?? null, before)))
      throw new AppError('sign_in_refused', asText('error.old-password'))
    await mustBeGood('after', after, [scopeOf(request).who.name])
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
    response.json(await db.door.many('listSessions', ownSessionRow, [...mine(actor), here, SESSION_DAYS]))
  })
  router.delete('/me/sessions/:id', async (request, response) => {
    const { actor } = scopeOf(request)
    await db.door.run('endSession', [...mine(actor), parseInput(idSchema, request.params.id)])
    response.json({ ok: true })
  })
  router.get('/me/recovery', async (request, response) => {
    const { db: own, actor } = ownerScope(request)
    const printed = await own.maybeOne('printedRecovery', printedRow, mine(actor))
    response.json({ madeAtMs: printed?.madeAtMs ?? null })
  })
  router.post('/me/recovery', few, links, async (request, response) => {
    const { db: own, actor } = ownerScope(request)
    const { password } = parseInput(printedCodeSchema, request.body)
    const found = await db.door.maybeOne('findPassword', passwordRow, mine(actor))
    if (!(await passwordFits(found?.passwordHash ?? null, password)))
      throw new AppError('sign_in_refused', asText('error.password'))
    const code = newCode()
    const { workshopId, technicianId } = actor
    await own.run('insertRecovery', [workshopId, codeHash(code), technicianId, technicianId, true, null])
    response.json({ code })
  })
  router.get('/me/tokens', async (request, response) => {
    const { db: own, actor } = scopeOf(request)
    response.json(await own.many('listTokens', personalTokenRow, mine(actor)))
  })
  router.post('/me/tokens', few, async (request, response) => {
    const { db: own, actor } = scopeOf(request)
    const { id, label, records, days } = parseInput(personalTokenSchema, request.body)
    const token = newToken()
    const { workshopId, technicianId } = actor
    const values = [workshopId, id, technicianId, label, tokenHash(token), records, days]
    // Its secret is shown once: a second time it is told that it is made, and one takes another.
    if ((await own.run('insertToken', values)) === 0)
      throw new AppError('input_invalid', `id: ${id} is a token already; make one with a new id`)
    response.json({ id, token })
  })
  router.delete('/me/tokens/:id', async (request, response) => {
    const { db: own, actor } = scopeOf(request)
    await own.run('revokeToken', [...mine(actor), parseInput(idSchema, request.params.id)])
    response.json({ ok: true })
  })
  router.post('/recovery', few, links, async (request, response) => {
    const { code, password } = parseInput(recoverySchema, request.body)
    const hash = codeHash(code)
    const person = await db.door.transaction(async (tx) => {
      const found = await tx.maybeOne('findRecovery', recoveryRow, [hash])
      if (!found) throw new AppError('not_found', asText('error.code-over'))
      await mustBeGood('password', password, [found.name, found.email ?? ''])
      if ((await tx.run('useRecovery', [hash])) === 0)
        throw new AppError('not_found', asText('error.code-used'))
      await tx.run('setPassword', [...mine(found), await hashPassword(password)])
      // Whoever got in with the old one is out.
      await tx.run('deleteSessionsOf', [...mine(found), null])
      await tx.run('revokeTokensOf', mine(found))
      return found
    })
    await letIn(db, request, response, person)
  })
  return router
}
const mine = (actor: Actor) => [actor.workshopId, actor.technicianId]
