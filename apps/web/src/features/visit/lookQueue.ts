import type { ObservationEvent, VisitAnswer } from '@brendik/core'
import { ApiError } from '../../api/client.ts'
import { postObservations } from '../../api/queries.ts'

/** A look on its way to the server; `sentAtMs` once the server has it. */
export interface QueuedLook {
  visitId: string
  look: ObservationEvent
  sentAtMs: number | null
}

const KEY = 'brendik.looks'
const RETRY_MS = 3000
/** A sent look is kept so long, until the screens have read it back from the server, ms. */
const KEEP_SENT_MS = 15_000
const listeners = new Set<() => void>()
let queue: readonly QueuedLook[] = read()
let problem: string | null = null
let busy = false
let retry: ReturnType<typeof setTimeout> | undefined

function read(): QueuedLook[] {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? '[]')
    return Array.isArray(kept) ? kept : []
  } catch {
    return []
  }
}

function change(next: readonly QueuedLook[], nextProblem: string | null = problem): void {
  queue = next
  problem = nextProblem
  try {
    localStorage.setItem(KEY, JSON.stringify(queue))
  } catch {
    problem = 'This browser refuses to keep data: do not close the page before all is sent.'
  }
  for (const listener of listeners) listener()
}

/** Looks of a visit: kept on the device at once, sent when the server answers, safe to send again. */
export function keepLooks(visitId: string, looks: readonly ObservationEvent[]): void {
  change([...queue, ...looks.map((look) => ({ visitId, look, sentAtMs: null }))], null)
  flush()
}

/** Sends what waits, one visit after the other. What the server refuses is told and let go; what it cannot be given waits. */
export async function flush(): Promise<void> {
  if (busy) return
  busy = true
  clearTimeout(retry)
  try {
    for (;;) {
      const first = queue.find((q) => q.sentAtMs === null)
      if (!first) break
      const mine = queue.filter((q) => q.sentAtMs === null && q.visitId === first.visitId)
      const ids = new Set(mine.map((q) => q.look.id))
      try {
        await postObservations(
          first.visitId,
          mine.map((q) => q.look),
        )
        const sentAtMs = Date.now()
        change(queue.map((q) => (ids.has(q.look.id) ? { ...q, sentAtMs } : q)))
      } catch (error) {
        const away = !(error instanceof ApiError) || error.status === 0 || error.status >= 500
        if (away) break
        change(
          queue.filter((q) => !ids.has(q.look.id)),
          `The server did not take it: ${error.message}`,
        )
      }
    }
  } finally {
    busy = false
    const now = Date.now()
    const kept = queue.filter((q) => q.sentAtMs === null || now - q.sentAtMs < KEEP_SENT_MS)
    if (kept.length < queue.length) change(kept)
    if (kept.length > 0) retry = setTimeout(flush, RETRY_MS)
  }
}

export function subscribeLooks(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}
export const queuedLooks = (): readonly QueuedLook[] => queue
export const lookProblem = (): string | null => problem

/** A visit as the server knows it, with what this device still has to say. */
export function withQueued(visit: VisitAnswer, waiting: readonly QueuedLook[]): VisitAnswer {
  const mine = waiting.filter((q) => q.visitId === visit.id)
  if (mine.length === 0) return visit
  const known = new Set(visit.observations.map((o) => o.id))
  const gone = new Set(mine.flatMap(({ look }) => (look.type === 'withdrawn' ? [look.targetId] : [])))
  const own = mine.flatMap(({ look, sentAtMs }) =>
    look.type === 'observed' && !known.has(look.id)
      ? [{ ...look, by: sentAtMs === null ? 'on this device' : 'sent' }]
      : [],
  )
  return { ...visit, observations: [...visit.observations, ...own].filter((o) => !gone.has(o.id)) }
}

if (queue.length > 0) flush()
