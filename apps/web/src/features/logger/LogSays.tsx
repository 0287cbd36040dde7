import type { ReadLog } from '@brendik/core'
import { dateText, durationText } from '../../lib/time.ts'
import { numberText, t } from '../../lib/words.ts'
import { Notice } from '../../ui/Notice.tsx'

/** No tub is higher and none deeper: what lies beyond was read in another unit, mm. As the format has it. */
const LEVELS_MM = [-300, 1500] as const
const FLOWS_L_MIN = [-1, 200] as const
const CURRENTS_A = [-200, 200] as const

/** How much was read, what was left out and why, what is missing, and what cannot be. */
export function LogSays({ log }: { log: ReadLog }) {
  const first = log.atMs[0] ?? 0
  const spanS = ((log.atMs.at(-1) ?? first) - first) / 1000
  const beyond = (column: Float64Array, [low, high]: readonly [number, number]) =>
    column.some((value) => value < low || value > high)
  return (
    <div className="grid gap-2 pb-3">
      <p className="text-lg">
        {t('log.rows', { rows: log.rows, from: dateText(first, 'dateTime'), span: durationText(spanS) })}{' '}
        {t('log.step', { step: numberText(log.stepS, log.stepS < 10 ? 2 : 0) })}
        {log.together > 1 && ` ${t('log.together', { count: log.together })}`}
      </p>
      {(beyond(log.levelMm, LEVELS_MM) ||
        beyond(log.rulerMm, LEVELS_MM) ||
        beyond(log.flowLMin, FLOWS_L_MIN) ||
        beyond(log.currentA, CURRENTS_A)) && <Notice tone="stop">{t('log.unitWrong')}</Notice>}
      {log.left.map(({ why, count, firstLine }) => (
        <Notice key={why} tone="watch" className="p-2 px-3">
          {t('log.left', { count, why, line: firstLine })}
        </Notice>
      ))}
      {log.gaps.length > 0 && (
        <Notice tone="watch" className="p-2 px-3">
          {t('log.gaps', {
            count: log.gaps.length,
            longest: durationText(((log.gaps[0]?.toMs ?? 0) - (log.gaps[0]?.fromMs ?? 0)) / 1000),
            from: dateText(log.gaps[0]?.fromMs ?? 0, 'timeS'),
          })}
        </Notice>
      )}
    </div>
  )
}
