import {
  customerSchema,
  idSchema,
  type KnownMachine,
  type MachineAnswer,
  type MachineHistory,
  machineRecordSchema,
  machineSpecSchema,
  machinesQuerySchema,
  type PhotoAnswer,
  putSiteSchema,
  recordOf,
  type SiteAnswer,
  tapedTub,
  tubProblems,
} from '@brendik/core'
import { Router } from 'express'
import { scopeOf } from '../door/whoIsIt.ts'
import { AppError } from '../errors/AppError.ts'
import { parseInput } from '../errors/parseInput.ts'
import { runsOfVisits } from '../visitRuns.ts'

/** What stays from visit to visit: customers, sites, machines. */
export function recordRoutes(): Router {
  const router = Router()
  router.get('/machines', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const { words } = parseInput(machinesQuerySchema, request.query)
    const wanted = words.toLowerCase().split(/\s+/).filter(Boolean).slice(0, 12)
    const machines = await db.many<KnownMachine>('listMachines', [actor.workshopId, wanted])
    response.json(machines.map((machine) => ({ ...machine, record: recordOf(machine.record) })))
  })
  router.get('/machines/:id', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const id = parseInput(idSchema, request.params.id)
    const machine = await db.maybeOne<MachineAnswer & Pick<MachineHistory, 'hosesSeenAtMs'>>('findMachine', [
      actor.workshopId,
      id,
    ])
    if (!machine) throw new AppError('not_found', `machine ${id}: not found`)
    type Row = Omit<MachineHistory['visits'][number], 'runs'>
    const visits = await db.many<Row>('listMachineVisits', [actor.workshopId, id])
    const ids = visits.map((visit) => visit.id)
    const [runs, photos] = await Promise.all([
      runsOfVisits(db, actor, ids),
      db.many<PhotoAnswer>('listPhotos', [actor.workshopId, ids]),
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
    const { db, actor } = scopeOf(request)
    const id = parseInput(idSchema, request.params.id)
    const spec = parseInput(machineSpecSchema, request.body)
    const problem = tubProblems(tapedTub(spec))[0]
    if (problem) throw new AppError('input_invalid', problem)
    const given = (request.body as { record?: unknown }).record
    const record = given === undefined ? null : JSON.stringify(parseInput(machineRecordSchema, given))
    await db.run('upsertMachine', [actor.workshopId, id, spec.label, JSON.stringify(spec), record])
    response.json({ id })
  })
  router.get('/sites', async (request, response) => {
    const { db, actor } = scopeOf(request)
    response.json(await db.many<SiteAnswer>('listSites', [actor.workshopId]))
  })
  router.put('/sites/:id', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const id = parseInput(idSchema, request.params.id)
    const { name, spec, customerId } = parseInput(putSiteSchema, request.body)
    await db.run('upsertSite', [actor.workshopId, id, name, JSON.stringify(spec), customerId ?? null])
    response.json({ id })
  })
  router.put('/customers/:id', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const id = parseInput(idSchema, request.params.id)
    const { name, phone, note } = parseInput(customerSchema, request.body)
    await db.run('upsertCustomer', [actor.workshopId, id, name, phone, note])
    response.json({ id })
  })
  return router
}
