import { describe, expect, it } from '@jest/globals'
import { guessRun } from '../src/files/logger/guessRun.ts'
import { cellsOf, guessForm, type LogForm, numberOf } from '../src/files/logger/logColumns.ts'
import { type ClockParts, dayOrMonth } from '../src/files/logger/logTime.ts'
import {
  LogReader,
  type LogReading,
  levelOfPressureMm,
  MOST_POINTS,
  type ReadLog,
} from '../src/files/logger/readLog.ts'

/** A place whose clock goes two hours before Greenwich. */
const instantAt = ({ year, month, day, hour, minute, second }: ClockParts) =>
  Date.UTC(year, month - 1, day, hour - 2, minute, 0) + second * 1000
const rest: Omit<LogReading, 'form'> = {
  waterTempC: 20,
  zeroMm: 0,
  pulsesPerL: 450,
  sampleS: 0.5,
  beginsMs: 1e12,
  day: { year: 2026, month: 3, day: 2 },
  aheadS: 0,
  instantAt,
}
function guessed(text: string): LogForm {
  const form = guessForm(text.split(/\r?\n/).slice(0, 100))
  if (!form) throw new Error('nothing guessed')
  return form
}
function read(text: string, change: Partial<LogReading> = {}): ReadLog {
  const reader = new LogReader({ form: guessed(text), ...rest, ...change })
  for (const line of text.split(/\r?\n/)) reader.push(line)
  return reader.finish()
}
const roles = (form: LogForm) => form.columns.map(({ role, unit }) => (unit ? `${role} ${unit}` : role))

describe('files written by other programs’ conventions', () => {
  it('semicolons, decimal commas, CRLF, a mark of the byte order and lines above the head', () => {
    const text =
      '\uFEFFGerät: Tauchsonde 3\r\nSeriennummer;0042\r\n\r\nZeit;Füllstand (cm);Temperatur\r\n02.03.2026 09:14:05;12,05;18,2\r\n02.03.2026 09:14:06;11,95;18,2\r\n02.03.2026 09:14:07;1.011,85;18,2\r\n02.03.2026 09:14:08;11,75;18,2\r\n'
    const form = guessed(text)
    expect([form.delimiter, form.decimal, form.time, roles(form)]).toEqual([
      ';',
      ',',
      'day-first',
      ['instant', 'level cm', 'none'],
    ])
    const { atMs, levelMm, stepS } = read(text)
    expect(atMs[0]).toBe(Date.UTC(2026, 2, 2, 7, 14, 5))
    expect([...levelMm]).toEqual([120.5, 119.5, 10_118.5, 117.5])
    expect(stepS).toBe(1)
  })
  it('the month first, twelve hours, quotes and inches', () => {
    const text =
      'Date,Level in,"Flow, gal/min"\n"3/14/2026 12:59:58 PM",4.5,"2.0"\n"3/14/2026 12:59:59 PM",4.25,2.1\n"3/14/2026 1:00:00 PM",4,2.2\n'
    const form = guessed(text)
    expect([form.delimiter, form.decimal, form.time, roles(form)]).toEqual([
      ',',
      '.',
      'month-first',
      ['instant', 'level in', 'flow gal/min'],
    ])
    const { atMs, levelMm, flowLMin } = read(text)
    expect((atMs[2] ?? 0) - (atMs[0] ?? 0)).toBe(2000)
    expect(atMs[2]).toBe(Date.UTC(2026, 2, 14, 11))
    expect(levelMm[1]).toBeCloseTo(107.95, 6)
    expect(flowLMin[0]).toBeCloseTo(7.570823568, 6)
  })
  it('ISO times with a zone, tabs, and a pressure in millibar', () => {
    const text =
      'timestamp\tP mbar\n2026-03-02T09:14:05.250Z\t10\n2026-03-02T11:14:05.750+02:00\t9\n2026-03-02T09:14:06.250Z\t8\n'
    const form = guessed(text)
    expect([form.delimiter, form.time, roles(form)]).toEqual(['\t', 'iso', ['instant', 'pressure mbar']])
    const { atMs, levelMm } = read(text)
    expect([...atMs]).toEqual([250, 750, 1250].map((ms) => Date.UTC(2026, 2, 2, 9, 14, 5) + ms))
    // 1 kPa of water at 20 °C (998.207 kg/m³, IAPWS) and standard gravity.
    expect(levelMm[0]).toBeCloseTo(102.154, 2)
  })
  it('milliseconds that have elapsed, hours and minutes that have, numbered samples, seconds since 1970', () => {
    expect(roles(guessed('elapsed ms,level\n0,10\n100,11\n200,12'))).toEqual(['elapsed ms', 'level mm'])
    expect([...read('elapsed ms,level\n0,10\n100,11\n200,12').atMs]).toEqual([1e12, 1e12 + 100, 1e12 + 200])
    const clock = 'Elapsed,level\n0:00:00,10\n0:00:01,11\n1:00:02.5,12'
    expect([roles(guessed(clock))[0], read(clock).atMs[2]]).toEqual(['elapsed s', 1e12 + 3_602_500])
    expect(read('Sample,Nivel cm\n1,10\n2,11\n3,12').atMs[1]).toBe(1e12 + 1000)
    expect(read('t,level\n1772442845,10\n1772442846,11\n1772442847,12').atMs[0]).toBe(1_772_442_845_000)
  })
  it('no head at all: what rises is the time, and what it is of is left to whoever knows', () =>
    expect(roles(guessed('0,120\n0.5,119\n1,118\n1.5,117'))).toEqual(['elapsed s', 'none']))
  it('a time of day alone goes on after midnight', () => {
    const { atMs } = read('Hora,Nivel mm\n23:59:59,1\n00:00:00,2\n00:00:01,3')
    expect([(atMs[1] ?? 0) - (atMs[0] ?? 0), (atMs[2] ?? 0) - (atMs[1] ?? 0)]).toEqual([1000, 1000])
  })
  it('nothing that is no table', () => {
    expect(guessForm(['hello', 'there', 'and so on'])).toBeNull()
    expect(guessForm(['a,b', 'c,d', 'e,f'])).toBeNull()
    expect(guessForm([])).toBeNull()
  })
})

