import { kpaFromInchesWater, kpaFromPsi, litresFromUsGallons, mmFromInches } from '../../units.ts'
import { readClock, type TimeForm, timeFormOf } from './logTime.ts'

/** What a column of a log holds: when, or what was read; pulses of one reading, or a counter that runs on. */
export const COLUMN_ROLES = [
  'instant',
  'elapsed',
  'sample',
  'level',
  'ruler',
  'pressure',
  'flow',
  'pulses',
  'counter',
  'current',
  'none',
] as const
export type ColumnRole = (typeof COLUMN_ROLES)[number]

/** How much of the product's own unit one of these is: mm, kPa, L/min, A, s. */
export const LOG_UNITS = {
  level: { mm: 1, cm: 10, m: 1000, in: mmFromInches(1) },
  pressure: {
    kPa: 1,
    Pa: 0.001,
    hPa: 0.1,
    mbar: 0.1,
    bar: 100,
    psi: kpaFromPsi(1),
    inH2O: kpaFromInchesWater(1),
    mmH2O: kpaFromInchesWater(1) / mmFromInches(1),
    cmH2O: (10 * kpaFromInchesWater(1)) / mmFromInches(1),
  },
  flow: {
    'L/min': 1,
    'L/h': 1 / 60,
    'L/s': 60,
    'mL/s': 0.06,
    'mL/min': 0.001,
    'gal/min': litresFromUsGallons(1),
    'm3/h': 1000 / 60,
  },
  current: { A: 1, mA: 0.001 },
  elapsed: { s: 1, ms: 0.001, min: 60, h: 3600 },
} as const
type UnitsOf<K extends keyof typeof LOG_UNITS> = keyof (typeof LOG_UNITS)[K]
export type LogUnit =
  | UnitsOf<'level'>
  | UnitsOf<'pressure'>
  | UnitsOf<'flow'>
  | UnitsOf<'current'>
  | UnitsOf<'elapsed'>

/** The units in which a column of a role may be written, the usual one first; none where there is nothing to choose. */
export function unitsOf(role: ColumnRole): readonly LogUnit[] {
  if (role === 'level' || role === 'ruler') return Object.keys(LOG_UNITS.level) as LogUnit[]
  if (role === 'pressure' || role === 'flow' || role === 'current' || role === 'elapsed')
    return Object.keys(LOG_UNITS[role]) as LogUnit[]
  return []
}

export interface LogColumn {
  role: ColumnRole
  unit: LogUnit | null
}
/** How the numbers and times of a log are written. */
export interface LogForm {
  delimiter: string
  decimal: '.' | ','
  /** Lines before the first row of figures; the last of them names the columns, if any does. */
  headerLines: number
  header: readonly string[]
  columns: readonly LogColumn[]
  time: TimeForm | null
}

const DELIMITERS = [';', '\t', '|', ','] as const

/** The cells of a line; a cell in quotes may hold its delimiter. */
export function cellsOf(line: string, delimiter: string): string[] {
  if (!line.includes('"')) return line.split(delimiter).map((cell) => cell.trim())
  const cells: string[] = []
  let [cell, quoted] = ['', false]
  for (let n = 0; n < line.length; n++) {
    const sign = line.charAt(n)
    if (sign === '"') {
      if (quoted && line.charAt(n + 1) === '"') {
        cell += '"'
        n++
      } else quoted = !quoted
    } else if (sign === delimiter && !quoted) {
      cells.push(cell.trim())
      cell = ''
    } else cell += sign
  }
  cells.push(cell.trim())
  return cells
}

/** A number as loggers write it; NaN = none. Groups of three before a decimal sign of the other kind are let through. */
export function numberOf(text: string, decimal: '.' | ','): number {
  let plain = text.replace(/[\s\u00a0\u202f]/g, '')
  if (plain === '') return Number.NaN
  const group = decimal === ',' ? '.' : ','
  if (plain.includes(group)) {
    const groups = decimal === ',' ? /^[-+]?\d{1,3}(\.\d{3})+(,\d+)?$/ : /^[-+]?\d{1,3}(,\d{3})+(\.\d+)?$/
    if (!groups.test(plain)) return Number.NaN
    plain = plain.replaceAll(group, '')
  }
  if (decimal === ',') plain = plain.replace(',', '.')
  return /^[-+]?(\d+\.?\d*|\.\d+)(e[-+]?\d+)?$/i.test(plain) ? Number(plain) : Number.NaN
}

