import type { Part } from '@brendik/core'
import { useState } from 'react'
import { percent } from '../../lib/percent.ts'
import { t } from '../../lib/words.ts'
import { Button } from '../../ui/Button.tsx'
import { partName } from '../../words/cardText.ts'
import { HeightAxis } from './HeightAxis.tsx'
import { PartOption, UnnamedParts } from './PartOption.tsx'
import { isNamed, leakBands, middleMm, shareOf, statusOf } from './partStatus.ts'
import { type LadderProps, SectionDrawing } from './SectionDrawing.tsx'
import type { Scale } from './sectionPath.ts'

const AXIS_WIDTH = 42
/** Rows shown before all are asked for. */
const FIRST_ROWS = 6

/**
 * In the hand: the drawing over the whole width, true in both directions, and under it a row for each part, its band lying along the same
 * scale of heights, the port at the same place in all; water and leak run down through the rows.
 */
export function LadderInHand({
  width,
  drawn,
  ...shown
}: LadderProps & { width: number; drawn: readonly Part[] }) {
  const { section, view, chosen } = shown
  const [all, setAll] = useState(false)
  const perMm = (width - AXIS_WIDTH) / (section.toX - section.fromX)
  const height = (section.highMm - section.lowMm) * perMm + 16
  const scale: Scale = {
    x: (mm) => AXIS_WIDTH + (mm - section.fromX) * perMm,
    y: (mm) => 8 + (section.highMm - mm) * perMm,
  }
  const order = { suspect: 0, possible: 1, out: 2 } as const
  const rows = drawn
    .filter((part) => isNamed(part) || part.id === chosen)
    .sort(
      (a, b) =>
        order[statusOf(view, a)] - order[statusOf(view, b)] ||
        shareOf(view, b.id) - shareOf(view, a.id) ||
        middleMm(b) - middleMm(a),
    )
  const first = rows.filter((part, i) => all || i < FIRST_ROWS || part.id === chosen)
  const rest = drawn.filter((part) => !first.includes(part))
  return (
    <>
      <svg width={width} height={height} aria-hidden="true" className="block">
        <HeightAxis x={AXIS_WIDTH - 4} section={section} scaleY={scale.y} up={perMm} />
        <SectionDrawing {...shown} scale={scale} bandToX={width} wide={width} />
      </svg>
      <div className="border-line border-t bg-face">
        {first.map((part) => (
          <Row key={part.id} part={part} {...shown} />
        ))}
        <UnnamedParts parts={rest} onChoose={shown.onChoose} />
      </div>
      {rows.length > FIRST_ROWS && (
        <Button
          // The arrow keys and the reader have all parts in any case.
          tabIndex={-1}
          aria-hidden="true"
          look="word"
          className="w-full border-hair border-t bg-face"
          onClick={() => setAll(!all)}
        >
          <span className="px-2">
            {all ? t('ladderInHand.fewerParts') : t('ladderInHand.allParts', { rows: rows.length })}
          </span>
        </Button>
      )}
    </>
  )
}

/** One part: its name, its band along the scale of heights with water and leak across it, and how likely it is. */
function Row({ part, section, view, levelMm, wetNow, chosen, onChoose }: LadderProps & { part: Part }) {
  const status = statusOf(view, part)
  const wide = (mm: number) => `${((100 * mm) / (section.highMm - section.lowMm)).toFixed(2)}%`
  const share = (mm: number) => wide(mm - section.lowMm)
  const [lo, hi] = part.bandMm
  return (
    <PartOption
      part={part}
      chosen={chosen}
      onChoose={onChoose}
      className={`grid min-h-12 w-full grid-cols-[8.5rem_1fr_4.2rem] items-center gap-2 border-hair border-t px-2 leading-tight first:border-t-0 ${
        part.id === chosen ? 'bg-band' : ''
      }`}
    >
      <span
        className={
          status === 'out'
            ? 'text-soft line-through decoration-1'
            : status === 'suspect'
              ? 'font-bold'
              : 'text-soft'
        }
      >
        {partName(part.id)}
      </span>
      <svg className="h-12 w-full" aria-hidden="true">
        {leakBands(view).map((band) => (
          <rect
            key={band.mm}
            x={share(band.lo)}
            width={wide(band.hi - band.lo)}
            height="48"
            fill="var(--watch)"
            opacity="0.2"
          />
        ))}
        <line x1={share(0)} x2={share(0)} y1="0" y2="48" stroke="var(--line)" />
        {levelMm !== null && (
          <line
            x1={share(levelMm)}
            x2={share(levelMm)}
            y1="0"
            y2="48"
            stroke="var(--water)"
            strokeWidth="2"
          />
        )}
        <rect
          x={share(lo)}
          width={wide(hi - lo)}
          y="18"
          height="12"
          fill={status === 'suspect' ? 'var(--ink)' : status === 'out' ? 'var(--face)' : 'var(--soft)'}
          stroke={status === 'out' ? 'var(--soft)' : 'none'}
          strokeDasharray={status === 'out' ? '2 2' : undefined}
          opacity={status === 'possible' ? 0.6 : 1}
        />
        {leakBands(view).map(({ mm }) => (
          <line key={mm} x1={share(mm)} x2={share(mm)} y1="0" y2="48" stroke="var(--watch)" strokeWidth="3" />
        ))}
      </svg>
      <span className="whitespace-nowrap text-right">
        {wetNow.has(part.id) ? (
          <span className="font-semibold text-water">{t('ui.wet')}</span>
        ) : status === 'out' ? (
          <span className="text-sm text-soft">{t('ui.out')}</span>
        ) : (
          <span className={status === 'suspect' ? 'small-figure text-xl' : 'text-sm text-soft'}>
            {percent(shareOf(view, part.id))}
          </span>
        )}
      </span>
    </PartOption>
  )
}
