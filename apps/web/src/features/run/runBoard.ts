import {
  advanceRun,
  emptyRun,
  type ReadingBlock,
  type RunAnalysis,
  type RunAnswer,
  type RunEvent,
  type RunFacts,
  type RunState,
  runFacts,
} from '@brendik/core'
import { ApiError, get, post } from '../../api/client.ts'
import { type KeptRun, readKept, writeKept } from '../../lib/deviceStore.ts'
import { compute } from '../../workers/compute.ts'

/** Where the entries of a run are: all on the server, on their way, or waiting on this device for the server to return. */
export type SyncState = 'stored' | 'sending' | 'waiting'

export interface BoardSnapshot {
  loading: boolean
  state: RunState
  facts: RunFacts
  blocks: readonly ReadingBlock[]
  analysis: RunAnalysis | null
  meta: Pick<KeptRun, 'visitId' | 'machineLabel' | 'siteName' | 'instrumentLabel'> | null
  sync: SyncState
  /** The last thing that could not be taken in, in a sentence. */
  problem: string | null
}

export interface RunBoard {
  subscribe: (listener: () => void) => () => void
  snapshot: () => BoardSnapshot
  /** Adds facts: kept on the device first, then sent until the server has them. */
  record: (...events: RunEvent[]) => void
  plan: (meta: NonNullable<BoardSnapshot['meta']>, ...events: RunEvent[]) => void
  dismissProblem: () => void
}

type LiveMessage =
  | { type: 'blocks'; blocks: ReadingBlock[] }
  | { type: 'facts'; events: RunEvent[]; analysis: RunAnalysis | null }

const RETRY_MS = 2000

/**
 * One run on this device. The facts live in the browser's database from the moment they are made; the server's copy is merged
 * in whenever it can be reached, so a reload, a dead tab or a dead server loses nothing.
 */
