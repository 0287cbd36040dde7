import type { EntryEvent, ObservationEvent, VisitAnswer } from '@brendik/core'
import { ApiError } from '../../api/client.ts'
import { postEntries, postObservations } from '../../api/queries.ts'
import { DEVICE_WORKSHOP, knownWho } from '../../lib/who.ts'

/** Something said of a visit on its way to the server; `sentAtMs` once the server has it. */
export type Queued = { visitId: string; sentAtMs: number | null } & (
  | { kind: 'look'; said: ObservationEvent }
  | { kind: 'entry'; said: EntryEvent }
)

const KEY = `brendik.said.${DEVICE_WORKSHOP}`
const RETRY_MS = 3000
/** What was sent is kept so long, until the screens have read it back from the server, ms. */
const KEEP_SENT_MS = 15_000
const listeners = new Set<() => void>()
let queue: readonly Queued[] = read()
let problem: string | null = null
let busy = false
let retry: ReturnType<typeof setTimeout> | undefined

function read(): Queued[] {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? '[]')
    return Array.isArray(kept) ? kept : []
  } catch {
    return []
  }
}

function change(next: readonly Queued[], nextProblem: string | null = problem): void {
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
  change([...queue, ...looks.map((said) => ({ kind: 'look' as const, visitId, said, sentAtMs: null }))], null)
  flush()
}
/** Entries of a visit, kept and sent the same way. */
export function keepEntries(visitId: string, entries: readonly EntryEvent[]): void {
  change(
    [...queue, ...entries.map((said) => ({ kind: 'entry' as const, visitId, said, sentAtMs: null }))],
    null,
  )
  flush()
}

function send(batch: readonly Queued[]): Promise<unknown> {
  const visitId = (batch[0] as Queued).visitId
  return batch[0]?.kind === 'look'
    ? postObservations(
        visitId,
        batch.map((q) => q.said as ObservationEvent),
      )
    : postEntries(
        visitId,
        batch.map((q) => q.said as EntryEvent),
      )
}
/** An answer that says no to what was sent, not to who sends it or when. */
const isRefusal = (error: unknown): error is ApiError =>
  error instanceof ApiError && [400, 404, 409, 413].includes(error.status)

/** Sends what waits. What the server refuses is told and let go, one by one; what it cannot be given waits. */
export async function flush(): Promise<void> {
  if (busy) return
  busy = true
  clearTimeout(retry)
  let oneByOne = false
  try {
    for (;;) {
      const first = queue.find((q) => q.sentAtMs === null)
      if (!first) break
      const mine = queue.filter(
        (q) => q.sentAtMs === null && q.visitId === first.visitId && q.kind === first.kind,
      )
      const batch = oneByOne ? [first] : mine.slice(0, 200)
      const ids = new Set(batch.map((q) => q.said.id))
      try {
        await send(batch)
        const sentAtMs = Date.now()
        change(queue.map((q) => (ids.has(q.said.id) ? { ...q, sentAtMs } : q)))
      } catch (error) {
        if (!isRefusal(error)) break
        // One bad entry must not take the good ones of its batch with it.
        if (batch.length > 1) oneByOne = true
        else
          change(
            queue.filter((q) => q !== first),
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

export function subscribeQueue(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}
export const queued = (): readonly Queued[] => queue
export const unsentCount = (): number => queue.filter((q) => q.sentAtMs === null).length
export const queueProblem = (): string | null => problem

/** A visit as the server knows it, with what this device still has to say. */
export function withQueued(visit: VisitAnswer, waiting: readonly Queued[]): VisitAnswer {
  const mine = waiting.filter((q) => q.visitId === visit.id)
  if (mine.length === 0) return visit
  const me = knownWho()?.name ?? 'on this device'
  const by = (q: Queued) => (q.sentAtMs === null ? `${me}, not sent yet` : me)
  const known = new Set([...visit.observations, ...visit.entries].map((o) => o.id))
  const gone = new Set<string>()
  const observations = [...visit.observations]
  const entries = [...visit.entries]
  for (const q of mine) {
    if (q.kind === 'entry') {
      if (!known.has(q.said.id)) entries.push({ ...q.said, by: by(q) })
    } else if (q.said.type === 'withdrawn') gone.add(q.said.targetId)
    else if (!known.has(q.said.id))
      observations.push({
        ...q.said,
        tempC: q.said.tempC ?? null,
        phase: q.said.phase ?? null,
        side: q.said.side ?? null,
        waterInside: q.said.waterInside ?? null,
        by: by(q),
      })
  }
  return { ...visit, entries, observations: observations.filter((o) => !gone.has(o.id)) }
}

if (queue.length > 0) flush()
