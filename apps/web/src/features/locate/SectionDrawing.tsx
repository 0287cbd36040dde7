import type { LeakView, PartId } from '@brendik/core'
import { leakBands, leakBounds, statusOf } from './partStatus.ts'
import type { Section, Shape } from './section.ts'
import { type Scale, spotOf, svgPath } from './sectionPath.ts'

/** What both layouts of the ladder show. */
export interface LadderProps {
  section: Section
  view: LeakView
  /** Water now or at the replayed moment, mm above the port; null = not known. */
  levelMm: number | null
  /** Parts that may be losing water at the replayed moment. */
  wetNow: ReadonlySet<PartId>
  chosen: PartId | null
  onChoose: (part: PartId) => void
}

/** From this probability on the leading suspect is pointed at. */
const POINTED_AT = 0.3

/** The machine in section, as content of an SVG: parts, water, the height of the leak, and the leading suspect ringed. */
export function SectionDrawing({
  section,
  view,
  levelMm,
  wetNow,
  chosen,
  onChoose,
  scale,
  bandToX,
  wide,
}: LadderProps & {
  scale: Scale
  /** How far to the right the band of the leak's height reaches, px. */
  bandToX: number
  /** Width of everything, px. */
  wide: number
}) {
  const heights = leakBands(view)
  const leakMm = heights.length === 1 ? (heights[0]?.mm ?? null) : null
  const lead = view.suspects[0]
  const ringed =
    lead?.part && lead.present >= POINTED_AT && lead.present > view.none
      ? spotIn(section, lead.part.id, leakMm)
      : null
  const bottom = scale.y(section.lowMm)
  return (
    <>
      <Patterns section={section} scale={scale} />
      {levelMm !== null && (
        <g clipPath="url(#wet)">
          <rect
            x={0}
            y={scale.y(levelMm)}
            width={wide}
            height={Math.max(0, bottom - scale.y(levelMm))}
            fill="var(--water-bright)"
            opacity="0.28"
          />
          <rect x={0} y={scale.y(levelMm) - 1} width={wide} height={2.5} fill="var(--water)" />
        </g>
      )}
      {section.shapes.map(({ part, path, look }, i) => (
        <path
          // biome-ignore lint/suspicious/noArrayIndexKey: shapes keep their order
          key={i}
          d={svgPath(path, scale)}
          {...inkOf(view, { part, path, look }, chosen, wetNow)}
          strokeLinejoin="round"
          strokeLinecap="round"
        />
      ))}
      <LeakHeights view={view} scale={scale} bandToX={bandToX} />
      {ringed && (
        <g fill="none">
          <circle
            cx={scale.x(ringed[0])}
            cy={scale.y(ringed[1])}
            r="14"
            stroke="var(--face)"
            strokeWidth="7"
          />
          <circle
            cx={scale.x(ringed[0])}
            cy={scale.y(ringed[1])}
            r="14"
            stroke="var(--watch)"
            strokeWidth="3.5"
          />
        </g>
      )}
      {[...wetNow].map((part) => {
        const spot = spotIn(section, part, leakMm)
        return spot && <Drops key={part} x={scale.x(spot[0])} y={scale.y(spot[1])} />
      })}
      {/* Touch finds a thin hose too. */}
      {section.shapes.map(({ part, path, look }, i) =>
        part === null || part === 'tub' ? null : (
          // biome-ignore lint/a11y/noStaticElementInteractions: the list beside is the same choice for keyboard and screen reader
          <path
            // biome-ignore lint/suspicious/noArrayIndexKey: shapes keep their order
            key={i}
            d={svgPath(path, scale)}
            fill={look === 'body' ? 'transparent' : 'none'}
            stroke="transparent"
            strokeWidth={20}
            className="cursor-pointer"
            onClick={() => onChoose(part)}
          />
        ),
      )}
    </>
  )
}

/** Where water can stand, and the hatches of the leak's height. */
function Patterns({ section, scale }: { section: Section; scale: Scale }) {
  return (
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
  )
}

/** Bands of the leak's height, and arrows where only a side of it is known. */
function LeakHeights({ view, scale, bandToX }: { view: LeakView; scale: Scale; bandToX: number }) {
  return (
    <>
      {leakBands(view).map((band, i) => (
        <g key={band.mm}>
          <rect
            x={scale.x(0)}
            y={scale.y(band.hi)}
            width={bandToX - scale.x(0)}
            height={Math.max(3, scale.y(band.lo) - scale.y(band.hi))}
            fill={`url(#leak-${i % 2})`}
            opacity="0.75"
          />
          <line
            x1={scale.x(0)}
            x2={bandToX}
            y1={scale.y(band.mm)}
            y2={scale.y(band.mm)}
            stroke="var(--watch)"
            strokeWidth="2.5"
          />
        </g>
      ))}
      {leakBounds(view).map(({ mm, side }) => (
        <g key={side} stroke="var(--watch)" strokeWidth="2" fill="none">
          <line x1={scale.x(0)} x2={bandToX} y1={scale.y(mm)} y2={scale.y(mm)} strokeDasharray="9 5" />
          {/* Arrows to the side on which it lies. */}
          {[0.2, 0.5, 0.8].map((share) => {
            const x = scale.x(0) + share * (bandToX - scale.x(0))
            const up = side === 'above' ? -1 : 1
            const y = scale.y(mm)
            return (
              <path key={share} d={`M ${x} ${y} v ${14 * up} m -5 ${-6 * up} l 5 ${6 * up} l 5 ${-6 * up}`} />
            )
          })}
        </g>
      ))}
    </>
  )
}

/** Three drops falling from a place. */
function Drops({ x, y }: { x: number; y: number }) {
  return (
    <g fill="var(--water)" stroke="var(--face)" strokeWidth="1">
      {[10, 22, 36].map((down, i) => (
        <path
          key={down}
          d={`M ${x} ${y + down - 6} q 5 7 0 9 q -5 -2 0 -9 Z`}
          transform={`translate(0 ${i * 2})`}
        />
      ))}
    </g>
  )
}

function spotIn(section: Section, part: PartId, leakMm: number | null): [number, number] | null {
  const shape = section.shapes.find((s) => s.part === part)
  return shape ? spotOf(shape.path, leakMm) : null
}

/** How a shape is drawn: the chosen one in water, suspects in full ink, what is ruled out in grey. */
function inkOf(view: LeakView, { part, look }: Shape, chosen: PartId | null, wetNow: ReadonlySet<PartId>) {
  const known = part === null ? undefined : view.parts.find((p) => p.id === part)
  const status = known ? statusOf(view, known) : null
  const isChosen = part !== null && part === chosen
  const suspect = status === 'suspect'
  // What carries no water steps back.
  const dry = known !== undefined && known.phases.length === 0 && part !== 'tub'
  const filled = look === 'body' && part !== 'tub' && part !== 'sump-boot'
  return {
    fill: !filled
      ? 'none'
      : isChosen || (part !== null && wetNow.has(part))
        ? 'var(--band)'
        : suspect
          ? 'var(--ink)'
          : 'var(--face)',
    stroke: isChosen
      ? 'var(--water)'
      : part === null || dry || status === 'out'
        ? 'var(--soft)'
        : 'var(--ink)',
    strokeWidth: isChosen
      ? 4
      : suspect && look !== 'body'
        ? 5
        : look === 'tube'
          ? 3.5
          : look === 'wall'
            ? 1.2
            : 1.8,
    strokeDasharray: look === 'hint' && !suspect ? '4 4' : undefined,
    opacity: look === 'hint' && (part === null || (dry && !isChosen)) ? 0.55 : 1,
  }
}
