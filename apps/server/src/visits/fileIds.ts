import { createHash } from 'node:crypto'
import { v5 } from 'uuid'

/** What ids made of names are named under. */
const NAMESPACE = '6f0b6a0e-2c1d-4c39-9a52-8f6e8d1c0b77'

/**
 * Ids for what a visit file gives none: the same file always has the same, so that it can be brought in again and again.
 * @param document - The parsed file as it came: what reading adds to it may be another thing one day. One that went out from here once is known by
 *   its visit, whatever it has become.
 */
export function fileIds(document: Readonly<Record<string, unknown>>): (name: string) => string {
  const visit = (document.brendik as { visit?: unknown } | undefined)?.visit
  const seed =
    typeof visit === 'string' ? visit : createHash('sha256').update(inOneOrder(document)).digest('hex')
  return (name) => v5(`${seed} ${name}`, NAMESPACE)
}

/** A document as text, whatever order its keys were written in. */
function inOneOrder(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(inOneOrder).join(',')}]`
  if (typeof value !== 'object' || value === null) return JSON.stringify(value) ?? 'null'
  const parts = Object.entries(value)
    .filter(([, one]) => one !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1))
  return `{${parts.map(([key, one]) => `${JSON.stringify(key)}:${inOneOrder(one)}`).join(',')}}`
}
