import type { ReadingBlock, RunEvent } from '@brendik/core'
import { type DBSchema, type IDBPDatabase, openDB } from 'idb'
import { DEVICE_WORKSHOP } from './who.ts'

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

/** A photo on its way to the server. */
export interface KeptPhoto {
  id: string
  visitId: string
  stage: string
  atMs: number
  blob: Blob
}

interface Schema extends DBSchema {
  run: { key: string; value: KeptRun; indexes: { changedAtMs: number } }
  photo: { key: string; value: KeptPhoto }
}

const MOST_KEPT = 300
let opened: Promise<IDBPDatabase<Schema>> | null = null
function db(): Promise<IDBPDatabase<Schema>> {
  opened ??= openDB<Schema>(`brendik-${DEVICE_WORKSHOP}`, 1, {
    upgrade(database) {
      database.createObjectStore('run', { keyPath: 'runId' }).createIndex('changedAtMs', 'changedAtMs')
      database.createObjectStore('photo', { keyPath: 'id' })
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

export async function keepPhoto(photo: KeptPhoto): Promise<void> {
  await (await db()).put('photo', photo)
}
export async function listKeptPhotos(): Promise<KeptPhoto[]> {
  return (await db()).getAll('photo')
}
export async function letPhotoGo(id: string): Promise<void> {
  await (await db()).delete('photo', id)
}
