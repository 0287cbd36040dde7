import { analyseBoard, emptyRun, type ReadingBlock, type RunAnswer } from '@brendik/core'
import type { Response } from 'express'
import type { Actor, Database } from '../db/database.ts'
import type { RunChanged } from '../runService.ts'
import { readBlock, readRun } from '../runStore.ts'

/** What a screen that watches a run is sent. */
export type LiveMessage =
  | { type: 'blocks'; blocks: ReadingBlock[] }
  | { type: 'facts'; events: RunAnswer['events']; analysis: RunAnswer['analysis'] }

export interface LiveRuns {
  watch(actor: Actor, runId: string, response: Response): void
}

const HEARTBEAT_MS = 15_000

/**
 * Server-sent events for runs, fed by the database's notifications, so that any server process can take in the readings and
 * any other can show them. A watcher that was away asks for the whole run again; nothing is replayed here.
 */
export async function openLiveRuns(db: Database): Promise<LiveRuns> {
  const watchers = new Map<string, Set<Response>>()
  const send = (key: string, message: LiveMessage) => {
    for (const response of watchers.get(key) ?? []) response.write(`data: ${JSON.stringify(message)}\n\n`)
  }
  await db.listen('run_changed', (payload) => {
    const change = JSON.parse(payload) as RunChanged
    const key = `${change.workshopId}/${change.runId}`
    if (!watchers.has(key)) return
    const actor: Actor = { workshopId: change.workshopId, technicianId: null }
    const own = db.as(actor)
    const tell = async () => {
      if (change.blockIds.length > 0) {
        const blocks = await Promise.all(change.blockIds.map((id) => readBlock(own, actor, id)))
        send(key, { type: 'blocks', blocks: blocks.filter((block) => block !== null) })
      }
      if (change.facts) {
        const { events, blocks } = await readRun(own, actor, change.runId)
        send(key, {
          type: 'facts',
          events,
          analysis: analyseBoard({ ...emptyRun(change.runId), events }, blocks),
        })
      }
    }
    // A watcher that misses this asks again when its connection breaks; the database being away breaks it.
    tell().catch(() => {
      for (const response of watchers.get(key) ?? []) response.end()
    })
  })
  return {
    watch(actor, runId, response) {
      const key = `${actor.workshopId}/${runId}`
      const set = watchers.get(key) ?? new Set()
      watchers.set(key, set.add(response))
      response.writeHead(200, {
        'content-type': 'text/event-stream',
        'cache-control': 'no-cache, no-transform',
        'x-accel-buffering': 'no',
      })
      response.write('retry: 1000\n\n')
      const heartbeat = setInterval(() => response.write(': here\n\n'), HEARTBEAT_MS)
      response.on('close', () => {
        clearInterval(heartbeat)
        set.delete(response)
        if (set.size === 0) watchers.delete(key)
      })
    },
  }
}
