import { isHorizontal, type MachineSpec } from '../machine/machineSpec.ts'
import { figureOf, type Message, message } from '../message.ts'
import type { CautionId } from './cautions.ts'
import type { MachineState } from './machineState.ts'
import { JAMMED_HEATS, pumpCoolDownMin } from './pumpHeat.ts'
import { lipLevelMm, litresInside, RESIDUE_L, waterLevelMm } from './waterInside.ts'

/** Acts that the state of the machine can make dangerous. */
export const ACT_IDS = [
  'open-panel',
  'open-filter-cap',
  'pull-pump-hose',
  'unscrew-fill-hose',
  'tip',
  'hands-at-pump',
  'measure-dead',
  'measure-live',
  'measure-live-pump',
  'open-door',
  'run-pump',
  'let-water-in',
] as const
export type ActId = (typeof ACT_IDS)[number]

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
export interface Gate {
  act: ActId
  /** False while anything blocks; the act is then not offered. */
  open: boolean
  blocks: Block[]
  /** To be read and ticked before the act even when nothing blocks. */
  cautions: CautionId[]
}

/** Less than this inside runs into a tray under the part, L: sump and hoses of an emptied machine. Estimate. */
const TRAY_L = 2.5

/** Whether the water that would come out has somewhere to go. Unknown water counts as full; a tray or vacuum must hold it all. */
export function waterIsContained(machine: MachineSpec, state: MachineState): boolean {
  const litres = litresInside(machine, state.water)
  if (state.water.kind === 'empty') return true
  if (state.containment === null) return false
  return state.containment.litres === null || state.containment.litres >= litres
}

/** Whether so little is inside that a cloth takes it. */
function isEmpty(machine: MachineSpec, state: MachineState): boolean {
  return (
    state.water.kind === 'empty' ||
    (state.water.kind === 'level' && litresInside(machine, state.water) <= TRAY_L)
  )
}

/**
 * Whether an act may be done with the machine as it stands, and what has to be brought about before. What nobody said counts as dangerous.
 * @param nowMs - Now, ms since 1970: a pump cools.
 */
export function gateOf(act: ActId, machine: MachineSpec, state: MachineState, nowMs: number): Gate {
  const blocks: Block[] = []
  const cautions: CautionId[] = []
  const unplugged = () => {
    if (state.mains !== 'unplugged')
      blocks.push({
        field: 'mains',
        why: message(state.mains === 'plugged' ? 'gate.plugged' : 'gate.mains-not-set'),
      })
  }
  const noFlood = () => {
    if (waterIsContained(machine, state)) return
    const litres = litresInside(machine, state.water)
    const held = state.containment?.litres ?? null
    const known = state.water.kind === 'unknown' ? 'no' : 'yes'
    const inside = figureOf('volume', known === 'no' ? Math.round(litres) : litres)
    blocks.push({
      field: state.water.kind === 'unknown' ? 'water' : 'contain',
      why:
        held === null
          ? message('gate.water-inside', { inside, known })
          : message('gate.catch-too-small', { inside, known, held: figureOf('volume', held) }),
    })
  }
  /** Two people said different things: nothing is done on either word. */
  const settled = (...fields: ('cap' | 'tilt' | 'competent')[]) => {
    for (const field of fields)
      if (state.disputed.includes(field)) blocks.push({ field, why: message('gate.disputed') })
  }
  const tapsShut = () => {
    for (const tap of machine.valve.taps)
      if (state.taps[tap] !== 'shut')
        blocks.push({
          field: 'taps',
          why: message('gate.tap', { tap, open: state.taps[tap] === 'open' ? 'yes' : 'no' }),
        })
  }
  const closedAndUpright = () => {
    if (state.tilt === 'tipped') blocks.push({ field: 'tilt', why: message('gate.tipped') })
    if (state.cap === 'open') blocks.push({ field: 'cap', why: message('gate.cap-open') })
    settled('cap', 'tilt')
  }
  /** A run needs current: a plug that was said to be out is asked about, not passed over. */
  const pluggedForRun = () => {
    if (state.mains === 'unplugged') blocks.push({ field: 'mains', why: message('gate.set-as-unplugged') })
  }
  const coolPump = () => {
    const wait = pumpWaitMin(state, nowMs)
    if (state.pump === null && wait >= 1)
      blocks.push({
        field: 'pump',
        why: pumpMaybeHot(wait),
      })
    else if (wait >= 1)
      blocks.push({
        field: 'pump',
        why: message('gate.pump-hot', { minutes: Math.ceil(wait) }),
      })
  }
  switch (act) {
    case 'open-panel':
      unplugged()
      cautions.push('sharp-edges')
      break
    case 'open-filter-cap':
    case 'pull-pump-hose':
      unplugged()
      noFlood()
      if (act === 'pull-pump-hose') coolPump()
      cautions.push('flood-residue', 'hot-water')
      break
    case 'unscrew-fill-hose':
      tapsShut()
      unplugged()
      break
    case 'tip':
      unplugged()
      if (!isEmpty(machine, state))
        blocks.push({
          field: 'water',
          why: message('gate.tip-water'),
        })
      tapsShut()
      if (state.hoseEnd !== 'lifted')
        blocks.push({
          field: 'hose-end',
          why: message('gate.tip-hose'),
        })
      cautions.push('two-tip', 'counterweight')
      break
    case 'hands-at-pump':
      unplugged()
      noFlood()
      coolPump()
      cautions.push('sharp-edges')
      break
    case 'measure-dead':
      unplugged()
      break
    case 'measure-live':
    case 'measure-live-pump':
      if (act === 'measure-live-pump' && state.pumpConnector !== 'off') {
        const dry = state.water.kind === 'unknown' || litresInside(machine, state.water) - RESIDUE_L < DRY_L
        if (dry)
          blocks.push({
            field: state.water.kind === 'unknown' ? 'water' : 'pump-connector',
            why: message('gate.pump-dry-measured', { least: figureOf('volume', DRY_L) }),
          })
      }
      if (!state.competent)
        blocks.push({
          field: 'competent',
          why: message('gate.competent'),
        })
      if (state.tilt === 'tipped') blocks.push({ field: 'tilt', why: message('gate.tipped') })
      if (state.cap === 'open') blocks.push({ field: 'cap', why: message('gate.cap-open-live') })
      settled('cap', 'tilt', 'competent')
      cautions.push('live-probes', 'live-touch', 'live-only-while')
      break
    case 'open-door':
      if (isHorizontal(machine.family)) {
        const lip = lipLevelMm(machine)
        if (state.water.kind === 'unknown')
          blocks.push({
            field: 'water',
            why: message('gate.door-level-unknown'),
          })
        else if (
          state.water.kind === 'to-the-lip' ||
          waterLevelMm(machine, state.water) > lip - LIP_MARGIN_MM
        )
          blocks.push({
            field: 'water',
            why: message('gate.door-lip'),
          })
      }
      if (state.lock === 'locked')
        blocks.push({
          field: 'lock',
          why: message('gate.door-locked'),
        })
      break
    case 'run-pump':
      pluggedForRun()
      if (litresInside(machine, state.water) - RESIDUE_L < DRY_L)
        blocks.push({
          field: 'water',
          why: message('gate.pump-dry', { least: figureOf('volume', DRY_L) }),
        })
      closedAndUpright()
      break
    case 'let-water-in':
      pluggedForRun()
      closedAndUpright()
      break
  }
  return { act, open: blocks.length === 0, blocks, cautions }
}

