import type { Contender, FaultId, WeighView } from '@brendik/core'
import type { ReactNode } from 'react'
import { percent } from '../../lib/percent.ts'
import { t } from '../../lib/words.ts'
import { faultTitle } from '../../words/cardText.ts'
import { listed } from './leading.ts'

/** What it may be: hatched from the complaint alone, ink as it is now. A touch shows what speaks for and against. */
export function Ranking({
  view,
  chosen,
  onChoose,
  inPlace,
}: {
  view: WeighView
  chosen: FaultId | null
  onChoose: (fault: FaultId) => void
  /** What stands under the chosen line where there is no pane beside it. */
  inPlace: (contender: Contender) => ReactNode
}) {
  return (
    <section aria-label={t('weigh.whatItMayBe')} className="border-t border-ink py-4">
      <div className="flex items-baseline justify-between gap-4 pb-1 text-sm text-soft">
        <h2 className="font-semibold">{t('weigh.whatItMayBe')}</h2>
        <span>{t('weigh.hatchedComplaint')}</span>
      </div>
      <ul>
        {listed(view).map((one, n) => (
          <li key={one.fault}>
            <button
              type="button"
              aria-pressed={one.fault === chosen}
              onClick={() => onChoose(one.fault)}
              className="grid min-h-12 w-full cursor-pointer grid-cols-[1fr_auto] items-center gap-x-4 py-1 text-left md:grid-cols-[minmax(0,17rem)_1fr_5rem]"
            >
              <span
                className={`leading-tight ${n === 0 ? 'text-xl font-bold' : 'text-lg'} ${one.fault === chosen ? 'underline decoration-1 underline-offset-4' : ''}`}
              >
                {faultTitle(one.fault)}
                {one.outside && (
                  <span className="pl-2 text-sm font-normal text-soft">{t('weigh.notTheMachine')}</span>
                )}
              </span>
              <Bar one={one} large={n === 0} />
              <span
                className={`small-figure text-right max-md:row-start-1 max-md:col-start-2 ${n === 0 ? 'text-3xl' : 'text-2xl'}`}
              >
                {percent(one.present)}
              </span>
            </button>
            {one.fault === chosen && <div className="pb-3 md:hidden">{inPlace(one)}</div>}
          </li>
        ))}
      </ul>
      <p className="pt-2 text-sm text-soft">
        {t('weigh.outsideNoneElse', {
          outside: percent(view.outside),
          none: percent(view.none),
          unlisted: percent(view.unlisted),
        })}
      </p>
    </section>
  )
}

function Bar({ one, large }: { one: Contender; large: boolean }) {
  return (
    <span className={`relative block w-full max-md:col-span-2 ${large ? 'h-6' : 'h-4'}`} aria-hidden="true">
      <span className="hatched absolute inset-y-0 left-0" style={{ width: `${100 * one.fromComplaint}%` }} />
      <span
        className={`absolute left-0 bg-ink ${large ? 'inset-y-[7px]' : 'inset-y-[5px]'}`}
        style={{ width: `${100 * one.present}%` }}
      />
    </span>
  )
}
