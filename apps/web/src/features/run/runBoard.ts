import {
  advanceRun,
  type BlocksAnswer,
  type DrawnLevels,
  drawnLevels,
  emptyRun,
  type LiveMessage,
  type RunAnalysis,
  type RunAnswer,
  type RunEvent,
  type RunFacts,
  type RunState,
  runFacts,
} from '@brendik/core'
import { ApiError, get } from '../../api/client.ts'
import { blockPages } from '../../api/queries.ts'
import { read, t } from '../../lib/words.ts'
import { type KeptRun, readPages, readRun, writePage } from '../../outbox/deviceDb.ts'
import type { Kept } from '../../outbox/keptFact.ts'
import { AGAINST_THE_RUN } from '../../outbox/keptFact.ts'
import {
  keep,
  keepRun,
  openOutbox,
  outbox,
  sendingState,
  storageProblem,
  subscribeOutbox,
} from '../../outbox/outbox.ts'
import { deviceWorkshop } from '../../outbox/who.ts'
import { compute } from '../../workers/compute.ts'

/** Where the entries of a run are: all on the server, on their way, or waiting on this device for the server to return. */
export type SyncState = 'stored' | 'sending' | 'waiting'

export interface BoardSnapshot {
  loading: boolean
  state: RunState
  facts: RunFacts
  analysis: RunAnalysis | null
  /** All levels, thinned to what is drawn. */
  levels: DrawnLevels
  /** Readings streamed so far. */
  streamed: number
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

/** Entries by hand that are drawn without asking the worker. */
const MOST_ENTRIES = 700
/** A refused stream is asked for again after this, ms. */
const REFUSED_MS = 5000

/**
 * One run on this device. The facts live in the browser's database from the moment they are made; the server's copy is merged
 * in whenever it can be reached, so a reload, a dead tab or a dead server loses nothing.
 */
export function openRunBoard(runId: string): RunBoard & { start: () => void; close: () => void } {
  const listeners = new Set<() => void>()
  let kept: KeptRun | null = null
  /** Number of the last block that was handed to the worker. */
  let upTo = 0
  let snapshot: BoardSnapshot = {
    loading: true,
    state: emptyRun(runId),
    facts: runFacts(emptyRun(runId)),
    analysis: null,
    levels: { tS: [], mm: [] },
    streamed: 0,
    meta: null,
    sync: 'stored',
    problem: null,
  }
  let closed = false
  let unsubscribe = () => {}
  /** Facts of this run that the server refused and the screen has said so. */
  const told = new Set<string>()
  let stream: EventSource | null = null
  let retry: ReturnType<typeof setTimeout> | undefined
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
    const facts = runFacts(state)
    // What was entered is drawn at once; a stream is drawn where it lives.
    emit({ state, facts, ...(upTo === 0 ? { levels: drawnLevels(facts, [], MOST_ENTRIES) } : {}) })
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
      .say(snapshot.state)
      .then(({ analysis, levels, streamed }) => {
        // What was entered meanwhile is not lost from the drawing for as long as the next round takes.
        if (!closed) emit({ analysis, streamed, ...(upTo > 0 ? { levels } : {}) })
      })
      .catch(() => emit({ problem: t('runBoard.theReadingsAreKeptBut') }))
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
  }

  /** Takes in blocks that came after those there are: they go to the worker, and are kept for a reload without network. */
  function takeBlocks({ blocks, upTo: last }: Pick<BlocksAnswer, 'blocks' | 'upTo'>, fresh = true): void {
    if (last <= upTo || blocks.length === 0) return
    upTo = last
    compute.stream(runId, blocks)
    if (fresh) writePage({ runId, upTo: last, blocks }).catch(() => {})
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
    const onDevice = storageProblem()
    const problem = refused
      ? t('runBoard.theServerDidNotTake', { message: read(refused.refused?.message ?? '') })
      : onDevice && read(onDevice)
    if (sync !== snapshot.sync || problem) emit({ sync, ...(problem ? { problem } : {}) })
    if (mine.some(({ state }) => state === 'sent')) watch()
  }

  /** Follows the run on the server: all facts, and the blocks after those there are. The browser reconnects by itself, and says where it stopped. */
  function watch(): void {
    if (stream || closed) return
    const source = new EventSource(`/api/runs/${runId}/live?after=${upTo}`)
    stream = source
    source.onmessage = ({ data, lastEventId }: MessageEvent<string>) => {
      const live = JSON.parse(data) as LiveMessage
      if (live.type === 'blocks') takeBlocks({ blocks: live.blocks, upTo: Number(lastEventId) })
      else mergeFacts(live.events)
    }
    source.onerror = () => {
      // A server that answered with a refusal is not asked again by the browser: too many runs are open, or nobody is signed in.
      if (source.readyState !== EventSource.CLOSED || stream !== source) return
      stream = null
      retry = setTimeout(watch, REFUSED_MS)
    }
  }

  async function pull(): Promise<void> {
    try {
      const answer = await get<RunAnswer>(`/runs/${runId}`)
      const { visitId, machineLabel, siteName, instrumentLabel } = answer
      kept ??= {
        runId,
        workshopId: deviceWorkshop(),
        visitId,
        machineLabel,
        siteName,
        instrumentLabel,
        events: [],
        changedAtMs: Date.now(),
      }
      kept = { ...kept, visitId, machineLabel, siteName, instrumentLabel }
      emit({ meta: { visitId, machineLabel, siteName, instrumentLabel } })
      mergeFacts(answer.events)
      for await (const page of blockPages(runId, upTo)) {
        if (closed) return
        takeBlocks(page)
      }
      watch()
    } catch (error) {
      // Not on the server yet, or no server: the device's own copy stands.
      if (!(error instanceof ApiError)) throw error
    }
  }

  async function start(): Promise<void> {
    closed = false
    const [found, pages] = await Promise.all([readRun(runId), readPages(runId)]).catch(
      () => [null, []] as const,
    )
    if (closed) return
    for (const page of pages) takeBlocks(page, false)
    if (found) {
      kept = found
      emit({ meta: found })
      setState({ runId, events: found.events })
    }
    await openOutbox()
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
      if (visitId === undefined) emit({ problem: t('runBoard.thisRunHasNotBeen') })
      else
        keep(
          fresh.map((event) => ({ kind: 'run', visitId, runId, event })),
          keptNow(),
        )
      follow()
    },
    plan(meta, ...events) {
      // A start that was taken back leaves its trace: the new plan comes after it.
      const empty = { runId, workshopId: deviceWorkshop(), events: [], changedAtMs: Date.now() }
      kept = { ...empty, ...kept, ...meta }
      emit({ meta })
      this.record(...events)
    },
    dismissProblem: () => emit({ problem: null }),
    start,
    close() {
      closed = true
      unsubscribe()
      clearTimeout(retry)
      stream?.close()
      stream = null
      // The next time it is opened, what was streamed is handed over anew.
      upTo = 0
      compute.forget(runId)
    },
  }
}

/** Whether the run itself does not allow it, as when two devices stopped it at once; what the server could not read still shows. */
function takenBack({ state, refused }: Kept): boolean {
  return state === 'refused' && refused?.status === AGAINST_THE_RUN
}
