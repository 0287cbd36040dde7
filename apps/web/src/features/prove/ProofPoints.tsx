import type { ProofPoint } from '@brendik/core'
import { usePrefs } from '../../lib/prefs.ts'
import { dateText } from '../../lib/time.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import type { Space } from '../visit/index.ts'
import { pointText } from './pointText.ts'
import type { Proof } from './useProof.ts'

const MARK: Record<ProofPoint['state'], string> = { passed: '✓', failed: '✗', waived: '–', open: '·' }
const TONE: Record<ProofPoint['state'], string> = {
  passed: 'text-good',
  failed: 'text-stop',
  waived: 'text-soft',
  open: 'text-soft',
}

/** The points that prove the repair, each with how it stands; what is open can be waived by name. */
export function ProofPoints({
  space,
  proof: { points, outcome },
  next,
  onWaive,
}: {
  space: Space
  proof: Proof
  next: ProofPoint | null
  onWaive: (point: ProofPoint) => void
}) {
  const { units } = usePrefs()
  return (
    <section aria-label={t('prove.points')}>
      <h2
        className={`pb-2 font-semibold ${outcome === 'proven' ? 'text-good' : outcome === 'failed' ? 'text-stop' : ''}`}
      >
        {t('prove.pointsOutcome', { outcome })}
      </h2>
      <ol>
        {points.map((point) => (
          <li key={point.id} className="border-t border-hair">
            <div className="grid min-h-12 grid-cols-[1.25rem_1fr_auto_auto] items-center gap-x-2 leading-tight">
              <span
                className={`font-semibold ${TONE[point.state]}`}
                role="img"
                aria-label={t('prove.pointState', { state: point.state })}
              >
                {MARK[point.state]}
              </span>
              <span className={point.id === next?.id ? 'font-semibold' : ''}>{pointText(point, units)}</span>
              <span className="text-sm text-soft">
                {point.atMs !== null
                  ? dateText(point.atMs, 'time')
                  : t('prove.nextMinutes', { minutes: point.minutes })}
              </span>
              {space.visit.closedAtMs === null && (point.state === 'open' || point.state === 'waived') && (
                <Button
                  look="word"
                  aria-label={
                    point.state === 'waived'
                      ? `${t('prove.takeBack')}: ${pointText(point, units)}`
                      : t('prove.waivePoint', { point: pointText(point, units) })
                  }
                  className="min-h-12 pl-1 text-sm text-soft"
                  onClick={() =>
                    point.state === 'waived' ? void space.say(`proof:${point.id}`, null) : onWaive(point)
                  }
                >
                  {point.state === 'waived' ? t('prove.takeBack') : t('prove.waive')}
                </Button>
              )}
              {point.waived && (
                <span className="col-span-3 col-start-2 pb-1.5 text-sm text-soft">
                  {t('prove.waivedBy', { name: point.waived.by, reason: point.waived.reason })}
                </span>
              )}
            </div>
          </li>
        ))}
      </ol>
    </section>
  )
}
