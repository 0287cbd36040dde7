import type { Said } from '../../state/entries.ts'
import type { Assumptions } from './decide.ts'

/** An assumption of one visit as an entry: topic `decide:years-left`, `decide:new-machine`, `decide:part:<option>` or `decide:minutes:<option>`, value a number; taken back by an entry with no value. */
export const DECIDE_TOPIC =
  /^decide:(years-left|new-machine|(part|minutes):[a-z]+(-[a-z]+)*(:[a-z]+(-[a-z]+)*){0,2})$/
/** What the customer said yes to, before work begins: topic `agreed`, value as `agreedValue` makes it. */
export const AGREED_TOPIC = 'agreed'

/** What was assumed of a visit beside the price list. Amounts before tax. */
export function assumptionsOf(said: ReadonlyMap<string, Said>): Assumptions {
  const partPrice: Record<string, number> = {}
  const minutes: Record<string, number> = {}
  for (const [topic, { latest }] of said) {
    const [, kind, option] = /^decide:(part|minutes):(.+)$/.exec(topic) ?? []
    if (!option || typeof latest.value !== 'number') continue
    if (kind === 'part') partPrice[option] = latest.value
    else minutes[option] = latest.value
  }
  const number = (topic: string) => {
    const value = said.get(topic)?.latest.value
    return typeof value === 'number' ? value : null
  }
  return {
    yearsLeft: number('decide:years-left'),
    newMachine: number('decide:new-machine'),
    partPrice,
    minutes,
  }
}

/** A yes to a price. */
export interface Agreed {
  /** With tax. */
  amount: number
  currency: string
  /** Id of the option. */
  option: string
  /** Who said yes. */
  name: string
}

/** A yes as the value of its entry. */
export const agreedValue = ({ amount, currency, option, name }: Agreed): string =>
  `${amount.toFixed(2)} ${currency} ${option} ${name.trim()}`

/** The yes that stands, with who wrote it down and when; null = none does. What cannot be read is none. */
export function agreedOf(
  said: ReadonlyMap<string, Said>,
): (Agreed & { atMs: number; by: string; conflict: boolean }) | null {
  const one = said.get(AGREED_TOPIC)
  const value = one?.latest.value
  const [, amount, currency, option, name] =
    typeof value === 'string' ? (/^(\d+\.\d\d) ([A-Z]{3}) (\S+) (.+)$/.exec(value) ?? []) : []
  if (!one || !amount || !currency || !option || !name) return null
  return {
    amount: Number(amount),
    currency,
    option,
    name,
    atMs: one.latest.atMs,
    by: one.latest.by,
    conflict: one.conflict,
  }
}
