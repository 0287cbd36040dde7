import * as v from 'valibot'
import { AppError } from './AppError.ts'

/** Input checked against its schema. @throws {AppError} input_invalid, naming the first offending value and what was expected. */
export function parseInput<T extends v.GenericSchema>(schema: T, input: unknown): v.InferOutput<T> {
  const result = v.safeParse(schema, input, { abortEarly: true })
  if (result.success) return result.output
  const issue = result.issues[0]
  const path = v.getDotPath(issue)
  throw new AppError('input_invalid', path ? `${path}: ${issue.message}` : issue.message)
}
