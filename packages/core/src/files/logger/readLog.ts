import { vectorOf } from '../../numeric/vector.ts'
import { waterDensityKgM3 } from '../../physics/water/waterProperties.ts'
import { GRAVITY_M_PER_S2 } from '../../units.ts'
import { cellsOf, LOG_UNITS, type LogColumn, type LogForm, numberOf } from './logColumns.ts'
import { type ClockParts, instantReader, readClock } from './logTime.ts'

/** What it takes to read a log, beside how it is written. */
export interface LogReading {
  form: LogForm
  /** For a level by pressure: temperature of the water, °C, and the level that no pressure stands for, mm above the port. */
  waterTempC: number
  zeroMm: number
  /** Pulses that a litre gives. */
  pulsesPerL: number
  /** Seconds between samples that are only numbered. */
  sampleS: number
  /** Where the file names no day, and where its times begin that have only elapsed: ms since 1970. */
  beginsMs: number
  day: Pick<ClockParts, 'year' | 'month' | 'day'>
  /** How far the logger's clock is ahead of the device's, s. */
  aheadS: number
  instantAt: (parts: ClockParts) => number
}

/** What a log came to. Instants in ms since 1970; NaN = nothing at that time. */
export interface ReadLog {
  atMs: Float64Array
  levelMm: Float64Array
  rulerMm: Float64Array
  flowLMin: Float64Array
  /** Of pump or valve: tells when either ran, and is not kept. */
  currentA: Float64Array
  /** Rows of the file, and those that were left out: no time, no figure, or a time before the one above. */
  rows: number
  left: { why: 'no-time' | 'no-figure' | 'backwards'; count: number; firstLine: number }[]
  /** Usual time from one reading to the next, s. */
  stepS: number
  /** Readings put together into one: 1 = as they were. */
  together: number
  /** Times without readings, longest first, at most ten. */
  gaps: { fromMs: number; toMs: number }[]
}

/** So many points are kept: more than any screen shows, and what a run's readings may be. */
export const MOST_POINTS = 40_000
/** A pause of so many steps is a gap. */
const GAP_STEPS = 5
const MOST_GAPS = 10
/** Steps by which the usual one is told. */
const STEPS_HELD = 2000

/** What one row says: level, ruler, flow, current; NaN = nothing. */
type Values = [number, number, number, number]
const PARTS = [0, 1, 2, 3] as const

/** Reads a log line by line, as it comes; holds no more of a million rows than of forty thousand. */
export class LogReader {
  private readonly reading: LogReading
  private readonly timeAt: number
  private readonly instant: (cell: string) => number
  private readonly sums = [
    new Float64Array(MOST_POINTS),
    new Float64Array(MOST_POINTS),
    new Float64Array(MOST_POINTS),
    new Float64Array(MOST_POINTS),
  ] as const
  private readonly counts = [
    new Uint32Array(MOST_POINTS),
    new Uint32Array(MOST_POINTS),
    new Uint32Array(MOST_POINTS),
    new Uint32Array(MOST_POINTS),
  ] as const
  private readonly times = new Float64Array(MOST_POINTS)
  private readonly inPoint = new Uint32Array(MOST_POINTS)
  private points = 0
  private together = 1
  private line = 0
  private rows = 0
  private lastMs = Number.NEGATIVE_INFINITY
  private counted = Number.NaN
  private readonly steps: number[] = []
  private readonly pauses: { fromMs: number; toMs: number }[] = []
  private readonly left = new Map<ReadLog['left'][number]['why'], { count: number; firstLine: number }>()

  constructor(reading: LogReading) {
    this.reading = reading
    this.timeAt = reading.form.columns.findIndex(
      ({ role }) => role === 'instant' || role === 'elapsed' || role === 'sample',
    )
    this.instant = instantReader(reading.form.time ?? 'epoch', reading.instantAt, reading.day)
  }

  /** @param text - One line without its end. */
  push(text: string): void {
    this.line++
    if (this.line <= this.reading.form.headerLines || text.trim() === '') return
    this.rows++
    const cells = cellsOf(text, this.reading.form.delimiter)
    const atMs = this.timeOf(cells)
    const before = this.lastMs
    const why = !Number.isFinite(atMs) ? 'no-time' : atMs <= before ? 'backwards' : null
    if (why) {
      this.leave(why)
      return
    }
    const first = !Number.isFinite(before)
    const values = this.valuesOf(cells, first ? Number.NaN : (atMs - before) / 1000)
    this.lastMs = atMs
    if (!first) this.pause(before, atMs)
    if (!values.every(Number.isNaN)) this.add(atMs, values)
    // What counts says nothing in its first row: it is where it counts from.
    else if (!first || !this.reading.form.columns.some(({ role }) => role === 'pulses' || role === 'counter'))
      this.leave('no-figure')
  }

  finish(): ReadLog {
    const n = this.points
    const mean = (k: (typeof PARTS)[number]) =>
      vectorOf({ length: n }, (_, i) => {
        const count = this.counts[k][i] as number
        return count === 0 ? Number.NaN : (this.sums[k][i] as number) / count
      })
    const sorted = [...this.steps].sort((a, b) => a - b)
    const stepS = sorted[sorted.length >> 1] ?? Number.NaN
    return {
      atMs: vectorOf({ length: n }, (_, i) => (this.times[i] as number) / (this.inPoint[i] as number)),
      levelMm: mean(0),
      rulerMm: mean(1),
      flowLMin: mean(2),
      currentA: mean(3),
      rows: this.rows,
      left: [...this.left].map(([why, { count, firstLine }]) => ({ why, count, firstLine })),
      stepS,
      together: this.together,
      gaps: this.pauses
        .filter(({ fromMs, toMs }) => (toMs - fromMs) / 1000 > GAP_STEPS * stepS)
        .slice(0, MOST_GAPS),
    }
  }

