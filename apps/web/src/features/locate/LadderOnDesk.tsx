import type { LeakView, Part, PartId } from '@brendik/core'
import { percent } from '../../lib/percent.ts'
import { t } from '../../lib/words.ts'
import { partName } from '../../words/cardText.ts'
import { HeightAxis } from './HeightAxis.tsx'
import { barColumns, spreadLabels } from './ladderLayout.ts'
import { PartOption, UnnamedParts } from './PartOption.tsx'
import { isNamed, middleMm, shareOf, statusOf } from './partStatus.ts'
import { type LadderProps, SectionDrawing } from './SectionDrawing.tsx'
import type { Scale } from './sectionPath.ts'

/** Least distance of two labels, px: each is a target of its own. */
const LABEL_GAP = 24
const AXIS_WIDTH = 46
const LABEL_WIDTH = 176
/** Least and greatest distance of two bars, px. */
const BAR_PITCH = [14, 24] as const

/** Drawing, axis, a bar for the band of each part, and its name, from left to right on one scale of heights. */
export function LadderOnDesk({
  size,
  drawn,
  ...shown
}: LadderProps & { size: { width: number; height: number }; drawn: readonly Part[] }) {
  const { width, height } = size
  const { section, view, chosen, wetNow, onChoose } = shown
  const named = view.parts.filter((part) => isNamed(part) || part.id === chosen)
  const bars = mostWorth(view, named, chosen, Math.floor((height - 16) / LABEL_GAP)).sort(
    (a, b) => middleMm(b) - middleMm(a),
  )
  const columns = barColumns(
    bars.map((part) => part.bandMm),
    14,
  )
  const count = Math.max(0, ...columns) + 1
  const up = (height - 20) / (section.highMm - section.lowMm)
  // To true height; drawn narrower than true only where there is no room. What is left over spreads the bars.
  const room = width - LABEL_WIDTH - AXIS_WIDTH - 26
  const across = Math.min(up, (room - count * BAR_PITCH[0]) / (section.toX - section.fromX))
  const pitch = Math.min(BAR_PITCH[1], (room - across * (section.toX - section.fromX)) / count)
  const barsWidth = count * pitch
  const scale: Scale = {
    x: (mm) => (mm - section.fromX) * across,
    y: (mm) => 10 + (section.highMm - mm) * up,
  }
  const axisX = (section.toX - section.fromX) * across + AXIS_WIDTH - 6
  const barX = (i: number) => axisX + 10 + (columns[i] as number) * pitch
  const labelX = axisX + 10 + barsWidth + 16
  const labelY = spreadLabels(
    bars.map((part) => scale.y(middleMm(part))),
    LABEL_GAP,
    [12, height - 12],
  )
  return (
    <>
      <svg width={width} height={height} className="absolute inset-0" aria-hidden="true">
        <HeightAxis x={axisX} section={section} scaleY={scale.y} up={up} />
        {bars.map((part, i) => {
          const status = statusOf(view, part)
          const isChosen = part.id === chosen
          return (
            <g key={part.id}>
              <polyline
                points={`${barX(i) + 7},${scale.y(middleMm(part))} ${labelX - 12},${scale.y(middleMm(part))} ${labelX - 2},${labelY[i]}`}
                fill="none"
                stroke={isChosen ? 'var(--water)' : 'var(--line)'}
                strokeWidth={isChosen ? 2 : 1}
              />
              <rect
                x={barX(i)}
                y={scale.y(part.bandMm[1])}
                width={7}
                height={Math.max(4, scale.y(part.bandMm[0]) - scale.y(part.bandMm[1]))}
                fill={status === 'suspect' ? 'var(--ink)' : status === 'out' ? 'var(--face)' : 'var(--soft)'}
                stroke={isChosen ? 'var(--water)' : status === 'out' ? 'var(--soft)' : 'none'}
                strokeDasharray={status === 'out' ? '2 2' : undefined}
                strokeWidth={isChosen ? 3 : 1}
                opacity={status === 'possible' ? 0.55 : 1}
              />
            </g>
          )
        })}
        <SectionDrawing {...shown} scale={scale} bandToX={axisX + 10 + barsWidth} wide={width} />
      </svg>
      {bars.map((part, i) => {
        const status = statusOf(view, part)
        return (
          <PartOption
            key={part.id}
            part={part}
            chosen={chosen}
            onChoose={onChoose}
            style={{ left: labelX, top: labelY[i], width: LABEL_WIDTH }}
            className={`absolute flex h-6 -translate-y-1/2 items-center gap-1.5 text-[13px] leading-none ${
              part.id === chosen
                ? 'text-water underline underline-offset-4'
                : status === 'suspect'
                  ? 'font-bold text-ink'
                  : 'text-soft'
            }`}
          >
            <span className={`truncate ${status === 'out' ? 'line-through decoration-1' : ''}`}>
              {partName(part.id)}
            </span>
            {status === 'suspect' && <span className="shrink-0">{percent(shareOf(view, part.id))}</span>}
            {wetNow.has(part.id) && <span className="shrink-0 text-water">{t('ui.wet')}</span>}
          </PartOption>
        )
      })}
      <UnnamedParts parts={drawn.filter((part) => !bars.includes(part))} onChoose={onChoose} />
    </>
  )
}

/** The parts that are named where not all have room: the chosen one, the suspects, then those that are still in question. */
function mostWorth(view: LeakView, named: readonly Part[], chosen: PartId | null, room: number): Part[] {
  const worth = (part: Part) =>
    part.id === chosen ? 9 : shareOf(view, part.id) + (statusOf(view, part) === 'out' ? 0 : 0.001)
  return [...named].sort((a, b) => worth(b) - worth(a)).slice(0, Math.max(3, room))
}
