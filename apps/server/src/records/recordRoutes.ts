import {
  idSchema,
  type MachineHistory,
  machinesQuerySchema,
  type RecordSubject,
  recordOf,
  settleRivalSchema,
} from '@brendik/core'
import { type Request, type RequestHandler, Router } from 'express'
import * as v from 'valibot'
import { scopeOf } from '../door/whoIsIt.ts'
import { AppError } from '../errors/AppError.ts'
import { parseInput } from '../errors/parseInput.ts'
import { photoRow } from '../photos/rows.ts'
import { runsOfVisits } from '../runs/visitRuns.ts'
import { putRecord, settleRival } from './putRecord.ts'
import { foundMachineRow, knownMachineRow, machineVisitRow, rivalRow, siteRow } from './rows.ts'

/** What stays from visit to visit – customers, sites, machines – and all that is written over when it changes. */
export function recordRoutes(): Router {
  const router = Router()
  router.get('/machines', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const { words } = parseInput(machinesQuerySchema, request.query)
    const wanted = words.toLowerCase().split(/\s+/).filter(Boolean).slice(0, 12)
    const machines = await db.many('listMachines', knownMachineRow, [actor.workshopId, wanted])
    response.json(machines.map((machine) => ({ ...machine, record: recordOf(machine.record) })))
  })
  router.get('/machines/:id', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const id = parseInput(idSchema, request.params.id)
    const machine = await db.maybeOne('findMachine', foundMachineRow, [actor.workshopId, id])
    if (!machine) throw new AppError('not_found', `machine ${id}: not found`)
    const visits = await db.many('listMachineVisits', machineVisitRow, [actor.workshopId, id])
    const ids = visits.map((visit) => visit.id)
    const [runs, photos] = await Promise.all([
      runsOfVisits(db, actor, ids),
      db.many('listPhotos', photoRow, [actor.workshopId, ids]),
    ])
    const answer: MachineHistory = {
      ...machine,
      record: recordOf(machine.record),
      visits: visits.map((visit) => ({
        ...visit,
        runs: (runs.get(visit.id) ?? []).map(({ plan: _plan, ...run }) => run),
      })),
      photos,
    }
    response.json(answer)
  })
  router.put('/machines/:id', async (request, response) => {
    const id = parseInput(idSchema, request.params.id)
    const { record, putId, was, ...spec } = bodyOf(request)
    await putRecord(scopeOf(request), 'machine', id, { spec, record, putId, was })
    response.json({ id })
  })
  router.get('/sites', async (request, response) => {
    const { db, actor } = scopeOf(request)
    response.json(await db.many('listSites', siteRow, [actor.workshopId]))
  })
  router.put('/sites/:id', storeAs('site'))
  router.put('/customers/:id', storeAs('customer'))
  router.put('/visits/:id', storeAs('visit'))
  router.get('/rivals', async (request, response) => {
    const { db, actor } = scopeOf(request)
    response.json(await db.many('listRivals', rivalRow, [actor.workshopId]))
  })
  router.put('/rivals/:id', async (request, response) => {
    const id = parseInput(idSchema, request.params.id)
    await settleRival(scopeOf(request), id, parseInput(settleRivalSchema, request.body).take)
    response.json({ id })
  })
  return router
}

function storeAs(subject: RecordSubject): RequestHandler {
  return async (request, response) => {
    const id = parseInput(idSchema, request.params.id)
    await putRecord(scopeOf(request), subject, id, bodyOf(request))
    response.json({ id })
  }
}

/** What was sent, as a record of its own. @throws {AppError} input_invalid */
function bodyOf(request: Request): Record<string, unknown> {
  return parseInput(v.record(v.string(), v.unknown(), 'expected an object'), request.body)
}
