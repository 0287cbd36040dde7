import { inOrderOfTime, type Readings } from '../readings/readings.ts'
import type { RunFacts } from './runState.ts'

/** A batch of readings from one source, as stored: instants in ms since 1970; null = no value. */
export interface ReadingBlock {
  id: string
  source: 'hand' | 'stream'
  atMs: ArrayLike<number>
  levelMm: ArrayLike<number | null>
  rulerMm: ArrayLike<number | null>
  flowLMin: ArrayLike<number | null>
  currentA?: ArrayLike<number | null> | null | undefined
}

/** Hand entries and streamed blocks of a run as one set of columns, seconds after its start. */
export function runReadings(facts: RunFacts, blocks: readonly ReadingBlock[]): Readings {
  const zero = facts.startedAtMs ?? 0
  const entries = facts.inForce.filter((event) => event.type !== 'marked')
  const count = entries.length + blocks.reduce((sum, block) => sum + block.atMs.length, 0)
  const rows = { at: new Float64Array(count), level: nans(count), ruler: nans(count), flow: nans(count) }
  const current = blocks.some(({ currentA }) => currentA) ? nans(count) : null
  let i = 0
  for (const event of entries) {
    rows.at[i] = event.atMs
    if (event.type === 'levelRead') (event.by === 'ruler' ? rows.ruler : rows.level)[i] = event.levelMm
    if (event.type === 'flowRead') rows.flow[i] = event.flowLMin
    i++
  }
  for (const block of blocks)
    for (let k = 0; k < block.atMs.length; k++, i++) {
      rows.at[i] = block.atMs[k] ?? Number.NaN
      rows.level[i] = block.levelMm[k] ?? Number.NaN
      rows.ruler[i] = block.rulerMm[k] ?? Number.NaN
      rows.flow[i] = block.flowLMin[k] ?? Number.NaN
      if (current) current[i] = block.currentA?.[k] ?? Number.NaN
    }
  const seconds = {
    tS: rows.at.map((at) => (at - zero) / 1000),
    levelMm: rows.level,
    rulerMm: rows.ruler,
    flowLMin: rows.flow,
    ...(current ? { currentA: current } : {}),
  }
  // Entries and blocks come from different devices: their arrival order is not their order in time.
  return inOrderOfTime(seconds).readings
}

function nans(count: number): Float64Array {
  return new Float64Array(count).fill(Number.NaN)
}