  private leave(why: ReadLog['left'][number]['why']): void {
    const so = this.left.get(why)
    if (so) so.count++
    else this.left.set(why, { count: 1, firstLine: this.line })
  }

  private timeOf(cells: readonly string[]): number {
    const { form, beginsMs, sampleS, aheadS } = this.reading
    const column = form.columns[this.timeAt]
    const cell = cells[this.timeAt] ?? ''
    if (!column) return Number.NaN
    if (column.role === 'instant') return this.instant(cell) - aheadS * 1000
    const n = elapsedOf(cell, form.decimal)
    if (column.role === 'sample') return beginsMs + n * sampleS * 1000
    return beginsMs + n * factorOf(column) * 1000
  }

  /** Level, ruler, flow and current of a row. */
  private valuesOf(cells: readonly string[], stepS: number): Values {
    const { form, waterTempC, zeroMm, pulsesPerL } = this.reading
    const values: Values = [Number.NaN, Number.NaN, Number.NaN, Number.NaN]
    form.columns.forEach((column, n) => {
      const { role } = column
      if (role === 'none' || n === this.timeAt) return
      const value = numberOf(cells[n] ?? '', form.decimal)
      if (role === 'level') values[0] = value * factorOf(column)
      if (role === 'ruler') values[1] = value * factorOf(column)
      if (role === 'flow') values[2] = value * factorOf(column)
      if (role === 'current') values[3] = value * factorOf(column)
      if (role === 'pressure') values[0] = zeroMm + levelOfPressureMm(value * factorOf(column), waterTempC)
      if (role === 'pulses') values[2] = ((value / pulsesPerL) * 60) / stepS
      if (role === 'counter') {
        // A counter that begins anew says nothing of the time between.
        const more = value - this.counted
        values[2] = more >= 0 ? ((more / pulsesPerL) * 60) / stepS : Number.NaN
        if (Number.isFinite(value)) this.counted = value
      }
    })
    return values.map((value) => (Number.isFinite(value) ? value : Number.NaN)) as Values
  }

  private pause(fromMs: number, toMs: number): void {
    if (this.steps.length < STEPS_HELD) this.steps.push((toMs - fromMs) / 1000)
    // The longest are kept: which of them are gaps is known once the usual step is.
    const last = this.pauses.at(-1)
    if (this.pauses.length >= MOST_GAPS && last && last.toMs - last.fromMs >= toMs - fromMs) return
    this.pauses.push({ fromMs, toMs })
    this.pauses.sort((a, b) => b.toMs - b.fromMs - (a.toMs - a.fromMs))
    if (this.pauses.length > MOST_GAPS) this.pauses.pop()
  }

  private add(atMs: number, values: Readonly<Values>): void {
    const before = this.points - 1
    const joins = before >= 0 && (this.inPoint[before] as number) < this.together
    if (!joins && this.points === MOST_POINTS) {
      this.halve()
      this.add(atMs, values)
      return
    }
    const at = joins ? before : this.points++
    this.times[at] = (joins ? (this.times[at] as number) : 0) + atMs
    this.inPoint[at] = (joins ? (this.inPoint[at] as number) : 0) + 1
    for (const k of PARTS) {
      if (!joins) {
        this.sums[k][at] = 0
        this.counts[k][at] = 0
      }
      if (Number.isNaN(values[k])) continue
      this.sums[k][at] = (this.sums[k][at] as number) + values[k]
      this.counts[k][at] = (this.counts[k][at] as number) + 1
    }
  }

  /** There is no more room: from here on each point is the mean of twice as many readings. */
  private halve(): void {
    const half = this.points >> 1
    const merge = (list: Float64Array | Uint32Array) => {
      for (let i = 0; i < half; i++) list[i] = (list[2 * i] as number) + (list[2 * i + 1] as number)
    }
    for (const list of [this.times, this.inPoint, ...this.sums, ...this.counts]) merge(list)
    this.points = half
    this.together *= 2
  }
}

/** What has elapsed, as a number or as hours, minutes and seconds. */
function elapsedOf(cell: string, decimal: '.' | ','): number {
  const n = numberOf(cell, decimal)
  if (!Number.isNaN(n)) return n
  const clock = readClock(cell)
  return clock?.form === 'clock' ? clock.hour * 3600 + clock.minute * 60 + clock.second : Number.NaN
}

function factorOf({ role, unit }: LogColumn): number {
  const kind = role === 'ruler' ? 'level' : role
  if (!(kind in LOG_UNITS)) return 1
  const units: Readonly<Record<string, number>> = LOG_UNITS[kind as keyof typeof LOG_UNITS]
  return units[unit ?? ''] ?? Number.NaN
}

/**
 * The column of still water that a pressure above the air's stands for, mm.
 * @param kpa - Pressure above that of the air, kPa. @param tempC - Temperature of the water, °C, 0..100. @throws {RangeError} Outside that range.
 */
export function levelOfPressureMm(kpa: number, tempC: number): number {
  return (kpa * 1e6) / (waterDensityKgM3(tempC) * GRAVITY_M_PER_S2)
}
