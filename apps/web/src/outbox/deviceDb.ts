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
  changedAtMs: number
}
/** A page of what was streamed into a run, so that a reload without network still shows it: kept apart, since lists never need it. */
interface KeptPage {
  runId: string
  /** Number of its last block: the server has told all up to it. */
  upTo: number
  blocks: ReadingBlock[]
}

interface Schema extends DBSchema {
  outbox: { key: string; value: Kept; indexes: { seq: number } }
  run: { key: string; value: KeptRun; indexes: { changedAtMs: number; visitId: string } }
  page: { key: [string, number]; value: KeptPage }
  /** Small things by name: who is here, what is being timed. */
  note: { key: string; value: unknown }
}

const MOST_RUNS = 300
const VERSION = 3
let opened: Promise<IDBPDatabase<Schema>> | null = null
function db(): Promise<IDBPDatabase<Schema>> {
  opened ??= open().catch((error: Error) => {
    // A newer page of this device was here: it only adds to what lies there.
    if (error.name === 'VersionError') return open(null)
    throw error
  })
  opened.catch(() => {
    opened = null
  })
  return opened
}

/** @param version - Null = as it is. */
function open(version: number | null = VERSION): Promise<IDBPDatabase<Schema>> {
  return openDB<Schema>('brendik', version ?? undefined, {
    upgrade(database, was) {
      if (was < 1) {
        database.createObjectStore('outbox', { keyPath: 'id' }).createIndex('seq', 'seq')
        const runs = database.createObjectStore('run', { keyPath: 'runId' })
        runs.createIndex('changedAtMs', 'changedAtMs')
        runs.createIndex('visitId', 'visitId')
      }
      // Streams were kept whole before they had numbers: the server has them all.
      if (was === 1) database.deleteObjectStore('blocks' as never)
      if (was < 2) database.createObjectStore('page', { keyPath: ['runId', 'upTo'] })
      database.createObjectStore('note')
    },
    // Another page wants to change or delete the database: it must not wait for this one.
    blocking: (_was, _wanted, event) => {
      ;(event.target as IDBDatabase).close()
      opened = null
    },
    terminated: () => {
      opened = null
    },
  })
}

/** Something small kept on this device under a name; undefined = nothing. */
export async function readNote<T>(name: string): Promise<T | undefined> {
  return (await (await db()).get('note', name)) as T | undefined
}
/** @param value - Null = kept no longer. */
export async function writeNote(name: string, value: unknown): Promise<void> {
  const database = await db()
  await (value === null ? database.delete('note', name) : database.put('note', value, name))
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
  const put: Promise<unknown>[] = facts.map((fact) => tx.objectStore('outbox').put(fact))
  if (run) {
    const runs = tx.objectStore('run')
    put.push(
      (whole ? Promise.resolve(undefined) : runs.get(run.runId)).then((known) =>
        runs.put(merged(known, run)),
      ),
    )
  }
  // A page that is left takes what is not committed with it: nothing more is waited for.
  if (!run) tx.commit()
  await Promise.all([...put, tx.done])
}

/** Keeps a page of what was streamed into a run. */
export async function writePage(page: KeptPage): Promise<void> {
  await (await db()).put('page', page)
}
/** All pages of a run, in the order they came. */
export async function readPages(runId: string): Promise<KeptPage[]> {
  return (await db()).getAll('page', pagesOf(runId))
}
const pagesOf = (runId: string) => IDBKeyRange.bound([runId, 0], [runId, Number.POSITIVE_INFINITY])

export async function dropFacts(ids: readonly string[]): Promise<void> {
  const tx = (await db()).transaction('outbox', 'readwrite')
  await Promise.all([...ids.map((id) => tx.store.delete(id)), tx.done])
}

export async function readRun(runId: string): Promise<KeptRun | null> {
  return (await (await db()).get('run', runId)) ?? null
}

/** Runs of a visit, or of the workshop, newest first. */
export async function listRuns(workshopId: string, visitId?: string): Promise<KeptRun[]> {
  const database = await db()
  if (visitId !== undefined) return database.getAllFromIndex('run', 'visitId', visitId)
  const all = (await database.getAllFromIndex('run', 'changedAtMs')).reverse()
  if (all.length > MOST_RUNS) await letOldRunsGo(all.slice(MOST_RUNS))
  return all.slice(0, MOST_RUNS).filter((run) => run.workshopId === workshopId)
}

/** Lets go of what was read of runs, but for those of which something waits. */
export async function forgetRuns(): Promise<void> {
  await letOldRunsGo(await (await db()).getAll('run'))
}

/** Those of which nothing waits. */
async function letOldRunsGo(spare: readonly KeptRun[]): Promise<void> {
  const waiting = new Set(
    (await readOutbox()).flatMap(({ fact, state }) =>
      fact.kind === 'run' && state !== 'sent' ? [fact.runId] : [],
    ),
  )
  const tx = (await db()).transaction(['run', 'page'], 'readwrite')
  const gone = spare.filter(({ runId }) => !waiting.has(runId))
  await Promise.all([
    ...gone.map(({ runId }) => tx.objectStore('run').delete(runId)),
    ...gone.map(({ runId }) => tx.objectStore('page').delete(pagesOf(runId))),
    tx.done,
  ])
}

/** Two pages may keep the same run: neither takes from it what the other put in. */
function merged(known: KeptRun | undefined, seen: KeptRun): KeptRun {
  if (!known) return seen
  const ids = new Set(seen.events.map((event) => event.id))
  return { ...seen, events: [...seen.events, ...known.events.filter((event) => !ids.has(event.id))] }
}
