import type { BlocksAnswer, IngestBlock, ReadingBlock, RunEvent } from '@brendik/core'
import type * as v from 'valibot'
import type { Actor, Queries } from '../db/database.ts'
import { handReadingRow, markRow, newBlockRow, sameBlockRow, streamBlockRow } from './rows.ts'

type MarkRow = v.InferOutput<typeof markRow>
type HandRow = v.InferOutput<typeof handReadingRow>
type BlockRow = v.InferOutput<typeof streamBlockRow>

/** The facts of a run in the order made, hand readings among them. Costs the same however much was streamed into it. */
export async function readEvents(db: Queries, actor: Actor, runId: string): Promise<RunEvent[]> {
  const marks = await db.many('listMarks', markRow, [actor.workshopId, runId])
  const byHand = await db.many('listHandReadings', handReadingRow, [actor.workshopId, runId])
  return [
    ...marks.map((row) => ({ seq: row.seq, event: markEvent(row) })),
    ...byHand.map((row) => ({ seq: row.seq, event: handEvent(row) })),
  ]
    .sort((a, b) => a.seq - b.seq)
    .map(({ event }) => event)
}

/** A page of streamed blocks after a number, in the order they came. */
export async function readBlocks(
  db: Queries,
  actor: Actor,
  runId: string,
  after: number,
  page: { blocks: number; readings: number } = SCREEN_PAGE,
): Promise<BlocksAnswer> {
  const values = [actor.workshopId, runId, after, page.blocks, page.readings]
  const rows = await db.many('listStreamBlocks', streamBlockRow, values)
  const last = rows.at(-1)
  return {
    blocks: rows.map(toBlock),
    upTo: last?.arrived ?? after,
    more: last !== undefined && (rows.length === page.blocks || last.readings >= page.readings),
  }
}
/** What a screen is sent at once: half a megabyte or so. */
const SCREEN_PAGE = { blocks: 500, readings: 20_000 }

/** All blocks of a run. */
export async function readAllBlocks(db: Queries, actor: Actor, runId: string): Promise<ReadingBlock[]> {
  const blocks: ReadingBlock[] = []
  for (let after = 0; ; ) {
    const page = await readBlocks(db, actor, runId, after, { blocks: 2000, readings: 200_000 })
    for (const block of page.blocks) blocks.push(block)
    if (!page.more) return blocks
    after = page.upTo
  }
}

export async function insertEvent(
  db: Queries,
  actor: Actor,
  runId: string,
  event: RunEvent,
  seq: number,
): Promise<void> {
  if (event.type === 'levelRead' || event.type === 'flowRead') {
    const level = event.type === 'levelRead' ? event.levelMm : null
    const hand: StoredBlock = {
      id: event.id,
      firstMs: event.atMs,
      offsetMs: '{0}',
      levelMm: literal([event.type === 'levelRead' && event.by === 'indicated' ? level : null]),
      rulerMm: literal([event.type === 'levelRead' && event.by === 'ruler' ? level : null]),
      flowLMin: literal([event.type === 'flowRead' ? event.flowLMin : null]),
      currentA: null,
      seq,
    }
    await insertBlocks(db, actor.workshopId, runId, actor.technicianId, 'hand', [hand])
    return
  }
  const planned =
    event.type === 'planned' ? JSON.stringify({ plan: event.plan, instrumentId: event.instrumentId }) : null
  const note = event.type === 'withdrawn' ? event.why : event.type === 'marked' ? (event.note ?? null) : null
  await db.run('insertMark', [
    actor.workshopId,
    event.id,
    runId,
    actor.technicianId,
    event.atMs,
    event.type === 'marked' ? event.what : event.type,
    planned,
    note,
    event.type === 'withdrawn' ? event.targetId : null,
    event.type === 'withdrawn' ? event.replacementId : null,
    seq,
  ])
}

/** A block as it goes to the database: the first instant, and columns as array literals; offsets in whole milliseconds. */
interface StoredBlock {
  id: string
  firstMs: number
  offsetMs: string
  levelMm: string
  rulerMm: string
  flowLMin: string
  currentA: string | null
  seq: number
}

