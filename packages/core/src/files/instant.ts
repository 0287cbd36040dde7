/** Milliseconds since 1970 of an RFC 3339 instant that the schema has let through. */
export function msOfInstant(at: string): number {
  // A leap second is one after the fifty-ninth; no clock of a program has it.
  if (/T\d\d:\d\d:60/.test(at)) return msOfInstant(at.replace(/(T\d\d:\d\d:)60/, '$159')) + 1000
  // biome-ignore lint/style/noRestrictedGlobals: it reads a text that was handed in, not the clock
  return Date.parse(at)
}

/** An instant as RFC 3339, in UTC, to the millisecond. @param atMs - Milliseconds since 1970. */
export function instantOf(atMs: number): string {
  // biome-ignore lint/style/noRestrictedGlobals: it writes an instant that was handed in, not the clock
  return new Date(atMs).toISOString()
}
