import { useRef } from 'react'
import { useWatch } from 'react-hook-form'
import { useNavigate } from 'react-router'
import * as v from 'valibot'
import {
  MachineForm,
  type MachineValues,
  machineFormSchema,
  SiteForm,
  type SiteValues,
  siteDraft,
  siteFormSchema,
  siteValues,
  usualMachine,
} from '../features/forms/index.ts'
import { keepMachine, keepSite, keepVisit, useRecords } from '../features/records/index.ts'
import { AppointmentFields, type AppointmentValues, NOTHING_AGREED } from '../features/visit/index.ts'
import { newId } from '../lib/newId.ts'
import { dayAddress } from '../lib/time.ts'
import { t } from '../lib/words.ts'
import { FormPage } from '../ui/FormPage.tsx'
import { fieldsOf } from '../ui/fields.tsx'
import { useCheckedForm } from '../ui/useCheckedForm.ts'

/** Empty `siteId` = a place that is entered here. */
type Values = AppointmentValues & SiteValues & MachineValues & { siteId: string }
const { SelectField } = fieldsOf<Values>()

/** Only what is entered here is checked: a known machine or place has its own page. */
const schemaFor = (isNewMachine: boolean) =>
  v.lazy((values) =>
    v.object({
      agreed: v.any(),
      siteId: v.string(),
      site: (values as Values).siteId === '' ? siteFormSchema(false) : v.any(),
      spec: isNewMachine ? machineFormSchema : v.any(),
    }),
  )

/** Machine, place, complaint: what is not known yet is entered here. */
export function NewMachineVisit({ machineId }: { machineId: string | null }) {
  const navigate = useNavigate()
  const { sites } = useRecords()
  // Made once, so that a second press after a lost answer writes the same rows again instead of new ones.
  const ids = useRef({ visit: newId(), machine: newId(), site: newId() })
  const form = useCheckedForm<Values>(schemaFor(machineId === null), {
    ...NOTHING_AGREED,
    ...siteValues(),
    siteId: '',
    ...usualMachine('front-load'),
  })
  const [siteId, dueAtMs] = useWatch({ control: form.control, name: ['siteId', 'agreed.dueAtMs'] })
  const now = dueAtMs === null
  return (
    <FormPage
      title={t('newVisitPage.newVisit')}
      save={now ? t('newVisitPage.startTheVisit') : t('newVisitPage.planTheVisit')}
      saveHint={now ? t('newVisitPage.now') : t('newVisitPage.onItsDay')}
      form={form}
      onCancel={() => navigate('/')}
      onSave={(values) => {
        navigate(startVisit(values, ids.current, machineId))
      }}
    >
      <AppointmentFields />
      <SelectField
        name="siteId"
        label={t('ui.place')}
        options={[
          { value: '', text: t('newVisitPage.aNewPlace') },
          ...sites.map(({ id, name }) => ({ value: id, text: name })),
        ]}
      />
      {siteId === '' && <SiteForm />}
      {machineId === null && (
        <div className="mt-3 border-t border-line pt-4">
          <MachineForm />
        </div>
      )}
    </FormPage>
  )
}

/** Keeps what was entered. @returns Where to go on. */
function startVisit(
  values: Values,
  ids: { visit: string; machine: string; site: string },
  machineId: string | null,
): string {
  const { complaint, dueAtMs } = values.agreed
  if (machineId === null) keepMachine(ids.machine, { spec: values.spec }, null)
  if (values.siteId === '') keepSite(ids.site, siteDraft(values, false), null)
  keepVisit(
    ids.visit,
    {
      machineId: machineId ?? ids.machine,
      siteId: values.siteId === '' ? ids.site : values.siteId,
      dueAtMs: dueAtMs ?? Date.now(),
      complaint,
    },
    null,
  )
  return afterStart(ids.visit, dueAtMs)
}

/** A visit that is due later is found on its day; one that starts now is opened. */
export function afterStart(visitId: string, dueAtMs: number | null): string {
  if (dueAtMs === null) return `/visits/${visitId}/arrive`
  return dayAddress(new Date(dueAtMs), new Date())
}
