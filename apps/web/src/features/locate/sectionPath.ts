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
