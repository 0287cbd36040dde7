import { isDeepStrictEqual } from 'node:util'

/** A field that two changed without seeing each other. */
interface Rivalry {
  /** Keys from the whole record down to the field. */
  path: string[]
  /** What was said beside what stands; undefined = the field was taken away. */
  value: unknown
}

/**
 * Puts together what two made of one record: each field that only one of them changed is as they left it; of a field that both changed,
 * what stands stays and the other is named.
 * @param was - The record as the one who changed it last saw it.
 * @param said - The same as they left it.
 * @param stands - The record as it is by now.
 */
export function mergeRecord(
  was: unknown,
  said: unknown,
  stands: unknown,
  path: string[] = [],
): { merged: unknown; rivals: Rivalry[] } {
  if (isDeepStrictEqual(said, was) || isDeepStrictEqual(said, stands)) return { merged: stands, rivals: [] }
  if (isDeepStrictEqual(stands, was)) return { merged: said, rivals: [] }
  if (!isPlain(was) || !isPlain(said) || !isPlain(stands))
    return { merged: stands, rivals: [{ path, value: said }] }
  const parts = [...new Set([...Object.keys(stands), ...Object.keys(said)])].map(
    (key) => [key, mergeRecord(was[key], said[key], stands[key], [...path, key])] as const,
  )
  return {
    merged: Object.fromEntries(
      parts.flatMap(([key, { merged }]) => (merged === undefined ? [] : [[key, merged]])),
    ),
    rivals: parts.flatMap(([, { rivals }]) => rivals),
  }
}

/** A record with one field as somebody said it. */
export function withField(record: unknown, path: readonly string[], value: unknown): unknown {
  const [key, ...rest] = path
  if (key === undefined) return value
  const { [key]: before, ...others } = isPlain(record) ? record : {}
  const after = withField(before, rest, value)
  return after === undefined ? others : { ...others, [key]: after }
}

export function fieldOf(record: unknown, path: readonly string[]): unknown {
  return path.reduce((part, key) => (isPlain(part) ? part[key] : undefined), record)
}

function isPlain(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value)
}
