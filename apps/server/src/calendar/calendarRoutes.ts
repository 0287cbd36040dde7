import { asText, LANGUAGES, tokenSchema } from '@brendik/core'
import { makeWords } from '@brendik/words'
import { type RequestHandler, Router } from 'express'
import ical from 'ical-generator'
import * as v from 'valibot'
import type { Actor, Database, Queries } from '../db/database.ts'
import { newToken, tokenHash } from '../door/secrets.ts'
import { scopeOf } from '../door/whoIsIt.ts'
import { AppError } from '../errors/AppError.ts'
import { parseInput } from '../errors/parseInput.ts'
import { listFollowUps } from '../followUps/listFollowUps.ts'
import { visitLineRow } from '../visits/rows.ts'

const calendarRow = v.strictObject({
  workshopId: v.string(),
  technicianId: v.string(),
  workshopName: v.string(),
  language: v.nullable(v.picklist(LANGUAGES)),
})
const DAY_MS = 86_400_000
/** What was due so long ago, and what comes so late, is in no calendar. */
const BACK_MS = 30 * DAY_MS
const AHEAD_MS = 400 * DAY_MS
/** A visit takes so long in a calendar. Estimate. */
const VISIT_MS = 90 * 60_000
const FOLLOW_MS = 15 * 60_000

/** The address of one's own calendar: made anew, or taken back. */
export function calendarRoutes(): Router {
  const router = Router()
  router.post('/me/calendar', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const token = newToken()
    await db.run('putCalendarLink', [actor.workshopId, actor.technicianId, tokenHash(token)])
    response.json({ token })
  })
  router.delete('/me/calendar', async (request, response) => {
    const { db, actor } = scopeOf(request)
    await db.run('deleteCalendarLink', [actor.workshopId, actor.technicianId])
    response.json({ ok: true })
  })
  router.get('/me/calendar.ics', async (request, response) => {
    const { db, actor, who } = scopeOf(request)
    const text = await calendarOf(db, actor, who.workshopName, who.language ?? 'en')
    response.type('text/calendar').set('content-disposition', 'attachment; filename="due.ics"').send(text)
  })
  return router
}

/** What a calendar program reads by its secret address: it has no session. @param links - Counts the tries of those whose address leads nowhere. */
export function calendarFeed(db: Database, links: RequestHandler): Router {
  const router = Router()
  router.get('/calendar/:token', links, async (request, response) => {
    const token = parseInput(tokenSchema, String(request.params.token).replace(/\.ics$/, ''))
    const found = await db.door.maybeOne('findCalendar', calendarRow, [tokenHash(token)])
    if (!found) throw new AppError('not_found', asText('error.link-over'))
    const { workshopId, technicianId, workshopName, language } = found
    const actor = { workshopId, technicianId }
    response.type('text/calendar').send(await calendarOf(db.as(actor), actor, workshopName, language ?? 'en'))
  })
  return router
}

/** Open visits of the workshop, and what one technician has to come back to, as an iCalendar text. */
async function calendarOf(
  db: Queries,
  actor: Actor,
  workshop: string,
  language: (typeof LANGUAGES)[number],
): Promise<string> {
  const words = makeWords(language, 'metric')
  const nowMs = Date.now()
  const [visits, follow] = await Promise.all([
    db.many('listVisits', visitLineRow, [actor.workshopId, nowMs - BACK_MS, nowMs + AHEAD_MS, true]),
    listFollowUps(db, actor, nowMs + AHEAD_MS, actor.technicianId),
  ])
  const calendar = ical({ name: `Brendik, ${workshop}`, prodId: { company: 'Brendik', product: 'due' } })
  for (const { id, dueAtMs, siteName, machineLabel, complaint } of visits)
    calendar.createEvent({
      id: `${id}@brendik`,
      stamp: new Date(nowMs),
      start: new Date(dueAtMs),
      end: new Date(dueAtMs + VISIT_MS),
      summary: `${siteName}, ${machineLabel}`,
      location: siteName,
      description: complaint,
    })
  for (const { id, kind, dueAtMs, siteName, machineLabel, note } of follow)
    calendar.createEvent({
      id: `${id}@brendik`,
      stamp: new Date(nowMs),
      start: new Date(dueAtMs),
      end: new Date(dueAtMs + FOLLOW_MS),
      summary: `${words.t('follow.kind', { kind })}: ${siteName}`,
      location: siteName,
      description: [machineLabel, note].filter(Boolean).join('\n'),
    })
  return calendar.toString()
}
