import type { ReadingBlock, RunEvent } from '@brendik/core'
import { type DBSchema, type IDBPDatabase, openDB } from 'idb'

/** A run as this device keeps it: all it knows, and which facts the server has confirmed. */
export interface KeptRun {
  runId: string
  visitId: string
  machineLabel: string
  siteName: string
  instrumentLabel: string | null
  events: RunEvent[]
  sentIds: string[]
  /** Streamed batches seen so far, so that a reload without network still shows them. */
  blocks: ReadingBlock[]
  changedAtMs: number
}

interface Schema extends DBSchema {
  run: { key: string; value: KeptRun; indexes: { changedAtMs: number } }
}

const MOST_KEPT = 300
let opened: Promise<IDBPDatabase<Schema>> | null = null
function db(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>('brendik', 1, {
    upgrade(database) {
      database.createObjectStore('run', { keyPath: 'runId' }).createIndex('changedAtMs', 'changedAtMs')
    },
  })
  return opened
}

export async function readKept(runId: string): Promise<KeptRun | null> {
  return (await (await db()).get('run', runId)) ?? null
}

export async function writeKept(run: KeptRun): Promise<void> {
  await (await db()).put('run', run)
}

/** Newest first. The oldest beyond 300 that the server has in full are let go. */
export async function listKept(): Promise<KeptRun[]> {
  const all = (await (await db()).getAllFromIndex('run', 'changedAtMs')).reverse()
  const spare = all
    .slice(MOST_KEPT)
    .filter((run) => run.events.every((event) => run.sentIds.includes(event.id)))
  for (const run of spare) await (await db()).delete('run', run.runId)
  return all.slice(0, MOST_KEPT)
}
