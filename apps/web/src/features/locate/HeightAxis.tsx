import { usePrefs } from '../../lib/prefs.ts'
import { unitOf } from '../../lib/units.ts'
import { t } from '../../lib/words.ts'
import type { Section } from './section.ts'

/** The axis of heights that drawing and ladder share, in the units of the device. */
export function HeightAxis({
  x,
  section,
  scaleY,
  up,
}: {
  x: number
  section: Section
  scaleY: (mm: number) => number
  /** px for a mm. */
  up: number
}) {
  const { units } = usePrefs()
  const { show, read } = unitOf(units, 'level')
  const step = units === 'us' ? (up * 25.4 > 18 ? 4 : 5) : up > 0.42 ? 100 : 200
  const from = Math.ceil(show(section.lowMm) / step)
  const to = Math.floor(show(section.highMm) / step)
  const marks = Array.from({ length: to - from + 1 }, (_, i) => (from + i) * step)
  return (
    <g>
      <line x1={x} x2={x} y1={scaleY(section.highMm)} y2={scaleY(section.lowMm)} stroke="var(--ink)" />
      {marks.map((mark) => (
        <g key={mark}>
          <line x1={x - 8} x2={x} y1={scaleY(read(mark))} y2={scaleY(read(mark))} stroke="var(--ink)" />
          <text
            x={x - 11}
            y={scaleY(read(mark)) + 4}
            textAnchor="end"
            fontSize="12"
            fill={mark === 0 ? 'var(--ink)' : 'var(--soft)'}
            fontWeight={mark === 0 ? 700 : 400}
          >
            {mark === 0 ? t('heightAxis.port') : mark}
          </text>
        </g>
      ))}
    </g>
  )
}
