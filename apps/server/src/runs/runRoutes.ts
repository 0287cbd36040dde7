import {
  type AssignmentAnswer,
  afterBlockSchema,
  idSchema,
  ingestSchema,
  postEventsSchema,
  putInstrumentSchema,
} from '@brendik/core'
import { Router } from 'express'
import { instrumentScope, scopeOf } from '../door/whoIsIt.ts'
import { parseInput } from '../errors/parseInput.ts'
import type { LiveRuns } from './liveRuns.ts'
import { assignmentRow, instrumentRow } from './rows.ts'
import { findRun, openRun, storeBlocks, storeEvents } from './runService.ts'
import { readBlocks } from './runStore.ts'

/** Runs as the board sees them. */
export function runRoutes(live: LiveRuns): Router {
  const router = Router()
  router.get('/runs/:id', async (request, response) => {
    const { db, actor } = scopeOf(request)
    response.json(await openRun(db, actor, parseInput(idSchema, request.params.id)))
  })
  router.post('/runs/:id/events', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const { visitId, events } = parseInput(postEventsSchema, request.body)
    response.json(await storeEvents(db, actor, visitId, parseInput(idSchema, request.params.id), events))
  })
  router.get('/runs/:id/blocks', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const { after } = parseInput(afterBlockSchema, request.query)
    response.json(await readBlocks(db, actor, parseInput(idSchema, request.params.id), after))
  })
  router.get('/runs/:id/live', async (request, response) => {
    const { db, actor, stillIn } = scopeOf(request)
    const runId = parseInput(idSchema, request.params.id)
    await findRun(db, actor, runId)
    // A browser that was cut off says by itself how far it got.
    const after = request.get('last-event-id') ?? request.query.after
    live.watch({ db, actor, runId, stillIn, ...parseInput(afterBlockSchema, { after }) }, response)
  })
  router.get('/instruments', async (request, response) => {
    const { db, actor } = scopeOf(request)
    response.json(await db.many('listInstruments', instrumentRow, [actor.workshopId]))
  })
  return router
}

/** The public ingest API: what an instrument may do. Described in docs/ingest.md. */
export function ingestRoutes(): Router {
  const router = Router()
  router.put('/instruments/:id', async (request, response) => {
    const { db, actor } = instrumentScope(request)
    const { label, rateHz } = parseInput(putInstrumentSchema, request.body)
    await db.run('upsertInstrument', [
      actor.workshopId,
      parseInput(idSchema, request.params.id),
      label,
      rateHz,
    ])
    response.json({ ok: true })
  })
  router.get('/instruments/:id/assignment', async (request, response) => {
    const { db, actor } = instrumentScope(request)
    const id = parseInput(idSchema, request.params.id)
    const found = await db.maybeOne('findAssignment', assignmentRow, [actor.workshopId, id])
    const answer: AssignmentAnswer = { run: null }
    if (found?.plan && found.startedAtMs !== null) {
      const { runId, plan, startedAtMs, stoppedAtMs } = found
      answer.run = { runId, plan, startedAtMs, stoppedAtMs }
    }
    response.json(answer)
  })
  router.post('/runs/:id/blocks', async (request, response) => {
    const { db, actor } = instrumentScope(request)
    const { blocks } = parseInput(ingestSchema, request.body)
    response.json(await storeBlocks(db, actor, parseInput(idSchema, request.params.id), blocks))
  })
  return router
}
