import { numberText, t } from '../../lib/words.ts'

interface Span {
  value: number
  lo: number
  hi: number
}

/** A quantity with two intervals: thin from the measurements alone, thick with what plate or family add; hatch = expected. */
export function DoubleGauge({
  label,
  figure,
  unit,
  note,
  told,
  expected,
  withPrior,
  alone,
  fromPrior,
  logarithmic = false,
}: {
  label: string
  figure: string
  unit: string
  note: string
  /** Whether there is a figure worth giving; else only what is still allowed is drawn. */
  told: boolean
  expected: { lo: number; hi: number }
  withPrior: Span
  alone: Span
  /** Share of the precision that came from plate or family. */
  fromPrior: number
  logarithmic?: boolean
}) {
  const scale = (x: number) => (logarithmic ? Math.log(Math.max(0.2, x)) : x)
  const top = scale(
    Math.min(Math.max(withPrior.hi, expected.hi, Math.min(alone.hi, expected.hi * 3)) * 1.15, 60),
  )
  const bottom = scale(Math.max(logarithmic ? 0.4 : 0, Math.min(withPrior.lo, expected.lo) * 0.6))
  const at = (x: number) => `${Math.min(100, Math.max(0, (100 * (scale(x) - bottom)) / (top - bottom)))}%`
  const across = (a: number, b: number) => ({ left: at(a), width: `max(3px, calc(${at(b)} - ${at(a)}))` })
  const off = told && (withPrior.hi < expected.lo || withPrior.lo > expected.hi)
  const ink = off ? 'bg-watch' : 'bg-ink'
  return (
    <div>
      <div className="flex items-baseline justify-between gap-3">
        <span className="text-base">{label}</span>
        {told ? (
          <span className="text-right">
            <span className={`small-figure text-4xl leading-none ${off ? 'text-watch' : ''}`}>{figure}</span>{' '}
            <span className="text-sm text-soft">{unit}</span>
          </span>
        ) : (
          <span className="text-right text-soft">{t('doubleGauge.cannotBeToldYet')}</span>
        )}
      </div>
      <div className="relative mt-2 h-9 border-b border-ink" aria-hidden="true">
        <div className="hatched absolute top-0 bottom-0" style={across(expected.lo, expected.hi)} />
        <div className="absolute top-2 h-px bg-ink" style={across(alone.lo, alone.hi)} />
        <div className={`absolute top-5 h-[5px] ${ink}`} style={across(withPrior.lo, withPrior.hi)} />
        <div
          className={`absolute top-3.5 bottom-1 w-[3px] -translate-x-1/2 ${ink}`}
          style={{ left: at(withPrior.value) }}
        />
      </div>
      <p className="mt-1 flex justify-between gap-3 text-sm text-soft">
        <span>{note}</span>
        <span>
          {t('doubleGauge.thickToThinMeasuredAlone', {
            short: short(withPrior.lo),
            short2: short(withPrior.hi),
            short3: short(alone.lo),
            short4: short(alone.hi),
          })}
        </span>
      </p>
      <p className="text-sm text-soft">
        {fromPrior > 0.05
          ? t('doubleGauge.ofThisPrecisionIsFrom', { value: Math.round(100 * fromPrior) })
          : t('doubleGauge.nearlyAllOfThisComes')}
      </p>
    </div>
  )
}

const short = (x: number) => (x >= 10 ? numberText(x, 0) : numberText(x, 1))
