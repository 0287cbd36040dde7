import {
  type LeakView,
  type MachineSpec,
  type Part,
  type PartId,
  portHeight,
  type SiteSpec,
} from '@brendik/core'
import { type KeyboardEvent, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { usePrefs } from '../../lib/prefs.ts'
import { unitOf } from '../../lib/units.ts'
import { barColumns, spreadLabels } from './ladderLayout.ts'
import { percent } from './locateText.ts'
import { type Section, sectionOf } from './section.ts'
import { type Scale, svgPath } from './sectionPath.ts'

/** Least distance of two labels, px: each is a target of its own. */
const LABEL_GAP = 24
const AXIS_WIDTH = 46

/** Parts that are named beside the drawing: those that can leak. The others are drawn, and named when they are chosen. */
const isNamed = (part: Part) =>
  part.phases.length > 0 && part.id !== 'inlet-screen' && part.id !== 'flow-meter'

/** What the ladder knows of a part, for its bar and its label. */
type Standing = 'suspect' | 'possible' | 'out'

function standingOf(view: LeakView, part: Part): Standing {
  const verdict = view.verdicts.find((v) => v.part.id === part.id)?.verdict
  if (shareOf(view, part.id) >= 0.1) return 'suspect'
  return verdict === 'cleared' || verdict === 'above' ? 'out' : 'possible'
}
const shareOf = (view: LeakView, id: PartId): number =>
  view.suspects.filter((s) => s.part?.id === id).reduce((sum, s) => sum + s.present, 0)

/**
 * The machine in section beside a ladder of its parts, on one axis of heights; the water at a level, and the height of the leak across both.
 * Parts are chosen by pointer on drawing or label, and by the arrow keys.
 */
export function Ladder({
  machine,
  site,
  view,
  levelMm,
  wetNow,
  chosen,
  onChoose,
}: {
  machine: MachineSpec
  site: SiteSpec
  view: LeakView
  /** Water now or at the replayed moment, mm above the port; null = not known. */
  levelMm: number | null
  /** Parts that may be losing water at the replayed moment. */
  wetNow?: ReadonlySet<PartId>
  chosen: PartId | null
  onChoose: (part: PartId) => void
}) {
  const frame = useRef<HTMLDivElement>(null)
  const [size, setSize] = useState({ width: 0, height: 0 })
  useLayoutEffect(() => {
    const element = frame.current
    if (!element) return
    const measure = () => setSize({ width: element.clientWidth, height: element.clientHeight })
    measure()
    const watch = new ResizeObserver(measure)
    watch.observe(element)
    return () => watch.disconnect()
  }, [])
  const section = useMemo(
    () => sectionOf(machine, view.parts, portHeight(machine, site).mm),
    [machine, site, view.parts],
  )
  const named = view.parts.filter((part) => isNamed(part) || part.id === chosen)
  const drawn = view.parts.filter((part) => section.shapes.some((shape) => shape.part === part.id))
  const onKey = (event: KeyboardEvent) => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
    if (step === 0) return
    event.preventDefault()
    const order = [...drawn].sort((a, b) => b.bandMm[1] + b.bandMm[0] - a.bandMm[1] - a.bandMm[0])
    const at = order.findIndex((part) => part.id === chosen)
    const next = order[(at + step + order.length) % order.length]
    if (next) onChoose(next.id)
  }
  return (
    <div
      ref={frame}
      role="listbox"
      tabIndex={0}
      aria-label="Parts of the water path, in section"
      aria-activedescendant={chosen ? `part-${chosen}` : undefined}
      className="relative h-full min-h-0 w-full"
      onKeyDown={onKey}
    >
      {size.width > 0 && size.height > 0 && (
        <Drawn
          section={section}
          size={size}
          view={view}
          named={named}
          unnamed={drawn.filter((part) => !named.includes(part))}
          levelMm={levelMm}
          wetNow={wetNow ?? new Set()}
          chosen={chosen}
          onChoose={onChoose}
        />
      )}
    </div>
  )
}

