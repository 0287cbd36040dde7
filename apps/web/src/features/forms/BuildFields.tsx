import { PUMP_COLUMNS, PUMP_ROUTES, PUMP_ROWS, type Tap } from '@brendik/core'
import { t } from '../../lib/words.ts'
import { fieldsOf } from '../../ui/fields.tsx'
import type { MachineValues } from './schemas.ts'

const { SelectField } = fieldsOf<MachineValues>()

const ROUTE_WORD = {
  flap: t('machineForm.serviceFlap'),
  lower: t('machineForm.lowerPanel'),
  front: t('machineForm.wholeFront'),
  rear: t('machineForm.rearPanel'),
  side: t('machineForm.sidePanel'),
  below: t('machineForm.fromBelowTipped'),
} as const
const ROW_WORD = {
  front: t('machineForm.front'),
  centre: t('machineForm.middle'),
  rear: t('machineForm.rear'),
} as const
const COLUMN_WORD = {
  left: t('machineForm.left'),
  centre: t('machineForm.middle'),
  right: t('machineForm.right'),
} as const

const WALL_WORD = { corrugated: t('machineForm.corrugated'), smooth: t('machineForm.smooth') } as const
const TAPS_WORD = {
  'cold+hot': t('machineForm.coldAndHot'),
  cold: t('machineForm.coldOnly'),
  hot: t('machineForm.hotOnly'),
} as const

/** How the machine is built: hose wall, way to its pump, taps. */
export function BuildFields() {
  return (
    <>
      <SelectField name="spec.drainHose.wall" label={t('ui.drainHoseWall')} options={optionsOf(WALL_WORD)} />
      <SelectField
        {...asFound}
        name="spec.construction.pumpRoute"
        label={t('ui.wayToThePump')}
        options={[USUAL, ...optionsOf(ROUTE_WORD, PUMP_ROUTES)]}
      />
      <SelectField
        {...asFound}
        name="spec.construction.pumpRow"
        label={t('ui.pumpFrontToRear')}
        options={[USUAL, ...optionsOf(ROW_WORD, PUMP_ROWS)]}
      />
      <SelectField
        {...asFound}
        name="spec.construction.pumpColumn"
        label={t('ui.pumpLeftToRight')}
        options={[USUAL, ...optionsOf(COLUMN_WORD, PUMP_COLUMNS)]}
      />
      <SelectField
        name="spec.valve.taps"
        label={t('ui.inletTaps')}
        options={optionsOf(TAPS_WORD)}
        read={(value) => value.split('+')}
        shown={(taps) => (taps as readonly Tap[]).join('+')}
      />
    </>
  )
}

/** Nothing chosen: as in most machines of the family. */
const USUAL = { value: '', text: t('machineForm.asUsualInItsFamily') }
const asFound = {
  hint: t('machineForm.asFoundOnThisMachine'),
  read: (value: string) => (value === '' ? null : value),
}

const optionsOf = <K extends string>(
  words: Record<K, string>,
  order: readonly K[] = Object.keys(words) as K[],
) => order.map((value) => ({ value, text: words[value] }))
