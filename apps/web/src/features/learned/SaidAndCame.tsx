import type { Reliability } from '@brendik/core'
import { t, words } from '../../lib/words.ts'

/** Hundredths of a scale, whose ends are what they are. */
const whole = (share: number): string => words().number(100 * share, 0)

/** What was said against what came: a bar for the range of what came, a dot for its share, a tick for what was said. */
export function SaidAndCame({ reliability }: { reliability: Reliability }) {
  const { bins, says, n } = reliability
  return (
    <>
      <p className="pb-3 font-semibold leading-snug">{t('learned.says', { says, n })}</p>
      <div className="grid grid-cols-[auto_1fr_auto] items-center gap-x-4">
        <span className="pb-1 text-sm text-soft">{t('learned.said')}</span>
        <span className="flex justify-between pb-1 text-sm text-soft" aria-hidden="true">
          <span>{whole(0)}</span>
          <span>{whole(1)}</span>
        </span>
        <span className="pb-1 text-right text-sm text-soft">{t('learned.came')}</span>
        {bins.map((bin) => (
          <div key={bin.lo} className="col-span-3 grid grid-cols-subgrid items-center border-t border-hair">
            <span className="small-figure py-2">
              {t('learned.range', { lo: whole(bin.lo), hi: whole(bin.hi) })}
            </span>
            <svg viewBox="0 0 100 10" preserveAspectRatio="none" className="h-8 w-full" aria-hidden="true">
              <line x1="0" x2="100" y1="5" y2="5" stroke="var(--line)" strokeWidth="0.6" />
              <rect
                x={100 * bin.came.lo}
                width={100 * (bin.came.hi - bin.came.lo)}
                y="3.4"
                height="3.2"
                fill="var(--hatch)"
              />
              <rect
                x={Math.min(98.4, Math.max(0, 100 * bin.came.value - 0.8))}
                width="1.6"
                y="2"
                height="6"
                fill="var(--ink)"
              />
              <rect x={100 * bin.said - 0.35} width="0.7" y="0.4" height="9.2" fill="var(--watch)" />
            </svg>
            <span className="small-figure text-right">
              {t('learned.rightOf', { right: Math.round(bin.came.value * bin.n), n: bin.n })}
            </span>
          </div>
        ))}
      </div>
      <p className="pt-2 text-sm text-soft">{t('learned.howToRead')}</p>
    </>
  )
}
