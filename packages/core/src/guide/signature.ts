import type { Said } from '../state/entries.ts'

/** A signature as it was written: pen strokes within a box of `SIGN_BOX`, each a row of points. */
export interface Signature {
  name: string
  strokes: readonly (readonly (readonly [x: number, y: number])[])[]
}
/** Whose signature stands under the customer's page: topic `signed`, value as `signedValue` makes it; taken back by an entry with no value. */
export const SIGNED_TOPIC = 'signed'
/** Units of a signature's box. */
export const SIGN_BOX = { w: 400, h: 120 } as const
/** Points that are kept of one signature: the value stays short enough for an entry. */
const MOST_POINTS = 420
const MOST_STROKES = MOST_POINTS / 2
const MOST_NAME = 200
/** By so much the clocks of two devices may differ. */
const CLOCKS_APART_MS = 120_000

/**
 * A signature as the value of its entry: "12,40 13,42 …;60,20 …" and the name after "|". Points that lie closer than a unit are one; of a very long one
 * every second point is left out until it fits.
 * @param signature - Points outside the box are moved to its edge.
 * @throws {RangeError} If nothing was written, or no name is given.
 */
export function signedValue({ name, strokes }: Signature): string {
  const who = name.trim().replace(/\s+/g, ' ').slice(0, MOST_NAME)
  const inside = (value: number, most: number) => Math.min(most, Math.max(0, Math.round(value)))
  let whole = strokes
    .map((stroke) =>
      stroke
        .map(([x, y]) => [inside(x, SIGN_BOX.w), inside(y, SIGN_BOX.h)] as const)
        .filter(([x, y], n, all) => n === 0 || x !== all[n - 1]?.[0] || y !== all[n - 1]?.[1]),
    )
    .filter((stroke) => stroke.length > 1)
    .slice(0, MOST_STROKES)
  const points = () => whole.reduce((sum, stroke) => sum + stroke.length, 0)
  while (points() > MOST_POINTS)
    whole = whole.map((stroke) => stroke.filter((_, n) => n % 2 === 0 || n === stroke.length - 1))
  if (whole.length === 0) throw new RangeError('signature: expected a stroke at least')
  if (who === '') throw new RangeError('name: expected one')
  return `${whole.map((stroke) => stroke.map((point) => point.join(',')).join(' ')).join(';')}|${who}`
}

/** What a value says; null = it is no signature. */
export function readSigned(value: unknown): Signature | null {
  const [, drawn, name] = typeof value === 'string' ? (/^([\d,; ]+)\|(.+)$/s.exec(value) ?? []) : []
  if (!drawn || !name) return null
  const strokes = drawn.split(';').map((stroke) =>
    stroke.split(' ').map((point) => {
      const [x = Number.NaN, y = Number.NaN] = point.split(',').map(Number)
      return [x, y] as const
    }),
  )
  const known = strokes.every((stroke) =>
    stroke.every(([x, y]) => x >= 0 && x <= SIGN_BOX.w && y >= 0 && y <= SIGN_BOX.h),
  )
  return known ? { name, strokes } : null
}

/** The signature that stands, and when it was given. One from before the last work was given for another page: it counts no more. */
export function signatureOf(
  said: ReadonlyMap<string, Said>,
  acts: readonly { atMs: number }[],
): (Signature & { atMs: number }) | null {
  const latest = said.get(SIGNED_TOPIC)?.latest
  const read = latest && readSigned(latest.value)
  return read && acts.every(({ atMs }) => atMs <= latest.atMs + CLOCKS_APART_MS)
    ? { ...read, atMs: latest.atMs }
    : null
}
