import { isHorizontal } from '@brendik/core'
import { t } from '../../lib/words.ts'
import { QuantityInput } from '../../ui/QuantityInput.tsx'
import { type MachineFields, nan } from './machineFields.ts'

/** The tub as a tape tells it. */
export function TubFields({ spec, set, at }: MachineFields) {
  const horizontal = isHorizontal(spec.family)
  return (
    <>
      <QuantityInput
        label={t('ui.tubDiameterInside')}
        quantity="level"
        base={spec.tub.diameterMm}
        error={at('tub.diameterMm')}
        onChange={(mm) => set({ tub: { ...spec.tub, diameterMm: nan(mm) } })}
      />
      <QuantityInput
        label={horizontal ? t('machineForm.drumLengthFrontToBack') : t('machineForm.tubWallHeight')}
        quantity="level"
        base={spec.tub.depthMm}
        error={at('tub.depthMm')}
        onChange={(mm) => set({ tub: { ...spec.tub, depthMm: nan(mm) } })}
      />
      <QuantityInput
        label={t('ui.sumpBelowTheFloor')}
        quantity="volume"
        base={spec.tub.sumpL}
        error={at('tub.sumpL')}
        onChange={(l) => set({ tub: { ...spec.tub, sumpL: nan(l) } })}
      />
      <QuantityInput
        label={t('ui.floorAboveLevelPort')}
        quantity="level"
        base={spec.tub.floorMm}
        hint={t('machineForm.lowestDrumWall')}
        error={at('tub.floorMm')}
        onChange={(mm) => set({ tub: { ...spec.tub, floorMm: nan(mm) } })}
      />
      <label className="col-span-full flex min-h-12 cursor-pointer items-center gap-3">
        <input
          type="checkbox"
          className="size-6 shrink-0 accent-current"
          checked={spec.tub.assumed ?? false}
          onChange={(event) => set({ tub: { ...spec.tub, assumed: event.target.checked } })}
        />
        <span>
          {t('machineForm.notMeasuredTheseAreThe')}{' '}
          <span className="text-soft">{t('machineForm.runsAreThenJudgedWith')}</span>
        </span>
      </label>
    </>
  )
}
