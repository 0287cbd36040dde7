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
import { t } from '../lib/words.ts'

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
  mains: t('ui.mains'),
  taps: t('stateText.taps'),
  water: t('ui.waterInside'),
  panels: t('ui.panels'),
  'hose-end': t('stateText.hoseEnd'),
  pump: t('ui.pump'),
  contain: t('ui.whatCatchesTheWater'),
  competent: t('stateText.liveWork'),
  cap: t('ui.filterCap'),
  tilt: t('stateText.stands'),
  lock: t('stateText.lockOfLidOrDoor'),
  'pump-connector': t('stateText.pumpsConnector'),
}
/** Cells of the strip that is always in sight. */
export const STRIP_CELLS = ['mains', 'taps', 'water', 'panels', 'hose-end', 'pump'] as const

export const HOSE_WORD = {
  standpipe: t('stateText.inThePipe'),
  lifted: t('word.hose.lifted'),
  low: t('word.hose.low'),
  'below-tub': t('stateText.belowTheTub'),
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
  if (FIELDS_OF[cell].some((field) => state.disputed.includes(field))) return t('stateText.twoAnswers')
  switch (cell) {
    case 'mains':
      return state.mains ? t(`word.mains.${state.mains}`) : t('stateText.notSet')
    case 'taps':
      return tapsText(machine, state)
    case 'water':
      return waterText(machine, state.water, units)
    case 'panels':
      return state.panels ? t(`word.panels.${state.panels}`) : t('stateText.notSet')
    case 'hose-end':
      return state.hoseEnd ? HOSE_WORD[state.hoseEnd] : t('stateText.notSet')
    case 'pump': {
      const wait = Math.ceil(pumpWaitMin(state, nowMs))
      if (!state.pump) return wait >= 1 ? t('stateText.maybeHotMin', { wait }) : t('stateText.cool')
      return wait >= 1 ? t('stateText.hotMin', { wait }) : t('stateText.cool')
    }
  }
}

/** How what stands in a cell is to be taken: open to doubt, said twice, to be minded, or plain. */
export function cellTone(
  cell: (typeof STRIP_CELLS)[number],
  machine: MachineSpec,
  state: MachineState,
  nowMs: number,
): 'unsure' | 'disputed' | 'warm' | 'plain' {
  if (FIELDS_OF[cell].some((field) => state.disputed.includes(field))) return 'disputed'
  const known: Record<typeof cell, boolean> = {
    mains: state.mains !== null,
    taps:
      machine.valve.taps.every((tap) => state.taps[tap] !== null) ||
      machine.valve.taps.some((tap) => state.taps[tap] === 'open'),
    water: state.water.kind !== 'unknown',
    panels: state.panels !== null,
    'hose-end': state.hoseEnd !== null,
    pump: true,
  }
  if (!known[cell]) return 'unsure'
  return cell === 'pump' && pumpWaitMin(state, nowMs) >= 1 ? 'warm' : 'plain'
}

/** What matters of the state in one line: the mains, the water, and a pump that burns. */
export function stateInShort(
  machine: MachineSpec,
  state: MachineState,
  units: UnitSystem,
  nowMs: number,
): string {
  const mains = state.disputed.includes('mains')
    ? t('stateText.mainsTwoAnswers')
    : t(state.mains ? `word.mains.${state.mains}` : 'word.mains.notSet')
  const water = cellText('water', machine, state, units, nowMs)
  const disputed = state.disputed.includes('water')
  const inside =
    state.water.kind === 'empty' && !disputed
      ? water
      : state.water.kind === 'unknown' || disputed
        ? t('stateText.water', { water })
        : t('stateText.in', { water })
  const pump = pumpWaitMin(state, nowMs) >= 1 ? t('stateText.pumpHot') : ''
  return `${mains}, ${inside}${pump}`
}

function tapsText(machine: MachineSpec, state: MachineState): string {
  const [first, ...others] = machine.valve.taps.map((tap) => state.taps[tap])
  if (others.every((other) => other === first)) return first ? t(`word.taps.${first}`) : t('stateText.notSet')
  // The one that can let water in is what matters.
  const open = machine.valve.taps.find((tap) => state.taps[tap] === 'open')
  if (open) return t('stateText.open', { open: t(`word.tap.${open}`) })
  const unset = machine.valve.taps.find((tap) => state.taps[tap] === null) ?? 'cold'
  return t('stateText.notSet2', { taps: t(`word.tap.${unset}`) })
}

export function waterText(machine: MachineSpec, water: WaterInside, units: UnitSystem): string {
  if (water.kind === 'unknown') return t('stateText.notKnown')
  if (water.kind === 'empty') return t('stateText.empty')
  const litres = withUnit(units, 'volume', litresInside(machine, water))
  return water.kind === 'to-the-lip'
    ? t('stateText.toTheLip', { isHorizontal: isHorizontal(machine.family) ? 'yes' : 'no', litres })
    : litres
}
