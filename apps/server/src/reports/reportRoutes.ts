import {
  asText,
  bandOf,
  idSchema,
  type Paper,
  paperSchema,
  reportLinkSchema,
  type SharedReportAnswer,
  tokenSchema,
} from '@brendik/core'
import { makeWords, sayPhotoPlace, sayRecord, sayReport } from '@brendik/words'
import express, { type RequestHandler, type Response, Router } from 'express'
import * as v from 'valibot'
import type { Database } from '../db/database.ts'
import { newToken, tokenHash } from '../door/secrets.ts'
import { scopeOf } from '../door/whoIsIt.ts'
import { AppError } from '../errors/AppError.ts'
import { parseInput } from '../errors/parseInput.ts'
import { unknownVisit } from '../visits/readVisit.ts'
import { type LoadedRecord, loadRecord } from './loadRecord.ts'
import { type LoadedReport, loadReport, type ReportChart } from './loadReport.ts'
import { type RecordPage, recordPdf } from './recordPdf.ts'
import { type ReportPage, reportPdf } from './reportPdf.ts'

const linkRow = v.strictObject({ id: v.string(), expiresAtMs: v.number() })
const foundLinkRow = v.strictObject({
  workshopId: v.string(),
  visitId: v.string(),
  paper: paperSchema,
  workshopName: v.string(),
})

/** The page for the customer: as a PDF for whoever is signed in, and the links that lead others to it. */
export function reportRoutes(): Router {
  const router = Router()
  router.get('/visits/:id/report.pdf', async (request, response) => {
    const { db, actor, who } = scopeOf(request)
    const id = parseInput(idSchema, request.params.id)
    const paper = parseInput(paperSchema, request.query)
    await sendPdf(response, pageOf(await loadReport(db, actor, id), who.workshopName, paper), paper)
  })
  router.get('/visits/:id/record.pdf', async (request, response) => {
    const { db, actor, who } = scopeOf(request)
    const id = parseInput(idSchema, request.params.id)
    const paper = parseInput(paperSchema, request.query)
    const words = makeWords(paper.language, paper.units)
    const page = recordPage(await loadRecord(db, actor, id), who.workshopName, paper)
    asFile(response, 'record.pdf', await recordPdf(words, page))
  })
  router.get('/visits/:id/report-links', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const id = parseInput(idSchema, request.params.id)
    response.json(await db.many('listReportLinks', linkRow, [actor.workshopId, id]))
  })
  router.post('/visits/:id/report-links', async (request, response) => {
    const { db, actor } = scopeOf(request)
    const visitId = parseInput(idSchema, request.params.id)
    const { id, days, paper } = parseInput(reportLinkSchema, request.body)
    if ((await db.run('lockVisit', [actor.workshopId, visitId])) === 0) throw unknownVisit(visitId)
    const token = newToken()
    const values = [
      actor.workshopId,
      id,
      visitId,
      tokenHash(token),
      JSON.stringify(paper),
      actor.technicianId,
      days,
    ]
    if ((await db.run('upsertReportLink', values)) === 0)
      throw new AppError('not_allowed', asText('error.link-used'))
    response.json({ id, token })
  })
  router.delete('/report-links/:id', async (request, response) => {
    const { db, actor } = scopeOf(request)
    await db.run('endReportLink', [actor.workshopId, parseInput(idSchema, request.params.id)])
    response.json({ ok: true })
  })
  return router
}