/**
 * How a log is written, guessed by its first lines: who reads it looks at the guess and mends it.
 * @param lines - The first lines of the file, a hundred or so, without their ends.
 * @returns Null where there are no two columns with figures in three lines one below the other.
 */
export function guessForm(lines: readonly string[]): LogForm | null {
  const full = lines.map((line) => line.replace(/^\uFEFF/, '')).filter((line) => line.trim() !== '')
  let best: { delimiter: string; width: number; share: number } | null = null
  for (const delimiter of DELIMITERS) {
    const widths = new Map<number, number>()
    for (const line of full) {
      const width = cellsOf(line, delimiter).length
      if (width > 1) widths.set(width, (widths.get(width) ?? 0) + 1)
    }
    const [width, n] = [...widths].sort((a, b) => b[1] - a[1])[0] ?? [0, 0]
    const share = n / full.length
    // A comma may be a decimal sign: another sign that is as steady comes first.
    if (width > 1 && share > (best?.share ?? 0) + 1e-9) best = { delimiter, width, share }
  }
  if (!best || best.share < 0.5) return null
  const { delimiter, width } = best
  const rows = full.map((line) => cellsOf(line, delimiter))
  const decimal = guessDecimal(rows.flat(), delimiter)
  const figured = (row: string[]) =>
    row.length === width &&
    row.some((cell) => Number.isFinite(numberOf(cell, decimal)) || readClock(cell) !== null)
  const first = rows.findIndex(
    (row, n) => figured(row) && figured(rows[n + 1] ?? []) && figured(rows[n + 2] ?? []),
  )
  if (first < 0) return null
  const above = rows[first - 1]
  const header =
    above && above.length === width && above.some((cell) => /[a-zµ°]/i.test(cell))
      ? above
      : Array.from({ length: width }, () => '')
  const body = rows.slice(first).filter((row) => row.length === width)
  const columns = header.map((name, n) =>
    guessColumn(
      name,
      body.map((row) => row[n] ?? ''),
      decimal,
      n,
    ),
  )
  const timed = keepOneTime(columns)
  const at = timed.findIndex(({ role }) => role === 'instant')
  return {
    delimiter,
    decimal,
    headerLines: lines.findIndex((line) => line.replace(/^\uFEFF/, '') === full[first]),
    header,
    columns: timed,
    time: at < 0 ? null : timeFormOf(body.map((row) => row[at] ?? '')),
  }
}

function guessDecimal(cells: readonly string[], delimiter: string): '.' | ',' {
  if (delimiter === ',') return '.'
  const commas = cells.filter((cell) => /^[-+]?\d*,\d+(e[-+]?\d+)?$/i.test(cell)).length
  const points = cells.filter((cell) => /^[-+]?\d*\.\d+(e[-+]?\d+)?$/i.test(cell)).length
  return commas > points ? ',' : '.'
}

