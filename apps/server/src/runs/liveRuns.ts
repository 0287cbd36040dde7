import { once } from 'node:events'
import type { LiveMessage } from '@brendik/core'
import type { Response } from 'express'
import type { Actor, Database, ScopedDb } from '../db/database.ts'
import { AppError } from '../errors/AppError.ts'
import type { RunChanged } from './runService.ts'
import { readBlocks, readEvents } from './runStore.ts'

/** Somebody who watches a run. */
export interface Watching {
  db: ScopedDb
  actor: Actor & { technicianId: string }
  runId: string
  /** Number of the last block that the screen has; only later ones are sent. */
  after: number
  /** Whether who watches is still signed in. */
  stillIn: () => Promise<boolean>
}

export interface LiveRuns {
  /** Streams a run until its watcher goes, falls behind or is signed out. @throws {AppError} too_many. */
  watch(watching: Watching, response: Response): void
}

export interface LivePace {
  /** Between two signs of life on a stream; as often is asked whether who watches is still signed in. */
  heartbeatMs: number
  /** A screen that has not taken what it was sent by then is let go: it comes back by itself, and says how far it got. */
  behindMs: number
}
export const USUAL_PACE: LivePace = { heartbeatMs: 15_000, behindMs: 10_000 }
/** Screens of one person at once. */
const MOST_OF_ONE = 24

interface Watcher extends Watching {
  response: Response
  behindMs: number
  /** What it has not been sent yet. */
  owes: { blocks: boolean; facts: boolean }
  busy: boolean
}

/**
 * Server-sent events for runs, fed by the database's notifications, so that any server process can take in the readings and any other can
 * show them. A notification only says that there is something: what there is is read by number, so that a notification that was missed, a
 * connection that was cut, and a screen that was away leave no hole. Nothing is held in memory for a screen that does not read.
 */
export async function openLiveRuns(
  db: Database,
  { heartbeatMs, behindMs }: LivePace = USUAL_PACE,
): Promise<LiveRuns> {
  const watchers = new Map<string, Set<Watcher>>()
  const ofPerson = new Map<string, number>()
  const owe = (key: string, facts: boolean) => {
    for (const watcher of watchers.get(key) ?? []) {
      watcher.owes.blocks = true
      if (facts) watcher.owes.facts = true
      pay(watcher)
    }
  }
  await db.listen(
    'run_changed',
    (payload) => {
      const { workshopId, runId, facts } = JSON.parse(payload) as RunChanged
      owe(`${workshopId}/${runId}`, facts)
    },
    () => {
      for (const key of watchers.keys()) owe(key, true)
    },
  )
  return {
    watch(watching, response) {
      // Gone again while the door looked it up: nothing would ever tell that it left.
      if (response.destroyed) return
      const { actor, runId } = watching
      const person = `${actor.workshopId}/${actor.technicianId}`
      const open = ofPerson.get(person) ?? 0
      if (open >= MOST_OF_ONE)
        throw new AppError(
          'too_many',
          `live: expected at most ${MOST_OF_ONE} runs watched at once: close some`,
        )
      ofPerson.set(person, open + 1)
      const key = `${actor.workshopId}/${runId}`
      const watcher: Watcher = {
        ...watching,
        response,
        behindMs,
        owes: { blocks: true, facts: true },
        busy: false,
      }
      const set = watchers.get(key) ?? new Set()
      watchers.set(key, set.add(watcher))
      response.writeHead(200, {
        'content-type': 'text/event-stream',
        'cache-control': 'no-cache, no-transform',
        'x-accel-buffering': 'no',
      })
      response.write('retry: 1000\n\n')
      const heartbeat = setInterval(() => beat(watcher), heartbeatMs)
      response.on('close', () => {
        clearInterval(heartbeat)
        set.delete(watcher)
        if (set.size === 0) watchers.delete(key)
        const left = (ofPerson.get(person) ?? 1) - 1
        if (left > 0) ofPerson.set(person, left)
        else ofPerson.delete(person)
      })
      pay(watcher)
    },
  }
}

/** Sends a watcher what it is owed, one page after the other and never faster than it reads. */
async function pay(watcher: Watcher): Promise<void> {
  if (watcher.busy) return
  watcher.busy = true
  const { db, actor, runId, owes, response } = watcher
  try {
    while ((owes.blocks || owes.facts) && !response.destroyed) {
      if (owes.facts) {
        owes.facts = false
        await send(watcher, { type: 'facts', events: await readEvents(db, actor, runId) })
        continue
      }
      owes.blocks = false
      const page = await readBlocks(db, actor, runId, watcher.after)
      if (page.blocks.length > 0) await send(watcher, { type: 'blocks', blocks: page.blocks }, page.upTo)
      watcher.after = page.upTo
      if (page.more) owes.blocks = true
    }
  } catch {
    // The database is away, or the screen does not read: it asks again where it stopped.
    response.destroy()
  } finally {
    watcher.busy = false
  }
}

/** @throws {Error} If the screen does not take it in time. */
async function send({ response, behindMs }: Watcher, message: LiveMessage, upTo?: number): Promise<void> {
  const id = upTo === undefined ? '' : `id: ${upTo}\n`
  if (response.write(`${id}data: ${JSON.stringify(message)}\n\n`)) return
  await once(response, 'drain', { signal: AbortSignal.timeout(behindMs) })
}

/** A line that keeps the connection open; where who watches is no longer signed in, it ends. */
async function beat({ response, stillIn, busy }: Watcher): Promise<void> {
  if (!busy) response.write(': here\n\n')
  if (!(await stillIn().catch(() => true))) response.destroy()
}
