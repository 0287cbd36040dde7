import type { FaultId } from '../../src/reason/catalogue/faultCard.ts'
import type { Draw } from './draw.ts'
import { AS_IT_SHOULD, MISTAKEN, SIGNS, type Signs } from './faultSigns.ts'
import type { Watching } from './leakObserver.ts'
import { byHand, byStream, drawTrueTub, integrate, levelOn, type TrueTub, tapedAs } from './trueTub.ts'

export type Family =
  | 'front-load'
  | 'front-load-sealed'
  | 'top-load-belt'
  | 'top-load-motor-pump'
  | 'top-load-pump'
export interface TownCase {
  truth: FaultId | 'none'
  family: Family
  /** How a leak was watched for. */
  watching?: Watching
  file: { observations: { check: string }[] } & Record<string, unknown>
}

const G = 9.80665
/** How often somebody makes a look that finds the fault, and one of the others. */
const MADE = { telling: 0.72, other: 0.16 } as const
export const MISTAKEN_SHARE = 0.05
const RUN_MADE = { telling: 0.85, other: 0.3 } as const

/** Whether a machine of a family can have a fault. */
export function canHave(family: Family, signs: Signs): boolean {
  const front = family.startsWith('front')
  if (signs.front && !front) return false
  if (signs.top && (front || family === 'top-load-belt')) return false
  return !(signs.electric && family === 'top-load-motor-pump')
}

/** Whether somebody makes a look or a run: now and then, or whatever there is. */
type Makes = (share: number) => boolean

/**
 * One call: a machine with one fault that is no leak, or with none, and what somebody found in half an hour.
 * @param all - Every look, reading and run there is, as if somebody had all day.
 */
export function callWith(truth: FaultId | 'none', family: Family, draw: Draw, all = false): TownCase {
  const makes: Makes = (share) => all || draw.chance(share)
  const signs: Signs = truth === 'none' ? { calls: 0, says: { routine: 1 } } : (SIGNS[truth] as Signs)
  const front = family.startsWith('front')
  const tub = drawTrueTub(front ? 'front' : 'top', draw)
  const full = front ? draw.uniform(0.1, 0.16) : draw.uniform(0.22, 0.32)
  const port = front ? draw.uniform(0.12, 0.2) : draw.uniform(0.18, 0.28)
  const volts = draw.chance(0.5) ? 120 : 230
  const rated = draw.uniform(6.5, 11.5)
  const house = draw.uniform(220, 480)
  const rim = signs.drain === 'high' ? draw.uniform(1.45, 2) : draw.uniform(0.78, 1.05)
  const observations: Record<string, unknown>[] = []
  for (const complaint of complaints(signs, draw)) observations.push({ check: 'complaint', value: complaint })
  const side = draw.chance(0.5) || (all && signs.reads?.['valve.coil']) ? 'cold' : 'hot'
  look(observations, signs, family, side, draw, makes)
  read(observations, signs, volts, front, draw, makes)
  if (makes(signs.drain === 'high' ? 0.8 : 0.4))
    observations.push({ check: 'standpipe.height', value: Math.round(rim * 1000 + draw.normal(0, 12)) })
  const runs: object[] = []
  const made = (telling: boolean) => makes(telling ? RUN_MADE.telling : RUN_MADE.other)
  if (made(signs.fill !== undefined))
    runs.push(...fills(signs, tub, full, rated, house, side, draw, observations, makes))
  if (made(signs.drain !== undefined)) {
    const { timed, stopM } = drains(signs, tub, full, port, rim, draw, makes)
    runs.push(...timed)
    if (all && stopM !== null)
      observations.push({
        check: 'drain.lift-stop',
        value: stopM > REACH_M ? `above ${REACH_M * 1000}` : Math.round(stopM * 1000 + draw.normal(0, 30)),
      })
  }
  if (made(signs.hold !== undefined)) runs.push(...stands(signs, tub, full, draw))
  return {
    truth,
    family,
    file: {
      format: 'brendik-visit/1',
      machine: {
        family,
        label: 'made up',
        tub: tapedAs(tub, draw),
        valve: draw.chance(0.5)
          ? { rated_l_min: Number(rated.toFixed(1)), taps: ['cold', 'hot'] }
          : { taps: ['cold', 'hot'] },
        pump: { supply_v: volts },
        drain_hose: { bore_mm: 20, length_m: 2 },
        fill_level_mm: Math.round(full * 1000),
      },
      site: { port_height_mm: Math.round(port * 1000), water_temp_c: 15 },
      runs,
      observations: observations as TownCase['file']['observations'],
    },
  }
}

