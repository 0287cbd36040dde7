import type { RunAnalysis } from '@brendik/core'
import { usePrefs } from '../../lib/prefs.ts'
import { figure, unitOf, withUnit } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'
import { Gauge } from '../../ui/Gauge.tsx'

/** Loss or gain of a run in which the water should stand, and where a leak lies. */
export function StandingSays({ analysis, running }: { analysis: RunAnalysis | null; running: boolean }) {
  const { units } = usePrefs()
  const basis = analysis?.basis
  const height = analysis?.quantities.leakHeightMm
  const below = analysis?.bounds.leakHeightMm?.atMost
  const back = analysis?.quantities.runBackL
  const { show, unit } = unitOf(units, 'hourly')
  if (back)
    return (
      <p className="flex items-baseline justify-between gap-3">
        <span>{t('ui.ranBack')}</span>
        <span className="text-right">
          <span className="small-figure text-3xl">{withUnit(units, 'volume', Math.max(0, back.value))}</span>
          <br />
          <span className="text-sm text-soft">
            {t('common.range', {
              from: figure(units, 'volume', Math.max(0, back.lo)),
              to: figure(units, 'volume', back.hi),
            })}
          </span>
        </span>
      </p>
    )
  if (basis?.of !== 'standing')
    return (
      <p className="text-soft">
        {running ? t('runSays.threeLevelsAMinuteApart') : t('runSays.noLossCouldBeComputed')}
      </p>
    )
  const rises = analysis?.verdict === 'rising'
  const found = rises ? analysis?.quantities.riseLH : analysis?.quantities.leakLH
  const shown = found ?? { value: 0, lo: 0, hi: basis.seenLMin * 60 }
  const off = analysis?.verdict === 'falling' || rises
  return (
    <>
      <Gauge
        label={rises ? t('runSays.comesIn') : t('runSays.loss')}
        figure={figure(units, 'hourly', Math.max(0, shown.value))}
        unit={unit}
        note={t('common.range', {
          from: figure(units, 'hourly', Math.max(0, shown.lo)),
          to: figure(units, 'hourly', shown.hi),
        })}
        value={Math.max(0, show(shown.value))}
        lo={Math.max(0, show(shown.lo))}
        hi={show(shown.hi)}
        expectedLo={0}
        expectedHi={show(basis.seenLMin * 60)}
        off={off}
      />
      <p className="text-sm text-soft">
        {t('runSays.theHatchIsWhatThis', { hourly: withUnit(units, 'hourly', basis.seenLMin * 60) })}
      </p>
      {height ? (
        <p className="border-t border-hair pt-2">
          <span className="flex items-baseline justify-between gap-3">
            <span>{t('runSays.leakHeight')}</span>
            <span className="small-figure text-3xl text-watch">{withUnit(units, 'level', height.value)}</span>
          </span>
          <span className="block text-right text-sm text-soft">
            {t('runSays.toAboveThePort', {
              level: withUnit(units, 'level', height.lo),
              level2: withUnit(units, 'level', height.hi),
            })}
          </span>
        </p>
      ) : below !== undefined ? (
        <p className="flex justify-between border-t border-hair pt-2">
          <span>{t('runSays.leakHeight')}</span>
          <span className="font-semibold">
            {t('runSays.below', { level: withUnit(units, 'level', below) })}
          </span>
        </p>
      ) : null}
    </>
  )
}
