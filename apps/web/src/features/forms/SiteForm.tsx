import type { CustomerAnswer, SiteSpec } from '@brendik/core'
import { newId } from '../../lib/newId.ts'
import { t } from '../../lib/words.ts'
import { fieldsOf } from '../../ui/fields.tsx'

export interface SiteDraft {
  name: string
  spec: SiteSpec
  /** Null = nobody is noted for this place. */
  customer: CustomerAnswer | null
}
/** A place as it is typed: a customer of whom nothing is said is none. */
export interface SiteValues {
  site: Omit<SiteDraft, 'customer'> & { customer: CustomerAnswer }
}
const NEW_SITE: SiteDraft = {
  name: '',
  customer: null,
  spec: { supplyKpa: { cold: null, hot: null }, standpipeHeightMm: null, waterTempC: 15, portHeightMm: null },
}

/** A place as the values of its form. @param newCustomerId - The id of the customer, should one be noted. */
export const siteValues = (site: SiteDraft = NEW_SITE, newCustomerId = newId()): SiteValues => ({
  site: {
    name: site.name,
    spec: site.spec,
    customer: site.customer ?? { id: newCustomerId, name: '', phone: '', note: '' },
  },
})
export function siteDraft({ site: { name, spec, customer } }: SiteValues, noted: boolean): SiteDraft {
  const blank = customer.name === '' && customer.phone === '' && customer.note === ''
  return { name, spec, customer: blank && !noted ? null : customer }
}

const { TextField, QuantityField } = fieldsOf<SiteValues>()

/** A place: what stays the same from machine to machine there, and what this installation measures. The part `site` of the form around it. */
export function SiteForm() {
  return (
    <div className="grid grid-cols-2 gap-x-4 gap-y-1 md:grid-cols-3">
      <div className="col-span-full md:col-span-1">
        <TextField
          name="site.name"
          label={t('siteForm.nameOfThePlace')}
          hint={t('siteForm.addressOrWhatYouCall')}
        />
      </div>
      <TextField name="site.customer.name" label={t('ui.customer')} hint={t('siteForm.emptyNobodyNoted')} />
      <TextField name="site.customer.phone" label={t('ui.telephone')} type="tel" />
      <div className="col-span-full">
        <TextField
          name="site.customer.note"
          label={t('ui.aboutTheCustomer')}
          hint={t('siteForm.keyParkingWhenSomebodyIs')}
        />
      </div>
      <QuantityField
        name="site.spec.standpipeHeightMm"
        label={t('ui.standpipeAboveFloor')}
        quantity="height"
        hint={t('siteForm.emptyNotMeasured')}
      />
      <QuantityField
        name="site.spec.portHeightMm"
        label={t('ui.levelPortAboveFloor')}
        quantity="height"
        hint={t('siteForm.emptyNotMeasured')}
      />
      <QuantityField
        name="site.spec.supplyKpa.cold"
        label={t('ui.supplyColdTap')}
        quantity="pressure"
        hint={t('siteForm.gaugeEmptyNotGauged')}
      />
      <QuantityField
        name="site.spec.supplyKpa.hot"
        label={t('ui.supplyHotTap')}
        quantity="pressure"
        hint={t('siteForm.gaugeEmptyNotGauged')}
      />
      <QuantityField
        needed
        name="site.spec.waterTempC"
        label={t('ui.waterTemperature')}
        quantity="temperature"
      />
    </div>
  )
}
