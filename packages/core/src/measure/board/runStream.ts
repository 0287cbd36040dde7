import type { ReadingBlock } from './runReadings.ts'

/** What was streamed into a run, in columns that grow; kept where it is analysed, so that nobody hands an hour of readings about. */
export interface RunStream {
  /** Appends blocks that are not there yet. */
  add(blocks: readonly ReadingBlock[]): void
  /** All of it as one block over the columns themselves: to be read, not kept, since the columns grow. */
  blocks(): ReadingBlock[]
}

const FIRST_ROOM = 1024

/** A stream of which nothing has come yet. */
export function openRunStream(): RunStream {
  const ids = new Set<string>()
  let [at, level, ruler, flow] = columns(FIRST_ROOM)
  let count = 0
  function makeRoom(wanted: number): void {
    if (wanted <= at.length) return
    const old = [at, level, ruler, flow]
    const grown = columns(Math.max(wanted, 2 * at.length))
    for (const [i, column] of grown.entries()) column.set((old[i] as Float64Array).subarray(0, count))
    ;[at, level, ruler, flow] = grown
  }
  return {
    add(blocks) {
      for (const block of blocks) {
        if (ids.has(block.id)) continue
        ids.add(block.id)
        makeRoom(count + block.atMs.length)
        for (let k = 0; k < block.atMs.length; k++, count++) {
          at[count] = block.atMs[k] ?? Number.NaN
          level[count] = block.levelMm[k] ?? Number.NaN
          ruler[count] = block.rulerMm[k] ?? Number.NaN
          flow[count] = block.flowLMin[k] ?? Number.NaN
        }
      }
    },
    blocks() {
      if (count === 0) return []
      const part = (column: Float64Array) => column.subarray(0, count)
      return [
        {
          id: 'stream',
          source: 'stream',
          atMs: part(at),
          levelMm: part(level),
          rulerMm: part(ruler),
          flowLMin: part(flow),
        },
      ]
    },
  }
}

function columns(room: number): [Float64Array, Float64Array, Float64Array, Float64Array] {
  return [new Float64Array(room), new Float64Array(room), new Float64Array(room), new Float64Array(room)]
}