export function openRunBoard(runId: string): RunBoard & { start: () => void; close: () => void } {
  const listeners = new Set<() => void>()
  let kept: KeptRun | null = null
  let blocks = new Map<string, ReadingBlock>()
  let snapshot: BoardSnapshot = {
    loading: true,
    state: emptyRun(runId),
    facts: runFacts(emptyRun(runId)),
    blocks: [],
    analysis: null,
    meta: null,
    sync: 'stored',
    problem: null,
  }
  let closed = false
  let flushing = false
  let retry: ReturnType<typeof setTimeout> | undefined
  let stream: EventSource | null = null
  let analysing = false
  let analyseAgain = false

  function emit(change: Partial<BoardSnapshot>): void {
    snapshot = { ...snapshot, ...change }
    for (const listener of listeners) listener()
  }

  function unsent(): RunEvent[] {
    const sent = new Set(kept?.sentIds)
    return snapshot.state.events.filter((event) => !sent.has(event.id))
  }

  function keep(): void {
    if (!kept) return
    kept = {
      ...kept,
      events: [...snapshot.state.events],
      blocks: [...blocks.values()],
      changedAtMs: Date.now(),
    }
    writeKept(kept).catch(() =>
      emit({ problem: 'This browser refuses to keep data: do not close the page before all is sent.' }),
    )
  }

  function setState(state: RunState): void {
    emit({ state, facts: runFacts(state) })
    analyse()
  }

  /** Latest wins: while the worker computes, any number of changes ask for one more round. */
  function analyse(): void {
    if (analysing) {
      analyseAgain = true
      return
    }
    analysing = true
    compute
      .analyse(snapshot.state, snapshot.blocks)
      .then((analysis) => {
        if (!closed) emit({ analysis })
      })
      .catch(() => emit({ problem: 'The readings are kept, but could not be analysed.' }))
      .finally(() => {
        analysing = false
        if (analyseAgain && !closed) {
          analyseAgain = false
          analyse()
        }
      })
  }

  /** The server's facts first, in its order, then what only this device has. */
  function mergeFacts(events: readonly RunEvent[]): void {
    const known = new Set(events.map((event) => event.id))
    const own = snapshot.state.events.filter((event) => !known.has(event.id))
    if (kept) kept.sentIds = [...known]
    setState({ runId, events: [...events, ...own] })
    keep()
  }

  function mergeBlocks(more: readonly ReadingBlock[]): void {
    for (const block of more) blocks.set(block.id, block)
    emit({ blocks: [...blocks.values()] })
    analyse()
  }

  async function flush(): Promise<void> {
    if (flushing || closed || !kept) return
    const events = unsent()
    if (events.length === 0) {
      emit({ sync: 'stored' })
      return
    }
    flushing = true
    emit({ sync: snapshot.sync === 'waiting' ? 'waiting' : 'sending' })
    try {
      const answer = await post<{ refused: { id: string; problem: string }[] }>(`/runs/${runId}/events`, {
        visitId: kept.visitId,
        events,
      })
      kept.sentIds = [...kept.sentIds, ...events.map((event) => event.id)]
      keep()
      const refused = answer.refused[0]
      emit({
        sync: 'stored',
        ...(refused ? { problem: `The server did not take an entry: ${refused.problem}` } : {}),
      })
      watch()
    } catch (error) {
      const away = error instanceof ApiError && (error.status === 0 || error.status >= 500)
      emit({ sync: 'waiting', ...(away ? {} : { problem: (error as Error).message }) })
      clearTimeout(retry)
      if (!closed) retry = setTimeout(flush, RETRY_MS)
    } finally {
      flushing = false
    }
    if (!closed && snapshot.sync === 'stored' && unsent().length > 0) flush()
  }

  /** Follows the run on the server. The browser reconnects by itself; on every new connection the whole run is read again. */
  function watch(): void {
    if (stream || closed) return
    stream = new EventSource(`/api/runs/${runId}/live`)
    stream.onopen = () => {
      pull().then(flush)
    }
    stream.onmessage = (message) => {
      const live = JSON.parse(message.data as string) as LiveMessage
      if (live.type === 'blocks') mergeBlocks(live.blocks)
      else {
        mergeFacts(live.events)
      }
    }
  }

  async function pull(): Promise<void> {
    try {
      const answer = await get<RunAnswer>(`/runs/${runId}`)
      const { visitId, machineLabel, siteName, instrumentLabel } = answer
      kept ??= {
        runId,
        visitId,
        machineLabel,
        siteName,
        instrumentLabel,
        events: [],
        sentIds: [],
        blocks: [],
        changedAtMs: Date.now(),
      }
      kept = { ...kept, visitId, machineLabel, siteName, instrumentLabel }
      emit({ meta: { visitId, machineLabel, siteName, instrumentLabel } })
      blocks = new Map([...blocks, ...answer.blocks.map((block) => [block.id, block] as const)])
      emit({ blocks: [...blocks.values()] })
      mergeFacts(answer.events)
      watch()
    } catch (error) {
      // Not on the server yet, or no server: the device's own copy stands.
      if (!(error instanceof ApiError)) throw error
    }
  }

  async function start(): Promise<void> {
    closed = false
    const found = await readKept(runId).catch(() => null)
    if (closed) return
    if (found) {
      kept = found
      blocks = new Map(found.blocks.map((block) => [block.id, block]))
      emit({ meta: found, blocks: found.blocks })
      setState({ runId, events: found.events })
    }
    await pull()
    if (closed) return
    // A server that is away now is followed as soon as it returns: the browser asks again by itself.
    if (kept && kept.sentIds.length > 0) watch()
    emit({ loading: false })
    flush()
  }

  return {
    subscribe(listener) {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    snapshot: () => snapshot,
    record(...events) {
      let { state } = snapshot
      for (const event of events) {
        const next = advanceRun(state, event)
        if (next.outcome === 'refused') emit({ problem: next.problem })
        state = next.run
      }
      setState(state)
      keep()
      flush()
    },
    plan(meta, ...events) {
      // A start that was taken back leaves its trace: the new plan comes after it.
      kept = { runId, events: [], sentIds: [], blocks: [], changedAtMs: Date.now(), ...kept, ...meta }
      emit({ meta })
      this.record(...events)
    },
    dismissProblem: () => emit({ problem: null }),
    start,
    close() {
      closed = true
      clearTimeout(retry)
      stream?.close()
      stream = null
    },
  }
}
