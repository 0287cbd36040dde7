import { type MachineRecord, machineRecordSchema } from '@brendik/core'
import * as v from 'valibot'
import { read, t } from '../../lib/words.ts'
import { Field } from '../../ui/Field.tsx'

/** The first problem of each field of a machine's record. */
export function recordProblems(record: MachineRecord): Record<string, string> {
  const problems: Record<string, string> = {}
  for (const issue of v.safeParse(machineRecordSchema, record).issues ?? [])
    problems[v.getDotPath(issue) ?? ''] ??= read(issue.message)
  return problems
}

const PLATE = [
  ['make', t('ui.make')],
  ['model', t('ui.model')],
  ['serial', t('ui.serialNumber')],
] as const
const TEXTS = [
  ['faults', t('ui.faultMeanings')],
  ['testMode', t('ui.testMode')],
  ['pins', t('ui.pinsAndColours')],
] as const
const BANDS = [
  ['pumpOhm', t('recordForm.pumpWinding')],
  ['valveOhm', t('recordForm.valveCoil')],
] as const

/** Plate and tech sheet, as typed; all of it can stay empty. */
export function RecordForm({
  record,
  problems,
  onChange,
}: {
  record: MachineRecord
  problems: Record<string, string>
  onChange: (record: MachineRecord) => void
}) {
  const { techSheet } = record
  const setSheet = (change: Partial<MachineRecord['techSheet']>) =>
    onChange({ ...record, techSheet: { ...techSheet, ...change } })
  return (
    <div className="mt-4 grid grid-cols-2 gap-x-4 gap-y-1 border-t border-line pt-4 md:grid-cols-4">
      {PLATE.map(([key, name]) => (
        <Field key={key} label={name} error={problems[key]}>
          {(props) => (
            <input
              {...props}
              value={record[key]}
              onChange={(event) => onChange({ ...record, [key]: event.target.value })}
            />
          )}
        </Field>
      ))}
      <Field label={t('ui.builtIn')} hint={t('recordForm.yearEmptyNotKnown')} error={problems.builtYear}>
        {(props) => (
          <input
            {...props}
            inputMode="numeric"
            value={record.builtYear ?? ''}
            onChange={(event) => {
              const digits = event.target.value.replace(/\D/g, '').slice(0, 4)
              onChange({ ...record, builtYear: digits === '' ? null : Number(digits) })
            }}
          />
        )}
      </Field>
      <Field label={t('ui.supply')} hint={t('recordForm.setsTheBandsOfOhms')}>
        {(props) => (
          <select
            {...props}
            value={record.supplyVolts ?? ''}
            onChange={(event) =>
              onChange({
                ...record,
                supplyVolts: event.target.value === '' ? null : (Number(event.target.value) as 120 | 230),
              })
            }
          >
            <option value="">{t('ui.notKnown')}</option>
            <option value="120">120 V</option>
            <option value="230">230 V</option>
          </select>
        )}
      </Field>
      <Field label={t('ui.techSheetInTheMachine')} hint={t('ui.behindTheToePanelOr')}>
        {(props) => (
          <select
            {...props}
            value={techSheet.found}
            onChange={(event) => setSheet({ found: event.target.value as typeof techSheet.found })}
          >
            <option value="not-looked">{t('recordForm.notLookedFor')}</option>
            <option value="found">{t('ui.found')}</option>
            <option value="none">{t('ui.noneThere')}</option>
          </select>
        )}
      </Field>
      {BANDS.map(([key, name]) => (
        <OhmBand
          key={key}
          name={name}
          band={techSheet[key]}
          error={
            problems[`techSheet.${key}`] ?? problems[`techSheet.${key}.0`] ?? problems[`techSheet.${key}.1`]
          }
          onChange={(band) => setSheet({ [key]: band })}
        />
      ))}
      {TEXTS.map(([key, name]) => (
        <div key={key} className="col-span-full">
          <Field label={name} error={problems[`techSheet.${key}`]}>
            {(props) => (
              <textarea
                {...props}
                className={`${props.className} py-2`}
                rows={2}
                maxLength={2000}
                value={techSheet[key]}
                onChange={(event) => setSheet({ [key]: event.target.value })}
              />
            )}
          </Field>
        </div>
      ))}
    </div>
  )
}

/** Lowest and highest ohms of the tech sheet; both empty = not stated. */
function OhmBand({
  name,
  band,
  error,
  onChange,
}: {
  name: string
  band: readonly [number, number] | null
  error: string | undefined
  onChange: (band: [number, number] | null) => void
}) {
  const shown = band ? (band[0] === band[1] ? String(band[0]) : `${band[0]} - ${band[1]}`) : ''
  return (
    <Field label={t('recordForm.ohmsByTheSheet', { name })} hint={t('recordForm.suchAs165195')} error={error}>
      {(props) => (
        <input
          {...props}
          defaultValue={shown}
          inputMode="text"
          onChange={(event) => {
            const numbers =
              event.target.value
                .replaceAll(',', '.')
                .match(/\d+(\.\d+)?/g)
                ?.map(Number) ?? []
            const [lo, hi = lo] = numbers
            onChange(lo === undefined || hi === undefined ? null : [lo, hi])
          }}
        />
      )}
    </Field>
  )
}
