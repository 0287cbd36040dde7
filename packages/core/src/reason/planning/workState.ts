import type { Panel } from '../../machine/access.ts'
import { familyDefaults, type MachineSpec, TAPS, type Tap, tapedTub } from '../../machine/machineSpec.ts'
import { tubVolumeL } from '../../physics/tub/tubVolume.ts'
import { pumpWaitMin } from '../../state/gateLooks.ts'
import type { MachineState } from '../../state/machineState.ts'
import { lipLevelMm, litresInside, RESIDUE_L, waterLevelMm } from '../../state/waterInside.ts'
import type { Observation } from '../evidence/seen/observations.ts'
import { mayBeLive } from './mayBeLive.ts'
import type { Needs } from './needs.ts'

/** What goes on by itself until it is read: the hands are free beside it. Its minutes are counted where it was begun. */
export interface GoingOn {
  needs: Needs
  leftMin: number
}

/** The machine as the planner reckons with it: what each next step needs is counted from here. Nothing in it opens a gate. */
export interface WorkState {
  mainsOn: boolean
  /** Its frame may be live: no current is let in. */
  frameMayBeLive: boolean
  waterL: number
  panelsOff: readonly Panel[]
  tilted: boolean
  capOpen: boolean
  hoseEnd: 'standpipe' | 'low' | 'lifted'
  taps: Readonly<Record<Tap, 'open' | 'shut'>>
  /** What is laid out to catch water, L. */
  containedL: number
  competent: boolean
  lock: 'free' | 'locked' | 'bypassed'
  /** Until the pump may be touched, min. */
  pumpHotMin: number
  /** Null = nothing. */
  beside: GoingOn | null
}

/** Litres of a usual fill, residue included. */
export function fullL(machine: MachineSpec): number {
  const level = machine.fillLevelMm ?? familyDefaults(machine.family).fillLevelMm ?? 110
  return tubVolumeL(tapedTub(machine), level) + RESIDUE_L
}

/** Complaints with which a machine stands full, and those with which it stands full to the lip. */
const STANDS_FULL: readonly string[] = ['not-draining', 'slow-drain', 'fault-long-drain']
const STANDS_OVERFULL: readonly string[] = ['overfilling', 'fault-overfill']

/** A machine as it stands when somebody arrives: plugged in, closed, taps open, with the water that its complaint leaves in it. */
export function arrivingState(machine: MachineSpec, observations: readonly Observation[]): WorkState {
  const says = (which: readonly string[]) =>
    observations.some(({ check, value }) => check === 'complaint' && which.includes(String(value)))
  const frameMayBeLive = mayBeLive(observations)
  return {
    mainsOn: !frameMayBeLive,
    frameMayBeLive,
    waterL: says(STANDS_OVERFULL)
      ? litresInside(machine, { kind: 'level', levelMm: lipLevelMm(machine) })
      : says(STANDS_FULL)
        ? fullL(machine)
        : RESIDUE_L,
    panelsOff: [],
    tilted: false,
    capOpen: false,
    hoseEnd: 'standpipe',
    taps: Object.fromEntries(TAPS.map((tap) => [tap, 'open'])) as Record<Tap, 'open'>,
    containedL: 0,
    competent: true,
    lock: 'free',
    pumpHotMin: 0,
    beside: null,
  }
}

/** The same from what was said and done in a visit; what nobody said is as when somebody arrives. @param panels - Panels known to be off. */
export function workStateOf(
  machine: MachineSpec,
  state: MachineState,
  observations: readonly Observation[],
  nowMs: number,
  panels: readonly Panel[] = [],
): WorkState {
  const start = arrivingState(machine, observations)
  return {
    mainsOn: state.mains === null ? start.mainsOn : state.mains === 'plugged',
    frameMayBeLive: start.frameMayBeLive,
    waterL:
      state.water.kind === 'unknown'
        ? start.waterL
        : litresInside(machine, { kind: 'level', levelMm: waterLevelMm(machine, state.water) }),
    panelsOff: panels,
    tilted: state.tilt === 'tipped',
    capOpen: state.cap === 'open',
    hoseEnd:
      state.hoseEnd === null || state.hoseEnd === 'standpipe'
        ? 'standpipe'
        : state.hoseEnd === 'lifted'
          ? 'lifted'
          : 'low',
    taps: { cold: state.taps.cold ?? 'open', hot: state.taps.hot ?? 'open' },
    containedL: state.containment === null ? 0 : (state.containment.litres ?? 1e3),
    competent: state.competent,
    lock: state.lock ?? 'free',
    pumpHotMin: pumpWaitMin(state, nowMs),
    beside: null,
  }
}
