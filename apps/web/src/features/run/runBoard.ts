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
import { ApiError, get } from '../../api/client.ts'
import { DEVICE_WORKSHOP } from '../../lib/who.ts'
import { type KeptRun, readBlocks, readRun, writeBlocks } from '../../outbox/deviceDb.ts'
import type { Kept } from '../../outbox/keptFact.ts'
import { AGAINST_THE_RUN } from '../../outbox/keptFact.ts'
import {
  keep,
  keepRun,
  outbox,
  outboxReady,
  sendingState,
  storageProblem,
  subscribeOutbox,
} from '../../outbox/outbox.ts'
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
  let keptBlocks = 0
  let closed = false
  let unsubscribe = () => {}
  /** Facts of this run that the server refused and the screen has said so. */
  const told = new Set<string>()
  let stream: EventSource | null = null
  let analysing = false
  let analyseAgain = false

  function emit(change: Partial<BoardSnapshot>): void {
    snapshot = { ...snapshot, ...change }
    for (const listener of listeners) listener()
  }

  /** The run as it is kept on this device. */
  function keptNow(): KeptRun | null {
    return (
      kept && {
        ...kept,
        events: [...snapshot.state.events],
        changedAtMs: Date.now(),
      }
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

  /** The server's facts first, in its order, then what is on its way to it. */
  function mergeFacts(events: readonly RunEvent[]): void {
    const known = new Set(events.map((event) => event.id))
    const onTheWay = new Set(outbox().flatMap((one) => (takenBack(one) ? [] : [one.id])))
    const own = snapshot.state.events.filter((event) => !known.has(event.id) && onTheWay.has(event.id))
    setState({ runId, events: [...events, ...own] })
    const run = keptNow()
    if (run) keepRun(run)
    keepBlocks()
  }

  /** What was streamed is on the server: it is kept here for a reload without network, now and then. */
  function keepBlocks(): void {
    if (blocks.size === keptBlocks) return
    keptBlocks = blocks.size
    writeBlocks(runId, [...blocks.values()]).catch(() => {})
  }

  function mergeBlocks(more: readonly ReadingBlock[]): void {
    for (const block of more) blocks.set(block.id, block)
    emit({ blocks: [...blocks.values()] })
    analyse()
  }

  function ofThisRun() {
    return outbox().flatMap((one) =>
      one.fact.kind === 'run' && one.fact.runId === runId ? [{ ...one, fact: one.fact }] : [],
    )
  }

  /** Where this run's facts are on their way, whichever page recorded them. */
  function follow(): void {
    const mine = ofThisRun()
    if (!kept && mine.length > 0)
      readRun(runId).then((found) => {
        kept ??= found
        const run = keptNow()
        if (!run) return
        emit({ meta: run })
        // What was entered here before the run was read.
        keep([], run)
      })
    const known = new Set(snapshot.state.events.map((event) => event.id))
    const fromOthers = mine.flatMap((one) => (!takenBack(one) && !known.has(one.id) ? [one.fact.event] : []))
    const gone = new Set(mine.filter((one) => takenBack(one) && known.has(one.id)).map(({ id }) => id))
    if (fromOthers.length + gone.size > 0)
      setState({
        runId,
        events: [...snapshot.state.events.filter(({ id }) => !gone.has(id)), ...fromOthers],
      })
    const waits = mine.some(({ state }) => state === 'waiting')
    const away = sendingState() === 'away' || sendingState() === 'signed-out'
    const sync: SyncState = !waits ? 'stored' : away ? 'waiting' : 'sending'
    const refused = mine.find(({ id, state }) => state === 'refused' && !told.has(id))
    if (refused) told.add(refused.id)
    const problem = refused
      ? `The server did not take an entry: ${refused.refused?.message}`
      : storageProblem()
    if (sync !== snapshot.sync || problem) emit({ sync, ...(problem ? { problem } : {}) })
    if (mine.some(({ state }) => state === 'sent')) watch()
  }

  /** Follows the run on the server. The browser reconnects by itself; on every new connection the whole run is read again. */
  function watch(): void {
    if (stream || closed) return
    stream = new EventSource(`/api/runs/${runId}/live`)
    stream.onopen = () => {
      pull()
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
        workshopId: DEVICE_WORKSHOP,
        visitId,
        machineLabel,
        siteName,
        instrumentLabel,
        events: [],
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
    const [found, streamed] = await Promise.all([readRun(runId), readBlocks(runId)]).catch(
      () => [null, []] as const,
    )
    if (closed) return
    if (found) {
      kept = found
      blocks = new Map(streamed.map((block) => [block.id, block]))
      emit({ meta: found, blocks: [...streamed] })
      setState({ runId, events: found.events })
    }
    await outboxReady
    if (closed) return
    unsubscribe()
    unsubscribe = subscribeOutbox(follow)
    follow()
    await pull()
    if (closed) return
    // A server that is away now is followed as soon as it returns: the browser asks again by itself.
    if (kept && kept.events.length > 0) watch()
    emit({ loading: false })
  }

  return {
    subscribe(listener) {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    snapshot: () => snapshot,
    record(...events) {
      let { state } = snapshot
      const known = new Set(state.events.map((event) => event.id))
      for (const event of events) {
        const next = advanceRun(state, event)
        if (next.outcome === 'refused') emit({ problem: next.problem })
        state = next.run
      }
      setState(state)
      // Another page may have set the run up a moment ago: its facts are here before the run is read.
      const visitId = kept?.visitId ?? ofThisRun()[0]?.fact.visitId
      const fresh = state.events.filter((event) => !known.has(event.id))
      if (visitId === undefined) emit({ problem: 'This run has not been read yet: try again in a moment.' })
      else
        keep(
          fresh.map((event) => ({ kind: 'run', visitId, runId, event })),
          keptNow(),
        )
      keepBlocks()
      follow()
    },
    plan(meta, ...events) {
      // A start that was taken back leaves its trace: the new plan comes after it.
      const empty = { runId, workshopId: DEVICE_WORKSHOP, events: [], changedAtMs: Date.now() }
      kept = { ...empty, ...kept, ...meta }
      emit({ meta })
      this.record(...events)
    },
    dismissProblem: () => emit({ problem: null }),
    start,
    close() {
      closed = true
      unsubscribe()
      stream?.close()
      stream = null
    },
  }
}

/** Whether the run itself does not allow it, as when two devices stopped it at once; what the server could not read still shows. */
function takenBack({ state, refused }: Kept): boolean {
  return state === 'refused' && refused?.status === AGAINST_THE_RUN
}
