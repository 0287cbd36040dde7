import type { OrderEntry } from '../../catalogue/orderEntries.ts'
import { LEAK_PHASES } from '../../machine/leakPhases.ts'
import type { FoundBy } from '../checks/foundBy.ts'
import type { Step } from './planNext.ts'

/** Fixed orders of checks that technicians follow. General orders of the trade; common practice, no published source. */
export const SCHOOL_IDS = ['outside-in', 'most-common-first', 'meter-first'] as const
export type SchoolId = (typeof SCHOOL_IDS)[number]

const BUCKETS: readonly OrderEntry[] = ['tap.bucket', 'hose-end.bucket', 'supply.gauge']
const VOLTS: readonly OrderEntry[] = ['pump.voltage', 'valve.voltage', 'board.pump-pin']

export const SCHOOLS: Readonly<Record<SchoolId, readonly OrderEntry[]>> = {
  'outside-in': [
    'tap.look',
    'fill-hose.look',
    'drain-hose.look',
    'standpipe.backs-up',
    'suds.seen',
    'dispenser.look',
    'run:fill',
    'run:drain',
    'run:hold',
    'stream.look',
    'pump.sound',
    'trap.look',
    'tub-hose.squeeze',
    'impeller.feel',
    'screens.look',
    'watched-phases',
    'bellows.look',
    'belt.look',
    'meter.look',
    'level-hose.look',
    'air-dome.look',
    ...BUCKETS,
    'pump.winding',
    'valve.coil',
    'lid-switch.continuity',
    'pump.voltage',
    'valve.voltage',
    'run:idle',
    'water-when-off',
    'run:after-drain',
    'drain.lift-stop',
    'run:siphon',
  ],
  'most-common-first': [
    'trap.look',
    'impeller.feel',
    'pump.sound',
    'run:drain',
    'screens.look',
    'run:fill',
    'watched-phases',
    'run:hold',
    'tub-hose.squeeze',
    'drain-hose.look',
    'pump.winding',
    'belt.look',
    'lid-switch.continuity',
    'level-hose.look',
    'bellows.look',
    'meter.look',
    'tap.look',
    'fill-hose.look',
    'standpipe.backs-up',
    'suds.seen',
    'valve.coil',
    ...BUCKETS,
    ...VOLTS,
    'air-dome.look',
    'dispenser.look',
  ],
  'meter-first': [
    'pump.winding',
    'valve.coil',
    'lid-switch.continuity',
    'pump.voltage',
    'valve.voltage',
    'pump.sound',
    'run:fill',
    'run:drain',
    'run:hold',
    'impeller.feel',
    'trap.look',
    'screens.look',
    'level-hose.look',
    'watched-phases',
    'meter.look',
    ...BUCKETS,
    'drain-hose.look',
    'tub-hose.squeeze',
    'belt.look',
    'bellows.look',
    'standpipe.backs-up',
    'suds.seen',
    'tap.look',
    'fill-hose.look',
  ],
}

const isOf = (entry: OrderEntry, what: FoundBy): boolean =>
  what.kind === 'check'
    ? entry === what.check
    : what.kind === 'run'
      ? entry === `run:${what.run}`
      : entry === 'watched-phases' || (entry === 'run:hold' && what.phase === 'hold')

/**
 * Looks in the order of a school: its entries as far as this machine has them, can have them done and does not know them yet; after its end
 * whatever is left, by itself.
 * @param steps - Every look that can still be made.
 */
export function schoolSequence<S extends Pick<Step, 'planned'>>(
  order: readonly OrderEntry[],
  steps: readonly S[],
): S[] {
  const listed = order.flatMap((entry) =>
    steps.filter(({ planned }) => isOf(entry, planned.look.what)).sort((a, b) => placeOf(a) - placeOf(b)),
  )
  return [...new Set([...listed, ...steps])]
}

/** What a school does next; null = nothing is left. */
export const schoolNext = <S extends Pick<Step, 'planned'>>(
  order: readonly OrderEntry[],
  steps: readonly S[],
): S | null => schoolSequence(order, steps)[0] ?? null

/** Phases are watched in the order of a cycle. */
function placeOf({ planned }: Pick<Step, 'planned'>): number {
  const { what } = planned.look
  return what.kind === 'phase' ? LEAK_PHASES.indexOf(what.phase) : 0
}
