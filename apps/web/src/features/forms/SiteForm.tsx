import { type CustomerAnswer, customerSchema, putSiteSchema, type SiteSpec } from '@brendik/core'
import { useState } from 'react'
import * as v from 'valibot'
import { newId } from '../../lib/newId.ts'
import { read, t } from '../../lib/words.ts'
import { Field } from '../../ui/Field.tsx'
import { QuantityInput } from '../../ui/QuantityInput.tsx'

export interface SiteDraft {
  name: string
  spec: SiteSpec
  /** Null = nobody is noted for this place. */
  customer: CustomerAnswer | null
}
export const NEW_SITE: SiteDraft = {
  name: '',
  customer: null,
  spec: { supplyKpa: { cold: null, hot: null }, standpipeHeightMm: null, waterTempC: 15, portHeightMm: null },
}

export function siteProblems(site: SiteDraft): Record<string, string> {
  const problems: Record<string, string> = {}
  for (const issue of v.safeParse(putSiteSchema, site).issues ?? [])
    problems[v.getDotPath(issue) ?? ''] ??= read(issue.message)
  if (site.customer)
    for (const issue of v.safeParse(customerSchema, site.customer).issues ?? [])
      problems[`customer.${v.getDotPath(issue)}`] ??= read(issue.message)
  return problems
}

/** A place: what stays the same from machine to machine there, and what this installation measures. */
export function SiteForm({
  site,
  problems,
  onChange,
}: {
  site: SiteDraft
  problems: Record<string, string>
  onChange: (site: SiteDraft) => void
}) {
  const [touched, setTouched] = useState(false)
  const { spec } = site
  const set = (change: Partial<SiteSpec>) => {
    setTouched(true)
    onChange({ ...site, spec: { ...spec, ...change } })
  }
  const at = (path: string) => (touched ? problems[path] : undefined)
  const setCustomer = (change: Partial<CustomerAnswer>) => {
    setTouched(true)
    const customer = { ...(site.customer ?? { id: newId(), name: '', phone: '', note: '' }), ...change }
    const blank = customer.name === '' && customer.phone === '' && customer.note === ''
    onChange({ ...site, customer: blank && site.customer === null ? null : customer })
  }
  return (
    <div className="grid grid-cols-2 gap-x-4 gap-y-1 md:grid-cols-3">
      <div className="col-span-full md:col-span-1">
        <Field
          label={t('siteForm.nameOfThePlace')}
          hint={t('siteForm.addressOrWhatYouCall')}
          error={at('name')}
        >
          {(props) => (
            <input
              {...props}
              value={site.name}
              onChange={(event) => {
                setTouched(true)
                onChange({ ...site, name: event.target.value })
              }}
            />
          )}
        </Field>
      </div>
      <Field label={t('ui.customer')} hint={t('siteForm.emptyNobodyNoted')} error={at('customer.name')}>
        {(props) => (
          <input
            {...props}
            value={site.customer?.name ?? ''}
            onChange={(event) => setCustomer({ name: event.target.value })}
          />
        )}
      </Field>
      <Field label={t('ui.telephone')} error={at('customer.phone')}>
        {(props) => (
          <input
            {...props}
            type="tel"
            value={site.customer?.phone ?? ''}
            onChange={(event) => setCustomer({ phone: event.target.value })}
          />
        )}
      </Field>
      <div className="col-span-full">
        <Field
          label={t('ui.aboutTheCustomer')}
          hint={t('siteForm.keyParkingWhenSomebodyIs')}
          error={at('customer.note')}
        >
          {(props) => (
            <input
              {...props}
              value={site.customer?.note ?? ''}
              onChange={(event) => setCustomer({ note: event.target.value })}
            />
          )}
        </Field>
      </div>
      <QuantityInput
        label={t('ui.standpipeAboveFloor')}
        quantity="height"
        base={spec.standpipeHeightMm}
        hint={t('siteForm.emptyNotMeasured')}
        error={at('spec.standpipeHeightMm')}
        onChange={(mm) => set({ standpipeHeightMm: mm })}
      />
      <QuantityInput
        label={t('ui.levelPortAboveFloor')}
        quantity="height"
        base={spec.portHeightMm}
        hint={t('siteForm.emptyNotMeasured')}
        error={at('spec.portHeightMm')}
        onChange={(mm) => set({ portHeightMm: mm })}
      />
      <QuantityInput
        label={t('ui.supplyColdTap')}
        quantity="pressure"
        base={spec.supplyKpa.cold}
        hint={t('siteForm.gaugeEmptyNotGauged')}
        error={at('spec.supplyKpa.cold')}
        onChange={(kpa) => set({ supplyKpa: { ...spec.supplyKpa, cold: kpa } })}
      />
      <QuantityInput
        label={t('ui.supplyHotTap')}
        quantity="pressure"
        base={spec.supplyKpa.hot}
        hint={t('siteForm.gaugeEmptyNotGauged')}
        error={at('spec.supplyKpa.hot')}
        onChange={(kpa) => set({ supplyKpa: { ...spec.supplyKpa, hot: kpa } })}
      />
      <QuantityInput
        label={t('ui.waterTemperature')}
        quantity="temperature"
        base={spec.waterTempC}
        error={at('spec.waterTempC')}
        onChange={(c) => set({ waterTempC: c ?? Number.NaN })}
      />
    </div>
  )
}
