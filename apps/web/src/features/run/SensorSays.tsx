import type { RunAnalysis } from '@brendik/core'
import { usePrefs } from '../../lib/prefs.ts'
import { figure, withUnit } from '../../lib/units.ts'
import { numberText, t } from '../../lib/words.ts'

/** Gain, offset, lag and air leak of the level sensing, where ruler and display were read together. */
export function SensorSays({ analysis }: { analysis: RunAnalysis | null }) {
  const { units } = usePrefs()
  const q = analysis?.quantities
  if (!q?.sensorGain && !q?.tubeLeakTauS) return null
  const rows: [string, string, string][] = []
  if (q.sensorGain)
    rows.push([
      t('runSays.displayAgainstRuler'),
      `× ${numberText(q.sensorGain.value, 2)}`,
      t('common.range', { from: numberText(q.sensorGain.lo, 2), to: numberText(q.sensorGain.hi, 2) }),
    ])
  if (q.sensorOffsetMm)
    rows.push([
      t('runSays.offsetAtThePort'),
      withUnit(units, 'level', q.sensorOffsetMm.value),
      t('common.range', {
        from: figure(units, 'level', q.sensorOffsetMm.lo),
        to: figure(units, 'level', q.sensorOffsetMm.hi),
      }),
    ])
  if (q.sensorLagS)
    rows.push([
      t('runSays.lag'),
      `${numberText(q.sensorLagS.value, 0)} s`,
      t('runSays.toS', { lo: numberText(q.sensorLagS.lo, 0), hi: numberText(q.sensorLagS.hi, 0) }),
    ])
  if (q.tubeLeakTauS)
    rows.push([
      t('runSays.airLeaksWithATime'),
      `${numberText(q.tubeLeakTauS.value, 0)} s`,
      t('runSays.toS', { lo: numberText(q.tubeLeakTauS.lo, 0), hi: numberText(q.tubeLeakTauS.hi, 0) }),
    ])
  return (
    <dl aria-label={t('runSays.levelSensing')}>
      {rows.map(([name, value, range]) => (
        <div key={name} className="flex items-baseline justify-between gap-3 border-t border-hair py-1.5">
          <dt>{name}</dt>
          <dd className="text-right">
            <span className="font-semibold">{value}</span> <span className="text-sm text-soft">{range}</span>
          </dd>
        </div>
      ))}
    </dl>
  )
}
