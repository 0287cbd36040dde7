import type { Decision, Option } from '@brendik/core'
import { percent } from '../../lib/percent.ts'
import { numberText, t } from '../../lib/words.ts'
import { bill, money, optionName } from './optionText.ts'
import { usePrices } from './useDecision.ts'

/** Nothing is certain, of a hundred. */
const MOST_SURE = 99
/** From here on a machine is called sound to its owner. */
const SOUND = 0.8

/** What comes out best, or was chosen: its bill huge, what it ends, and one sentence for the customer. */
export function DecideLead({ decision, option }: { decision: Decision; option: Option }) {
  const { own } = usePrices()
  const { currency, taxPercent } = decision
  const taxed = {
    tax: taxPercent > 0 ? numberText(taxPercent, Number.isInteger(taxPercent) ? 0 : 1) : 'none',
  }
  return (
    <section aria-label={optionName(option)} className="py-5">
      <p className="pb-1 text-sm font-semibold text-soft">{t('decide.byAll', { own: own ? 'yes' : 'no' })}</p>
      <div className="flex flex-wrap items-start justify-between gap-x-6">
        <h1 className="plate min-w-0 flex-1 basis-64 text-[30px] leading-[1.05] md:text-[40px]">
          {optionName(option)}
        </h1>
        <p className="small-figure shrink-0 text-[60px] leading-none md:text-[84px]">
          {money(option.price, currency)}
        </p>
      </div>
      <p className="pt-2 text-lg leading-snug">{meaningOf(decision, option)}</p>
      {option.minutes > 0 && (
        <p className="pt-1 text-soft">
          {option.partPrice > 0
            ? t('decide.bill', {
                minutes: Math.round(option.minutes),
                part: bill(option.partPrice, currency),
                ...taxed,
              })
            : t('decide.noPartBill', { minutes: Math.round(option.minutes), ...taxed })}
        </p>
      )}
      <p className="mt-3 border-l-4 border-ink py-1 pl-3 text-lg leading-snug">
        <span className="block text-sm text-soft">{t('decide.customer')}</span>
        {toCustomer(decision, option)}
      </p>
    </section>
  )
}

function meaningOf({ currency, options }: Decision, option: Option): string {
  const cured = percent(option.cured)
  const right = percent(option.right)
  if (option.act === 'nothing') return t('decide.nothingCures', { cured })
  if (option.act === 'new-machine') {
    const keep = options.find((one) => one.keep)?.keep
    return t('decide.newCures', {
      cured,
      keep: money(keep?.keepYearly ?? 0, currency),
      anew: money(keep?.newYearly ?? 0, currency),
    })
  }
  if (option.act === 'refer') return t('decide.referCures', { right })
  if (option.act === 'close-up') return t('decide.closeUpCures', { right })
  return t('decide.cures', {
    right,
    cured,
    expected: money(option.expected, currency),
    lo: money(option.lo, currency),
    hi: money(option.hi, currency),
    span: option.hi - option.lo < 1 ? 'none' : 'some',
  })
}

function toCustomer({ currency, options }: Decision, option: Option): string {
  const price = money(option.price, currency)
  const anew = money(options.find(({ act }) => act === 'new-machine')?.price ?? 0, currency)
  if (option.act === 'new-machine') {
    const repair = options.find(({ keep }) => keep)
    return t('decide.sayNew', { price: money(repair?.price ?? 0, currency), anew })
  }
  if (option.act === 'refer') return t('decide.sayRefer', { price })
  if (option.act === 'close-up') return t('decide.sayNothing', { price })
  if (option.act === 'nothing')
    return t(option.cured >= SOUND ? 'decide.sayNothing' : 'decide.sayLeft', { price })
  return t('decide.sayRepair', {
    price,
    of: Math.min(MOST_SURE, Math.round(100 * option.cured)),
    anew,
  })
}
