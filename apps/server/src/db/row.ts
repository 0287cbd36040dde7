import * as v from 'valibot'

/** The columns of a row, by which it is parsed where it leaves the database: what a statement answers and what the code takes it for cannot drift apart. */
export type RowSchema<T> = v.GenericSchema<unknown, T>

/** JSON or an array as it was checked when it was written; not gone through again at each reading, since it may be long. */
export const written = <T extends object>() =>
  v.custom<T>((value) => typeof value === 'object' && value !== null, 'expected JSON or an array')

/** @throws {Error} Naming statement and column. */
export function parseRow<T>(statement: string, schema: RowSchema<T>, row: unknown): T {
  const result = v.safeParse(schema, row)
  if (result.success) return result.output
  const [issue] = result.issues
  throw new Error(`${statement}: column ${v.getDotPath(issue) ?? '?'}: ${issue.message}`)
}
