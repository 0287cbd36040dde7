import { type Said, saidEntries, type VisitEntry } from '../state/entries.ts'

/** What is left to come back to. */
export const FOLLOW_KINDS = ['weep', 'part', 'trial', 'hoses', 'call'] as const
export type FollowKind = (typeof FOLLOW_KINDS)[number]
/**
 * A follow-up as entries of a visit: topic `follow:<id>`, value as `followValue` makes it, taken back by an entry with no value; `told:<id>` for each
 * reminder, one beside the other; `followed:<id>`, value true, once it is done.
 */
export const FOLLOW_TOPIC = /^(follow|told|followed):[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/

export interface FollowUp {
  id: string
  kind: FollowKind
  dueAtMs: number
  note: string
  by: string
  /** How often somebody was reminded. */
  told: number
  done: { atMs: number; by: string } | null
}

/** A follow-up as the value of its entry. */
export const followValue = ({ kind, dueAtMs, note }: Pick<FollowUp, 'kind' | 'dueAtMs' | 'note'>): string =>
  `${kind} ${Math.round(dueAtMs)} ${note.trim()}`.trim()

/** What a value says; null = it cannot be read. */
export function readFollow(value: unknown): Pick<FollowUp, 'kind' | 'dueAtMs' | 'note'> | null {
  const [, kind, due, note = ''] =
    typeof value === 'string' ? (/^([a-z]+) (\d{1,14})(?: (.*))?$/s.exec(value) ?? []) : []
  const known = FOLLOW_KINDS.find((one) => one === kind)
  return known && due ? { kind: known, dueAtMs: Number(due), note } : null
}

/** The follow-ups of a visit that stand, soonest first, those that are done at the end. */
export function followUpsOf(entries: readonly VisitEntry[]): FollowUp[] {
  const said = saidEntries(entries)
  return [...said]
    .flatMap(([topic, { latest }]): FollowUp[] => {
      const [kind, id] = topic.split(':')
      const read = kind === 'follow' && id ? readFollow(latest.value) : null
      if (!read || !id) return []
      return [
        { id, ...read, by: latest.by, told: toldOf(said, id), done: doneOf(said.get(`followed:${id}`)) },
      ]
    })
    .sort((a, b) => Number(a.done !== null) - Number(b.done !== null) || a.dueAtMs - b.dueAtMs)
}

const toldOf = (said: ReadonlyMap<string, Said>, id: string): number =>
  said.get(`told:${id}`)?.heads.filter(({ value }) => value === true).length ?? 0
const doneOf = (said: Said | undefined): FollowUp['done'] =>
  said?.latest.value === true ? { atMs: said.latest.atMs, by: said.latest.by } : null