/**
 * Stores streamed blocks in one statement.
 * @returns The ids that were new, and the first id under which other readings are stored already (null = none).
 */
export async function insertStreamBlocks(
  db: Queries,
  actor: Actor,
  runId: string,
  blocks: readonly IngestBlock[],
): Promise<{ fresh: string[]; differs: string | null }> {
  const stored = blocks.map(storedBlock)
  const fresh = await insertBlocks(db, actor.workshopId, runId, null, 'stream', stored)
  const unseen = new Set(fresh)
  for (const block of stored) {
    // The first block of a new id is what was stored; every other one must be the same readings again.
    if (unseen.delete(block.id)) continue
    const { id, firstMs, offsetMs, levelMm, rulerMm, flowLMin, currentA } = block
    const values = [actor.workshopId, id, runId, firstMs, offsetMs, levelMm, rulerMm, flowLMin, currentA]
    const known = await db.maybeOne('sameReadingBlock', sameBlockRow, values)
    if (!known?.same) return { fresh, differs: id }
  }
  return { fresh, differs: null }
}

async function insertBlocks(
  db: Queries,
  workshopId: string,
  runId: string,
  technicianId: string | null,
  source: 'hand' | 'stream',
  blocks: readonly StoredBlock[],
): Promise<string[]> {
  const column = <K extends keyof StoredBlock>(key: K) => blocks.map((block) => block[key])
  const rows = await db.many('insertReadingBlocks', newBlockRow, [
    workshopId,
    runId,
    technicianId,
    source,
    column('id'),
    column('firstMs'),
    column('offsetMs'),
    column('levelMm'),
    column('rulerMm'),
    column('flowLMin'),
    column('seq'),
    column('currentA'),
  ])
  return rows.map(({ id }) => id)
}

function storedBlock(block: IngestBlock): StoredBlock {
  const firstMs = Math.round(block.atMs[0] as number)
  const none = block.atMs.map(() => null)
  return {
    id: block.id,
    firstMs,
    offsetMs: literal(block.atMs.map((at) => Math.round(at) - firstMs)),
    levelMm: literal(block.levelMm ?? none),
    rulerMm: literal(block.rulerMm ?? none),
    flowLMin: literal(block.flowLMin ?? none),
    currentA: block.currentA ? literal(block.currentA) : null,
    seq: 0,
  }
}

/** PostgreSQL's literal of an array of numbers. */
function literal(values: readonly (number | null)[]): string {
  return `{${values.map((value) => value ?? 'NULL').join(',')}}`
}

function toBlock(row: BlockRow): ReadingBlock {
  const first = Math.round(row.firstMs)
  return {
    id: row.id,
    source: 'stream',
    atMs: row.offsetMs.map((offset) => first + offset),
    levelMm: row.levelMm,
    rulerMm: row.rulerMm,
    flowLMin: row.flowLMin,
    ...(row.currentA ? { currentA: row.currentA } : {}),
  }
}

function handEvent({ id, firstMs, levelMm, rulerMm, flowLMin }: HandRow): RunEvent {
  const base = { id, atMs: Math.round(firstMs) }
  if (flowLMin !== null) return { type: 'flowRead', ...base, flowLMin }
  return {
    type: 'levelRead',
    ...base,
    levelMm: (rulerMm ?? levelMm) as number,
    by: rulerMm !== null ? 'ruler' : 'indicated',
  }
}

function markEvent(row: MarkRow): RunEvent {
  const base = { id: row.id, atMs: Math.round(row.atMs) }
  switch (row.what) {
    case 'planned': {
      const { plan, instrumentId } = row.plan as NonNullable<MarkRow['plan']>
      return { type: 'planned', ...base, plan, instrumentId }
    }
    case 'started':
    case 'stopped':
      return { type: row.what, ...base }
    case 'withdrawn':
      return {
        type: 'withdrawn',
        ...base,
        targetId: row.withdrawsId as string,
        why: row.note ?? '',
        replacementId: row.replacedById,
      }
    default:
      return { type: 'marked', ...base, what: row.what, ...(row.note === null ? {} : { note: row.note }) }
  }
}
