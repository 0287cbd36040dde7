import {
  FAMILY_IDS,
  type FamilyId,
  familyDefaults,
  type MachineSpec,
  tapedTub,
  tubVolumeL,
} from '@brendik/core'
import { useState } from 'react'
import { usePrefs } from '../../lib/prefs.ts'
import { withUnit } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'
import { Field } from '../../ui/Field.tsx'
import { FAMILY_WORD } from '../../words/familyWord.ts'
import { BuildFields } from './BuildFields.tsx'
import type { MachineFields } from './machineFields.ts'
import { PlateFields } from './PlateFields.tsx'
import { TubFields } from './TubFields.tsx'

/** A machine as a tape and its plate tell it. */
export function MachineForm({
  spec,
  problems,
  onChange,
}: {
  spec: MachineSpec
  problems: Record<string, string>
  onChange: (spec: MachineSpec) => void
}) {
  const { units } = usePrefs()
  const [touched, setTouched] = useState(false)
  const set = (change: Partial<MachineSpec>) => {
    setTouched(true)
    onChange({ ...spec, ...change })
  }
  const sound = Object.keys(problems).every((key) => !key.startsWith('tub'))
  const fields: MachineFields = { spec, set, at: (path) => (touched ? problems[path] : undefined) }
  const { at } = fields
  return (
    <div className="grid grid-cols-2 gap-x-4 gap-y-1 md:grid-cols-4">
      <div className="col-span-2">
        <Field label={t('machineForm.makeAndModelAsYou')} error={at('label')}>
          {(props) => (
            <input {...props} value={spec.label} onChange={(event) => set({ label: event.target.value })} />
          )}
        </Field>
      </div>
      <div className="col-span-2">
        <Field label={t('ui.family')}>
          {(props) => (
            <select
              {...props}
              value={spec.family}
              onChange={(event) =>
                set({ ...familyDefaults(event.target.value as FamilyId), label: spec.label })
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
      </div>
      <TubFields {...fields} />
      <p className="col-span-full border-y border-hair py-3 text-soft">
        {sound && spec.fillLevelMm !== null && !problems.fillLevelMm
          ? t('machineForm.atThisTubHolds', {
              level: withUnit(units, 'level', spec.fillLevelMm),
              volume: withUnit(units, 'volume', tubVolumeL(tapedTub(spec), spec.fillLevelMm)),
            })
          : t('machineForm.theTubsSizeTurnsLevels')}
      </p>
      <PlateFields {...fields} />
      <BuildFields spec={spec} set={set} />
    </div>
  )
}