it('says where day and month could change places', () => {
  expect(dayOrMonth(['03/02/2026 10:00:00'])).toBe(true)
  expect(dayOrMonth(['03/14/2026 10:00:00'])).toBe(false)
  expect(dayOrMonth(['03/03/2026 10:00:00'])).toBe(false)
})

it('takes no text for a number, and none for another', () => {
  const one = (text: string, decimal: '.' | ',') => numberOf(text, decimal)
  expect([
    one('1.234,5', ','),
    one('1,234.5', '.'),
    one('1,5', '.'),
    one('1.5', ','),
    one('12.34,5', ','),
    one('- -', '.'),
    one('0x10', '.'),
    one('1e3', '.'),
  ]).toEqual([1234.5, 1234.5, Number.NaN, Number.NaN, Number.NaN, Number.NaN, Number.NaN, 1000])
  expect(cellsOf('a;"b;""c""";d', ';')).toEqual(['a', 'b;"c"', 'd'])
})

it('pulses become a flow by the meter’s factor, of a reading and of a counter that began anew', () => {
  // 450 pulses a litre: 7.5 pulses in half a second are two litres a minute.
  expect([...read('elapsed s,pulses\n0,0\n0.5,7.5\n1,15').flowLMin]).toEqual([2, 4])
  expect([...read('elapsed s,counter\n0,100\n0.5,107.5\n1,122.5\n1.5,3\n2,10.5').flowLMin]).toEqual([2, 4, 2])
})

it('leaves out what it cannot use, and says how much, why and where first', () => {
  const { rows, left, atMs } = read('elapsed s,level\n0,10\n1,11\n2,12\nx,13\n3,--\n2.5,14\n4,15\n1,16\n')
  expect([rows, atMs.length]).toEqual([8, 4])
  expect(left).toEqual([
    { why: 'no-time', count: 1, firstLine: 5 },
    { why: 'no-figure', count: 1, firstLine: 6 },
    { why: 'backwards', count: 2, firstLine: 7 },
  ])
})

it('finds the gaps, longest first', () => {
  const lines = Array.from({ length: 100 }, (_, n) => `${n + (n > 40 ? 30 : 0) + (n > 80 ? 9 : 0)},5`)
  const { gaps, stepS } = read(`elapsed s,level\n${lines.join('\n')}`)
  expect([stepS, gaps.map(({ fromMs, toMs }) => (toMs - fromMs) / 1000)]).toEqual([1, [31, 10]])
})

