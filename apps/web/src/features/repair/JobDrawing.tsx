import type { JobDrawing as Drawing } from '@brendik/core'
import type { ReactNode } from 'react'
import { tOf, words } from '../../lib/words.ts'

const [W, H] = [260, 220]
const [CX, CY] = [W / 2, H / 2]
const INK = { fill: 'none', stroke: 'var(--ink)', strokeWidth: 2 } as const
const WATCH = { fill: 'var(--face)', stroke: 'var(--watch)', strokeWidth: 2.5 } as const

/** A position, a direction or an order, drawn from its figures; what it shows stands beneath in words. */
export function JobDrawing({ drawing }: { drawing: Drawing }) {
  const text = drawnText(drawing)
  return (
    <figure className="w-full max-w-[300px]">
      <svg viewBox={`0 0 ${W} ${H}`} role="img" aria-label={text} className="w-full">
        {drawn(drawing)}
      </svg>
      <figcaption className="text-sm leading-snug text-soft">{text}</figcaption>
    </figure>
  )
}

const say = (id: string, values: Record<string, string | number>): string => words().t(id as never, values)

function drawnText(drawing: Drawing): string {
  switch (drawing.of) {
    case 'clock':
      return say('drawn.clock', {
        marks: drawing.marks
          .map(({ at, what }) => say('drawn.at', { what: tOf(`drawn.${what}`, what), hour: at }))
          .join(', '),
      })
    case 'bolts':
      return say('drawn.bolts', { hidden: drawing.hidden === undefined ? 'none' : 'some' })
    case 'turn':
      return say('drawn.turn', { way: drawing.way, what: drawing.what })
    case 'clips':
      return say('drawn.clips', { clips: drawing.clips, legs: drawing.legs })
    case 'belt':
      return say('drawn.belt', { first: drawing.first })
    default:
      return tOf(`drawn.${drawing.of}`, '')
  }
}

function drawn(drawing: Drawing): ReactNode {
  switch (drawing.of) {
    case 'clock':
      return <Clock marks={drawing.marks} />
    case 'bolts':
      return <Bolts {...drawing} />
    case 'turn':
      return <Turn {...drawing} />
    case 'clips':
      return <Clips {...drawing} />
    case 'clamp':
      return <Clamp />
    case 'seal':
      return <Seal />
    case 'belt':
      return <Belt first={drawing.first} />
  }
}

/** A point on a circle, by the hour of a clock. */
const at = (hour: number, r: number): [number, number] => {
  const a = ((hour - 3) / 12) * 2 * Math.PI
  return [CX + r * Math.cos(a), CY + r * Math.sin(a)]
}

function Clock({ marks }: { marks: Extract<Drawing, { of: 'clock' }>['marks'] }) {
  return (
    <>
      <circle cx={CX} cy={CY} r={84} {...INK} />
      <circle cx={CX} cy={CY} r={62} {...INK} strokeDasharray="5 4" strokeWidth={1.2} />
      {[12, 3, 6, 9].map((hour) => {
        const [x, y] = at(hour, 46)
        return (
          <text key={hour} x={x} y={y + 5} textAnchor="middle" className="fill-soft text-[14px]">
            {hour}
          </text>
        )
      })}
      {marks.map(({ at: hour, what }) => {
        const [x, y] = at(hour, 84)
        const [ix, iy] = at(hour, 100)
        return what === 'holes' ? (
          <g key={what}>
            {[-0.35, 0, 0.35].map((side) => {
              const [hx, hy] = at(hour + side, 73)
              return <circle key={side} cx={hx} cy={hy} r={4} fill="var(--watch)" />
            })}
          </g>
        ) : what === 'spring' ? (
          <path
            key={what}
            d={`M${x - 26} ${y}q4 -9 8 0t8 0t8 0t8 0t8 0t8 0`}
            fill="none"
            stroke="var(--watch)"
            strokeWidth={3}
          />
        ) : (
          <g key={what}>
            <line x1={x} y1={y} x2={ix} y2={iy} stroke="var(--watch)" strokeWidth={5} />
            <circle cx={x} cy={y} r={6} {...WATCH} />
          </g>
        )
      })}
    </>
  )
}

function Bolts({ count, order, hidden }: Extract<Drawing, { of: 'bolts' }>) {
  return (
    <>
      <circle cx={CX} cy={CY} r={82} {...INK} />
      <circle cx={CX} cy={CY} r={30} {...INK} />
      {Array.from({ length: count }, (_, n) => {
        const [x, y] = at(12 + (12 / count) * n, 82)
        const step = order.indexOf(n + 1) + 1
        return (
          <g key={`${x} ${y}`}>
            <circle
              cx={x}
              cy={y}
              r={15}
              {...WATCH}
              {...(hidden === n + 1 ? { strokeDasharray: '4 3' } : {})}
            />
            <text x={x} y={y + 6} textAnchor="middle" className="fill-ink text-[17px] font-semibold">
              {step}
            </text>
          </g>
        )
      })}
    </>
  )
}

