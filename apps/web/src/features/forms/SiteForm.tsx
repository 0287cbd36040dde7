import { type CustomerAnswer, customerSchema, putSiteSchema, type SiteSpec } from '@brendik/core'
import { useState } from 'react'
import * as v from 'valibot'
import { newId } from '../../lib/newId.ts'
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
    problems[v.getDotPath(issue) ?? ''] ??= issue.message
  if (site.customer)
    for (const issue of v.safeParse(customerSchema, site.customer).issues ?? [])
      problems[`customer.${v.getDotPath(issue)}`] ??= issue.message
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
        <Field label="Name of the place" hint="Address, or what you call it" error={at('name')}>
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
      <Field label="Customer" hint="Empty = nobody noted" error={at('customer.name')}>
        {(props) => (
          <input
            {...props}
            value={site.customer?.name ?? ''}
            onChange={(event) => setCustomer({ name: event.target.value })}
          />
        )}
      </Field>
      <Field label="Telephone" error={at('customer.phone')}>
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
          label="About the customer"
          hint="Key, parking, when somebody is in"
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
        label="Standpipe above floor"
        quantity="height"
        base={spec.standpipeHeightMm}
        hint="Empty = not measured"
        error={at('spec.standpipeHeightMm')}
        onChange={(mm) => set({ standpipeHeightMm: mm })}
      />
      <QuantityInput
        label="Level port above floor"
        quantity="height"
        base={spec.portHeightMm}
        hint="Empty = not measured"
        error={at('spec.portHeightMm')}
        onChange={(mm) => set({ portHeightMm: mm })}
      />
      <QuantityInput
        label="Supply, cold tap"
        quantity="pressure"
        base={spec.supplyKpa.cold}
        hint="Gauge; empty = not gauged"
        error={at('spec.supplyKpa.cold')}
        onChange={(kpa) => set({ supplyKpa: { ...spec.supplyKpa, cold: kpa } })}
      />
      <QuantityInput
        label="Supply, hot tap"
        quantity="pressure"
        base={spec.supplyKpa.hot}
        hint="Gauge; empty = not gauged"
        error={at('spec.supplyKpa.hot')}
        onChange={(kpa) => set({ supplyKpa: { ...spec.supplyKpa, hot: kpa } })}
      />
      <QuantityInput
        label="Water temperature"
        quantity="temperature"
        base={spec.waterTempC}
        error={at('spec.waterTempC')}
        onChange={(c) => set({ waterTempC: c ?? Number.NaN })}
      />
    </div>
  )
}