it('a million rows become forty thousand points at most, and lose neither water nor time', () => {
  const reader = new LogReader({ form: guessed('elapsed s,flow L/min\n0,6\n0.1,6\n0.2,6'), ...rest })
  reader.push('elapsed s,flow L/min')
  for (let n = 0; n < 1_000_000; n++) reader.push(`${n / 10},${6 + Math.sin(n / 1000)}`)
  const { atMs, flowLMin, rows, together, stepS } = reader.finish()
  expect([rows, atMs.length <= MOST_POINTS, together]).toEqual([1_000_000, true, 32])
  expect(stepS).toBeCloseTo(0.1, 6)
  expect(flowLMin.reduce((sum, one) => sum + one, 0) / flowLMin.length).toBeCloseTo(6, 2)
  expect(((atMs.at(-1) ?? 0) - (atMs[0] ?? 0)) / 1000).toBeGreaterThan(99_990)
})

it('a clock that is ahead is set right', () =>
  expect(
    read('t,level mm\n2026-03-02T09:00:30Z,1\n2026-03-02T09:00:31Z,2\n2026-03-02T09:00:32Z,3', { aheadS: 30 })
      .atMs[0],
  ).toBe(Date.UTC(2026, 2, 2, 9)))

it('a column of water is as high as its pressure says, hot or cold', () => {
  expect(levelOfPressureMm(0, 20)).toBe(0)
  // Densities of IAPWS R6-95: 999.70 at 10 °C, 983.20 at 60 °C.
  expect(levelOfPressureMm(1, 10)).toBeCloseTo(1e6 / (999.7 * 9.80665), 2)
  expect(levelOfPressureMm(1, 60)).toBeCloseTo(1e6 / (983.2 * 9.80665), 2)
})

describe('the run in a log', () => {
  const logOf = (level: (s: number) => number) =>
    read(
      `elapsed s,level mm\n${Array.from({ length: 1200 }, (_, n) => `${n / 2},${level(n / 2) + Math.sin(n) / 2}`).join('\n')}`,
    )
  it('of a drain lies between where the level leaves and where it stays', () => {
    const { kind, beginS, endS } = guessRun(logOf((s) => Math.min(120, Math.max(8, 120 - (s - 100)))))
    expect(kind).toBe('drain')
    expect(Math.abs(beginS - 100)).toBeLessThan(6)
    expect(Math.abs(endS - 212)).toBeLessThan(6)
  })
  it('of a fill the other way round', () => {
    const { kind, beginS, endS } = guessRun(logOf((s) => Math.max(0, Math.min(110, (s - 50) / 2))))
    expect([kind, Math.abs(beginS - 50) < 12, Math.abs(endS - 270) < 12]).toEqual(['fill', true, true])
  })
  it('is all of it where the level stays, or where there is none', () => {
    expect(guessRun(logOf((s) => 110 - s / 100))).toEqual({ kind: 'hold', beginS: 0, endS: 599.5 })
    expect(guessRun(read('elapsed s,flow L/min\n0,5\n1,5\n2,5'))).toEqual({
      kind: 'fill',
      beginS: 0,
      endS: 2,
    })
  })
})

describe('a current', () => {
  /** A pump that is switched on at 20 s with a surge, and off at 80 s; the level falls from 23 s to 70 s. */
  const log = (head: string, row: (s: number, level: number, amps: number) => string) =>
    [
      head,
      ...Array.from({ length: 101 }, (_, s) => {
        const level = s < 23 ? 110 : s < 70 ? 110 - (105 * (s - 23)) / 47 : 5
        const amps = s < 20 || s > 80 ? 0.02 : s === 20 ? 1.9 : 0.6
        return row(s, level, amps)
      }),
    ].join('\n')
  it('tells when the pump was switched on, before the level began to fall', () => {
    const text = log('elapsed s;level mm;pump current mA', (s, level, amps) => `${s};${level};${amps * 1000}`)
    expect(roles(guessed(text))).toEqual(['elapsed s', 'level mm', 'current mA'])
    const found = read(text)
    expect(found.currentA[30]).toBeCloseTo(0.6, 9)
    const run = guessRun(found)
    expect(run).toMatchObject({ kind: 'drain', beginS: 20 })
    expect(run.endS).toBeGreaterThan(65)
    expect(run.endS).toBeLessThan(71)
  })
  it('alone times the run, and a current that never changes tells nothing', () => {
    const alone = log('elapsed s;Corriente A', (s, _level, amps) => `${s};${amps}`)
    expect(guessRun(read(alone))).toEqual({ kind: 'drain', beginS: 20, endS: 81 })
    const even = log('elapsed s;level mm;current A', (s, level) => `${s};${level};0.6`)
    expect(guessRun(read(even)).beginS).toBeGreaterThan(21)
  })
})
