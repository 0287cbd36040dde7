import { setTimeout as sleep } from 'node:timers/promises'
import {
  type AssignmentAnswer,
  type IngestBlock,
  inputOfRun,
  isFlowRun,
  noisyLevelSensor,
  plannedEndMm,
  type RigFault,
  seededRandom,
  standingWasher,
  stepWasher,
  type WasherState,
} from '@brendik/core'
import { type Door, putInstrument, readAssignment, sendBlocks } from './ingestClient.ts'

export interface WasherOptions {
  door: Door
  id: string
  label: string
  fault: RigFault
  rateHz: number
  seed: number
  signal: AbortSignal
}

type Assigned = NonNullable<AssignmentAnswer['run']>

const POLL_MS = 400
const ANNOUNCE_MS = 4000
const SEND_MS = 400
/** Batches kept while the server is away; at 10 Hz this is more than half an hour. */
const MOST_WAITING = 5000
/** After the run's own end the washer stands still this long before the stream ends. */
const AFTER_S = 8

/** Announces one washer and serves its runs until the signal. A server that is away is asked again; nothing streamed is lost. */
export async function runWasher(options: WasherOptions): Promise<void> {
  const { door, id, signal } = options
  let announcedAt = 0
  const served = new Set<string>()
  while (!signal.aborted) {
    try {
      if (Date.now() - announcedAt > ANNOUNCE_MS) {
        await putInstrument(door, id, { label: options.label, rateHz: options.rateHz })
        announcedAt = Date.now()
      }
      const { run } = await readAssignment(door, id)
      if (run && run.stoppedAtMs === null && !served.has(run.runId)) {
        await streamRun(options, run)
        served.add(run.runId)
        announcedAt = 0
      }
    } catch (error) {
      if (!signal.aborted && Date.now() - announcedAt > 30_000)
        console.error(`${options.label}: ${(error as Error).message}`)
    }
    await sleep(POLL_MS, undefined, { signal }).catch(() => {})
  }
}

/** Streams one run from its start in wall time, catching up with what passed before the assignment was seen. */
async function streamRun(options: WasherOptions, run: Assigned): Promise<void> {
  const { door, id, signal, rateHz } = options
  const washer = simulate(options, run)
  const waiting: IngestBlock[] = []
  let stopped = false
  let askedAt = Date.now()
  while (!signal.aborted && !stopped) {
    const readings = washer(Date.now())
    if (readings.atMs.length > 0) waiting.push({ id: crypto.randomUUID(), ...readings })
    if (waiting.length > MOST_WAITING) waiting.shift()
    try {
      while (waiting.length > 0) {
        const batch = waiting.slice(0, 100)
        await sendBlocks(door, run.runId, batch)
        waiting.splice(0, batch.length)
      }
      if (Date.now() - askedAt > 1000) {
        askedAt = Date.now()
        await putInstrument(door, id, { label: options.label, rateHz })
        const now = (await readAssignment(door, id)).run
        stopped = now === null || now.runId !== run.runId || now.stoppedAtMs !== null
      }
    } catch {
      // The server is away: the batches keep their ids and are sent again.
    }
    await sleep(SEND_MS, undefined, { signal }).catch(() => {})
  }
}

/** The washer's readings since the last call, at the instrument's rate. */
function simulate(options: WasherOptions, run: Assigned): (nowMs: number) => Omit<IngestBlock, 'id'> {
  const { plan } = run
  const random = seededRandom(options.seed)
  const sense = noisyLevelSensor(random)
  const stepS = 1 / options.rateHz
  const endMm = plannedEndMm(plan)
  let state: WasherState = standingWasher(plan.machine, plan.startLevelMm)
  let atMs = run.startedAtMs
  let doneAtMs: number | null = null
  return (nowMs) => {
    const columns = { atMs: [] as number[], levelMm: [] as number[], flowLMin: [] as (number | null)[] }
    for (; atMs <= nowMs; atMs += stepS * 1000) {
      if (doneAtMs !== null && atMs > doneAtMs + AFTER_S * 1000) continue
      columns.atMs.push(Math.round(atMs))
      columns.levelMm.push(Math.max(0, sense(state.indicatedMm, stepS)))
      // The machine's meter sees only what comes in; 1 % noise.
      columns.flowLMin.push(
        plan.kind === 'fill' ? Math.round(state.inflowLMin * (0.99 + 0.02 * random()) * 100) / 100 : null,
      )
      const filled = plan.kind === 'fill' && state.levelMm >= endMm
      state = stepWasher(plan.machine, plan.site, options.fault, state, inputOfRun(plan, filled), stepS)
      const done = isFlowRun(plan.kind) && (plan.kind === 'fill' ? filled : state.outflowLMin === 0)
      if (done && doneAtMs === null) doneAtMs = atMs
    }
    return columns
  }
}