function Drawn({
  section,
  size,
  view,
  named,
  unnamed,
  levelMm,
  wetNow,
  chosen,
  onChoose,
}: {
  section: Section
  size: { width: number; height: number }
  view: LeakView
  named: Part[]
  /** Drawn without a label; in the list all the same. */
  unnamed: Part[]
  levelMm: number | null
  wetNow: ReadonlySet<PartId>
  chosen: PartId | null
  onChoose: (part: PartId) => void
}) {
  const { width, height } = size
  const narrow = width < 560
  const labelWidth = narrow ? 106 : 176
  const pitch = narrow ? 10 : 14
  const bars = mostWorth(view, named, chosen, Math.floor((height - 16) / LABEL_GAP)).sort(
    (a, b) => mid(b) - mid(a),
  )
  const columns = barColumns(
    bars.map((part) => part.bandMm),
    14,
  )
  const barsWidth = (Math.max(0, ...columns) + 1) * pitch
  const tall = section.highMm - section.lowMm
  const up = (height - 20) / tall
  const scaleY = (mm: number) => 10 + (section.highMm - mm) * up
  const room = width - labelWidth - barsWidth - AXIS_WIDTH - 26
  // To true height; drawn narrower than true only where there is no room.
  const across = Math.min(up, room / (section.toX - section.fromX))
  const scale: Scale = { x: (mm) => (mm - section.fromX) * across, y: scaleY }
  const axisX = (section.toX - section.fromX) * across + AXIS_WIDTH - 6
  const barX = (i: number) => axisX + 10 + (columns[i] as number) * pitch
  const labelX = axisX + 10 + barsWidth + 16
  const labelY = spreadLabels(
    bars.map((part) => scaleY(mid(part))),
    LABEL_GAP,
    [12, height - 12],
  )
  const heights = leakBands(view)
  return (
    <>
      <svg width={width} height={height} className="absolute inset-0" aria-hidden="true">
        <defs>
          <clipPath id="wet">
            {section.wet.map((path, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: shapes have no other name and keep their order
              <path key={i} d={svgPath(path, scale)} />
            ))}
          </clipPath>
          {[45, -45].map((angle, i) => (
            <pattern
              key={angle}
              id={`leak-${i}`}
              width="7"
              height="7"
              patternUnits="userSpaceOnUse"
              patternTransform={`rotate(${angle})`}
            >
              <rect width="7" height="7" fill="var(--watch-face)" opacity="0.7" />
              <line x1="0" y1="0" x2="0" y2="7" stroke="var(--watch)" strokeWidth="1.6" />
            </pattern>
          ))}
        </defs>
        {levelMm !== null && (
          <g clipPath="url(#wet)">
            <rect
              x={0}
              y={scaleY(levelMm)}
              width={width}
              height={height}
              fill="var(--water-bright)"
              opacity="0.28"
            />
            <rect x={0} y={scaleY(levelMm) - 1} width={width} height={2.5} fill="var(--water)" />
          </g>
        )}
        {section.shapes.map(({ part, path, look }, i) => (
          <path
            // biome-ignore lint/suspicious/noArrayIndexKey: shapes keep their order
            key={i}
            d={svgPath(path, scale)}
            fill={look === 'body' && part !== 'tub' ? fillOf(view, part, chosen, wetNow) : 'none'}
            stroke={strokeOf(view, part, chosen)}
            strokeWidth={
              part !== null && part === chosen ? 4 : look === 'tube' ? 3.5 : look === 'wall' ? 1.2 : 1.8
            }
            strokeDasharray={look === 'hint' ? '4 4' : undefined}
            strokeLinejoin="round"
            strokeLinecap="round"
            opacity={look === 'hint' && part === null ? 0.55 : 1}
          />
        ))}
        {heights.map((band, i) => (
          <g key={band.mm}>
            <rect
              x={scale.x(0)}
              y={scaleY(band.hi)}
              width={axisX + 10 + barsWidth - scale.x(0)}
              height={Math.max(3, scaleY(band.lo) - scaleY(band.hi))}
              fill={`url(#leak-${i % 2})`}
              opacity="0.75"
            />
            <line
              x1={scale.x(0)}
              x2={axisX + 10 + barsWidth}
              y1={scaleY(band.mm)}
              y2={scaleY(band.mm)}
              stroke="var(--watch)"
              strokeWidth="2.5"
            />
          </g>
        ))}
        <Axis x={axisX} section={section} scaleY={scaleY} up={up} />
        {bars.map((part, i) => {
          const standing = standingOf(view, part)
          return (
            <g key={part.id}>
              <polyline
                points={`${barX(i) + 7},${scaleY(mid(part))} ${labelX - 12},${scaleY(mid(part))} ${labelX - 2},${labelY[i]}`}
                fill="none"
                stroke={part.id === chosen ? 'var(--water)' : 'var(--line)'}
                strokeWidth={part.id === chosen ? 2 : 1}
              />
              <rect
                x={barX(i)}
                y={scaleY(part.bandMm[1])}
                width={7}
                height={Math.max(4, scaleY(part.bandMm[0]) - scaleY(part.bandMm[1]))}
                fill={
                  standing === 'suspect' ? 'var(--ink)' : standing === 'out' ? 'var(--face)' : 'var(--soft)'
                }
                stroke={part.id === chosen ? 'var(--water)' : standing === 'out' ? 'var(--soft)' : 'none'}
                strokeDasharray={standing === 'out' ? '2 2' : undefined}
                strokeWidth={part.id === chosen ? 3 : 1}
                opacity={standing === 'possible' ? 0.55 : 1}
              />
            </g>
          )
        })}
        {/* Touch finds a thin hose too. */}
        {section.shapes.map(({ part, path, look }, i) =>
          part === null || part === 'tub' ? null : (
            // biome-ignore lint/a11y/noStaticElementInteractions: the labels beside are the same choice for keyboard and screen reader
            <path
              // biome-ignore lint/suspicious/noArrayIndexKey: shapes keep their order
              key={i}
              d={svgPath(path, scale)}
              fill={look === 'body' ? 'transparent' : 'none'}
              stroke="transparent"
              strokeWidth={18}
              className="cursor-pointer"
              onClick={() => onChoose(part)}
            />
          ),
        )}
      </svg>
      {bars.map((part, i) => {
        const standing = standingOf(view, part)
        const share = shareOf(view, part.id)
        return (
          <button
            key={part.id}
            type="button"
            role="option"
            id={`part-${part.id}`}
            tabIndex={-1}
            aria-selected={part.id === chosen}
            onClick={() => onChoose(part.id)}
            style={{ left: labelX, top: labelY[i], width: labelWidth }}
            className={`absolute flex h-6 -translate-y-1/2 cursor-pointer items-center gap-1.5 text-left text-[13px] leading-none ${
              part.id === chosen
                ? 'text-water underline underline-offset-4'
                : standing === 'suspect'
                  ? 'font-bold text-ink'
                  : 'text-soft'
            }`}
          >
            <span className={`truncate ${standing === 'out' ? 'line-through decoration-1' : ''}`}>
              {part.name}
            </span>
            {standing === 'suspect' && <span className="shrink-0">{percent(share)}</span>}
            {wetNow.has(part.id) && <span className="shrink-0 text-water">wet?</span>}
          </button>
        )
      })}
      {unnamed.map((part) => (
        <button
          key={part.id}
          type="button"
          role="option"
          id={`part-${part.id}`}
          tabIndex={-1}
          aria-selected={false}
          className="sr-only"
          onClick={() => onChoose(part.id)}
        >
          {part.name}
        </button>
      ))}
    </>
  )
}

