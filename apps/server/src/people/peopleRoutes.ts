import {
  asText,
  idSchema,
  instrumentKeySchema,
  invitationSchema,
  ORDER_ENTRIES,
  type OwnOrder,
  ownOrderSchema,
  type PriceListAnswer,
  personSchema,
  priceListSchema,
  USUAL_PRICES,
} from '@brendik/core'
import { Router } from 'express'
import * as v from 'valibot'
import type { Database } from '../db/database.ts'
import { codeHash, newCode, newToken, tokenHash } from '../door/secrets.ts'
import { ownerScope, scopeOf } from '../door/whoIsIt.ts'
import { AppError } from '../errors/AppError.ts'
import { parseInput } from '../errors/parseInput.ts'
import { changeRow, invitationRow, keyRow, ownOrderRow, personRow, pricesRow } from './rows.ts'

const INVITATION_DAYS = 7
/** A code that an owner gives somebody is good for so long. */
const RECOVERY_HOURS = 24
export const changesQuery = v.object({
  before: v.optional(v.pipe(v.string(), v.regex(/^\d{1,18}$/, 'expected the id of a change'))),
})

/** What only an owner does: people, links, keys of instruments, the order of checks, prices, and who changed what. */
export function peopleRoutes(db: Database): Router {
  const router = Router()
  router.get('/people', async (request, response) => {
    const { db: own, actor } = ownerScope(request)
    response.json(await own.many('listPeople', personRow, [actor.workshopId]))
  })
  router.put('/people/:id', async (request, response) => {
    const { db: own, actor } = ownerScope(request)
    const id = parseInput(idSchema, request.params.id)
    const { name, role, active } = parseInput(personSchema, request.body)
    const changed = await own.transaction(async (tx) => {
      await tx.run('lockWorkshopPeople', [actor.workshopId])
      const people = await tx.many('listPeople', personRow, [actor.workshopId])
      if (!people.some((person) => person.id === id))
        throw new AppError('not_found', `person ${id}: not found`)
      return tx.run('updatePerson', [actor.workshopId, id, name, role, active])
    })
    if (changed === 0) throw new AppError('not_allowed', asText('error.needs-owner'))
    if (!active) await db.door.run('deleteSessionsOf', [actor.workshopId, id, null])
    response.json({ id })
  })
  router.post('/people/:id/recovery', async (request, response) => {
    const { db: own, actor } = ownerScope(request)
    const id = parseInput(idSchema, request.params.id)
    if (id === actor.technicianId) throw new AppError('not_allowed', asText('error.print-your-own'))
    const people = await own.many('listPeople', personRow, [actor.workshopId])
    if (!people.some((person) => person.id === id && person.active))
      throw new AppError('not_found', `person ${id}: not found, or not let in`)
    const code = newCode()
    await own.run('insertRecovery', [
      actor.workshopId,
      codeHash(code),
      id,
      actor.technicianId,
      false,
      RECOVERY_HOURS,
    ])
    response.json({ code })
  })
  // Everybody follows it; an entry that this version does not know is left out.
  router.get('/own-order', async (request, response) => {
    const { db: own, actor } = scopeOf(request)
    const found = await own.maybeOne('findOwnOrder', ownOrderRow, [actor.workshopId])
    const answer: OwnOrder = {
      entries: ORDER_ENTRIES.filter((entry) => found?.entries.includes(entry)).sort(
        (a, b) => (found?.entries.indexOf(a) ?? 0) - (found?.entries.indexOf(b) ?? 0),
      ),
    }
    response.json(answer)
  })
  router.put('/own-order', async (request, response) => {
    const { db: own, actor } = ownerScope(request)
    const { entries } = parseInput(ownOrderSchema, request.body)
    await own.run('putOwnOrder', [actor.workshopId, actor.technicianId, entries])
    response.json({ ok: true })
  })
  // Everybody reckons by them; a list that this version cannot read is none.
  router.get('/prices', async (request, response) => {
    const { db: own, actor } = scopeOf(request)
    const found = await own.maybeOne('findPrices', pricesRow, [actor.workshopId])
    const read = v.safeParse(priceListSchema, found?.prices)
    const answer: PriceListAnswer = {
      prices: read.success ? read.output : USUAL_PRICES,
      own: read.success,
    }
    response.json(answer)
  })
  router.put('/prices', async (request, response) => {
    const { db: own, actor } = ownerScope(request)
    const prices = parseInput(priceListSchema, request.body)
    await own.run('putPrices', [actor.workshopId, actor.technicianId, JSON.stringify(prices)])
    response.json({ ok: true })
  })
  router.get('/invitations', async (request, response) => {
    const { db: own, actor } = ownerScope(request)
    response.json(await own.many('listInvitations', invitationRow, [actor.workshopId]))
  })
  router.post('/invitations', async (request, response) => {
    const { db: own, actor } = ownerScope(request)
    const { id, name, role } = parseInput(invitationSchema, request.body)
    const token = newToken()
    const values = [actor.workshopId, id, tokenHash(token), role, actor.technicianId, INVITATION_DAYS, name]
    if ((await own.run('upsertInvitation', values)) === 0)
      throw new AppError('not_allowed', asText('error.link-used'))
    response.json({ id, token })
  })
  router.delete('/invitations/:id', async (request, response) => {
    const { db: own, actor } = ownerScope(request)
    await own.run('endInvitation', [actor.workshopId, parseInput(idSchema, request.params.id)])
    response.json({ ok: true })
  })
  router.get('/instrument-keys', async (request, response) => {
    const { db: own, actor } = ownerScope(request)
    response.json(await own.many('listInstrumentKeys', keyRow, [actor.workshopId]))
  })
  router.post('/instrument-keys', async (request, response) => {
    const { db: own, actor } = ownerScope(request)
    const { id, label } = parseInput(instrumentKeySchema, request.body)
    const token = newToken()
    await own.run('upsertInstrumentKey', [actor.workshopId, id, label, tokenHash(token)])
    response.json({ id, token })
  })
  router.delete('/instrument-keys/:id', async (request, response) => {
    const { db: own, actor } = ownerScope(request)
    await own.run('revokeInstrumentKey', [actor.workshopId, parseInput(idSchema, request.params.id)])
    response.json({ ok: true })
  })
  router.get('/changes', async (request, response) => {
    const { db: own, actor } = ownerScope(request)
    const { before } = parseInput(changesQuery, request.query)
    response.json(await own.many('listChanges', changeRow, [actor.workshopId, before ?? null]))
  })
  return router
}
