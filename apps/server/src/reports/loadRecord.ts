import {
  drawnLevels,
  runFacts,
  runReadings,
  type Said,
  saidOf,
  type VisitAnswer,
  type VisitProof,
} from '@brendik/core'
import type { RunReadings } from '@brendik/words'
import type { Actor, ScopedDb } from '../db/database.ts'
import { databasePhotos } from '../photos/photoStore.ts'
import { openRun } from '../runs/runService.ts'
import { readAllBlocks } from '../runs/runStore.ts'
import { weighedVisit } from '../visits/weighedVisit.ts'
import type { Traces } from './drawChart.ts'
import { expectedOrNone } from './loadReport.ts'
import { verdictsMade } from './verdictsMade.ts'

/** Runs and photos of one record: what is beyond is named, and stays in the workshop's own. */
const MOST_RUNS = 60
const MOST_PHOTOS = 24
const MOST_DRAWN = 240
/** Readings by hand that are written out for one run. */
const MOST_WRITTEN = 120
/** Longest side of a photo on paper, pixels. */
const PHOTO_PIXELS = 900

/** Everything of a visit that goes into its file. */
export interface LoadedRecord {
  visit: VisitAnswer
  said: Map<string, Said>
  proof: VisitProof
  readings: Map<string, RunReadings>
  charts: Map<string, Traces>
  photos: { jpeg: Buffer; atMs: number; by: string; place: string | null }[]
  morePhotos: number
}

/** Reads everything that goes into the file of a visit. @throws {AppError} not_found. */
export async function loadRecord(db: ScopedDb, actor: Actor, visitId: string): Promise<LoadedRecord> {
  await verdictsMade(db, actor, visitId)
  const { visit, said, proof } = await weighedVisit(db, actor, visitId)
  const readings = new Map<string, RunReadings>()
  const charts = new Map<string, Traces>()
  // One after the other: a long run is a few megabytes, and a dozen of them at once would be held at once.
  for (const { id } of visit.runs.slice(0, MOST_RUNS)) {
    const facts = runFacts(await openRun(db, actor, id))
    const blocks = await readAllBlocks(db, actor, id)
    const { plan } = facts
    readings.set(id, {
      byHand: handLevels(facts).slice(0, MOST_WRITTEN),
      streamed: blocks.reduce((sum, { atMs }) => sum + atMs.length, 0),
    })
    charts.set(id, {
      before: null,
      after: drawnLevels(facts, blocks, MOST_DRAWN),
      expected: plan && (plan.kind === 'fill' || plan.kind === 'drain') ? expectedOrNone(plan) : null,
    })
  }
  const photos: LoadedRecord['photos'] = []
  for (const { id, atMs, by } of visit.photos.slice(0, MOST_PHOTOS)) {
    const found = await databasePhotos.find(db, actor, id)
    const place = saidOf(said, `photo-of:${id}`)
    if (found)
      photos.push({
        jpeg: await smaller(found.bytes),
        atMs,
        by,
        place: typeof place === 'string' ? place : null,
      })
  }
  const morePhotos = Math.max(0, visit.photos.length - MOST_PHOTOS)
  return { visit, said, proof, readings, charts, photos, morePhotos }
}

function handLevels(facts: ReturnType<typeof runFacts>): { tS: number; mm: number }[] {
  const { tS, levelMm, rulerMm } = runReadings(facts, [])
  return [...tS].flatMap((s, n) => {
    const ruler = rulerMm[n] ?? Number.NaN
    const mm = Number.isNaN(ruler) ? (levelMm[n] ?? Number.NaN) : ruler
    return Number.isNaN(mm) ? [] : [{ tS: s, mm }]
  })
}

async function smaller(bytes: Buffer): Promise<Buffer> {
  const { default: sharp } = await import('sharp')
  return sharp(bytes)
    .resize({ width: PHOTO_PIXELS, height: PHOTO_PIXELS, fit: 'inside', withoutEnlargement: true })
    .flatten({ background: '#fff' })
    .jpeg({ quality: 72 })
    .toBuffer()
}
