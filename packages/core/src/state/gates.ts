import { isHorizontal, type MachineSpec } from '../machine/machineSpec.ts'
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

/** What stands in the way of an act, in a sentence, with the field of the state that would clear it. */
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
          ? `${inside} Get it out, or put a tray or bucket under it.`
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
  /** A run needs current: a plug that was said to be out is asked about, not passed over. */
  const pluggedForRun = () => {
    if (state.mains === 'unplugged')
      blocks.push({ field: 'mains', why: 'It is set as unplugged: is it plugged in? Set the mains first.' })
  }
  const coolPump = () => {
    const wait = pumpWaitMin(state, nowMs)
    if (state.pump === null && wait >= 1)
      blocks.push({
        field: 'pump',
        why: pumpMaybeHotWords(wait),
      })
    else if (wait >= 1)
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
      if (state.hoseEnd !== 'lifted')
        blocks.push({
          field: 'hose-end',
          why: 'The drain hose holds a column of its own: tie its end up above the tub first.',
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
            why: `A connected pump runs while it is measured: at least ${DRY_L} L in the tub, or say that its connector is off.`,
          })
      }
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
    case 'open-door':
      if (isHorizontal(machine.family)) {
        const lip = lipLevelMm(machine)
        if (state.water.kind === 'unknown')
          blocks.push({
            field: 'water',
            why: 'How high the water stands behind the door is not known: say it, or get it out first.',
          })
        else if (
          state.water.kind === 'to-the-lip' ||
          waterLevelMm(machine, state.water) > lip - LIP_MARGIN_MM
        )
          blocks.push({
            field: 'water',
            why: 'The water stands at the door’s lip or above: get it out first.',
          })
      }
      if (state.lock === 'locked')
        blocks.push({
          field: 'lock',
          why: 'The door is locked. Unplug, wait two minutes, pull its emergency release; else from above, the top off.',
        })
      break
    case 'run-pump':
      pluggedForRun()
      if (litresInside(machine, state.water) - RESIDUE_L < DRY_L)
        blocks.push({
          field: 'water',
          why: `Never run the pump dry: at least ${DRY_L} L in the tub first.`,
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
export function pumpMaybeHotWords(waitMin: number): string {
  return `The pump may have been running before you came: it counts as hot for another ${Math.ceil(waitMin)} min, or say how long it ran.`
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
      why: 'A lid or door lock is bridged: take the bridge out before you leave.',
    })
  if (state.cap === 'open') blocks.push({ field: 'cap', why: 'The filter cap is open.' })
  if (state.tilt === 'tipped') blocks.push({ field: 'tilt', why: 'It is tipped.' })
  if (state.mains === null) blocks.push({ field: 'mains', why: 'Plugged in or not: not set.' })
  if (machine.valve.taps.some((tap) => state.taps[tap] === null))
    blocks.push({ field: 'taps', why: 'Taps open or shut: not set.' })
  if (state.hoseEnd !== 'standpipe')
    blocks.push({
      field: 'hose-end',
      why: state.hoseEnd === null ? 'Where the hose end is: not set.' : 'The hose end is not in the pipe.',
    })
  if (state.panels !== 'closed')
    blocks.push({
      field: 'panels',
      why: state.panels === 'open' ? 'A panel is off.' : 'Panels on or off: not set.',
    })
  return blocks
}

/** Least water for a pump to run on, L: 1 US quart (common practice, no published source). */
const DRY_L = 0.95

export interface Danger {
  field: Block['field']
  text: string
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
      text: 'Plugged in with a panel off: to be watched, not touched. Nobody reaches in.',
    })
  if (state.mains === 'plugged' && state.cap === 'open')
    dangers.push({ field: 'mains', text: 'Plugged in with the filter cap open.' })
  if (wet && state.cap === 'open')
    dangers.push({ field: 'cap', text: 'The filter cap is open with water inside.' })
  if (wet && state.tilt === 'tipped') dangers.push({ field: 'tilt', text: 'Tipped with water inside.' })
  if (wet && state.hoseEnd === 'below-tub' && state.containment === null)
    dangers.push({ field: 'water', text: 'The hose end lies below the tub: it drains onto the floor.' })
  if (state.lock === 'bypassed')
    dangers.push({ field: 'lock', caution: true, text: 'A lid or door lock is bridged: for this test only.' })
  return dangers.sort((a, b) => Number(a.caution ?? false) - Number(b.caution ?? false))
}
