/** One thing said of a visit, append-only: a later entry names those it replaces. */
export interface VisitEntry {
  id: string
  atMs: number
  /** Who said it. */
  by: string
  topic: string
  value: string | number | boolean | null
  /** Ids of the entries that this one replaces. */
  basedOn: readonly string[]
}

/** What stands of one topic. More than one head with different values is a conflict: two people changed it without seeing each other. */
export interface Said {
  /** Oldest first, at least one. */
  heads: VisitEntry[]
  latest: VisitEntry
  conflict: boolean
}

/** What stands of every topic: entries that no other entry replaces, oldest first. Safe with entries in any order and sent twice. */
export function saidEntries(entries: readonly VisitEntry[]): Map<string, Said> {
  const replaced = new Set(entries.flatMap((entry) => entry.basedOn))
  const heads = new Map<string, VisitEntry[]>()
  const seen = new Set<string>()
  for (const entry of [...entries].sort((a, b) => a.atMs - b.atMs || (a.id < b.id ? -1 : 1))) {
    if (replaced.has(entry.id) || seen.has(entry.id)) continue
    seen.add(entry.id)
    heads.set(entry.topic, [...(heads.get(entry.topic) ?? []), entry])
  }
  return new Map(
    [...heads].map(([topic, said]) => {
      const latest = said.at(-1) as VisitEntry
      return [topic, { heads: said, latest, conflict: said.some((e) => e.value !== latest.value) }]
    }),
  )
}

/** The value that stands last for a topic; null = nothing said. */
export function saidOf(said: ReadonlyMap<string, Said>, topic: string): VisitEntry['value'] {
  return said.get(topic)?.latest.value ?? null
}
