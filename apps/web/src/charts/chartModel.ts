import type { BandShape, DrawnLevels } from '@brendik/core'

/** A measured trace: points in seconds and millimetres; by hand they are drawn as rings, streams as a line. */
export interface Trace {
  name: string
  points: { x: number; y: number }[]
  rings: boolean
  /** Drawn thinner and dashed: the run laid under another. */
  under: boolean
}
export interface ChartMark {
  x: number
  text: string
}

/** The levels of a run as a trace: a line where they were streamed, else a ring for each. */
export function traceOf({ tS, mm }: DrawnLevels, streamed: boolean, name: string): Trace {
  return { name, points: tS.map((x, i) => ({ x, y: mm[i] as number })), rings: !streamed, under: false }
}

/** Seconds and levels that must fit on the chart. */
export function extent(
  band: BandShape | null,
  traces: readonly Trace[],
  nowS: number,
  carriedOnS = 0,
): { endS: number; topMm: number } {
  const bandEnd = Math.max(0, ...(band ? [...band.mid, ...band.hi].map((point) => point.x) : []))
  const traceEnd = Math.max(0, ...traces.map((trace) => trace.points.at(-1)?.x ?? 0))
  const levels = [...(band?.mid ?? []), ...traces.flatMap((trace) => trace.points)].map((point) => point.y)
  return {
    // A run far too slow would flatten the band it is compared with: its forecast gets room for three times the band, no more.
    endS: Math.max(
      20,
      bandEnd * 1.08,
      traceEnd * 1.04,
      nowS * 1.12,
      Math.min(carriedOnS * 1.04, bandEnd * 3),
    ),
    topMm: Math.max(40, levels.reduce((most, y) => Math.max(most, y), 0) * 1.08),
  }
}

/** A pleasant step for an axis of this length: about `count` steps of 1, 2 or 5 times a power of ten (or of a minute). */
export function niceStep(length: number, count: number, steps: readonly number[]): number {
  return steps.find((step) => length / step <= count) ?? (steps.at(-1) as number)
}

/** A run in which the level should stand: a flat band as thick as the noise of a reading. */
export function standingBand(levelMm: number, endS: number): BandShape {
  const flat = (mm: number) => [
    { x: 0, y: levelMm + mm },
    { x: endS, y: levelMm + mm },
  ]
  return { lo: flat(-STANDING_MM), mid: flat(0), hi: flat(STANDING_MM) }
}
const STANDING_MM = 3

/** Levels that a chart of a standing run shows: its readings and the leak's height, with room around, so that millimetres can be seen. */
export function standingZoom(
  levels: readonly number[],
  height: { lo: number; hi: number } | null,
): { loMm: number; hiMm: number } {
  const all = height ? [...levels, height.lo, height.hi] : [...levels]
  const hi = Math.max(...all)
  const lo = Math.min(...all)
  const span = Math.max(50, (hi - lo) * 1.3)
  const middle = (hi + lo) / 2
  return { loMm: middle - span / 2, hiMm: middle + span / 2 }
}