/** Water this near below the lip spills over as the door swings, mm. Estimate. */
const LIP_MARGIN_MM = 5

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

/** What has to be said before a machine counts as made safe; empty = all of it. */
export function unsaidForSafety(machine: MachineSpec, state: MachineState): ('mains' | 'water' | 'taps')[] {
  return [
    ...(state.mains === null ? (['mains'] as const) : []),
    ...(state.water.kind === 'unknown' ? (['water'] as const) : []),
    ...(machine.valve.taps.some((tap) => state.taps[tap] === null) ? (['taps'] as const) : []),
  ]
}

/** What stands in the way of closing a visit: how the machine is left has to be said, and no lock stays bridged. */
export function leftOpen(machine: MachineSpec, state: MachineState): Block[] {
  const blocks: Block[] = []
  if (state.lock === 'bypassed')
    blocks.push({
      field: 'lock',
      why: message('leave.bridged'),
    })
  if (state.cap === 'open') blocks.push({ field: 'cap', why: message('leave.cap-open') })
  if (state.tilt === 'tipped') blocks.push({ field: 'tilt', why: message('leave.tipped') })
  if (state.mains === null) blocks.push({ field: 'mains', why: message('leave.mains') })
  if (machine.valve.taps.some((tap) => state.taps[tap] === null))
    blocks.push({ field: 'taps', why: message('leave.taps') })
  if (state.hoseEnd !== 'standpipe')
    blocks.push({
      field: 'hose-end',
      why: message(state.hoseEnd === null ? 'leave.hose-end' : 'leave.hose-end-out'),
    })
  if (state.panels !== 'closed')
    blocks.push({
      field: 'panels',
      why: message(state.panels === 'open' ? 'leave.panel-off' : 'leave.panels'),
    })
  return blocks
}

/** Least water for a pump to run on, L: 1 US quart (common practice, no published source). */
const DRY_L = 0.95

export interface Danger {
  field: Block['field']
  text: Message
  /** Wanted for a while and watched over, not an alarm. */
  caution?: boolean
}

/** What is dangerous about the state as it stands, loudest first; empty = nothing. */
export function dangersOf(machine: MachineSpec, state: MachineState): Danger[] {
  const dangers: Danger[] = []
  const wet = !isEmpty(machine, state)
  if (state.mains === 'plugged' && state.panels === 'open')
    dangers.push({
      field: 'mains',
      caution: true,
      text: message('danger.panel-off-live'),
    })
  if (state.mains === 'plugged' && state.cap === 'open')
    dangers.push({ field: 'mains', text: message('danger.cap-open-live') })
  if (wet && state.cap === 'open') dangers.push({ field: 'cap', text: message('danger.cap-open-wet') })
  if (wet && state.tilt === 'tipped') dangers.push({ field: 'tilt', text: message('danger.tipped-wet') })
  if (wet && state.hoseEnd === 'below-tub' && state.containment === null)
    dangers.push({ field: 'water', text: message('danger.drains-onto-floor') })
  if (state.lock === 'bypassed')
    dangers.push({ field: 'lock', caution: true, text: message('danger.bridged') })
  return dangers.sort((a, b) => Number(a.caution ?? false) - Number(b.caution ?? false))
}
