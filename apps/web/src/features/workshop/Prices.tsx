import {
  asText,
  PRICE_KEYS,
  type PriceKey,
  type PriceList,
  priceListSchema,
  USUAL_PRICES,
} from '@brendik/core'
import { useQuery } from '@tanstack/react-query'
import * as v from 'valibot'
import { pricesQuery, putPrices } from '../../api/queries.ts'
import { useAct } from '../../api/useAct.ts'
import { numberTyped, typedNumber } from '../../lib/typedNumber.ts'
import { numberText, read, t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { Form } from '../../ui/Form.tsx'
import { fieldsOf } from '../../ui/fields.tsx'
import { Problem } from '../../ui/Problem.tsx'
import { useCheckedForm } from '../../ui/useCheckedForm.ts'
import { partName } from '../../words/cardText.ts'
import { upperFirst } from '../../words/firstLetter.ts'

const PLAIN = ['hourly', 'callOut', 'newMachine', 'taxPercent', 'machineLifeYears'] as const
/** Parts that nobody sells. */
const NO_PARTS: readonly string[] = ['tap', 'standpipe', 'house-drain', 'tub']
const KEYS = PRICE_KEYS.filter((key) => !NO_PARTS.includes(key))

/** As typed; nothing = the usual. */
interface Values {
  currency: string
  hourly: string
  callOut: string
  newMachine: string
  taxPercent: string
  machineLifeYears: string
  parts: Record<string, string>
}
const { TextField } = fieldsOf<Values>()

const MOST = 1e7
const amount = (needed: boolean) => typedNumber(0, MOST, asText('expected.amount'), needed)
const schema = v.object({
  currency: v.pipe(v.string(), v.toUpperCase(), v.regex(/^[A-Z]{3}$/, asText('expected.currency'))),
  ...(Object.fromEntries(PLAIN.map((key) => [key, amount(true)])) as Record<
    (typeof PLAIN)[number],
    ReturnType<typeof amount>
  >),
  parts: v.record(v.string(), amount(false)),
})

/** A key of a part as a form's path takes it. */
const pathOf = (key: PriceKey) => key.replace('.', '_')
const typed = (value: number | undefined) =>
  value === undefined ? '' : numberText(value, Number.isInteger(value) ? 0 : 2)

function valuesOf(prices: PriceList): Values {
  return {
    currency: prices.currency,
    hourly: typed(prices.hourly),
    callOut: typed(prices.callOut),
    newMachine: typed(prices.newMachine),
    taxPercent: typed(prices.taxPercent),
    machineLifeYears: typed(prices.machineLifeYears),
    parts: Object.fromEntries(KEYS.map((key) => [pathOf(key), typed(prices.parts[key])])),
  }
}

function readPrices(values: Values): unknown {
  const number = (text: string | undefined) => numberTyped(text ?? '') ?? undefined
  return {
    currency: values.currency.toUpperCase(),
    ...Object.fromEntries(PLAIN.map((key) => [key, number(values[key])])),
    parts: Object.fromEntries(
      KEYS.flatMap((key) => {
        const value = number(values.parts[pathOf(key)])
        return value === undefined ? [] : [[key, value]]
      }),
    ),
  }
}

/** What the workshop charges: set by its owner, reckoned with on the page Decide. */
export function Prices() {
  const { data } = useQuery(pricesQuery)
  return data ? <PriceForm prices={data.prices} /> : null
}

function PriceForm({ prices }: { prices: PriceList }) {
  const saving = useAct(putPrices, [pricesQuery])
  const form = useCheckedForm<Values>(schema, valuesOf(prices))
  return (
    <section aria-label={t('prices.prices')}>
      <h2 className="plate pb-1 text-2xl">{t('prices.prices')}</h2>
      <p className="pb-2 text-soft">{t('prices.whatTheyAre')}</p>
      <Problem of={[saving]} />
      <Form
        form={form}
        className=""
        onSend={(values) => {
          const prices = v.safeParse(priceListSchema, readPrices(values))
          if (prices.success) saving.mutate(prices.output, { onSuccess: () => form.reset(values) })
          else form.setError('root', { message: read(prices.issues[0].message) })
        }}
      >
        <div className="grid grid-cols-2 gap-x-4">
          <TextField name="hourly" label={t('prices.hourly')} inputMode="decimal" />
          <TextField name="callOut" label={t('prices.callOut')} inputMode="decimal" />
          <TextField name="newMachine" label={t('prices.newMachine')} inputMode="decimal" />
          <TextField name="machineLifeYears" label={t('prices.life')} inputMode="decimal" />
          <TextField name="taxPercent" label={t('prices.tax')} inputMode="decimal" />
          <TextField name="currency" label={t('prices.currency')} autoCapitalize="characters" maxLength={3} />
        </div>
        <details>
          <summary className="flex min-h-12 cursor-pointer items-center underline underline-offset-4">
            {t('prices.showParts')}
          </summary>
          <div className="grid grid-cols-2 gap-x-4">
            {KEYS.map((key) => (
              <TextField
                key={key}
                name={`parts.${pathOf(key)}`}
                label={priceName(key)}
                hint={usualOf(key)}
                inputMode="decimal"
              />
            ))}
          </div>
        </details>
        {form.formState.errors.root && (
          <p role="alert" className="text-stop">
            {form.formState.errors.root.message}
          </p>
        )}
        <Button look="strong" className="mt-3 px-4" type="submit" disabled={saving.isPending}>
          {t('prices.save')}
        </Button>
        {saving.isSuccess && !form.formState.isDirty && (
          <span role="status" className="pl-3 text-good">
            {t('prices.saved')}
          </span>
        )}
      </Form>
    </section>
  )
}

function priceName(key: PriceKey): string {
  const [part = '', variant] = key.split('.')
  const name = upperFirst(partName(part as never))
  return variant ? t('prices.variant', { part: name, variant }) : name
}

const usualOf = (key: PriceKey): string => typed(USUAL_PRICES.parts[key])
