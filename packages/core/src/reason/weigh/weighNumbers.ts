import { figureOf, type Message, message } from '../../message.ts'
import { PUMP_WINDING_BANDS, VALVE_COIL_BANDS } from '../../physics/electrical/winding.ts'
import type { FaultCard } from '../catalogue/faultCard.ts'
import { checkFacts } from '../checks/checks.ts'
import type { CheckId } from '../checks/checkTypes.ts'
import type { Observation } from '../evidence/seen/observations.ts'
import type { FaultWay } from './faultWays.ts'
import { effectOf, either, onItsSide, type Piece, shownWay, wayOf } from './piece.ts'

/** What is known of the machine's circuits. Null = not known. */
export interface Circuits {
  supplyV: 120 | 230 | null
  windingOhm: number | null
}

/** Readings that belong to something else: taken at the wrong place, in the wrong range. Share and spread in the logarithm. Estimates. */
const ASTRAY = { share: 0.03, lnSd: 3 } as const
/** Spread of sound windings about a plate, about a band's middle; of shorted ones; of hot ones. In the logarithm; estimates. */
const OHM_SD = { plate: 0.12, band: 0.24, short: 1, hot: 0.15 } as const
/** An open circuit read by somebody with a bad contact, and one that was missed. Estimates. */
const OPEN = { anyhow: 0.008, seen: 0.96 } as const
/** From this many times the usual on a winding counts as open. */
const OPEN_FROM = 30
/** A dead line reads a few volts, a live one its supply. V and shares; estimates. */
const LIVE_SD = 0.06
const DEAD_MEAN_V = 5

const bell = (x: number, mean: number, sd: number): number =>
  Math.exp(-0.5 * ((x - mean) / sd) ** 2) / (sd * Math.sqrt(2 * Math.PI))
const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length
const middle = ([lo, hi]: readonly [number, number]): number => Math.sqrt(lo * hi)

/** Readings of meter, tape and clock, the last of each check and tap. */
export function weighNumbers(
  ways: readonly FaultWay[],
  observations: readonly Observation[],
  circuits: Circuits,
): Piece[] {
  const last = new Map<string, Observation>()
  for (const look of observations) last.set(`${look.check} ${look.tap ?? ''}`, look)
  return [...last.values()].flatMap((look): Piece[] => {
    const likelihood = densityOf(ways, look, circuits)
    const id = `reading:${look.check}${look.tap ? `:${look.tap}` : ''}`
    const { check, tap } = look
    const from = { kind: 'check', check: check as CheckId, ...(tap ? { tap } : {}) } as const
    return likelihood ? [{ id, from, says: readingSaid(look), likelihood }] : []
  })
}

function readingSaid({ check, value }: Observation): Message {
  const facts = checkFacts(check)
  return message('found.look', {
    check: message(`check.${check}`),
    outcome:
      typeof value === 'number' && facts.kind === 'number'
        ? message('found.figure', { figure: figureOf(facts.quantity, value) })
        : message('found.open-circuit'),
  })
}

/** Whether a card speaks of a check, of choice or figure: with all others it shows what it shows on a sound machine. */
export function speaksOf({ id, looks, circuit, sensing, drain }: FaultCard, check: CheckId): boolean {
  if (check === 'ruler-vs-indicated') return sensing?.trueMinusShownMm !== undefined
  if (check === 'drain.caught-back') return drain?.runsBack !== undefined
  if (check === 'standpipe.height') return id === 'standpipe.too-high'
  return looks?.[check] !== undefined || (circuit !== undefined && check in circuit)
}

