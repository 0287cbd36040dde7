import type { MachineSpec } from '../machine/machineSpec.ts'
import { type Message, message } from '../message.ts'
import type { CautionId } from './cautions.ts'
import { type Block, GateLooks, isEmpty } from './gateLooks.ts'
import type { MachineState } from './machineState.ts'

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

export interface Gate {
  act: ActId
  /** False while anything blocks; the act is then not offered. */
  open: boolean
  blocks: Block[]
  /** To be read and ticked before the act even when nothing blocks. */
  cautions: CautionId[]
}

/** What is looked at before each act, in the order it is told, and what is read beside it. */
const GATES: Record<ActId, { looks: (look: GateLooks) => void; cautions: CautionId[] }> = {
  'open-panel': {
    looks: (look) => {
      look.unplugged()
    },
    cautions: ['sharp-edges'],
  },
  'open-filter-cap': {
    looks: (look) => {
      look.unplugged()
      look.noFlood()
    },
    cautions: ['flood-residue', 'hot-water'],
  },
  'pull-pump-hose': {
    looks: (look) => {
      look.unplugged()
      look.noFlood()
      look.coolPump()
    },
    cautions: ['flood-residue', 'hot-water'],
  },
  'unscrew-fill-hose': {
    looks: (look) => {
      look.tapsShut()
      look.unplugged()
    },
    cautions: [],
  },
  tip: {
    looks: (look) => {
      look.unplugged()
      look.emptyToTip()
      look.tapsShut()
      look.hoseLifted()
    },
    cautions: ['two-tip', 'counterweight'],
  },
  'hands-at-pump': {
    looks: (look) => {
      look.unplugged()
      look.noFlood()
      look.coolPump()
    },
    cautions: ['sharp-edges'],
  },
  'measure-dead': {
    looks: (look) => {
      look.unplugged()
    },
    cautions: [],
  },
  'measure-live': {
    looks: (look) => {
      look.competentAndClosed()
    },
    cautions: ['live-probes', 'live-touch', 'live-only-while'],
  },
  'measure-live-pump': {
    looks: (look) => {
      look.wetOrOff()
      look.competentAndClosed()
    },
    cautions: ['live-probes', 'live-touch', 'live-only-while'],
  },
  'open-door': {
    looks: (look) => {
      look.belowTheLip()
      look.unlocked()
    },
    cautions: [],
  },
  'run-pump': {
    looks: (look) => {
      look.pluggedForRun()
      look.wetPump()
      look.closedAndUpright()
    },
    cautions: [],
  },
  'let-water-in': {
    looks: (look) => {
      look.pluggedForRun()
      look.closedAndUpright()
    },
    cautions: [],
  },
}

/**
 * Whether an act may be done with the machine as it stands, and what has to be brought about before. What nobody said counts as dangerous.
 * @param nowMs - Now, ms since 1970: a pump cools.
 */
export function gateOf(act: ActId, machine: MachineSpec, state: MachineState, nowMs: number): Gate {
  const look = new GateLooks(machine, state, nowMs)
  const { looks, cautions } = GATES[act]
  looks(look)
  return { act, open: look.blocks.length === 0, blocks: look.blocks, cautions: [...cautions] }
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