function pick<T>(entries: readonly (readonly [T, number])[], draw: Draw): T {
  let x = draw.uniform(
    0,
    entries.reduce((sum, [, w]) => sum + w, 0),
  )
  for (const [value, w] of entries) {
    x -= w
    if (x <= 0) return value
  }
  return (entries[0] as readonly [T, number])[0]
}

export { pick }

function complaints(signs: Signs, draw: Draw): string[] {
  const entries = Object.entries(signs.says)
  const first = draw.chance(0.05) ? 'noisy' : pick(entries, draw)
  return draw.chance(0.25) ? [...new Set([first, pick(entries, draw)])] : [first]
}

function look(into: object[], signs: Signs, family: Family, side: string, draw: Draw, makes: Makes): void {
  for (const [check, sound] of Object.entries(AS_IT_SHOULD)) {
    if (check === 'trap.look' && !family.startsWith('front')) continue
    if (check === 'clutch.feel' && !['top-load-belt', 'top-load-motor-pump'].includes(family)) continue
    const telling = signs.looks?.[check]
    if (!makes(telling ? MADE.telling : MADE.other)) continue
    const perTap = ['tap.look', 'screens.look', 'fill-hose.look'].includes(check)
    const asItIs = check === 'impeller.feel' && family === 'top-load-motor-pump' ? 'free' : sound
    const value =
      telling && draw.chance(telling[1])
        ? telling[0]
        : draw.chance(MISTAKEN_SHARE)
          ? (MISTAKEN[check] ?? asItIs)
          : asItIs
    into.push({ check, value, ...(perTap ? { tap: side } : {}) })
    if (perTap && makes(0.5)) into.push({ check, value: sound, tap: side === 'cold' ? 'hot' : 'cold' })
  }
}

function read(into: object[], signs: Signs, volts: number, front: boolean, draw: Draw, makes: Makes): void {
  const made = (check: string) => makes(signs.reads?.[check] ? 0.75 : signs.drain === 'none' ? 0.35 : 0.08)
  const tell = (check: string, value: number | string, more: object = {}) =>
    into.push({ check, value, ...more })
  const about = (x: number, sd: number) => Number((x * Math.max(0.2, draw.normal(1, sd))).toPrecision(3))
  if (signs.electric || makes(0.7)) {
    if (made('pump.winding')) {
      const how = signs.reads?.['pump.winding']
      tell(
        'pump.winding',
        how === 'open' ? 'open' : how === 'short' ? about(1.2, 0.4) : about(volts === 120 ? 16 : 190, 0.15),
      )
    }
    if (made('pump.voltage'))
      tell('pump.voltage', signs.reads?.['pump.voltage'] ? about(3, 0.4) : about(volts, 0.03))
    if (made('board.pump-pin'))
      tell('board.pump-pin', signs.reads?.['board.pump-pin'] ? about(3, 0.4) : about(volts, 0.03))
  }
  if (signs.reads?.['pump.runs-for'] && made('pump.runs-for'))
    tell('pump.runs-for', Math.round(draw.uniform(12, 160)))
  const inlet = signs.fill === 'none'
  if (makes(signs.reads?.['valve.coil'] ? 0.8 : inlet ? 0.6 : 0.05))
    tell('valve.coil', signs.reads?.['valve.coil'] ? 'open' : about(volts === 120 ? 900 : 3600, 0.15), {
      tap: 'cold',
    })
  if (makes(signs.reads?.['valve.voltage'] ? 0.8 : inlet ? 0.5 : 0.04))
    tell('valve.voltage', signs.reads?.['valve.voltage'] ? about(2, 0.5) : about(volts, 0.03), {
      tap: 'cold',
    })
  if (makes(signs.reads?.insulation ? 0.9 : signs.reads?.['pump.winding'] === 'short' ? 0.5 : 0.03))
    tell('insulation', signs.reads?.insulation ? about(0.1, 0.6) : about(40, 0.5))
  const shown = signs.reads?.['ruler-vs-indicated']
  if (makes(shown ? 0.7 : signs.fill === 'over' ? 0.4 : 0.06))
    tell(
      'ruler-vs-indicated',
      Math.round(
        shown === 'high'
          ? draw.uniform(60, 160)
          : shown === 'deep'
            ? draw.uniform(14, 45)
            : draw.normal(0, 4),
      ),
    )
  if (signs.drain === 'runs-back' && makes(0.6)) tell('drain.caught-back', about(front ? 0.5 : 0.6, 0.3))
}

