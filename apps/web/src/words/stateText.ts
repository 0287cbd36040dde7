import {
  isHorizontal,
  litresInside,
  type MachineSpec,
  type MachineState,
  pumpWaitMin,
  type StateField,
  type WaterInside,
} from '@brendik/core'
import { type UnitSystem, withUnit } from '../lib/units.ts'

/** Cells of the strip in which the machine's state is shown and set. */
export type StateCellId =
  | 'mains'
  | 'taps'
  | 'water'
  | 'panels'
  | 'hose-end'
  | 'pump'
  | 'contain'
  | 'competent'
  | 'cap'
  | 'tilt'
  | 'lock'
  | 'pump-connector'

export const CELL_NAME: Record<StateCellId, string> = {
  mains: 'Mains',
  taps: 'Taps',
  water: 'Water inside',
  panels: 'Panels',
  'hose-end': 'Hose end',
  pump: 'Pump',
  contain: 'What catches the water',
  competent: 'Live work',
  cap: 'Filter cap',
  tilt: 'Stands',
  lock: 'Lock of lid or door',
  'pump-connector': 'Pump’s connector',
}
/** Cells of the strip that is always in sight. */
export const STRIP_CELLS = ['mains', 'taps', 'water', 'panels', 'hose-end', 'pump'] as const

export const HOSE_WORD = {
  standpipe: 'in the pipe',
  lifted: 'lifted',
  low: 'low',
  'below-tub': 'below the tub',
} as const
export const FIELDS_OF: Record<StateCellId, readonly StateField[]> = {
  mains: ['mains'],
  taps: ['tap-cold', 'tap-hot'],
  water: ['water'],
  panels: ['panels'],
  'hose-end': ['hose-end'],
  pump: ['pump-ran-min'],
  contain: ['contain', 'contain-l'],
  competent: ['competent'],
  cap: ['cap'],
  tilt: ['tilt'],
  lock: ['lock'],
  'pump-connector': ['pump-connector'],
}

/** What stands, in a word or two that fit a cell. */
export function cellText(
  cell: (typeof STRIP_CELLS)[number],
  machine: MachineSpec,
  state: MachineState,
  units: UnitSystem,
  nowMs: number,
): string {
  if (FIELDS_OF[cell].some((field) => state.disputed.includes(field))) return 'two answers'
  switch (cell) {
    case 'mains':
      return state.mains ?? 'not set'
    case 'taps':
      return tapsText(machine, state)
    case 'water':
      return waterText(machine, state.water, units)
    case 'panels':
      return state.panels ?? 'not set'
    case 'hose-end':
      return state.hoseEnd ? HOSE_WORD[state.hoseEnd] : 'not set'
    case 'pump': {
      const wait = Math.ceil(pumpWaitMin(state, nowMs))
      if (!state.pump) return wait >= 1 ? `maybe hot, ${wait} min` : 'cool'
      return wait >= 1 ? `hot, ${wait} min` : 'cool'
    }
  }
}

/** What matters of the state in one line: the mains, the water, and a pump that burns. */
export function stateInShort(
  machine: MachineSpec,
  state: MachineState,
  units: UnitSystem,
  nowMs: number,
): string {
  const mains = state.disputed.includes('mains') ? 'mains: two answers' : (state.mains ?? 'mains not set')
  const water = cellText('water', machine, state, units, nowMs)
  const inside =
    water === 'empty'
      ? water
      : water === 'not known' || water === 'two answers'
        ? `water ${water}`
        : `${water} in`
  const pump = pumpWaitMin(state, nowMs) >= 1 ? ', pump hot' : ''
  return `${mains}, ${inside}${pump}`
}

function tapsText(machine: MachineSpec, state: MachineState): string {
  const words = machine.valve.taps.map((tap) => state.taps[tap])
  if (words.every((word) => word === words[0])) return words[0] ?? 'not set'
  // The one that can let water in is what matters.
  const open = machine.valve.taps.find((tap) => state.taps[tap] === 'open')
  if (open) return `${open} open`
  return `${machine.valve.taps.find((tap) => state.taps[tap] === null)} not set`
}

export function waterText(machine: MachineSpec, water: WaterInside, units: UnitSystem): string {
  if (water.kind === 'unknown') return 'not known'
  if (water.kind === 'empty') return 'empty'
  const litres = withUnit(units, 'volume', litresInside(machine, water))
  return water.kind === 'to-the-lip'
    ? `to the ${isHorizontal(machine.family) ? 'lip' : 'rim'}, ${litres}`
    : litres
}
