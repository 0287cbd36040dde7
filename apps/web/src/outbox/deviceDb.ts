import type { ReadingBlock, RunEvent } from '@brendik/core'
import { type DBSchema, type IDBPDatabase, openDB } from 'idb'
import type { Kept } from './keptFact.ts'

/** A run as this device has seen it: its own facts and those the server told. */
export interface KeptRun {
  runId: string
  workshopId: string
  visitId: string
  machineLabel: string
  siteName: string
  instrumentLabel: string | null
  events: RunEvent[]
  /** Streamed batches seen so far, so that a reload without network still shows them. */
  blocks: ReadingBlock[]
  changedAtMs: number
}

interface Schema extends DBSchema {
  outbox: { key: string; value: Kept; indexes: { seq: number } }
  run: { key: string; value: KeptRun; indexes: { changedAtMs: number } }
}

const MOST_RUNS = 300
let opened: Promise<IDBPDatabase<Schema>> | null = null
function db(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>('brendik', 1, {
    upgrade(database) {
      database.createObjectStore('outbox', { keyPath: 'id' }).createIndex('seq', 'seq')
      database.createObjectStore('run', { keyPath: 'runId' }).createIndex('changedAtMs', 'changedAtMs')
    },
    // Another page wants to change or delete the database: it must not wait for this one.
    blocking: (_was, _wanted, event) => (event.target as IDBDatabase).close(),
    terminated: () => {
      opened = null
    },
  })
  opened.catch(() => {
    opened = null
  })
  return opened
}

/** In the order kept. */
export async function readOutbox(): Promise<Kept[]> {
  return (await db()).getAllFromIndex('outbox', 'seq')
}

/**
 * Keeps facts, and the run they belong to, at once or not at all.
 * @param whole - The run is all there is of it; else it is put together with what is kept.
 */
export async function writeFacts(
  facts: readonly Kept[],
  run: KeptRun | null = null,
  whole = false,
): Promise<void> {
  const tx = (await db()).transaction(['outbox', 'run'], 'readwrite', { durability: 'strict' })
  for (const fact of facts) tx.objectStore('outbox').put(fact)
  if (run) {
    const runs = tx.objectStore('run')
    runs.put(whole ? run : merged(await runs.get(run.runId), run))
  }
  await tx.done
}

export async function dropFacts(ids: readonly string[]): Promise<void> {
  const tx = (await db()).transaction('outbox', 'readwrite')
  for (const id of ids) tx.store.delete(id)
  await tx.done
}

export async function readRun(runId: string): Promise<KeptRun | null> {
  return (await (await db()).get('run', runId)) ?? null
}

/** Runs of a workshop, newest first. The oldest beyond 300 of which nothing waits are let go. */
export async function listRuns(workshopId: string): Promise<KeptRun[]> {
  const database = await db()
  const all = (await database.getAllFromIndex('run', 'changedAtMs')).reverse()
  const spare = all.slice(MOST_RUNS)
  if (spare.length > 0) {
    const waiting = new Set(
      (await readOutbox()).flatMap(({ fact, state }) =>
        fact.kind === 'run' && state !== 'sent' ? [fact.runId] : [],
      ),
    )
    for (const { runId } of spare) if (!waiting.has(runId)) await database.delete('run', runId)
  }
  return all.slice(0, MOST_RUNS).filter((run) => run.workshopId === workshopId)
}

/** Two pages may keep the same run: neither takes from it what the other put in. */
function merged(known: KeptRun | undefined, seen: KeptRun): KeptRun {
  if (!known) return seen
  const ids = new Set(seen.events.map((event) => event.id))
  const blocks = new Set(seen.blocks.map((block) => block.id))
  return {
    ...seen,
    events: [...seen.events, ...known.events.filter((event) => !ids.has(event.id))],
    blocks: [...seen.blocks, ...known.blocks.filter((block) => !blocks.has(block.id))],
  }
}