const flowThrough = (rated: number, kpa: number, series: number) => {
  let [low, high] = [0, 60]
  for (let n = 0; n < 50; n++) {
    const q = (low + high) / 2
    const left = kpa - (series * (q / 60_000) ** 2) / 1000
    const valve =
      left >= 125
        ? rated * (1 + 0.03 * Math.log(left / 300))
        : rated * 0.974 * Math.sqrt(Math.max(0, left) / 125)
    if (valve > q) low = q
    else high = q
  }
  return low
}

function fills(
  signs: Signs,
  tub: TrueTub,
  full: number,
  rated: number,
  house: number,
  side: string,
  draw: Draw,
  into: object[],
  makes: Makes,
): object[] {
  const healthy = flowThrough(rated, house, 2.9e12)
  const taps = makes(0.5) ? ['cold', 'hot'] : [draw.chance(signs.fill ? 0.85 : 0.5) ? side : 'cold']
  const left = draw.uniform(0.25, 0.75)
  return taps.map((tap) => {
    const hit = signs.fill === 'slow-house' || (signs.fill === 'slow-side' && tap === side)
    const flow = healthy * Math.max(0.5, draw.normal(1, 0.05)) * (hit ? left : 1)
    if (hit && makes(0.5)) {
      const open = Math.sqrt((house * 1000) / 2e12) * 60_000
      const low = signs.fill === 'slow-house' || signs.looks?.['tap.look'] !== undefined
      into.push({
        check: 'tap.bucket',
        tap,
        value: Number((open * (low ? 0.5 * left + 0.1 : 1) * draw.normal(1, 0.05)).toFixed(1)),
      })
    }
    const none = signs.fill === 'none' && (tap === side || signs.reads?.['valve.coil'] === undefined)
    const stream = draw.chance(0.4)
    const goesTo = signs.fill === 'over' && draw.chance(0.8) ? full + draw.uniform(0.05, 0.09) : full
    const siphoned = signs.hold === 'siphons' ? 0.6 : 1
    const track = integrate(
      tub,
      0.005,
      () => ((none ? 0 : flow) * siphoned) / 60_000,
      (h, t) => h >= goesTo || t > (none ? 180 : 1200),
    )
    const level = (t: number) => levelOn(track, t)
    const rows: (number | null)[][] = stream
      ? byStream(level, track.endS, draw, 1)
      : byHand(level, track.endS, draw, { everyS: 15 })
    const gain = signs.fill === 'meter' ? draw.uniform(0.1, 0.7) : draw.normal(1, 0.02)
    const metered = signs.fill === 'meter' || draw.chance(0.2)
    return {
      kind: 'fill',
      taps: [tap],
      source: stream ? 'stream' : 'hand',
      columns: metered ? ['t_s', 'level_mm', 'flow_l_min'] : ['t_s', 'level_mm'],
      rows: metered
        ? rows.map((row) => [...row, Number((flow * gain * draw.normal(1, 0.02)).toFixed(1))])
        : rows,
      events: [{ t_s: 0, what: 'valve-open' }, ...(none ? [] : [{ t_s: track.endS, what: 'valve-closed' }])],
    }
  })
}

