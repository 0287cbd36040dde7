import { t } from '../../lib/words.ts'
import { fieldsOf } from '../../ui/fields.tsx'
import type { MachineValues } from './schemas.ts'

const { QuantityField } = fieldsOf<MachineValues>()

/** Valve, pump and hose as their plates and a tape tell them. */
export function PlateFields() {
  return (
    <>
      <QuantityField
        name="spec.fillLevelMm"
        label={t('ui.closesTheValveAt')}
        quantity="level"
        hint={t('machineForm.emptyNotKnown')}
      />
      <QuantityField
        name="spec.valve.ratedLMin"
        label={t('ui.valveRatedFlow')}
        quantity="flow"
        hint={t('machineForm.onTheValveEmptyNot')}
      />
      <QuantityField
        name="spec.pump.shutoffHeadM"
        label={t('ui.pumpShutOffHead')}
        quantity="head"
        hint={t('machineForm.plateOrTechSheetEmpty')}
      />
      <QuantityField
        name="spec.pump.freeFlowLMin"
        label={t('ui.pumpFreeFlow')}
        quantity="flow"
        hint={t('machineForm.emptyNotRead')}
      />
      <QuantityField needed name="spec.drainHose.boreMm" label={t('ui.drainHoseBore')} quantity="height" />
      <QuantityField needed name="spec.drainHose.lengthM" label={t('ui.drainHoseLength')} quantity="length" />
    </>
  )
}
