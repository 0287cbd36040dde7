import {
  type IngestBlock,
  inputOfRun,
  isFlowRun,
  noisyLevelSensor,
  type RunEvent,
  seededRandom,
  standingWasher,
  stepWasher,
} from '@brendik/core'
import type { DemoRun } from './demoKit.ts'
import { idOf } from './demoPeople.ts'

const HOLD_S = 601

/** Facts and batches of one demo run, made by the simulated washer with a fixed seed. */
export function demoRunFacts(run: DemoRun): { events: RunEvent[]; blocks: IngestBlock[] } {
  const random = seededRandom(Number.parseInt(idOf(run.seed).slice(0, 8), 16))
  const sense = noisyLevelSensor(random)
  const { site } = run.plan
  const spec = { ...run.plan.machine, ...run.real }
  const target = spec.fillLevelMm ?? 100
  const start = run.startedAtMs
  const id = (name: string) => idOf(`${run.id} ${name}`)
  const events: RunEvent[] = [
    { type: 'planned', id: id('planned'), atMs: start - 60_000, plan: run.plan, instrumentId: null },
    { type: 'started', id: id('started'), atMs: start },
  ]
  const at: number[] = []
  const level: number[] = []
  let state = standingWasher(spec, run.fromMm)
  const stepS = 0.1
  const holds = !isFlowRun(run.kind)
  const everyS =
    run.by === 'stream' ? (holds ? 4 : 0.5) : holds ? 60 : run.kind === 'fill' || run.fromMm > 200 ? 15 : 5
  let t = 0
  const done = () =>
    holds ? t >= (run.lastsS ?? HOLD_S) : run.kind === 'fill' ? state.levelMm >= target : state.levelMm <= 4.5
  for (; t < 6000 && !done(); t += stepS) {
    if (Math.abs(t / everyS - Math.round(t / everyS)) < stepS / everyS / 2) {
      const mm = sense(state.indicatedMm, stepS)
      const seen = run.by === 'stream' ? mm : Math.round(mm + (random() - 0.5) * 5)
      const atMs = Math.round(start + t * 1000 + (run.by === 'hand' ? random() * 900 : 0))
      if (run.by === 'stream') {
        at.push(atMs)
        level.push(seen)
      } else
        events.push({
          type: 'levelRead',
          id: id(`level ${t.toFixed(1)}`),
          atMs,
          levelMm: Math.max(0, seen),
          by: 'ruler',
        })
    }
    state = stepWasher(spec, site, run.fault, state, inputOfRun(run.plan, false), stepS)
  }
  const endMs = Math.round(start + t * 1000)
  if (run.kind === 'drain' || run.kind === 'siphon')
    events.push({ type: 'marked', id: id('air'), atMs: endMs, what: 'air-drawn' })
  events.push({ type: 'stopped', id: id('stopped'), atMs: endMs + 1500 })
  const blocks: IngestBlock[] = []
  for (let i = 0; i < at.length; i += 100)
    blocks.push({ id: id(`block ${i}`), atMs: at.slice(i, i + 100), levelMm: level.slice(i, i + 100) })
  return { events, blocks }
}
