import type { IngestBlock, ReadingBlock, RunEvent, RunPlan } from '@brendik/core'
import type { Queries } from './db/database.ts'

/** Who acts: the workshop whose rows are seen, and the technician who signs. */
export interface Actor {
  workshopId: string
  technicianId: string
}

interface MarkRow {
  id: string
  atMs: number
  what: 'planned' | 'started' | 'stopped' | 'air-drawn' | 'pump-silent' | 'leak-seen' | 'withdrawn'
  plan: { plan: RunPlan; instrumentId: string | null } | null
  note: string | null
  withdrawsId: string | null
  replacedById: string | null
  seq: number
}
interface BlockRow {
  id: string
  source: 'hand' | 'stream'
  firstMs: number
  offsetMs: number[]
  levelMm: (number | null)[]
  rulerMm: (number | null)[]
  flowLMin: (number | null)[]
  seq: number
}

/** The columns of a block as they are stored: the first instant and offsets from it in whole milliseconds. */
interface StoredColumns {
  firstMs: number
  offsetMs: number[]
  levelMm: (number | null)[]
  rulerMm: (number | null)[]
  flowLMin: (number | null)[]
}

/** All that is stored of a run: its facts in the order made (hand readings among them), and its streamed blocks. */
export async function readRun(
  db: Queries,
  actor: Actor,
  runId: string,
): Promise<{ events: RunEvent[]; blocks: ReadingBlock[] }> {
  const marks = await db.many<MarkRow>('listMarks', [actor.workshopId, runId])
  const rows = await db.many<BlockRow>('listReadingBlocks', [actor.workshopId, runId])
  const made = [
    ...marks.map((row) => ({ seq: row.seq, event: markEvent(row) })),
    ...rows.filter((row) => row.source === 'hand').map((row) => ({ seq: row.seq, event: handEvent(row) })),
  ].sort((a, b) => a.seq - b.seq)
  return {
    events: made.map(({ event }) => event),
    blocks: rows.filter((row) => row.source === 'stream').map(toBlock),
  }
}

export async function readBlock(db: Queries, actor: Actor, blockId: string): Promise<ReadingBlock | null> {
  const row = await db.maybeOne<BlockRow>('findReadingBlock', [actor.workshopId, blockId])
  return row && row.source === 'stream' ? toBlock(row) : null
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
    await db.run('insertReadingBlocks', [
      actor.workshopId,
      event.id,
      runId,
      actor.technicianId,
      'hand',
      event.atMs,
      [0],
      [event.type === 'levelRead' && event.by === 'indicated' ? level : null],
      [event.type === 'levelRead' && event.by === 'ruler' ? level : null],
      [event.type === 'flowRead' ? event.flowLMin : null],
      seq,
    ])
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

/** Stores a streamed block. 'known' if these very readings are stored under this id already; 'differs' if others are. */
export async function insertStreamBlock(
  db: Queries,
  actor: Actor,
  runId: string,
  block: IngestBlock,
): Promise<'stored' | 'known' | 'differs'> {
  const c = storedColumns(block)
  const columns = [c.offsetMs, c.levelMm, c.rulerMm, c.flowLMin]
  const written = await db.run('insertReadingBlocks', [
    actor.workshopId,
    block.id,
    runId,
    null,
    'stream',
    c.firstMs,
    ...columns,
    0,
  ])
  if (written === 1) return 'stored'
  const known = await db.maybeOne<{ same: boolean }>('sameReadingBlock', [
    actor.workshopId,
    block.id,
    runId,
    c.firstMs,
    ...columns,
  ])
  return known?.same ? 'known' : 'differs'
}

function storedColumns(block: IngestBlock): StoredColumns {
  const firstMs = Math.round(block.atMs[0] as number)
  const none = block.atMs.map(() => null)
  return {
    firstMs,
    offsetMs: block.atMs.map((at) => Math.round(at) - firstMs),
    levelMm: block.levelMm ?? none,
    rulerMm: block.rulerMm ?? none,
    flowLMin: block.flowLMin ?? none,
  }
}

function toBlock(row: BlockRow): ReadingBlock {
  const first = Math.round(row.firstMs)
  return {
    id: row.id,
    source: row.source,
    atMs: row.offsetMs.map((offset) => first + offset),
    levelMm: row.levelMm,
    rulerMm: row.rulerMm,
    flowLMin: row.flowLMin,
  }
}

function handEvent(row: BlockRow): RunEvent {
  const base = { id: row.id, atMs: Math.round(row.firstMs) }
  const [level, ruler, flow] = [row.levelMm[0] ?? null, row.rulerMm[0] ?? null, row.flowLMin[0] ?? null]
  if (flow !== null) return { type: 'flowRead', ...base, flowLMin: flow }
  return {
    type: 'levelRead',
    ...base,
    levelMm: (ruler ?? level) as number,
    by: ruler !== null ? 'ruler' : 'indicated',
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
