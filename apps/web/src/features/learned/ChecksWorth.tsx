import { CHECK_IDS, type CheckWorth, ORDER_ENTRIES, RUN_KINDS } from '@brendik/core'
import { t, words } from '../../lib/words.ts'
import { checkName } from '../../words/cardText.ts'
import { orderEntryName } from '../../words/orderText.ts'

const MOST = 12

/** Which checks led to what turned out to be true, for their minutes. */
export function ChecksWorth({ checks }: { checks: readonly CheckWorth[] }) {
  return (
    <>
      <p className="pb-2 text-soft">{t('learned.checksWhat')}</p>
      <ul>
        {checks.slice(0, MOST).map(({ what, n, gain, minutes, misled }) => (
          <li
            key={what}
            className="grid grid-cols-[1fr_auto] gap-x-4 border-t border-hair py-2 leading-tight"
          >
            <span>{nameOf(what)}</span>
            <span className="small-figure text-right">
              {t('learned.gain', {
                way: gain < 0 ? 'down' : 'up',
                points: Math.round(100 * Math.abs(gain)),
              })}
            </span>
            <span className="col-span-2 text-sm text-soft">
              {t('learned.worth', { n, minutes: words().number(minutes, minutes < 1 ? 1 : 0), misled })}
            </span>
          </li>
        ))}
      </ul>
    </>
  )
}

function nameOf(what: CheckWorth['what']): string {
  const kind = RUN_KINDS.find((one) => one === what)
  const entry = ORDER_ENTRIES.find((one) => one === (kind ? `run:${kind}` : what))
  if (entry) return orderEntryName(entry)
  // What no order has is a check all the same.
  const check = CHECK_IDS.find((id) => id === what)
  return check ? checkName(check) : what
}