function Turn({ way, what }: Extract<Drawing, { of: 'turn' }>) {
  const right = way === 'clockwise'
  // A hexagon for a nut, a bar across for a cap or a housing.
  const hexagon = Array.from({ length: 6 }, (_, n) => at(2 * n + 1, 40).join(',')).join(' ')
  const [x1, y1] = at(right ? 8 : 4, 78)
  const [x2, y2] = at(right ? 3.4 : 8.6, 78)
  const sign = right ? 1 : -1
  return (
    <>
      {what === 'nut' || what === 'read' ? (
        <polygon points={hexagon} {...INK} />
      ) : (
        <>
          <circle cx={CX} cy={CY} r={46} {...INK} />
          <rect x={CX - 46} y={CY - 9} width={92} height={18} {...INK} />
        </>
      )}
      {(what === 'nut' || what === 'read') && <circle cx={CX} cy={CY} r={20} {...INK} />}
      <path
        d={`M${x1} ${y1}A78 78 0 1 ${right ? 1 : 0} ${x2} ${y2}`}
        fill="none"
        stroke="var(--watch)"
        strokeWidth={5}
      />
      <polygon
        points={`${x2 - sign * 14},${y2 - 4} ${x2 + sign * 12},${y2 - 8} ${x2 - sign * 2},${y2 + 18}`}
        fill="var(--watch)"
      />
      {what === 'read' && (
        <text x={CX} y={CY + 7} textAnchor="middle" className="fill-watch text-[22px] font-semibold">
          ?
        </text>
      )}
    </>
  )
}

function Clips({ clips, legs }: Extract<Drawing, { of: 'clips' }>) {
  return (
    <>
      <rect x={40} y={130} width={180} height={60} {...INK} />
      <line x1={CX} y1={18} x2={CX} y2={130} stroke="var(--ink)" strokeWidth={8} />
      <path d="M84 60h92v44h-92z" {...INK} fill="var(--face)" />
      <line x1={CX} y1={60} x2={CX} y2={104} stroke="var(--ink)" strokeWidth={2} strokeDasharray="4 4" />
      {Array.from({ length: legs }, (_, n) => {
        const x = 94 + (72 / (legs - 1)) * n
        return <line key={x} x1={x} y1={104} x2={x} y2={130} stroke="var(--ink)" strokeWidth={5} />
      })}
      {Array.from({ length: clips }, (_, n) => {
        const x = n % 2 === 0 ? 72 : 188
        return (
          <g key={x}>
            <path
              d={`M${x} ${84}q${n % 2 === 0 ? -16 : 16} 28 0 52`}
              fill="none"
              stroke="var(--watch)"
              strokeWidth={4}
            />
            <circle cx={x} cy={84} r={5} {...WATCH} />
          </g>
        )
      })}
    </>
  )
}

/** A hose on its spigot, cut open: stop on the right, bead, clamp behind it. */
function Clamp() {
  return (
    <>
      <path d="M250 70v80M250 86H96q-8 0 -8 -6t-8 -6t-8 6v60q0 6 8 6t8 -6t8 -6H250" {...INK} />
      <path d="M10 64H58q14 -12 22 -12t22 12H244v10" {...INK} stroke="var(--water)" />
      <path d="M10 156H58q14 12 22 12t22 -12H244v-10" {...INK} stroke="var(--water)" />
      <rect x={126} y={48} width={26} height={20} {...WATCH} />
      <rect x={126} y={152} width={26} height={20} {...WATCH} />
      <path d="M80 22v22m-5 -8l5 8l5 -8" fill="none" stroke="var(--soft)" strokeWidth={1.5} />
    </>
  )
}

/** A seal going into its seat under a flat piece of wood. */
function Seal() {
  return (
    <>
      <path d="M30 130V190H230V130H196V156H64V130Z" {...INK} />
      <path d="M66 100h128v46h-24v-24h-80v24h-24z" {...INK} stroke="var(--water)" />
      <rect x={44} y={70} width={172} height={26} {...INK} fill="var(--face)" />
      {[70, CX, 190].map((x) => (
        <path
          key={x}
          d={`M${x} 26v36m-7 -12l7 12l7 -12`}
          fill="none"
          stroke="var(--watch)"
          strokeWidth={x === CX ? 2 : 4}
        />
      ))}
      <line x1={30} y1={146} x2={230} y2={146} stroke="var(--watch)" strokeDasharray="6 4" />
    </>
  )
}

function Belt({ first }: { first: 'motor' | 'pump' }) {
  return (
    <>
      <circle cx={180} cy={96} r={66} {...INK} />
      <circle cx={180} cy={96} r={6} fill="var(--ink)" />
      <circle cx={50} cy={150} r={22} {...INK} stroke={first === 'motor' ? 'var(--watch)' : 'var(--ink)'} />
      <circle cx={50} cy={150} r={4} fill="var(--ink)" />
      <path d="M40 130L150 38M60 170L206 156" fill="none" stroke="var(--water)" strokeWidth={4} />
      <text x={50} y={196} textAnchor="middle" className="fill-watch text-[18px] font-semibold">
        1
      </text>
      <text x={180} y={188} textAnchor="middle" className="fill-ink text-[18px] font-semibold">
        2
      </text>
    </>
  )
}
