import type { MachineSpec } from '../machine/machineSpec.ts'
import type { CautionId } from './cautions.ts'
import type { MachineState } from './machineState.ts'
import { pumpCoolDownMin } from './pumpHeat.ts'
import { litresInside, RESIDUE_L } from './waterInside.ts'

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
  'run-pump',
  'let-water-in',
] as const
export type ActId = (typeof ACT_IDS)[number]

/** What stands in the way of an act, in a sentence, with the field of the state that would clear it. */
export interface Block {
  field: 'mains' | 'taps' | 'water' | 'tilt' | 'pump' | 'competent' | 'cap' | 'contain'
  why: string
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
        why:
          state.mains === 'plugged'
            ? 'It is plugged in: pull the plug first.'
            : 'Nobody said that it is unplugged.',
      })
  }
  const noFlood = () => {
    if (waterIsContained(machine, state)) return
    const litres = litresInside(machine, state.water)
    const held = state.containment?.litres ?? null
    const inside =
      state.water.kind === 'unknown'
        ? `How much water is inside is not known: up to ${litres.toFixed(0)} L.`
        : `${litres.toFixed(litres < 10 ? 1 : 0)} L are inside.`
    blocks.push({
      field: state.water.kind === 'unknown' ? 'water' : 'contain',
      why:
        held === null
          ? `${inside} Get it out, or say what catches it.`
          : `${inside} What is to catch it holds ${held} L.`,
    })
  }
  /** Two people said different things: nothing is done on either word. */
  const settled = (...fields: ('cap' | 'tilt' | 'competent')[]) => {
    for (const field of fields)
      if (state.disputed.includes(field))
        blocks.push({ field, why: 'Two people said different things about this: settle it first.' })
  }
  const tapsShut = () => {
    for (const tap of machine.valve.taps)
      if (state.taps[tap] !== 'shut')
        blocks.push({
          field: 'taps',
          why: `The ${tap} tap is ${state.taps[tap] === 'open' ? 'open' : 'not known to be shut'}: shut it first.`,
        })
  }
  const closedAndUpright = () => {
    if (state.tilt === 'tipped') blocks.push({ field: 'tilt', why: 'It is tipped: set it upright first.' })
    if (state.cap === 'open') blocks.push({ field: 'cap', why: 'The filter cap is open: shut it first.' })
    settled('cap', 'tilt')
  }
  const coolPump = () => {
    if (state.pump === null) return
    const wait = pumpCoolDownMin(state.pump.ranMin, Math.max(0, (nowMs - state.pump.endedAtMs) / 60_000))
    if (wait >= 1)
      blocks.push({
        field: 'pump',
        why: `The pump can be too hot to touch for another ${Math.ceil(wait)} min (estimate).`,
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
          why: 'Water is inside, or nobody said that it is out: it cannot be tipped.',
        })
      tapsShut()
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
      if (!state.competent)
        blocks.push({
          field: 'competent',
          why: 'Only for someone competent for live work: nobody here said so.',
        })
      if (state.tilt === 'tipped') blocks.push({ field: 'tilt', why: 'It is tipped: set it upright first.' })
      if (state.cap === 'open')
        blocks.push({ field: 'cap', why: 'The filter cap is open: water and mains together.' })
      settled('cap', 'tilt', 'competent')
      cautions.push('live-probes', 'live-touch', 'live-only-while')
      break
    case 'run-pump':
      if (litresInside(machine, state.water) - RESIDUE_L < DRY_L)
        blocks.push({
          field: 'water',
          why: `Never run the pump dry: at least ${DRY_L} L in the tub first.`,
        })
      closedAndUpright()
      break
    case 'let-water-in':
      closedAndUpright()
      break
  }
  return { act, open: blocks.length === 0, blocks, cautions }
}

/** Least water for a pump to run on, L: 1 US quart (common practice, no published source). */
const DRY_L = 0.95

/** What is dangerous about the state as it stands, loudest first; empty = nothing. */
export function dangersOf(
  machine: MachineSpec,
  state: MachineState,
): { field: Block['field']; text: string }[] {
  const dangers: { field: Block['field']; text: string }[] = []
  const wet = !isEmpty(machine, state)
  if (state.mains === 'plugged' && state.panels === 'open')
    dangers.push({ field: 'mains', text: 'Plugged in with a panel off.' })
  if (state.mains === 'plugged' && state.cap === 'open')
    dangers.push({ field: 'mains', text: 'Plugged in with the filter cap open.' })
  if (wet && state.cap === 'open')
    dangers.push({ field: 'cap', text: 'The filter cap is open with water inside.' })
  if (wet && state.tilt === 'tipped') dangers.push({ field: 'tilt', text: 'Tipped with water inside.' })
  if (wet && state.hoseEnd === 'below-tub' && state.containment === null)
    dangers.push({ field: 'water', text: 'The hose end lies below the tub: it drains onto the floor.' })
  return dangers
}
