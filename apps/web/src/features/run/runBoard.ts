import {
  advanceRun,
  type BlocksAnswer,
  type DrawnLevels,
  drawnLevels,
  emptyRun,
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
import { followLive } from './followLive.ts'
import { latestOnly } from './latestOnly.ts'

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

/**
 * One run on this device. The facts live in the browser's database from the moment they are made; the server's copy is merged
 * in whenever it can be reached, so a reload, a dead tab or a dead server loses nothing.
 */
export function openRunBoard(runId: string): RunBoard & { start: () => void; close: () => void } {
  const run = new RunOnDevice(runId)
  return {
    subscribe(listener) {
      run.listeners.add(listener)
      return () => run.listeners.delete(listener)
    },
    snapshot: () => run.snapshot,
    record: (...events) => run.record(events),
    plan(meta, ...events) {
      run.plan(meta)
      run.record(events)
    },
    dismissProblem: () => run.emit({ problem: null }),
    start: () => run.start(),
    close: () => run.close(),
  }
}

class RunOnDevice {
  readonly runId: string
  readonly listeners = new Set<() => void>()
  snapshot: BoardSnapshot
  private kept: KeptRun | null = null
  /** Number of the last block that was handed to the worker. */
  private upTo = 0
  private closed = false
  private unsubscribe = () => {}
  /** Facts of this run that the server refused and the screen has said so. */
  private readonly told = new Set<string>()
  private readonly analyse: () => void
  private readonly live: ReturnType<typeof followLive>

  constructor(runId: string) {
    this.runId = runId
    this.snapshot = {
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
    this.analyse = latestOnly(() => this.analyseOnce())
    this.live = followLive(
      runId,
      () => this.upTo,
      (message, lastEventId) => {
        if (message.type === 'blocks') this.takeBlocks({ blocks: message.blocks, upTo: lastEventId })
        else this.mergeFacts(message.events)
      },
    )
  }

  private async analyseOnce(): Promise<boolean> {
    try {
      const { analysis, levels, streamed } = await compute.say(this.snapshot.state)
      // What was entered meanwhile is not lost from the drawing for as long as the next round takes.
      if (!this.closed) this.emit({ analysis, streamed, ...(this.upTo > 0 ? { levels } : {}) })
    } catch {
      this.emit({ problem: t('runBoard.theReadingsAreKeptBut') })
    }
    return !this.closed
  }

  emit(change: Partial<BoardSnapshot>): void {
    this.snapshot = { ...this.snapshot, ...change }
    for (const listener of this.listeners) listener()
  }

  /** The run as it is kept on this device. */
  private keptNow(): KeptRun | null {
    return (
      this.kept && {
        ...this.kept,
        events: [...this.snapshot.state.events],
        changedAtMs: Date.now(),
      }
    )
  }

  private setState(state: RunState): void {
    const facts = runFacts(state)
    // What was entered is drawn at once; a stream is drawn where it lives.
    this.emit({ state, facts, ...(this.upTo === 0 ? { levels: drawnLevels(facts, [], MOST_ENTRIES) } : {}) })
    this.analyse()
  }

  /** The server's facts first, in its order, then what is on its way to it. */
  private mergeFacts(events: readonly RunEvent[]): void {
    const known = new Set(events.map((event) => event.id))
    const onTheWay = new Set(outbox().flatMap((one) => (takenBack(one) ? [] : [one.id])))
    const own = this.snapshot.state.events.filter((event) => !known.has(event.id) && onTheWay.has(event.id))
    this.setState({ runId: this.runId, events: [...events, ...own] })
    const run = this.keptNow()
    if (run) keepRun(run)
  }

  /** Takes in blocks that came after those there are: they go to the worker, and are kept for a reload without network. */
  private takeBlocks({ blocks, upTo: last }: Pick<BlocksAnswer, 'blocks' | 'upTo'>, fresh = true): void {
    if (last <= this.upTo || blocks.length === 0) return
    this.upTo = last
    compute.stream(this.runId, blocks)
    if (fresh) writePage({ runId: this.runId, upTo: last, blocks }).catch(() => {})
    this.analyse()
  }

  private ofThisRun() {
    return outbox().flatMap((one) =>
      one.fact.kind === 'run' && one.fact.runId === this.runId ? [{ ...one, fact: one.fact }] : [],
    )
  }

  /** Where this run's facts are on their way, whichever page recorded them. */
  private follow(): void {
    const mine = this.ofThisRun()
    if (!this.kept && mine.length > 0)
      readRun(this.runId).then((found) => {
        this.kept ??= found
        const run = this.keptNow()
        if (!run) return
        this.emit({ meta: run })
        // What was entered here before the run was read.
        keep([], run)
      })
    const known = new Set(this.snapshot.state.events.map((event) => event.id))
    const fromOthers = mine.flatMap((one) => (!takenBack(one) && !known.has(one.id) ? [one.fact.event] : []))
    const gone = new Set(mine.filter((one) => takenBack(one) && known.has(one.id)).map(({ id }) => id))
    if (fromOthers.length + gone.size > 0)
      this.setState({
        runId: this.runId,
        events: [...this.snapshot.state.events.filter(({ id }) => !gone.has(id)), ...fromOthers],
      })
    const waits = mine.some(({ state }) => state === 'waiting')
    const away = sendingState() === 'away' || sendingState() === 'signed-out'
    const sync: SyncState = !waits ? 'stored' : away ? 'waiting' : 'sending'
    const refused = mine.find(({ id, state }) => state === 'refused' && !this.told.has(id))
    if (refused) this.told.add(refused.id)
    const onDevice = storageProblem()
    const problem = refused
      ? t('runBoard.theServerDidNotTake', { message: read(refused.refused?.message ?? '') })
      : onDevice && read(onDevice)
    if (sync !== this.snapshot.sync || problem) this.emit({ sync, ...(problem ? { problem } : {}) })
    if (mine.some(({ state }) => state === 'sent')) this.watch()
  }

  private watch(): void {
    if (!this.closed) this.live.watch()
  }

  private async pull(): Promise<void> {
    try {
      const answer = await get<RunAnswer>(`/runs/${this.runId}`)
      const { visitId, machineLabel, siteName, instrumentLabel } = answer
      this.kept ??= {
        runId: this.runId,
        workshopId: deviceWorkshop(),
        visitId,
        machineLabel,
        siteName,
        instrumentLabel,
        events: [],
        changedAtMs: Date.now(),
      }
      this.kept = { ...this.kept, visitId, machineLabel, siteName, instrumentLabel }
      this.emit({ meta: { visitId, machineLabel, siteName, instrumentLabel } })
      this.mergeFacts(answer.events)
      for await (const page of blockPages(this.runId, this.upTo)) {
        if (this.closed) return
        this.takeBlocks(page)
      }
      this.watch()
    } catch (error) {
      // Not on the server yet, or no server: the device's own copy stands.
      if (!(error instanceof ApiError)) throw error
    }
  }

  async start(): Promise<void> {
    this.closed = false
    const [found, pages] = await Promise.all([readRun(this.runId), readPages(this.runId)]).catch(
      () => [null, []] as const,
    )
    if (this.closed) return
    for (const page of pages) this.takeBlocks(page, false)
    if (found) {
      this.kept = found
      this.emit({ meta: found })
      this.setState({ runId: this.runId, events: found.events })
    }
    await openOutbox()
    if (this.closed) return
    this.unsubscribe()
    this.unsubscribe = subscribeOutbox(() => this.follow())
    this.follow()
    await this.pull()
    if (this.closed) return
    // A server that is away now is followed as soon as it returns: the browser asks again by itself.
    if (this.kept && this.kept.events.length > 0) this.watch()
    this.emit({ loading: false })
  }

  record(events: readonly RunEvent[]): void {
    let { state } = this.snapshot
    const known = new Set(state.events.map((event) => event.id))
    for (const event of events) {
      const next = advanceRun(state, event)
      if (next.outcome === 'refused') this.emit({ problem: read(next.problem) })
      state = next.run
    }
    this.setState(state)
    // Another page may have set the run up a moment ago: its facts are here before the run is read.
    const visitId = this.kept?.visitId ?? this.ofThisRun()[0]?.fact.visitId
    const fresh = state.events.filter((event) => !known.has(event.id))
    if (visitId === undefined) this.emit({ problem: t('runBoard.thisRunHasNotBeen') })
    else
      keep(
        fresh.map((event) => ({ kind: 'run', visitId, runId: this.runId, event })),
        this.keptNow(),
      )
    this.follow()
  }

  plan(meta: NonNullable<BoardSnapshot['meta']>): void {
    // A start that was taken back leaves its trace: the new plan comes after it.
    const empty = { runId: this.runId, workshopId: deviceWorkshop(), events: [], changedAtMs: Date.now() }
    this.kept = { ...empty, ...this.kept, ...meta }
    this.emit({ meta })
  }

  close(): void {
    this.closed = true
    this.unsubscribe()
    this.live.close()
    // The next time it is opened, what was streamed is handed over anew.
    this.upTo = 0
    compute.forget(this.runId)
  }
}

/** Whether the run itself does not allow it, as when two devices stopped it at once; what the server could not read still shows. */
function takenBack({ state, refused }: Kept): boolean {
  return state === 'refused' && refused?.status === AGAINST_THE_RUN
}
