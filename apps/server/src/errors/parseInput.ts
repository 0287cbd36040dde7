import * as v from 'valibot'
import { AppError } from './AppError.ts'

/** Input checked against its schema. @throws {AppError} input_invalid, naming the first offending value and what was expected. */
export function parseInput<T extends v.GenericSchema>(schema: T, input: unknown): v.InferOutput<T> {
  const unstorable = unstorableText(input, '')
  if (unstorable !== null)
    throw new AppError(
      'input_invalid',
      `${unstorable || 'text'}: expected text without NUL or half characters`,
    )
  const result = v.safeParse(schema, input, { abortEarly: true })
  if (result.success) return result.output
  const issue = result.issues[0]
  const path = v.getDotPath(issue)
  throw new AppError('input_invalid', path ? `${path}: ${issue.message}` : issue.message)
}

/** Path of the first text that PostgreSQL cannot keep; null = there is none. */
export function unstorableText(value: unknown, path: string): string | null {
  if (typeof value === 'string') return value.includes('\0') || !isWellFormed(value) ? path : null
  if (value === null || typeof value !== 'object') return null
  // Readings are arrays of numbers, a million at times.
  const parts = Array.isArray(value)
    ? value.flatMap((one, i) => (typeof one === 'number' ? [] : [[String(i), one] as const]))
    : Object.entries(value)
  for (const [key, one] of parts) {
    const found = unstorableText(one, path ? `${path}.${key}` : key)
    if (found !== null) return found
  }
  return null
}

/** Whether no half of a pair of code units stands alone. */
function isWellFormed(text: string): boolean {
  return !/[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/.test(text)
}
