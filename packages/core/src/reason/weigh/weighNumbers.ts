import type { Tap } from '../../machine/machineSpec.ts'
import { figureOf, type Message, message } from '../../message.ts'
import { PUMP_WINDING_BANDS, VALVE_COIL_BANDS, windingOhmAt } from '../../physics/electrical/winding.ts'
import type { FaultCard } from '../catalogue/faultCard.ts'
import { checkFacts } from '../checks/checks.ts'
import type { CheckId } from '../checks/checkTypes.ts'
import { type Likelihood, NO_FAULT, type OfWays, toldApartAs, toldApartBy } from '../diagnosis/likelihood.ts'
import type { Observation } from '../evidence/seen/observations.ts'
import type { FaultWay } from './faultWays.ts'
import { either, onItsSide, type Piece } from './piece.ts'

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
    const likelihood =
      readingWeigher(ways, look.check as CheckId, look.tap, circuits)?.(atRoomHeat(look)) ?? null
    const id = `reading:${look.check}${look.tap ? `:${look.tap}` : ''}`
    const { check, tap } = look
    const from = { kind: 'check', check: check as CheckId, ...(tap ? { tap } : {}) } as const
    return likelihood ? [{ id, from, says: readingSaid(look), likelihood }] : []
  })
}

/** A winding's ohms as they would be at 20 °C, where its temperature is known: what is hot reads high. */
function atRoomHeat({ check, value, tempC }: Observation): string | number {
  const winding = check === 'pump.winding' || check === 'valve.coil'
  if (!winding || typeof value !== 'number' || value <= 0 || tempC === null || tempC === undefined)
    return value
  return windingOhmAt(value, tempC, ROOM_C)
}
const ROOM_C = 20

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

/**
 * How a reading is weighed, whatever its value: its density with one way, two or none.
 * @returns null = it tells nothing of faults, or is not weighed by itself.
 */
export function readingWeigher(
  ways: readonly FaultWay[],
  check: CheckId,
  tap: Tap | null | undefined,
  circuits: Circuits,
): ((value: string | number) => Likelihood | null) | null {
  const volts = circuits.supplyV ? [circuits.supplyV] : ([120, 230] as const)
  /** Of readings that are never open. */
  const ofNumber = (weigh: (value: number) => Likelihood) => (value: string | number) =>
    typeof value === 'number' ? weigh(value) : null
  switch (check) {
    case 'pump.winding':
    case 'valve.coil':
      return windingWeigher(ways, check, tap, volts, circuits)
    case 'pump.voltage':
    case 'board.pump-pin':
    case 'valve.voltage': {
      const isDead = either(
        ways,
        (way) => (onItsSide(way, tap) ? way.card.circuit?.[check] : undefined),
        0.03,
      )
      return ofNumber((value) => {
        const live = mean(volts.map((v) => bell(value, v, v * LIVE_SD)))
        const dead = Math.exp(-value / DEAD_MEAN_V) / DEAD_MEAN_V
        const astray = ASTRAY.share / 300
        return toldApartAs([isDead], (i, j) => {
          const p = isDead(i, j)
          return astray + (1 - p) * live + p * dead
        })
      })
    }
    case 'insulation': {
      const isLow = either(ways, (way) => way.card.circuit?.insulation, 0.02)
      return ofNumber((value) => {
        const ln = Math.log(Math.max(1e-3, value))
        const [low, sound] = [bell(ln, Math.log(0.15), 1.3), bell(ln, Math.log(60), 1.4)]
        return toldApartAs([isLow], (i, j) => {
          const p = isLow(i, j)
          return 0.002 + p * low + (1 - p) * sound
        })
      })
    }
    case 'pump.runs-for': {
      const stops = ofEither(ways, (way) => (way.rests ? undefined : way.card.circuit?.['pump.runs-for']))
      return ofNumber((value) => {
        const ln = Math.log(Math.max(1, value))
        const sound = bell(ln, Math.log(500), 0.9)
        return toldApartAs([stops], (i, j) => {
          const stopsAt = stops(i, j)
          return 0.01 + (stopsAt ? bell(ln, Math.log(stopsAt), 1) : sound)
        })
      })
    }
    case 'ruler-vs-indicated': {
      const shift = ofEither(ways, (way) => way.card.sensing?.trueMinusShownMm)
      return ofNumber((value) => {
        const sound = bell(value, 0, 7)
        return toldApartAs([shift], (i, j) => {
          const off = shift(i, j)
          return 0.0006 + (off ? 0.9 * bell(value, off[0], off[1]) + 0.1 * sound : sound)
        })
      })
    }
    case 'drain.caught-back': {
      const runsBack = either(ways, (way) => way.card.drain?.runsBack, 0.05)
      return ofNumber((value) => {
        const ln = Math.log(Math.max(0.01, value))
        const [back, none] = [bell(ln, Math.log(0.5), 0.6), bell(ln, Math.log(0.06), 0.8)]
        return toldApartAs([runsBack], (i, j) => {
          const p = runsBack(i, j)
          return 0.01 + p * back + (1 - p) * none
        })
      })
    }
    case 'standpipe.height': {
      const high = ofEither(ways, (way) => way.card.id === 'standpipe.too-high' || undefined)
      return ofNumber((value) => {
        const sound = 0.97 * bell(value, 900, 170) + 0.03 / 2300
        const tooHigh = value > 1350 && value < 2800 ? 1 / 1450 : 1e-6
        return toldApartAs([high], (i, j) => (high(i, j) ? tooHigh : sound))
      })
    }
    default:
      return null
  }
}

/** What the first of two ways has that has it at all. */
function ofEither<T>(ways: readonly FaultWay[], of: (way: FaultWay) => T | undefined): OfWays<T | undefined> {
  const own = ways.map(of)
  return toldApartBy(
    own,
    (i, j) => (i === NO_FAULT ? undefined : own[i]) ?? (j === NO_FAULT ? undefined : own[j]),
  )
}

function windingWeigher(
  ways: readonly FaultWay[],
  check: 'pump.winding' | 'valve.coil',
  tap: Tap | null | undefined,
  volts: readonly (120 | 230)[],
  { windingOhm }: Circuits,
): (value: string | number) => Likelihood {
  const usual =
    check === 'valve.coil'
      ? volts.map((v) => ({ ohm: middle(VALVE_COIL_BANDS[v]), sd: 0.4 }))
      : windingOhm
        ? [{ ohm: windingOhm, sd: OHM_SD.plate }]
        : volts.map((v) => ({ ohm: middle(PUMP_WINDING_BANDS[v].usual), sd: OHM_SD.band }))
  const stateOf = ofEither(ways, (way) => (onItsSide(way, tap) ? way.card.circuit?.[check] : undefined))
  return (value) => {
    const density = ohmDensity(value, usual)
    return toldApartAs([stateOf], (i, j) => density(stateOf(i, j) ?? 'sound'))
  }
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