/** The parts that are named where not all have room: the chosen one, the suspects, then those that are still in question. */
function mostWorth(view: LeakView, named: readonly Part[], chosen: PartId | null, room: number): Part[] {
  const worth = (part: Part) =>
    part.id === chosen ? 9 : shareOf(view, part.id) + (standingOf(view, part) === 'out' ? 0 : 0.001)
  return [...named].sort((a, b) => worth(b) - worth(a)).slice(0, Math.max(3, room))
}

const mid = (part: Part) => (part.bandMm[0] + part.bandMm[1]) / 2

function strokeOf(view: LeakView, part: PartId | null, chosen: PartId | null): string {
  if (part === null) return 'var(--soft)'
  if (part === chosen) return 'var(--water)'
  const standing = view.parts.find((p) => p.id === part)
  return standing && standingOf(view, standing) === 'out' ? 'var(--soft)' : 'var(--ink)'
}
function fillOf(
  view: LeakView,
  id: PartId | null,
  chosen: PartId | null,
  wetNow: ReadonlySet<PartId>,
): string {
  const part = view.parts.find((p) => p.id === id)
  if (!part || id === 'sump-boot') return 'none'
  if (id === chosen || wetNow.has(part.id)) return 'var(--band)'
  return standingOf(view, part) === 'suspect' ? 'var(--ink)' : 'var(--face)'
}

/** The height of the leak as bands: one, or one for each law where they differ. */
export function leakBands(view: LeakView): { mm: number; lo: number; hi: number }[] {
  const { height } = view.found
  if (!height) return []
  if (height.laws.length < 2) return [{ mm: height.value, lo: height.lo, hi: height.hi }]
  const half =
    (height.hi - height.lo - Math.abs((height.laws[0]?.mm ?? 0) - (height.laws.at(-1)?.mm ?? 0))) / 2
  return height.laws.map(({ mm }) => ({ mm, lo: mm - Math.max(8, half), hi: mm + Math.max(8, half) }))
}

function Axis({
  x,
  section,
  scaleY,
  up,
}: {
  x: number
  section: Section
  scaleY: (mm: number) => number
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
            {mark === 0 ? 'port' : mark}
          </text>
        </g>
      ))}
    </g>
  )
}
