import { isHorizontal } from '@brendik/core'
import { useFormContext, useWatch } from 'react-hook-form'
import { t } from '../../lib/words.ts'
import { fieldsOf } from '../../ui/fields.tsx'
import type { MachineValues } from './schemas.ts'

const { QuantityField } = fieldsOf<MachineValues>()

/** The tub as a tape tells it. */
export function TubFields() {
  const { register } = useFormContext<MachineValues>()
  const family = useWatch<MachineValues, 'spec.family'>({ name: 'spec.family' })
  return (
    <>
      <QuantityField needed name="spec.tub.diameterMm" label={t('ui.tubDiameterInside')} quantity="level" />
      <QuantityField
        needed
        name="spec.tub.depthMm"
        label={isHorizontal(family) ? t('machineForm.drumLengthFrontToBack') : t('machineForm.tubWallHeight')}
        quantity="level"
      />
      <QuantityField needed name="spec.tub.sumpL" label={t('ui.sumpBelowTheFloor')} quantity="volume" />
      <QuantityField
        needed
        name="spec.tub.floorMm"
        label={t('ui.floorAboveLevelPort')}
        quantity="level"
        hint={t('machineForm.lowestDrumWall')}
      />
      <label className="col-span-full flex min-h-12 cursor-pointer items-center gap-3">
        <input type="checkbox" className="size-6 shrink-0 accent-current" {...register('spec.tub.assumed')} />
        <span>
          {t('machineForm.notMeasuredTheseAreThe')}{' '}
          <span className="text-soft">{t('machineForm.runsAreThenJudgedWith')}</span>
        </span>
      </label>
    </>
  )
}
