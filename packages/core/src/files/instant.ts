/** Milliseconds since 1970 of an RFC 3339 instant that the schema has let through. */
export function msOfInstant(at: string): number {
  // biome-ignore lint/style/noRestrictedGlobals: it reads a text that was handed in, not the clock
  return Date.parse(at)
}
