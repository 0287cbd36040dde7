import { DECIDE_LN } from '@brendik/core'
import { numberText, t } from '../../lib/words.ts'

/** Two explanations weighed: bars grow from the middle with the support for each; the hatched middle is where nothing is decided. */
export function Balance({
  left,
  right,
}: {
  left: { name: string; support: number }
  right: { name: string; support: number }
}) {
  const difference = left.support - right.support
  const most = 12
  const share = Math.min(1, Math.abs(difference) / most) * 50
  const decided = Math.abs(difference) >= DECIDE_LN
  const times =
    Math.abs(difference) > 7
      ? t('balance.moreThan1000')
      : numberText(Math.exp(Math.abs(difference)), difference ** 2 < 4 ? 1 : 0)
  const favoured = difference > 0 ? left.name : right.name
  return (
    <figure className="mt-4">
      <div className="flex justify-between text-base">
        <span className={difference >= DECIDE_LN ? 'font-semibold text-watch' : ''}>{left.name}</span>
        <span className={difference <= -DECIDE_LN ? 'font-semibold text-watch' : ''}>{right.name}</span>
      </div>
      <div className="relative mt-1 h-7 border-y border-ink" aria-hidden="true">
        <div
          className="hatched absolute inset-y-0"
          style={{ left: `${50 - (50 * DECIDE_LN) / most}%`, width: `${(100 * DECIDE_LN) / most}%` }}
        />
        <div
          className={`absolute inset-y-1.5 ${decided ? 'bg-watch' : 'bg-ink'}`}
          style={difference > 0 ? { right: '50%', width: `${share}%` } : { left: '50%', width: `${share}%` }}
        />
        <div className="absolute inset-y-0 left-1/2 w-0.5 -translate-x-1/2 bg-ink" />
      </div>
      <figcaption className="mt-1 text-sm text-soft">
        {Math.abs(difference) < 0.2
          ? t('balance.theMeasurementsFitBothAlike')
          : t('balance.theMeasurementsAreTimesAs', { times, favoured })}
      </figcaption>
    </figure>
  )
}
