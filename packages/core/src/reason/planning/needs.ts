import { type Panel, panelOf } from '../../machine/access.ts'
import { isHorizontal, type MachineSpec } from '../../machine/machineSpec.ts'
import type { Part } from '../../machine/parts.ts'
import type { CheckId } from '../checks/checkTypes.ts'
import type { FoundBy } from '../checks/foundBy.ts'
import { RUN_MIN } from '../checks/minutes.ts'
import { type OwnTime, ownMinutesOf } from '../checks/ownTimes.ts'
import { partsOfCheck } from '../evidence/seen/acts.ts'
import type { PHASE_WATCH } from '../leaks/phaseWatch.ts'
import { OUTSIDE } from '../weigh/checkLooks.ts'
import { CAUGHT_AT } from '../weigh/leakLooks.ts'

/** What a check or run wants of the machine, and what it leaves behind. */
export interface Needs {
  /** Of the thing itself, min. A fill or drain takes as long as it takes: null. */
  doing: number | null
  /** Of those, how many it goes on by itself: hands are free. */
  handsFreeMin?: number
  mains?: 'on' | 'off'
  /** In = enough for what runs; out = none may come; below-lip = the door may be opened; contained = out, or caught. */
  water?: 'in' | 'out' | 'below-lip' | 'contained'
  panel?: Panel | null
  taps?: 'open' | 'shut'
  hoseEnd?: 'standpipe' | 'low' | 'lifted'
  /** Probes on live parts. */
  live?: boolean
  /** Hands go to a pump that may be hot. */
  coolPump?: boolean
  leaves?: 'full' | 'empty'
}

const RUNS_PUMP: Omit<Needs, 'doing'> = { mains: 'on', water: 'in' }
const AT_PUMP: Omit<Needs, 'doing'> = { mains: 'off', water: 'out', coolPump: true }
const DEAD: Omit<Needs, 'doing'> = { mains: 'off' }
const LIVE_PUMP: Omit<Needs, 'doing'> = { mains: 'on', water: 'in', live: true }

/** By check; one that is not listed wants nothing but that its part can be reached. Common practice, no published source. */
const OF_CHECK: Readonly<Partial<Record<CheckId, Omit<Needs, 'doing'>>>> = {
  'pump.sound': RUNS_PUMP,
  'stream.look': RUNS_PUMP,
  'standpipe.backs-up': RUNS_PUMP,
  'motor.heard': { mains: 'on' },
  'tub.spins': { mains: 'on' },
  'bearing.noise': {},
  'drain.lift-stop': { ...RUNS_PUMP, hoseEnd: 'lifted' },
  'drain.caught-back': { ...RUNS_PUMP, leaves: 'empty' },
  'plug-out-in-fill': { mains: 'on', taps: 'open' },
  'fill.temperature': { mains: 'on', taps: 'open' },
  'water-when-off': { mains: 'off', taps: 'open', handsFreeMin: 9 },
  'ruler-vs-indicated': { water: 'in' },
  'tap.bucket': { mains: 'off', taps: 'shut' },
  'hose-end.bucket': { mains: 'off', taps: 'shut' },
  'supply.gauge': { mains: 'off', taps: 'shut' },
  'screens.look': { mains: 'off', taps: 'shut' },
  'valve.coil': DEAD,
  'level-hose.look': DEAD,
  'air-dome.look': DEAD,
  'meter.look': { ...DEAD, taps: 'shut' },
  'level-switch.blow': DEAD,
  insulation: DEAD,
  'earth.continuity': DEAD,
  'outlet.voltage': DEAD,
  'pump.winding': DEAD,
  'lid-switch.continuity': DEAD,
  'pump.voltage': LIVE_PUMP,
  'board.pump-pin': LIVE_PUMP,
  'pump.runs-for': LIVE_PUMP,
  'valve.voltage': { mains: 'on', taps: 'open', live: true },
  'trap.look': { mains: 'off', water: 'contained' },
  'filter-cap.turn': { mains: 'off', water: 'contained' },
  'tub-hose.squeeze': { mains: 'off', water: 'contained', coolPump: true },
  'clamps.look': DEAD,
  'recirculation-hose.look': DEAD,
  'drain-hose.flow-through': { mains: 'off', water: 'out' },
  'impeller.feel': AT_PUMP,
  'pump.ports-look': AT_PUMP,
  'pump.housing-look': AT_PUMP,
  'sump-outlet.look': AT_PUMP,
  'weep-holes': { mains: 'on', water: 'in' },
  'centre-post': { water: 'in' },
  'bellows.look': { water: 'below-lip' },
  'belt.look': DEAD,
  'clutch.feel': DEAD,
  'leak.place': { water: 'in' },
  'leak.stop-level': { water: 'in' },
  'leak.catch': { water: 'in' },
}

