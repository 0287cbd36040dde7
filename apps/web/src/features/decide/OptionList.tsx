import type { Decision, Option } from '@brendik/core'
import { percent } from '../../lib/percent.ts'
import { t } from '../../lib/words.ts'
import { money, optionName } from './optionText.ts'

/** Everything that can be done, on one axis of money: what it comes to until the machine works, with its bill. */
export function OptionList({
  decision,
  chosen,
  onChoose,
}: {
  decision: Decision
  chosen: Option
  onChoose: (id: string) => void
}) {
  const { options, currency } = decision
  const most = Math.max(...options.map(({ hi }) => hi), 1)
  return (
    <section aria-label={t('decide.options')} className="border-t border-line py-3">
      <h2 className="text-sm font-semibold text-soft">
        {t('decide.options')} <span className="font-normal">{t('decide.axis')}</span>
      </h2>
      <ul>
        {options.map((option) => (
          <li key={option.id} className="border-t border-hair">
            <button
              type="button"
              aria-pressed={option === chosen}
              aria-label={t('decide.choose', { name: optionName(option) })}
              onClick={() => onChoose(option.id)}
              className={`grid min-h-12 w-full cursor-pointer grid-cols-[minmax(0,1fr)_64px_92px] items-center gap-x-3 border-l-4 py-1 pl-2 text-left leading-tight md:grid-cols-[minmax(0,250px)_minmax(0,1fr)_72px_96px] ${option === chosen ? 'border-ink font-semibold' : 'border-transparent'}`}
            >
              <span>{optionName(option)}</span>
              <Span option={option} most={most} />
              <span className="small-figure text-right">{money(option.price, currency)}</span>
              <span className="text-right text-sm font-normal text-soft">
                {t('decide.works', { cured: percent(option.cured) })}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** Where its costs lie: the ring is the bill, the mark the mean, the line eight of ten cases. */
function Span({ option: { price, expected, lo, hi, act }, most }: { option: Option; most: number }) {
  const at = (amount: number) => `${(100 * amount) / most}%`
  return (
    <span aria-hidden="true" className="relative h-5 max-md:col-span-3 max-md:row-start-2">
      {act !== 'nothing' && (
        <>
          <span
            className="absolute top-1/2 h-0.5 -translate-y-1/2 bg-ink"
            style={{ left: at(lo), width: at(hi - lo) }}
          />
          <span className="absolute top-0.5 h-4 w-1 -translate-x-1/2 bg-ink" style={{ left: at(expected) }} />
        </>
      )}
      <span
        className="absolute top-1/2 size-3 -translate-x-1/2 -translate-y-1/2 rounded-full border-2 border-ink bg-ground"
        style={{ left: at(price) }}
      />
    </span>
  )
}
