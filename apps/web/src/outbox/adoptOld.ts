import { type EntryEvent, idSchema, type ObservationEvent, type RunEvent } from '@brendik/core'
import { deleteDB, openDB } from 'idb'
import { is } from 'valibot'
import type { Author, Fact } from './keptFact.ts'

// Before there was one outbox, what waited lay in three places of its own, for each workshop. It is taken over once, and nothing of it lost.

const SAID = 'brendik.said.'

interface OldSaid {
  visitId: string
  sentAtMs: number | null
  kind: 'look' | 'entry'
  said: ObservationEvent & EntryEvent
}
interface OldRun {
  runId: string
  visitId: string
  events: RunEvent[]
  sentIds: string[]
}
interface OldPhoto {
  id: string
  visitId: string
  stage: string
  atMs: number
  blob: Blob
}

/**
 * What an earlier version left unsent on this device for the workshop of whoever is signed in.
 * @returns The facts, and what lets go of the old places once the facts are kept.
 */
export async function oldFacts(me: Author): Promise<{ facts: Fact[]; letGo: () => Promise<void> }> {
  const facts: Fact[] = []
  const key = SAID + me.workshopId
  const said: unknown = JSON.parse(localStorage.getItem(key) ?? '[]')
  if (Array.isArray(said))
    for (const old of said as OldSaid[])
      if (old.sentAtMs === null) facts.push({ kind: old.kind, visitId: old.visitId, said: old.said })
  const name = `brendik-${me.workshopId}`
  const there = is(idSchema, me.workshopId) && (await indexedDB.databases()).some((one) => one.name === name)
  if (there) {
    const old = await openDB(name)
    const stores = [...old.objectStoreNames]
    const runs = stores.includes('run') ? ((await old.getAll('run')) as OldRun[]) : []
    const photos = stores.includes('photo') ? ((await old.getAll('photo')) as OldPhoto[]) : []
    old.close()
    for (const { runId, visitId, events, sentIds } of runs)
      for (const event of events)
        if (!sentIds.includes(event.id)) facts.push({ kind: 'run', visitId, runId, event })
    for (const { id, visitId, stage, atMs, blob } of photos)
      facts.push({ kind: 'photo', visitId, photoId: id, stage, atMs, blob })
  }
  return {
    facts,
    letGo: async () => {
      if (there) await deleteDB(name)
      localStorage.removeItem(key)
    },
  }
}
