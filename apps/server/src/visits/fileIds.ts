import { createHash } from 'node:crypto'
import { v5 } from 'uuid'

/** What ids made of names are named under. */
const NAMESPACE = '6f0b6a0e-2c1d-4c39-9a52-8f6e8d1c0b77'
const ITEM = /^(runs|observations|acts)\.(\d+)$/

/**
 * Ids for what a visit file gives none: the same always has the same, so that it can be brought in again and again. A visit is known by its id,
 * else by the whole file; a run, look or act by its visit and by what it says.
 * @param document - The parsed file as it came: what reading adds to it may be another thing one day.
 */
export function fileIds(document: Readonly<Record<string, unknown>>): (name: string) => string {
  const given = (document.brendik as { visit?: unknown } | undefined)?.visit
  const visit = typeof given === 'string' ? given.toLowerCase() : v5(`${hashOf(document)} visit`, NAMESPACE)
  const seen = new Map<string, string[]>()
  return (name) => {
    if (name === 'visit') return visit
    const [, list = '', n = ''] = ITEM.exec(name) ?? []
    if (!list) return v5(`${visit} ${name}`, NAMESPACE)
    const items = document[list]
    if (!seen.has(list)) seen.set(list, Array.isArray(items) ? contentNames(items) : [])
    return v5(`${visit} ${list} ${seen.get(list)?.[Number(n)] ?? n}`, NAMESPACE)
  }
}

/** A name for each item by what it says; of those that say the same, the second and third are other ones. */
function contentNames(items: readonly unknown[]): string[] {
  const times = new Map<string, number>()
  return items.map((item) => {
    const hash = hashOf(item)
    const before = times.get(hash) ?? 0
    times.set(hash, before + 1)
    return `${hash} ${before}`
  })
}

const hashOf = (value: unknown): string => createHash('sha256').update(inOneOrder(value)).digest('hex')

/** A document as text, whatever order its keys were written in. */
function inOneOrder(value: unknown): string {
  if (Array.isArray(value)) return `[${value.map(inOneOrder).join(',')}]`
  if (typeof value !== 'object' || value === null) return JSON.stringify(value) ?? 'null'
  const parts = Object.entries(value)
    .filter(([, one]) => one !== undefined)
    .sort(([a], [b]) => (a < b ? -1 : 1))
  return `{${parts.map(([key, one]) => `${JSON.stringify(key)}:${inOneOrder(one)}`).join(',')}}`
}