/** Minutes of bringing a watched phase about and watching it, beside what the machine's state costs. */
const WATCHED_MIN = 3

/** What a check, a watched phase or a run wants of this machine. @param times - How long checks really took, where that is known. */
export function needsOf(
  what: FoundBy,
  machine: MachineSpec,
  parts: readonly Part[],
  times: readonly OwnTime[] = [],
): Needs {
  if (what.kind === 'run') return ofRun(what)
  if (what.kind === 'phase') return ofPhase(what.phase, machine)
  const { check } = what
  const access = OUTSIDE.includes(check)
    ? undefined
    : parts.find(({ id }) => id === partsOfCheck(check)[0])?.access
  const panel = check === 'leak.place' ? torchPanel(machine) : access ? panelOf(access.by) : null
  const own = ownMinutesOf(check, times)
  const doing = check === 'leak.place' ? WATCHED_MIN : check === 'leak.catch' ? CAUGHT_AT.length * own : own
  const wants = OF_CHECK[check]
  // Setting it up and reading it keep the hands for a minute, however long it is watched.
  const free =
    wants?.handsFreeMin === undefined
      ? {}
      : { handsFreeMin: Math.max(0, Math.min(wants.handsFreeMin, doing - 1)) }
  return { doing, panel, ...wants, ...free }
}

function ofRun({ run, hoseEndMm }: Extract<FoundBy, { kind: 'run' }>): Needs {
  if (run === 'fill') return { doing: null, mains: 'on', water: 'out', taps: 'open', leaves: 'full' }
  if (run === 'siphon') return { doing: RUN_MIN.siphon, water: 'in', hoseEnd: 'low', leaves: 'empty' }
  const hoseEnd = hoseEndMm === undefined ? 'standpipe' : 'low'
  return { doing: null, mains: 'on', water: 'in', hoseEnd, leaves: 'empty' }
}

function ofPhase(phase: keyof typeof PHASE_WATCH, machine: MachineSpec): Needs {
  const panel = torchPanel(machine)
  const watched = { doing: WATCHED_MIN, panel }
  switch (phase) {
    case 'idle-taps-on':
      return { doing: WATCHED_MIN, taps: 'open' }
    case 'fill':
      return { ...watched, mains: 'on', taps: 'open', water: 'out', leaves: 'full' }
    case 'hold':
      return { ...watched, doing: 10, handsFreeMin: 8, water: 'in' }
    case 'wash-motion':
      return { ...watched, doing: 5, handsFreeMin: 3, mains: 'on', water: 'in' }
    case 'drain':
      return { ...watched, mains: 'on', water: 'in', leaves: 'empty' }
    case 'spin':
      // It pumps out first, and no pump runs dry.
      return { ...watched, mains: 'on', water: 'in', leaves: 'empty' }
  }
}

/** Behind which panel one looks for water with a torch. */
const torchPanel = ({ family, construction }: MachineSpec): Panel =>
  construction?.pumpRoute === 'rear' ? 'rear' : isHorizontal(family) ? 'lower' : 'cabinet'
