import type { Tap } from '../../machine/machineSpec.ts'
import type { Part } from '../../machine/parts.ts'
import { figureOf, message } from '../../message.ts'
import type { ActId } from '../../state/gates.ts'
import { SOUND_LOOKS } from '../catalogue/soundLooks.ts'
import { checkApplies } from '../checks/applies.ts'
import { checkFacts } from '../checks/checks.ts'
import type { CheckFacts, CheckId } from '../checks/checkTypes.ts'
import { minutesOf } from '../checks/minutes.ts'
import { onceForEachTwo, toldApartBy } from '../diagnosis/likelihood.ts'
import { partsOfCheck } from '../evidence/seen/acts.ts'
import { onItsSide } from './piece.ts'
import { gettingAt, type PossibleLook, sharesOf } from './possibleLook.ts'
import { lookShares, soundShares } from './weighLooks.ts'
import { readingWeigher, speaksOf } from './weighNumbers.ts'
import type { Weighed, WeighedCase } from './weighVisit.ts'

/** Judged from outside, whatever part they speak about. */
export const OUTSIDE: readonly CheckId[] = [
  'bearing.noise',
  'tub.spins',
  'motor.heard',
  'pump.sound',
  'stream.look',
  'machine.starts',
  'display.fault',
  'fill.temperature',
  'water-when-off',
  'plug-out-in-fill',
  'suds.seen',
  'tap.look',
  'door-opening-spill',
  'ruler-vs-indicated',
  'drain.caught-back',
  'standpipe.height',
  'complaint',
]

const steps = (lo: number, hi: number, count: number): number[] =>
  Array.from({ length: count }, (_, k) => lo + ((hi - lo) * k) / (count - 1))
const ratios = (lo: number, hi: number, count: number): number[] =>
  steps(Math.log(lo), Math.log(hi), count).map(Math.exp)
const OHMS = [...ratios(0.3, 9000, 40), 'open'] as const
/** Values a reading could be, evenly spread over how it is weighed: in volts and mm by themselves, in ohms, L and s by their logarithm. */
export const COULD_BE: Readonly<Partial<Record<CheckId, readonly (number | 'open')[]>>> = {
  'pump.winding': OHMS,
  'valve.coil': OHMS,
  'pump.voltage': steps(0, 270, 46),
  'board.pump-pin': steps(0, 270, 46),
  'valve.voltage': steps(0, 270, 46),
  insulation: ratios(0.01, 2000, 20),
  'pump.runs-for': ratios(5, 2000, 16),
  'ruler-vs-indicated': steps(-160, 160, 41),
  'drain.caught-back': ratios(0.01, 4, 16),
  'standpipe.height': steps(400, 2400, 21),
}

/** Every check of choice or figure that this machine has and nobody has made yet. */
export function checkLooks(visit: WeighedCase, weighed: Weighed): PossibleLook[] {
  const { machine, site } = visit
  const made = new Set(weighed.observations.map(({ check, tap }) => `${check} ${tap ?? ''}`))
  const taps = machine.valve.taps
  return [...Object.keys(SOUND_LOOKS), ...Object.keys(COULD_BE)].flatMap((id) => {
    const facts = checkFacts(id)
    if (facts.id === 'hose-off-at-pump' || !checkApplies(facts.id, machine)) return []
    if (facts.id === 'standpipe.height' && site.standpipeHeightMm !== null) return []
    if (made.has(`${id} `)) return []
    const sides: (Tap | null)[] = facts.perTap && taps.length > 1 ? [...taps] : [null]
    // A machine with one tap has one side, whether it was named or not.
    if (facts.perTap && sides[0] === null && taps.some((tap) => made.has(`${id} ${tap}`))) return []
    return sides
      .filter((tap) => tap === null || !made.has(`${id} ${tap}`))
      .map((tap) => {
        const { outcomes, shares } = foretold(visit, weighed, facts, tap)
        return {
          ...factsOf(visit, weighed, facts, tap),
          outcomes,
          shares: onceForEachCard(weighed, facts.id, tap, shares),
        }
      })
  })
}

/** How what a check looks at is reached from the machine as it stands. */
export function reachOf(
  check: CheckId,
  parts: readonly Part[],
  panelsOpen: boolean,
): ReturnType<typeof gettingAt> {
  return OUTSIDE.includes(check)
    ? { minutes: 0, by: null, acts: [] }
    : gettingAt(parts, partsOfCheck(check)[0], panelsOpen)
}

function factsOf(
  visit: WeighedCase,
  { parts }: Weighed,
  { id, act }: CheckFacts,
  tap: Tap | null,
): Omit<PossibleLook, 'outcomes' | 'shares'> {
  const reach = reachOf(id, parts, visit.panelsOpen)
  const acts: ActId[] = [...reach.acts, ...(act ? [act] : [])]
  return {
    id: tap ? `${id}:${tap}` : id,
    what: { kind: 'check', check: id, ...(tap ? { tap } : {}) },
    name: tap ? message('look.on-tap', { check: message(`check.${id}`), tap }) : message(`check.${id}`),
    minutes: minutesOf(id) + reach.minutes,
    by: reach.by,
    acts: [...new Set(acts)],
    byFault: true,
  }
}

/** What does not speak of a check shows the same as a sound machine: it is reckoned out once. */
function onceForEachCard(
  { ways }: Weighed,
  check: CheckId,
  tap: Tap | null,
  shares: PossibleLook['shares'],
): PossibleLook['shares'] {
  const keys = ways.map((way) =>
    speaksOf(way.card, check) && onItsSide(way, tap) ? `${way.card.id} ${way.rests}` : '',
  )
  return onceForEachTwo(toldApartBy(keys, shares))
}

/** What a check would show, by the same chances and densities that weigh it when it is made. */
function foretold(
  visit: WeighedCase,
  { ways }: Weighed,
  facts: CheckFacts,
  tap: Tap | null,
): Pick<PossibleLook, 'outcomes' | 'shares'> {
  if (facts.kind === 'number') {
    const values = COULD_BE[facts.id] ?? []
    const weigher = readingWeigher(ways, facts.id, tap, visit.circuits)
    const densities = values.map((value) => weigher?.(value) ?? null)
    const lnStep = Math.log((OHMS[1] as number) / (OHMS[0] as number))
    // An open circuit is a mass of its own beside a density in the logarithm.
    const width = values.map((value) => (value === 'open' || !values.includes('open') ? 1 : lnStep))
    return {
      outcomes: values.map((value) =>
        value === 'open'
          ? message('found.open-circuit')
          : message('look.figure', { figure: figureOf(facts.quantity, value) }),
      ),
      shares: (i, j) => sharesOf(densities.map((of, k) => (of?.(i, j) ?? 0) * (width[k] ?? Number.NaN))),
    }
  }
  const sound = soundShares(facts.id, visit.machine.family) ?? {}
  const shares = lookShares(ways, facts.id, sound, tap)
  const values = Object.keys(sound)
  return {
    outcomes: values.map((value) => message(`check.${facts.id}.${value}`)),
    shares: (i, j) => {
      const of = shares(i, j)
      return values.map((value) => of[value] ?? Number.NaN)
    },
  }
}
