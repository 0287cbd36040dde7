import * as v from 'valibot'
import { asText } from '../message.ts'
import { PRICE_KEYS, type PriceKey, type PriceList } from '../reason/economics/priceList.ts'
import { numberIn } from './specSchemas.ts'

const MOST_MONEY = 1e7
const amount = numberIn(0, MOST_MONEY, null)
const parts: v.GenericSchema<Partial<Record<PriceKey, number>>> = v.strictObject(
  Object.fromEntries(PRICE_KEYS.map((key) => [key, v.optional(amount)])),
) as never
/** What a workshop charges; amounts before tax. */
export const priceListSchema: v.GenericSchema<PriceList> = v.object({
  currency: v.pipe(v.string(), v.regex(/^[A-Z]{3}$/, asText('expected.currency'))),
  taxPercent: numberIn(0, 60, null),
  hourly: amount,
  callOut: amount,
  newMachine: amount,
  machineLifeYears: numberIn(1, 40, null),
  parts,
})
/** A workshop's prices, and whether they are its own or those to begin with. */
export interface PriceListAnswer {
  prices: PriceList
  own: boolean
}
