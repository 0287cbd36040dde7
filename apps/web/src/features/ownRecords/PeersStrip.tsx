import type { OwnRunAnswer } from '@brendik/core'
import { t } from '../../lib/words.ts'

/** Time against what the peers lead one to expect: shown from so much shorter to so much longer, as a share. */
const FROM = -0.4
const TO = 0.8
const TICKS = [-0.2, 0, 0.2, 0.4, 0.6]
const WIDTH = 420
const HEIGHT = 86
const MIDDLE = 34

/** Where each run lies among its peers: those that are used in ink, those far off as rings, within what healthy ones spread to. */
export function PeersStrip({ runs, label }: { runs: readonly OwnRunAnswer[]; label: string }) {
  const compared = runs.filter(({ sd }) => sd > 0)
  const spread = compared.map(({ sd }) => sd).sort((a, b) => a - b)[Math.floor(compared.length / 2)] ?? 0.1
  const x = (share: number) =>
    ((Math.min(TO, Math.max(FROM, share)) - FROM) / (TO - FROM)) * (WIDTH - 40) + 20
  const band = [x(Math.exp(-1.96 * spread) - 1), x(Math.exp(1.96 * spread) - 1)] as const
  return (
    <figure>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="block w-full max-w-[600px]"
        role="img"
        aria-label={label}
      >
        <rect
          x={band[0]}
          y={MIDDLE - 22}
          width={band[1] - band[0]}
          height={44}
          className="fill-water/15 stroke-water"
          strokeDasharray="5 4"
        />
        <line
          x1={20}
          x2={WIDTH - 20}
          y1={MIDDLE + 24}
          y2={MIDDLE + 24}
          className="stroke-ink"
          strokeWidth={2}
        />
        {TICKS.map((tick) => (
          <g key={tick}>
            <line x1={x(tick)} x2={x(tick)} y1={MIDDLE + 24} y2={MIDDLE + 30} className="stroke-ink" />
            <text x={x(tick)} y={HEIGHT - 8} textAnchor="middle" className="fill-soft text-[14px]">
              {t('ownRecords.percent', { percent: Math.round(tick * 100) })}
            </text>
          </g>
        ))}
        {compared.map(({ runId, off, used }, n) => (
          <circle
            key={runId}
            cx={x(Math.exp(off) - 1)}
            // Side by side where they would hide each other.
            cy={MIDDLE + ((n % 5) - 2) * 8}
            r={5}
            className={used ? 'fill-ink' : 'fill-face stroke-watch'}
            strokeWidth={used ? 0 : 3}
          />
        ))}
      </svg>
      <figcaption className="text-sm text-soft">{t('ownRecords.axis')}</figcaption>
    </figure>
  )
}
