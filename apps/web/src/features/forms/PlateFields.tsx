import { t } from '../../lib/words.ts'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import { type MachineFields, nan } from './machineFields.ts'

/** Valve, pump and hose as their plates and a tape tell them. */
export function PlateFields({ spec, set, at }: MachineFields) {
  return (
    <>
      <QuantityInput
        label={t('ui.closesTheValveAt')}
        quantity="level"
        base={spec.fillLevelMm}
        hint={t('machineForm.emptyNotKnown')}
        error={at('fillLevelMm')}
        onChange={(mm) => set({ fillLevelMm: mm })}
      />
      <QuantityInput
        label={t('ui.valveRatedFlow')}
        quantity="flow"
        base={spec.valve.ratedLMin}
        hint={t('machineForm.onTheValveEmptyNot')}
        error={at('valve.ratedLMin')}
        onChange={(q) => set({ valve: { ...spec.valve, ratedLMin: q } })}
      />
      <QuantityInput
        label={t('ui.pumpShutOffHead')}
        quantity="head"
        base={spec.pump.shutoffHeadM}
        hint={t('machineForm.plateOrTechSheetEmpty')}
        error={at('pump.shutoffHeadM')}
        onChange={(m) => set({ pump: { ...spec.pump, shutoffHeadM: m } })}
      />
      <QuantityInput
        label={t('ui.pumpFreeFlow')}
        quantity="flow"
        base={spec.pump.freeFlowLMin}
        hint={t('machineForm.emptyNotRead')}
        error={at('pump.freeFlowLMin')}
        onChange={(q) => set({ pump: { ...spec.pump, freeFlowLMin: q } })}
      />
      <QuantityInput
        label={t('ui.drainHoseBore')}
        quantity="height"
        base={spec.drainHose.boreMm}
        error={at('drainHose.boreMm')}
        onChange={(mm) => set({ drainHose: { ...spec.drainHose, boreMm: nan(mm) } })}
      />
      <QuantityInput
        label={t('ui.drainHoseLength')}
        quantity="length"
        base={spec.drainHose.lengthM}
        error={at('drainHose.lengthM')}
        onChange={(m) => set({ drainHose: { ...spec.drainHose, lengthM: nan(m) } })}
      />
    </>
  )
}
