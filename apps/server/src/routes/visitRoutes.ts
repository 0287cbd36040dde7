import {
  type DayAnswer,
  idSchema,
  machineSpecSchema,
  type ObservationAnswer,
  type ObservationEvent,
  postObservationsSchema,
  putSiteSchema,
  putVisitSchema,
  type RunDetail,
  type RunPlan,
  type RunSummary,
  tapedTub,
  tubProblems,
  type VisitAnswer,
  type VisitSummary,
} from '@brendik/core'
import { Router } from 'express'
import * as v from 'valibot'
import type { Database } from '../db/database.ts'
import { AppError } from '../errors/AppError.ts'
import { parseInput } from '../errors/parseInput.ts'
import { upToDate } from '../runService.ts'
import type { Actor } from '../runStore.ts'

interface RunRow extends Omit<RunSummary, 'hoseEndMm' | 'taps'> {
  visitId: string
  plan: { plan: RunPlan } | null
}

const daySchema = v.object({
  fromMs: v.pipe(v.string(), v.transform(Number), v.number('expected ms since 1970')),
  toMs: v.pipe(v.string(), v.transform(Number), v.number('expected ms since 1970')),
})

/** Visits, and the machines and sites they are made of. */
export function visitRoutes(db: Database, actor: Actor): Router {
  const router = Router()
  const workshop = actor.workshopId

  async function runsOf(visitIds: readonly string[]): Promise<Map<string, RunDetail[]>> {
    const rows = await db.many<RunRow>('listRuns', [workshop, visitIds])
    const grouped = new Map<string, RunDetail[]>()
    for (const { plan, visitId, ...row } of rows) {
      const run = {
        ...row,
        analysis: await upToDate(db, actor, row.id, row.analysis),
        hoseEndMm: plan?.plan.hoseEndMm ?? plan?.plan.site.standpipeHeightMm ?? null,
        taps: [...(plan?.plan.taps ?? [])],
        plan: plan?.plan ?? null,
      }
      grouped.set(visitId, [...(grouped.get(visitId) ?? []), run])
    }
    return grouped
  }

  router.get('/day', async (request, response) => {
    const { fromMs, toMs } = parseInput(daySchema, request.query)
    const visits = await db.many<Omit<VisitSummary, 'runs'>>('listVisits', [workshop, fromMs, toMs])
    const runs = await runsOf(visits.map((visit) => visit.id))
    const answer: DayAnswer = {
      visits: visits.map((visit) => ({ ...visit, runs: (runs.get(visit.id) ?? []).map(summary) })),
    }
    response.json(answer)
  })
  router.get('/visits/:id', async (request, response) => {
    const id = parseInput(idSchema, request.params.id)
    const visit = await db.maybeOne<Omit<VisitAnswer, 'runs' | 'observations'>>('findVisit', [workshop, id])
    if (!visit) throw new AppError('not_found', `visit ${id}: not found`)
    const runs = (await runsOf([id])).get(id) ?? []
    const observations = await db.many<ObservationAnswer>('listObservations', [workshop, id])
    const answer: VisitAnswer = { ...visit, runs, observations }
    response.json(answer)
  })
  router.put('/visits/:id', async (request, response) => {
    const id = parseInput(idSchema, request.params.id)
    const visit = parseInput(putVisitSchema, request.body)
    await db.run('upsertVisit', [
      workshop,
      id,
      visit.machineId,
      visit.siteId,
      actor.technicianId,
      visit.dueAtMs,
      visit.complaint,
    ])
    response.json({ id })
  })
  router.post('/visits/:id/observations', async (request, response) => {
    const id = parseInput(idSchema, request.params.id)
    const { observations } = parseInput(postObservationsSchema, request.body)
    if (!(await db.maybeOne('findVisit', [workshop, id])))
      throw new AppError('not_found', `visit ${id}: not found`)
    const stored = await db.transaction(async (tx) => {
      let fresh = 0
      for (const o of observations) fresh += (await tx.many('insertObservation', rowOf(actor, id, o))).length
      return fresh
    })
    response.json({ stored, known: observations.length - stored })
  })
  router.get('/machines', async (_request, response) => {
    response.json(await db.many('listMachines', [workshop]))
  })
  router.put('/machines/:id', async (request, response) => {
    const id = parseInput(idSchema, request.params.id)
    const spec = parseInput(machineSpecSchema, request.body)
    const problem = tubProblems(tapedTub(spec))[0]
    if (problem) throw new AppError('input_invalid', problem)
    await db.run('upsertMachine', [workshop, id, spec.label, JSON.stringify(spec)])
    response.json({ id })
  })
  router.get('/sites', async (_request, response) => {
    response.json(await db.many('listSites', [workshop]))
  })
  router.put('/sites/:id', async (request, response) => {
    const id = parseInput(idSchema, request.params.id)
    const { name, spec } = parseInput(putSiteSchema, request.body)
    await db.run('upsertSite', [workshop, id, name, JSON.stringify(spec)])
    response.json({ id })
  })
  return router
}

/** A day lists many runs; their plans stay where they are. */
function summary({ plan: _plan, ...run }: RunDetail): RunSummary {
  return run
}

function rowOf(actor: Actor, visitId: string, o: ObservationEvent): unknown[] {
  const observed = o.type === 'observed' ? o : null
  return [
    actor.workshopId,
    o.id,
    visitId,
    actor.technicianId,
    o.atMs,
    observed?.check ?? null,
    observed ? JSON.stringify(observed.value) : null,
    observed?.tap ?? null,
    observed?.levelMm ?? null,
    o.type === 'withdrawn' ? o.targetId : null,
  ]
}
