/**
 * Makes a switch over a closed union exhaustive at compile time, and loud at run time.
 * @throws {Error} Whenever it is reached.
 */
export function assertNever(value: never): never {
  throw new Error(`unexpected value ${JSON.stringify(value)}`)
}
