import type { Block, Gate } from '@brendik/core'
import { say, t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
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
  mains: t('gateNotice.setMains'),
  taps: t('gateNotice.setTaps'),
  water: t('gateNotice.sayHowMuchIsInside'),
  tilt: t('gateNotice.setHowItStands'),
  pump: t('gateNotice.setThePump'),
  competent: t('gateNotice.sayWhoMeasures'),
  cap: t('gateNotice.setTheCap'),
  contain: t('ui.setATrayOrBucket'),
  'hose-end': t('gateNotice.setTheHoseEnd'),
  lock: t('ui.setTheLock'),
  'pump-connector': t('gateNotice.setItsConnector'),
  panels: t('gateNotice.setThePanels'),
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
          <Button
            look="word"
            className="font-semibold"
            onClick={() =>
              space.setField(
                block.field === 'water' && gate.act !== 'open-door' && space.state.water.kind !== 'unknown'
                  ? 'contain'
                  : CELL[block.field],
              )
            }
          >
            {SET_WORD[block.field]}
          </Button>
        </li>
      ))}
    </ul>
  )
}