/** Words by which columns are named, English, Spanish and German. */
const NAMED: readonly [RegExp, ColumnRole][] = [
  [/elapsed|transcurrid|laufzeit|verstrichen/i, 'elapsed'],
  [/sample|index|muestra|\bnr\b|\bno\.?\b|\bn\b|#|zeile|fila|row/i, 'sample'],
  [/time|zeit|hora|tiempo|date|datum|fecha|stamp/i, 'instant'],
  [/counter|total|zähler|zaehler|contador/i, 'counter'],
  [/pulse|puls|impuls|count/i, 'pulses'],
  [/current|corriente|strom|\bamp/i, 'current'],
  [/press|druck|presi[oó]n/i, 'pressure'],
  [/flow|caudal|durchfluss|flujo/i, 'flow'],
  [/ruler|regla|lineal/i, 'ruler'],
  [/level|nivel|pegel|stand|height|altura|depth/i, 'level'],
]
/** Units by which columns are named, as they are written in heads of tables. */
const UNIT_WORDS: readonly [RegExp, ColumnRole, LogUnit][] = [
  [/mm\s?H2O|mmws|mmwc/i, 'pressure', 'mmH2O'],
  [/cm\s?H2O|cmws/i, 'pressure', 'cmH2O'],
  [/in\s?H2O|inwc|"?\s?w\.?c\.?/i, 'pressure', 'inH2O'],
  [/kPa/i, 'pressure', 'kPa'],
  [/hPa/i, 'pressure', 'hPa'],
  [/mbar/i, 'pressure', 'mbar'],
  [/\bbar\b/i, 'pressure', 'bar'],
  [/\bPa\b/, 'pressure', 'Pa'],
  [/\bpsi\b/i, 'pressure', 'psi'],
  [/ml\s?\/\s?s/i, 'flow', 'mL/s'],
  [/ml\s?\/\s?min/i, 'flow', 'mL/min'],
  [/\bl\s?\/\s?min|\blpm\b/i, 'flow', 'L/min'],
  [/\bl\s?\/\s?h/i, 'flow', 'L/h'],
  [/\bl\s?\/\s?s/i, 'flow', 'L/s'],
  [/gal\s?\/\s?min|\bgpm\b/i, 'flow', 'gal/min'],
  [/m(3|³)\s?\/\s?h/i, 'flow', 'm3/h'],
  [/\bmA\b/, 'current', 'mA'],
  [/\bA\b/, 'current', 'A'],
  [/\bmm\b/i, 'level', 'mm'],
  [/\bcm\b/i, 'level', 'cm'],
  [/\bin(ch(es)?)?\b/i, 'level', 'in'],
  [/\bms\b/i, 'elapsed', 'ms'],
  [/\bs(ec(onds?)?)?\b/i, 'elapsed', 's'],
  [/\bmin(utes?)?\b/i, 'elapsed', 'min'],
  [/\bm\b/i, 'level', 'm'],
  [/\bh(ours?)?\b/i, 'elapsed', 'h'],
]

function guessColumn(name: string, cells: readonly string[], decimal: '.' | ',', place: number): LogColumn {
  const filled = cells.filter((cell) => cell !== '')
  const numbers = filled.map((cell) => numberOf(cell, decimal))
  const figures = numbers.filter(Number.isFinite)
  const clocks = filled.filter((cell) => readClock(cell) !== null)
  if (clocks.length > 0.8 * filled.length && clocks.length > 0 && figures.length < clocks.length)
    return /elapsed|transcurrid|laufzeit|verstrichen/i.test(name)
      ? { role: 'elapsed', unit: 's' }
      : { role: 'instant', unit: null }
  if (figures.length < 0.5 * filled.length || figures.length === 0) return { role: 'none', unit: null }
  const inName = name.replaceAll('_', ' ')
  const unit = UNIT_WORDS.find(([word]) => word.test(inName))
  const role = NAMED.find(([word]) => word.test(inName))?.[1] ?? unit?.[1] ?? null
  if (role === 'instant' || role === 'elapsed' || (role === null && place === 0 && rises(figures))) {
    // Seconds or milliseconds since 1970 are instants.
    if (figures.every((n) => (n > 9e8 && n < 4e9) || (n > 9e11 && n < 4e12)))
      return { role: 'instant', unit: null }
    if (role === null && figures.every((n, k) => k === 0 || n === (figures[k - 1] ?? 0) + 1))
      return { role: 'sample', unit: null }
    return { role: 'elapsed', unit: unit?.[1] === 'elapsed' ? unit[2] : 's' }
  }
  if (role === null) return { role: 'none', unit: null }
  const units = unitsOf(role)
  const said = unit?.[2]
  return { role, unit: said && units.includes(said) ? said : (units[0] ?? null) }
}
const rises = (numbers: readonly number[]) =>
  numbers.length > 1 && numbers.every((n, k) => k === 0 || n >= (numbers[k - 1] ?? n))

/** One column tells the time: an instant before what has elapsed, and that before the number of a sample. */
function keepOneTime(columns: readonly LogColumn[]): LogColumn[] {
  const order: readonly ColumnRole[] = ['instant', 'elapsed', 'sample']
  const best = order.find((role) => columns.some((column) => column.role === role))
  const kept = columns.findIndex(({ role }) => role === best)
  return columns.map((column, n) =>
    order.includes(column.role) && n !== kept ? { role: 'none', unit: null } : column,
  )
}
