/** A path in millimetres: x from the front of the cabinet to the rear, y above the level port. */
export type Command =
  | readonly ['M' | 'L', number, number]
  | readonly ['Q', number, number, number, number]
  | readonly ['C', number, number, number, number, number, number]
  | readonly ['Z']
export type Path = readonly Command[]

export const line = (...points: readonly (readonly [number, number])[]): Path =>
  points.map(([x, y], i) => [i === 0 ? 'M' : 'L', x, y] as const)
export const closed = (...points: readonly (readonly [number, number])[]): Path => [...line(...points), ['Z']]
export const box = (x1: number, y1: number, x2: number, y2: number): Path =>
  closed([x1, y1], [x2, y1], [x2, y2], [x1, y2])

/** A box with round corners. */
export function roundBox(x1: number, y1: number, x2: number, y2: number, r: number): Path {
  return [
    ['M', x1 + r, y1],
    ['L', x2 - r, y1],
    ['Q', x2, y1, x2, y1 + r],
    ['L', x2, y2 - r],
    ['Q', x2, y2, x2 - r, y2],
    ['L', x1 + r, y2],
    ['Q', x1, y2, x1, y2 - r],
    ['L', x1, y1 + r],
    ['Q', x1, y1, x1 + r, y1],
    ['Z'],
  ]
}
/** A circle of four arcs, so that it may be drawn with two scales. */
export function circle(x: number, y: number, r: number): Path {
  const k = 0.5523 * r
  return [
    ['M', x + r, y],
    ['C', x + r, y + k, x + k, y + r, x, y + r],
    ['C', x - k, y + r, x - r, y + k, x - r, y],
    ['C', x - r, y - k, x - k, y - r, x, y - r],
    ['C', x + k, y - r, x + r, y - k, x + r, y],
    ['Z'],
  ]
}

/** Scales of a drawing: pixels from millimetres. The vertical one is that of the ladder. */
export interface Scale {
  x: (mm: number) => number
  y: (mm: number) => number
}

/** A path as SVG draws it. */
export function svgPath(path: Path, { x, y }: Scale): string {
  return path
    .map(([letter, ...numbers]) =>
      [letter, ...numbers.map((value, i) => (i % 2 === 0 ? x(value) : y(value)).toFixed(1))].join(' '),
    )
    .join(' ')
}

/** A path as points, curves in short pieces. */
function pointsOf(path: Path): [number, number][] {
  const points: [number, number][] = []
  for (const command of path) {
    const from = points.at(-1) ?? [0, 0]
    if (command[0] === 'Z') {
      if (points[0]) points.push([...points[0]])
    } else if (command[0] === 'Q' || command[0] === 'C') {
      const ends = [from, ...pairs(command.slice(1) as number[])]
      for (let n = 1; n <= 12; n++) points.push(onCurve(ends, n / 12))
    } else points.push([command[1], command[2]])
  }
  return points
}
const pairs = (numbers: readonly number[]): [number, number][] =>
  Array.from({ length: numbers.length / 2 }, (_, i) => [
    numbers[2 * i] as number,
    numbers[2 * i + 1] as number,
  ])
/** De Casteljau's scheme: a Bézier curve of any degree at a share of its way. */
function onCurve(ends: readonly (readonly [number, number])[], share: number): [number, number] {
  if (ends.length === 1) return [...(ends[0] as [number, number])]
  return onCurve(
    ends.slice(1).map(([x, y], i) => {
      const [fromX, fromY] = ends[i] as readonly [number, number]
      return [fromX + share * (x - fromX), fromY + share * (y - fromY)] as const
    }),
    share,
  )
}

/**
 * One place of a drawn part, to point at: where it first crosses a height, else its middle.
 * @param atMm - Height above the port, mm; null = no height is known.
 */
export function spotOf(path: Path, atMm: number | null): [number, number] {
  const points = pointsOf(path)
  if (atMm !== null)
    for (let i = 1; i < points.length; i++) {
      const [[fromX, fromY], [toX, toY]] = [points[i - 1], points[i]] as [[number, number], [number, number]]
      if (fromY !== toY && (atMm - fromY) * (atMm - toY) <= 0)
        return [fromX + ((atMm - fromY) / (toY - fromY)) * (toX - fromX), atMm]
    }
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)]
  return [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2]
}