/** As far as a drain hose is raised by hand, m above the floor. */
const REACH_M = 1.8

function drains(
  signs: Signs,
  tub: TrueTub,
  full: number,
  port: number,
  rim: number,
  draw: Draw,
  makes: Makes,
): { timed: object[]; stopM: number | null } {
  const [sound, free] = [draw.uniform(2, 3.1), draw.uniform(31, 44) / 60_000]
  const area = (Math.PI * 0.02 ** 2) / 4
  const clean = ((0.08 * 2) / 0.02 + 3) / (2 * G * area * area)
  const b = sound / free ** 2
  const head = sound * (signs.drain === 'weak' ? draw.uniform(0.45, 0.78) : 1)
  const k = clean * draw.normal(1, 0.12) * (signs.drain === 'tight' ? Math.exp(draw.uniform(1, 3)) : 1)
  const none = signs.drain === 'none'
  const stopsAt = draw.uniform(12, 50)
  const ends = makes(0.35) ? [rim, 0.4] : [rim]
  const backedUp = { from: draw.uniform(0.2, 0.5), to: draw.uniform(0.15, 0.4) }
  const timed = ends.map((end) => {
    const z = end - port
    const flow = (h: number, t: number) => {
      if (none) return 0
      if (signs.drain === 'stops' && t > stopsAt) return 0
      const q = Math.sqrt(Math.max(0, head + h - z) / (b + k))
      if (signs.drain === 'foam') return q * (0.55 + 0.45 * Math.sin(t / 3) * Math.sin(t / 7))
      if (signs.drain === 'backs-up' && h < full * (1 - backedUp.from)) return q * backedUp.to
      return q
    }
    const track = integrate(
      tub,
      full,
      (h, t) => -flow(h, t),
      (h, t) => h <= 0.006 || t > (none || signs.drain === 'stops' ? 150 : 1200),
    )
    const level = (t: number) => levelOn(track, t)
    const stream = draw.chance(0.4)
    const rows = stream
      ? byStream(level, track.endS, draw, 1)
      : byHand(level, track.endS, draw, { everyS: 8 })
    const done = level(track.endS) <= 0.007
    return {
      kind: 'drain',
      hose_end_mm: Math.round(end * 1000),
      source: stream ? 'stream' : 'hand',
      columns: ['t_s', 'level_mm'],
      rows,
      events: [{ t_s: 0, what: 'pump-on' }, ...(done ? [{ t_s: track.endS, what: 'air-drawn' }] : [])],
    }
  })
  // Raised while the tub is about half full, until the stream just stops.
  return { timed, stopM: none || signs.drain === 'stops' ? null : port + 0.55 * full + head }
}

function stands(signs: Signs, tub: TrueTub, full: number, draw: Draw): object[] {
  const tau = draw.uniform(150, 700)
  const rate = Math.exp(draw.uniform(Math.log(0.15), Math.log(2))) / 60_000
  const flow = signs.hold === 'seeps' ? rate : signs.hold === 'siphons' ? -3 * rate : 0
  const track = integrate(
    tub,
    full,
    () => flow,
    (h, t) => t >= 600 || h <= 0.01,
    2,
  )
  const level = (t: number) => levelOn(track, t)
  const shown = (t: number) => (signs.hold === 'decays' ? level(t) * Math.exp(-t / tau) : level(t))
  const rows = byHand(shown, track.endS, draw, { everyS: 60 }).map(([t, mm]) => [
    t,
    mm,
    Math.round(level(t) * 1000 + draw.normal(0, 1.5)),
  ])
  return [{ kind: 'hold', hose_end_mm: 900, columns: ['t_s', 'level_mm', 'ruler_mm'], rows, events: [] }]
}