/** What a link shows to whoever has it, signed in or not. @param links - Counts the tries of those whose link leads nowhere. */
export function sharedRoutes(db: Database, links: RequestHandler): Router {
  const router = Router()
  const open = async (secret: unknown) => {
    const token = parseInput(tokenSchema, secret)
    const found = await db.door.maybeOne('findReportLink', foundLinkRow, [tokenHash(token)])
    if (!found) throw new AppError('not_found', asText('error.link-over'))
    const actor = { workshopId: found.workshopId, technicianId: null }
    const loaded = await loadReport(db.as(actor), actor, found.visitId)
    return { paper: found.paper, page: pageOf(loaded, found.workshopName, found.paper) }
  }
  router.get('/shared/:token', express.json({ limit: '1kb' }), links, async (request, response) => {
    const { paper, page } = await open(request.params.token)
    const { workshop, dated, siteName, text, chart } = page
    const words = makeWords(paper.language, paper.units)
    const answer: SharedReportAnswer = {
      workshop,
      dated,
      siteName,
      language: paper.language,
      units: paper.units,
      text: {
        ...text,
        legend: words.t('report.legend'),
        expected: words.t('chart.expected'),
        asPdf: words.t('report.asPdf'),
      },
      chart: chart && drawnChart(chart),
    }
    response.json(answer)
  })
  router.get('/shared/:token/report.pdf', links, async (request, response) => {
    const { paper, page } = await open(request.params.token)
    await sendPdf(response, page, paper)
  })
  return router
}

async function sendPdf(response: Response, page: ReportPage, paper: Paper): Promise<void> {
  asFile(response, 'report.pdf', await reportPdf(makeWords(paper.language, paper.units), page))
}

const asFile = (response: Response, name: string, pdf: Buffer) =>
  response.type('application/pdf').set('content-disposition', `attachment; filename="${name}"`).send(pdf)

/** The full record as it stands on paper. */
function recordPage(loaded: LoadedRecord, workshop: string, paper: Paper): RecordPage {
  const words = makeWords(paper.language, paper.units)
  const { visit, charts, photos, morePhotos } = loaded
  const dated = longDate(visit.dueAtMs, words.locale, paper.zone)
  // The day stands at the top: beside a time it is said of other days only.
  const time = (atMs: number) =>
    (longDate(atMs, words.locale, paper.zone) === dated ? clock : shortTime)(atMs, words.locale, paper.zone)
  return {
    workshop,
    dated,
    siteName: visit.site.name,
    text: sayRecord(words, loaded, time),
    charts,
    photos: photos.map(({ jpeg, atMs, by, place }) => ({
      jpeg,
      caption: [place && sayPhotoPlace(words, place), `${time(atMs)}, ${by}`].filter(Boolean).join('. '),
    })),
    morePhotos: morePhotos > 0 ? words.t('record.morePhotos', { n: morePhotos }) : '',
  }
}

/** A report as it stands on paper, in the words that were asked for. */
function pageOf({ report, chart }: LoadedReport, workshop: string, paper: Paper): ReportPage {
  const words = makeWords(paper.language, paper.units)
  return {
    workshop,
    dated: longDate(report.dueAtMs, words.locale, paper.zone),
    siteName: report.siteName,
    text: sayReport(words, report, (atMs) => longDate(atMs, words.locale, paper.zone)),
    chart,
  }
}

function drawnChart({ before, after, expected }: ReportChart): SharedReportAnswer['chart'] {
  const points = ({ tS, mm }: ReportChart['before']) => tS.map((x, n) => ({ x, y: mm[n] ?? 0 }))
  return {
    before: points(before),
    after: points(after),
    band: expected && bandOf(expected),
  }
}

const longDate = (atMs: number, locale: string, zone: string) =>
  written(atMs, locale, zone, { dateStyle: 'long' })
const shortTime = (atMs: number, locale: string, zone: string) =>
  written(atMs, locale, zone, { dateStyle: 'medium', timeStyle: 'short' })
const clock = (atMs: number, locale: string, zone: string) =>
  written(atMs, locale, zone, { timeStyle: 'short' })

function written(atMs: number, locale: string, zone: string, style: Intl.DateTimeFormatOptions): string {
  const format = (timeZone: string) => new Intl.DateTimeFormat(locale, { ...style, timeZone }).format(atMs)
  try {
    return format(zone)
  } catch {
    return format('UTC')
  }
}
