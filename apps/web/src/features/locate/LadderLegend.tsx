import type { LeakView } from '@brendik/core'
import { usePrefs } from '../../lib/prefs.ts'
import { figure, unitOf, withUnit } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'
import { leakBands, leakBounds } from './partStatus.ts'

/** What the lines across the ladder mean, in figures. */
export function LadderLegend({ view, levelNow }: { view: LeakView; levelNow: number | null }) {
  const { units } = usePrefs()
  return (
    <p className="px-4 pb-1 text-sm text-soft md:px-5">
      {leakBands(view).map(({ mm, lo, hi }) => (
        <span key={mm} className="mr-4 font-semibold text-watch">
          {t('locateStage.leakAtTo', {
            level: figure(units, 'level', mm),
            level2: figure(units, 'level', lo),
            level3: withUnit(units, 'level', hi),
          })}
        </span>
      ))}
      {leakBounds(view).map(({ mm, side }) => (
        <span key={side} className="mr-4 font-semibold text-watch">
          {t('locateStage.leak', { side, level: withUnit(units, 'level', mm) })}
        </span>
      ))}
      {levelNow !== null && (
        <span className="mr-4 font-semibold text-water">
          {t('locateStage.waterAt', { level: withUnit(units, 'level', levelNow) })}
        </span>
      )}
      {t('locateStage.aboveTheLevelPortTo', { unit: unitOf(units, 'level').unit })}
    </p>
  )
}
