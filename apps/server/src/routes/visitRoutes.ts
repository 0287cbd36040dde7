import {
  type DayAnswer,
  idSchema,
  machineSpecSchema,
  putSiteSchema,
  putVisitSchema,
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

  async function runsOf(visitIds: readonly string[]): Promise<Map<string, RunSummary[]>> {
    const rows = await db.many<RunRow>('listRuns', [workshop, visitIds])
    const grouped = new Map<string, RunSummary[]>()
    for (const { plan, visitId, ...row } of rows) {
      const run = {
        ...row,
        analysis: await upToDate(db, actor, row.id, row.analysis),
        hoseEndMm: plan?.plan.hoseEndMm ?? plan?.plan.site.standpipeHeightMm ?? null,
        taps: [...(plan?.plan.taps ?? [])],
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
      visits: visits.map((visit) => ({ ...visit, runs: runs.get(visit.id) ?? [] })),
    }
    response.json(answer)
  })
  router.get('/visits/:id', async (request, response) => {
    const id = parseInput(idSchema, request.params.id)
    const visit = await db.maybeOne<Omit<VisitAnswer, 'runs'>>('findVisit', [workshop, id])
    if (!visit) throw new AppError('not_found', `visit ${id}: not found`)
    const answer: VisitAnswer = { ...visit, runs: (await runsOf([id])).get(id) ?? [] }
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
