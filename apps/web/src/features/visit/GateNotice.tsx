import type { Block, Gate } from '@brendik/core'
import { say } from '../../lib/words.ts'
import type { StateCellId } from '../../words/stateText.ts'
import type { Space } from './space.ts'

const CELL: Record<Block['field'], StateCellId> = {
  mains: 'mains',
  taps: 'taps',
  water: 'water',
  tilt: 'tilt',
  pump: 'pump',
  competent: 'competent',
  cap: 'cap',
  contain: 'contain',
  'hose-end': 'hose-end',
  lock: 'lock',
  'pump-connector': 'pump-connector',
  panels: 'panels',
}
const SET_WORD: Record<Block['field'], string> = {
  mains: 'Set mains',
  taps: 'Set taps',
  water: 'Say how much is inside',
  tilt: 'Set how it stands',
  pump: 'Set the pump',
  competent: 'Say who measures',
  cap: 'Set the cap',
  contain: 'Set a tray or bucket',
  'hose-end': 'Set the hose end',
  lock: 'Set the lock',
  'pump-connector': 'Set its connector',
  panels: 'Set the panels',
}

/** Why a step is not offered, and the way to clear each reason. */
export function GateNotice({ gate, space }: { gate: Gate; space: Space }) {
  return (
    <ul className="border-l-4 border-stop bg-stop-face">
      {gate.blocks.map((block) => (
        <li
          key={block.field + block.why}
          className="flex flex-wrap items-center justify-between gap-x-3 px-3 py-1"
        >
          <span className="py-1 leading-snug">{say(block.why)}</span>
          <button
            type="button"
            className="min-h-12 cursor-pointer text-left font-semibold underline underline-offset-4"
            onClick={() =>
              space.setField(
                block.field === 'water' && gate.act !== 'open-door' && space.state.water.kind !== 'unknown'
                  ? 'contain'
                  : CELL[block.field],
              )
            }
          >
            {SET_WORD[block.field]}
          </button>
        </li>
      ))}
    </ul>
  )
}
