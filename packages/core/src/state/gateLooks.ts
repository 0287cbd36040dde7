import { isHorizontal, type MachineSpec } from '../machine/machineSpec.ts'
import { figureOf, type Message, message } from '../message.ts'
import type { MachineState } from './machineState.ts'
import { JAMMED_HEATS, pumpCoolDownMin } from './pumpHeat.ts'
import { lipLevelMm, litresInside, PRIMED_L, RESIDUE_L, waterLevelMm } from './waterInside.ts'

/** What stands in the way of an act, with the field of the state that would clear it. */
export interface Block {
  field:
    | 'mains'
    | 'taps'
    | 'water'
    | 'tilt'
    | 'pump'
    | 'competent'
    | 'cap'
    | 'contain'
    | 'hose-end'
    | 'lock'
    | 'pump-connector'
    | 'panels'
  why: Message
}
/** Less than this inside runs into a tray under the part, L: sump and hoses of an emptied machine. Estimate. */
const TRAY_L = 2.5
/** Water this near below the lip spills over as the door swings, mm. Estimate. */
const LIP_MARGIN_MM = 5

/** Whether the water that would come out has somewhere to go. Unknown water counts as full; a tray or vacuum must hold it all. */
export function waterIsContained(machine: MachineSpec, state: MachineState): boolean {
  const litres = litresInside(machine, state.water)
  if (state.water.kind === 'empty') return true
  if (state.containment === null) return false
  return state.containment.litres === null || state.containment.litres >= litres
}

/** Whether so little is inside that a cloth takes it. */
export function isEmpty(machine: MachineSpec, state: MachineState): boolean {
  return (
    state.water.kind === 'empty' ||
    (state.water.kind === 'level' && litresInside(machine, state.water) <= TRAY_L)
  )
}

/** Puts what stands in the way of an act on a list, one danger at a time. */
export class GateLooks {
  readonly blocks: Block[] = []
  private readonly machine: MachineSpec
  private readonly state: MachineState
  private readonly nowMs: number
  constructor(machine: MachineSpec, state: MachineState, nowMs: number) {
    this.machine = machine
    this.state = state
    this.nowMs = nowMs
  }
  block(field: Block['field'], why: Message): void {
    this.blocks.push({ field, why })
  }
  unplugged(): void {
    const { mains } = this.state
    if (mains !== 'unplugged')
      this.block('mains', message(mains === 'plugged' ? 'gate.plugged' : 'gate.mains-not-set'))
  }
  /** A run needs current: a plug that was said to be out is asked about, not passed over. */
  pluggedForRun(): void {
    if (this.state.mains === 'unplugged') this.block('mains', message('gate.set-as-unplugged'))
  }
  noFlood(): void {
    const { machine, state } = this
    if (waterIsContained(machine, state)) return
    const litres = litresInside(machine, state.water)
    const held = state.containment?.litres ?? null
    const known = state.water.kind === 'unknown' ? 'no' : 'yes'
    const inside = figureOf('volume', known === 'no' ? Math.round(litres) : litres)
    this.block(
      known === 'no' ? 'water' : 'contain',
      held === null
        ? message('gate.water-inside', { inside, known })
        : message('gate.catch-too-small', { inside, known, held: figureOf('volume', held) }),
    )
  }
  /** Two people said different things: nothing is done on either word. */
  settled(...fields: ('cap' | 'tilt' | 'competent')[]): void {
    for (const field of fields)
      if (this.state.disputed.includes(field)) this.block(field, message('gate.disputed'))
  }
  tapsShut(): void {
    const { taps } = this.state
    for (const tap of this.machine.valve.taps)
      if (taps[tap] !== 'shut')
        this.block('taps', message('gate.tap', { tap, open: taps[tap] === 'open' ? 'yes' : 'no' }))
  }
  closedAndUpright(): void {
    if (this.state.tilt === 'tipped') this.block('tilt', message('gate.tipped'))
    if (this.state.cap === 'open') this.block('cap', message('gate.cap-open'))
    this.settled('cap', 'tilt')
  }
  coolPump(): void {
    const wait = pumpWaitMin(this.state, this.nowMs)
    if (wait < 1) return
    this.block(
      'pump',
      this.state.pump === null ? pumpMaybeHot(wait) : message('gate.pump-hot', { minutes: Math.ceil(wait) }),
    )
  }
  emptyToTip(): void {
    if (!isEmpty(this.machine, this.state)) this.block('water', message('gate.tip-water'))
  }
  hoseLifted(): void {
    if (this.state.hoseEnd !== 'lifted') this.block('hose-end', message('gate.tip-hose'))
  }
  /** A pump on its connector runs when it is commanded: dry, it would be hurt by the measurement. */
  wetOrOff(): void {
    const { machine, state } = this
    if (state.pumpConnector === 'off') return
    const unknown = state.water.kind === 'unknown'
    if (unknown || litresInside(machine, state.water) - RESIDUE_L < PRIMED_L)
      this.block(
        unknown ? 'water' : 'pump-connector',
        message('gate.pump-dry-measured', { least: figureOf('volume', PRIMED_L) }),
      )
  }
  wetPump(): void {
    if (litresInside(this.machine, this.state.water) - RESIDUE_L < PRIMED_L)
      this.block('water', message('gate.pump-dry', { least: figureOf('volume', PRIMED_L) }))
  }
  competentAndClosed(): void {
    if (!this.state.competent) this.block('competent', message('gate.competent'))
    if (this.state.tilt === 'tipped') this.block('tilt', message('gate.tipped'))
    if (this.state.cap === 'open') this.block('cap', message('gate.cap-open-live'))
    this.settled('cap', 'tilt', 'competent')
  }
  belowTheLip(): void {
    const { machine, state } = this
    if (!isHorizontal(machine.family)) return
    if (state.water.kind === 'unknown') this.block('water', message('gate.door-level-unknown'))
    else if (
      state.water.kind === 'to-the-lip' ||
      waterLevelMm(machine, state.water) > lipLevelMm(machine) - LIP_MARGIN_MM
    )
      this.block('water', message('gate.door-lip'))
  }
  unlocked(): void {
    if (this.state.lock === 'locked') this.block('lock', message('gate.door-locked'))
  }
}

/** Minutes until the pump may be touched: by how long it ran, twice as hot where it was jammed; one that nobody spoke of counts as hot. */
export function pumpWaitMin(state: MachineState, nowMs: number): number {
  if (state.pump === null) return Math.max(0, ((state.pumpMaybeHotUntilMs ?? 0) - nowMs) / 60_000)
  const ranMin = state.pump.ranMin * (state.pumpJammed ? JAMMED_HEATS : 1)
  return pumpCoolDownMin(ranMin, Math.max(0, (nowMs - state.pump.endedAtMs) / 60_000))
}

/** That a pump nobody spoke of counts as hot, and for how long, min. */
export function pumpMaybeHot(waitMin: number): Message {
  return message('gate.pump-maybe-hot', { minutes: Math.ceil(waitMin) })
}
