import { useController } from 'react-hook-form'
import { t } from '../../lib/words.ts'
import { Field } from '../../ui/Field.tsx'
import { fieldsOf, useProblem } from '../../ui/fields.tsx'
import { OhmBandField } from './OhmBandField.tsx'
import type { RecordValues } from './schemas.ts'

const { TextField, SelectField } = fieldsOf<RecordValues>()

const PLATE = [
  ['record.make', t('ui.make')],
  ['record.model', t('ui.model')],
  ['record.serial', t('ui.serialNumber')],
] as const
const TEXTS = [
  ['record.techSheet.faults', t('ui.faultMeanings')],
  ['record.techSheet.testMode', t('ui.testMode')],
  ['record.techSheet.pins', t('ui.pinsAndColours')],
] as const
const BANDS = [
  ['record.techSheet.pumpOhm', t('recordForm.pumpWinding')],
  ['record.techSheet.valveOhm', t('recordForm.valveCoil')],
] as const

const SUPPLIES = [
  { value: '', text: t('ui.notKnown') },
  { value: '120', text: '120 V' },
  { value: '230', text: '230 V' },
]
const FOUND = [
  { value: 'not-looked', text: t('recordForm.notLookedFor') },
  { value: 'found', text: t('ui.found') },
  { value: 'none', text: t('ui.noneThere') },
]

/** Plate and tech sheet, as typed; all of it can stay empty: the part `record` of the form around it. */
export function RecordForm() {
  return (
    <div className="mt-4 grid grid-cols-2 gap-x-4 gap-y-1 border-t border-line pt-4 md:grid-cols-4">
      {PLATE.map(([name, label]) => (
        <TextField key={name} name={name} label={label} />
      ))}
      <YearField />
      <SelectField
        name="record.supplyVolts"
        label={t('ui.supply')}
        hint={t('recordForm.setsTheBandsOfOhms')}
        options={SUPPLIES}
        read={(value) => (value === '' ? null : Number(value))}
      />
      <SelectField
        name="record.techSheet.found"
        label={t('ui.techSheetInTheMachine')}
        hint={t('ui.behindTheToePanelOr')}
        options={FOUND}
      />
      {BANDS.map(([name, label]) => (
        <OhmBandField key={name} name={name} of={label} />
      ))}
      {TEXTS.map(([name, label]) => (
        <div key={name} className="col-span-full">
          <TextField name={name} label={label} rows={2} maxLength={2000} />
        </div>
      ))}
    </div>
  )
}

/** A year in four digits; empty = not known. */
function YearField() {
  const { field } = useController<RecordValues, 'record.builtYear'>({ name: 'record.builtYear' })
  return (
    <Field
      label={t('ui.builtIn')}
      hint={t('recordForm.yearEmptyNotKnown')}
      error={useProblem('record.builtYear')}
    >
      {(props) => (
        <input
          {...props}
          {...field}
          inputMode="numeric"
          value={field.value ?? ''}
          onChange={(event) => {
            const digits = event.target.value.replace(/\D/g, '').slice(0, 4)
            field.onChange(digits === '' ? null : Number(digits))
          }}
        />
      )}
    </Field>
  )
}
