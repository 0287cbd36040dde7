import { FAMILY_IDS, type FamilyId, tapedTub, tubProblems, tubTopMm, tubVolumeL } from '@brendik/core'
import { useFormContext, useWatch } from 'react-hook-form'
import { usePrefs } from '../../lib/prefs.ts'
import { withUnit } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'
import { Field } from '../../ui/Field.tsx'
import { fieldsOf } from '../../ui/fields.tsx'
import { FAMILY_WORD } from '../../words/familyWord.ts'
import { BuildFields } from './BuildFields.tsx'
import { PlateFields } from './PlateFields.tsx'
import { type MachineValues, usualMachine } from './schemas.ts'
import { TubFields } from './TubFields.tsx'

const { TextField } = fieldsOf<MachineValues>()

/** A machine as a tape and its plate tell it: the part `spec` of the form around it. */
export function MachineForm() {
  return (
    <div className="grid grid-cols-2 gap-x-4 gap-y-1 md:grid-cols-4">
      <div className="col-span-2">
        <TextField name="spec.label" label={t('machineForm.makeAndModelAsYou')} />
      </div>
      <div className="col-span-2">
        <FamilyField />
      </div>
      <TubFields />
      <WhatItHolds />
      <PlateFields />
      <BuildFields />
    </div>
  )
}

/** Another family has other usual measures: they replace what stands, but for the name, and are not measured ones. */
function FamilyField() {
  const { setValue, getValues } = useFormContext<MachineValues>()
  const family = useWatch<MachineValues, 'spec.family'>({ name: 'spec.family' })
  return (
    <Field label={t('ui.family')}>
      {(props) => (
        <select
          {...props}
          value={family}
          onChange={(event) =>
            setValue('spec', usualMachine(event.target.value as FamilyId, getValues('spec.label')).spec, {
              shouldDirty: true,
            })
          }
        >
          {FAMILY_IDS.map((id) => (
            <option key={id} value={id}>
              {FAMILY_WORD[id]}
            </option>
          ))}
        </select>
      )}
    </Field>
  )
}

function WhatItHolds() {
  const { units } = usePrefs()
  const spec = useWatch<MachineValues, 'spec'>({ name: 'spec' })
  const tub = tapedTub(spec)
  const level = spec.fillLevelMm
  const sound = tubProblems(tub).length === 0 && level !== null && level > 0 && level <= tubTopMm(tub)
  return (
    <p className="col-span-full border-y border-hair py-3 text-soft">
      {sound
        ? t('machineForm.atThisTubHolds', {
            level: withUnit(units, 'level', level),
            volume: withUnit(units, 'volume', tubVolumeL(tub, level)),
          })
        : t('machineForm.theTubsSizeTurnsLevels')}
    </p>
  )
}
