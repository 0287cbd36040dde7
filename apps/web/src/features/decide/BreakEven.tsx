import type { Decision, Option } from '@brendik/core'
import { useId } from 'react'
import { percent } from '../../lib/percent.ts'
import { t } from '../../lib/words.ts'
import { money } from './optionText.ts'

const [WIDTH, HEIGHT, LEFT, BOTTOM] = [284, 168, 34, 22]

/** From which price and which chance on a new machine is cheaper, year by year: the line where both come to the same, and where this repair lies. */
export function BreakEven({ decision, option }: { decision: Decision; option: Option | undefined }) {
  const hatchId = useId()
  if (!option?.keep) return null
  const { keep, price, cured } = option
  const { currency, yearsLeft } = decision
  // Sure to hold, it pays up to this price.
  const atOne = yearsLeft * keep.newYearly
  const most = 1.15 * Math.max(atOne, price)
  const x = (amount: number) => LEFT + (amount / most) * (WIDTH - LEFT - 6)
  const y = (chance: number) => HEIGHT - BOTTOM - chance * (HEIGHT - BOTTOM - 6)
  const told = { bill: money(price, currency), price: money(keep.breakEvenPrice, currency) }
  return (
    <section aria-label={t('decide.breakEven')} className="border-t border-line pt-3">
      <h2 className="pb-1 text-sm font-semibold text-soft">{t('decide.breakEven')}</h2>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="img"
        aria-label={t('decide.breakEvenChart')}
        className="w-full"
      >
        <defs>
          <pattern
            id={hatchId}
            width="8"
            height="8"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <rect width="8" height="8" fill="var(--band)" />
            <line x1="0" y1="0" x2="0" y2="8" stroke="var(--hatch)" strokeWidth="2" />
          </pattern>
        </defs>
        <polygon
          points={`${x(0)},${y(0)} ${x(0)},${y(1)} ${x(Math.min(atOne, most))},${y(1)}`}
          fill={`url(#${hatchId})`}
        />
        <line x1={x(0)} y1={y(0)} x2={x(atOne)} y2={y(1)} stroke="var(--ink)" strokeWidth="1.5" />
        <path d={`M${LEFT} ${y(1)}V${y(0)}H${WIDTH - 6}`} fill="none" stroke="var(--line)" />
        <text x={x(0) + 6} y={y(1) + 14} className="fill-ink text-[12px]">
          {t('decide.repairPays')}
        </text>
        <text x={WIDTH - 8} y={y(0) - 8} textAnchor="end" className="fill-soft text-[12px]">
          {t('decide.newPays')}
        </text>
        <circle
          cx={x(price)}
          cy={y(cured)}
          r="6"
          fill="var(--ground)"
          stroke={keep.keepYearly <= keep.newYearly ? 'var(--ink)' : 'var(--watch)'}
          strokeWidth="3"
        />
        <text x={LEFT - 4} y={y(1) + 8} textAnchor="end" className="fill-soft text-[11px]">
          1
        </text>
        <text x={LEFT - 4} y={y(0.5) + 4} textAnchor="end" className="fill-soft text-[11px]">
          ½
        </text>
        <text x={x(0)} y={HEIGHT - 6} className="fill-soft text-[11px]">
          {money(0, currency)}
        </text>
        <text x={WIDTH - 6} y={HEIGHT - 6} textAnchor="end" className="fill-soft text-[11px]">
          {money(most, currency)}
        </text>
      </svg>
      <p className="pt-1 leading-snug">
        {keep.breakEvenChance >= 1
          ? t('decide.breakEvenNever', told)
          : t('decide.breakEvenSays', {
              ...told,
              cured: percent(cured),
              chance: percent(keep.breakEvenChance),
            })}
      </p>
    </section>
  )
}
