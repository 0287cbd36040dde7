import {
  CHECK_IDS,
  closedSchema,
  type DayAnswer,
  type EntryEvent,
  hosesDueSeen,
  idSchema,
  type ObservationEvent,
  postEntriesSchema,
  postObservationsSchema,
  type RunDetail,
  type RunSummary,
  valueProblem,
} from '@brendik/core'
import { Router } from 'express'
import * as v from 'valibot'
import type { Actor } from '../db/database.ts'
import { type Scope, scopeOf } from '../door/whoIsIt.ts'
import { AppError } from '../errors/AppError.ts'
import { parseInput } from '../errors/parseInput.ts'
import { listFollowUps } from '../followUps/listFollowUps.ts'
import { runsOfVisits } from '../runs/visitRuns.ts'
import { findVisit, readVisit, unknownVisit } from './readVisit.ts'
import { hosesSeenRow, ownTimeRow, visitLineRow } from './rows.ts'

const ms = v.pipe(v.string(), v.transform(Number), v.number('expected ms since 1970'))
export const daySchema = v.object({ fromMs: ms, toMs: ms })
/** A visit left open is shown for so long, ms. */
const STILL_OPEN_MS = 30 * 86_400_000

/** Visits: the day, one visit with all that belongs to it, and what is said and seen in it. */
export function visitRoutes(): Router {
  const router = Router()

  router.get('/day', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const { fromMs, toMs } = parseInput(daySchema, request.query)
    const seen = hosesDueSeen(toMs)
    const [due, open, hosesDue, followUps] = await Promise.all([
      db.many('listVisits', visitLineRow, [actor.workshopId, fromMs, toMs, false]),
      db.many('listVisits', visitLineRow, [actor.workshopId, fromMs - STILL_OPEN_MS, fromMs, true]),
      db.many('listHosesSeen', hosesSeenRow, [actor.workshopId, seen.fromMs, seen.toMs]),
      listFollowUps(db, actor, toMs),
    ])
    const runs = await runsOfVisits(
      db,
      actor,
      [...due, ...open].map((visit) => visit.id),
    )
    const withRuns = (rows: typeof due) =>
      rows.map((visit) => ({ ...visit, runs: (runs.get(visit.id) ?? []).map(summary) }))
    const answer: DayAnswer = { visits: withRuns(due), stillOpen: withRuns(open), hosesDue, followUps }
    response.json(answer)
  })
  router.get('/visits/:id', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const id = parseInput(idSchema, request.params.id)
    response.json(await readVisit(db, actor, id))
  })
  router.get('/own-times', async (request, response) => {
    const { db, actor } = scopeOf(request)
    response.json(
      await db.many('listOwnTimes', ownTimeRow, [actor.workshopId, actor.technicianId, CHECK_IDS]),
    )
  })
  router.put('/visits/:id/closed', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const id = parseInput(idSchema, request.params.id)
    const { closedAtMs } = parseInput(closedSchema, request.body)
    if ((await db.run('closeVisit', [actor.workshopId, id, closedAtMs])) === 0) throw unknownVisit(id)
    response.json({ id })
  })
  router.post('/visits/:id/observations', async (request, response) => {
    const scope = scopeOf(request)
    const id = parseInput(idSchema, request.params.id)
    const { observations } = parseInput(postObservationsSchema, request.body)
    for (const [i, o] of observations.entries()) {
      const problem = o.type === 'observed' ? valueProblem(o.check, o.value) : null
      if (problem) throw new AppError('input_invalid', `observations.${i}: ${problem}`)
    }
    response.json(await storeOnce(scope, id, 'insertObservation', observations, observationValues))
  })
  router.post('/visits/:id/entries', async (request, response) => {
    const scope = scopeOf(request)
    const id = parseInput(idSchema, request.params.id)
    const { entries } = parseInput(postEntriesSchema, request.body)
    response.json(await storeOnce(scope, id, 'insertEntry', entries, entryValues))
  })
  return router
}

/** Stores what a device sends of a visit, each once, all or nothing. */
async function storeOnce<T>(
  { db, actor }: Scope,
  visitId: string,
  statement: 'insertObservation' | 'insertEntry',
  sent: readonly T[],
  row: (actor: Actor, visitId: string, one: T) => unknown[],
): Promise<{ stored: number; known: number }> {
  await findVisit(db, actor, visitId)
  const stored = await db.transaction(async (tx) => {
    let fresh = 0
    for (const one of sent) fresh += await tx.run(statement, row(actor, visitId, one))
    return fresh
  })
  return { stored, known: sent.length - stored }
}

/** A day lists many runs; their plans stay where they are. */
function summary({ plan: _plan, ...run }: RunDetail): RunSummary {
  return run
}

export function observationValues(actor: Actor, visitId: string, o: ObservationEvent): unknown[] {
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
    observed?.tempC ?? null,
    observed?.phase ?? null,
    observed?.side ?? null,
    observed?.waterInside ?? null,
    observed?.beganAtMs ?? null,
    observed?.changesMin ?? null,
  ]
}

export function entryValues(actor: Actor, visitId: string, e: EntryEvent): unknown[] {
  return [
    actor.workshopId,
    e.id,
    visitId,
    actor.technicianId,
    e.atMs,
    e.topic,
    JSON.stringify(e.value),
    e.basedOn,
  ]
}