/** Density of a reading with one way, two or none; null = it tells nothing of faults, or is not weighed by itself. */
export function densityOf(
  ways: readonly FaultWay[],
  { check, value, tap }: Observation,
  circuits: Circuits,
): Piece['likelihood'] | null {
  const volts = circuits.supplyV ? [circuits.supplyV] : ([120, 230] as const)
  const id = check as CheckId
  const number = typeof value === 'number' ? value : null
  if (id === 'pump.winding' || id === 'valve.coil') {
    const usual =
      id === 'valve.coil'
        ? volts.map((v) => ({ ohm: middle(VALVE_COIL_BANDS[v]), sd: 0.4 }))
        : circuits.windingOhm
          ? [{ ohm: circuits.windingOhm, sd: OHM_SD.plate }]
          : volts.map((v) => ({ ohm: middle(PUMP_WINDING_BANDS[v].usual), sd: OHM_SD.band }))
    const density = ohmDensity(value, usual)
    return (i, j) => {
      const states = [i, j].flatMap((n) => {
        const way = wayOf(ways, n)
        const state = way && onItsSide(way, tap) ? way.card.circuit?.[id] : undefined
        return state ? [state] : []
      })
      return density(states[0] ?? 'sound')
    }
  }
  if (number === null) return null
  if (id === 'pump.voltage' || id === 'board.pump-pin' || id === 'valve.voltage') {
    const live = mean(volts.map((v) => bell(number, v, v * LIVE_SD)))
    const dead = Math.exp(-number / DEAD_MEAN_V) / DEAD_MEAN_V
    const astray = ASTRAY.share / 300
    return (i, j) => {
      const p = either(ways, i, j, (way) => (onItsSide(way, tap) ? way.card.circuit?.[id] : undefined), 0.03)
      return astray + (1 - p) * live + p * dead
    }
  }
  if (id === 'insulation') {
    const ln = Math.log(Math.max(1e-3, number))
    const [low, sound] = [bell(ln, Math.log(0.15), 1.3), bell(ln, Math.log(60), 1.4)]
    return (i, j) => {
      const p = either(ways, i, j, (way) => way.card.circuit?.insulation, 0.02)
      return 0.002 + p * low + (1 - p) * sound
    }
  }
  if (id === 'pump.runs-for') {
    const ln = Math.log(Math.max(1, number))
    const sound = bell(ln, Math.log(500), 0.9)
    return (i, j) => {
      const stopsAt = [i, j].map((n) => shownWay(ways, n)?.card.circuit?.['pump.runs-for']).find(Boolean)
      return 0.01 + (stopsAt ? bell(ln, Math.log(stopsAt), 1) : sound)
    }
  }
  if (id === 'ruler-vs-indicated') {
    const sound = bell(number, 0, 7)
    return (i, j) => {
      const off = [i, j]
        .map((n) => {
          const way = wayOf(ways, n)
          return way ? effectOf('sensing')(way)?.trueMinusShownMm : undefined
        })
        .find(Boolean)
      return 0.0006 + (off ? 0.9 * bell(number, off[0], off[1]) + 0.1 * sound : sound)
    }
  }
  if (id === 'drain.caught-back') {
    const ln = Math.log(Math.max(0.01, number))
    const [back, none] = [bell(ln, Math.log(0.5), 0.6), bell(ln, Math.log(0.06), 0.8)]
    return (i, j) => {
      const p = either(ways, i, j, (way) => way.card.drain?.runsBack, 0.05)
      return 0.01 + p * back + (1 - p) * none
    }
  }
  if (id === 'standpipe.height') {
    const sound = 0.97 * bell(number, 900, 170) + 0.03 / 2300
    const high = number > 1350 && number < 2800 ? 1 / 1450 : 1e-6
    const isHigh = (n: number) => wayOf(ways, n)?.card.id === 'standpipe.too-high'
    return (i, j) => (isHigh(i) || isHigh(j) ? high : sound)
  }
  return null
}

/** Density of a resistance in its logarithm, by how the winding is; an open circuit is a mass of its own. */
function ohmDensity(
  value: string | number,
  usual: readonly { ohm: number; sd: number }[],
): (state: 'sound' | 'open' | 'short' | 'high') => number {
  const most = Math.max(...usual.map(({ ohm }) => ohm))
  if (typeof value === 'string' || value > OPEN_FROM * most)
    return (state) => (state === 'open' ? OPEN.seen : OPEN.anyhow)
  const ln = Math.log(Math.max(0.05, value))
  const astray = ASTRAY.share * bell(ln, Math.log(most), ASTRAY.lnSd)
  const about = (shift: number, more: number) =>
    mean(usual.map(({ ohm, sd }) => bell(ln, Math.log(ohm) + shift, Math.hypot(sd, more))))
  const sound = about(0, 0)
  return (state) => {
    if (state === 'open') return (1 - OPEN.seen) * (0.3 * sound + astray)
    if (state === 'short') return astray + 0.95 * bell(ln, Math.log(0.09 * most), OHM_SD.short)
    return astray + (state === 'high' ? 0.6 * about(0.14, OHM_SD.hot) + 0.4 * sound : sound)
  }
}
