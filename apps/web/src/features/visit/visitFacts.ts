import type { EntryEvent, ObservationEvent, VisitAnswer } from '@brendik/core'
import { read, t } from '../../lib/words.ts'
import { type Kept, visitOf } from '../../outbox/keptFact.ts'
import { keep } from '../../outbox/outbox.ts'
import { withTimeTaken } from './underWay.ts'

/** Looks of a visit: kept on the device at once, sent when the server answers, safe to send again. */
export function keepLooks(visitId: string, looks: readonly ObservationEvent[]): void {
  keep(withTimeTaken(visitId, looks).map((said) => ({ kind: 'look', visitId, said })))
}
/** Entries of a visit, kept and sent the same way. */
export function keepEntries(visitId: string, entries: readonly EntryEvent[]): void {
  keep(entries.map((said) => ({ kind: 'entry', visitId, said })))
}

/** A visit as the server knows it, with what this device still has to say. What was refused is said elsewhere. */
export function withKept(visit: VisitAnswer, outbox: readonly Kept[]): VisitAnswer {
  const mine = outbox.filter(({ fact, state }) => state !== 'refused' && visitOf(fact) === visit.id)
  if (mine.length === 0) return visit
  const by = ({ author, state }: Kept) =>
    state === 'waiting' ? t('visitFacts.notSentYet', { authorName: read(author.name) }) : read(author.name)
  const known = new Set([...visit.observations, ...visit.entries].map((o) => o.id))
  const gone = new Set<string>()
  const observations = [...visit.observations]
  const entries = [...visit.entries]
  for (const kept of mine) {
    const { fact } = kept
    if (fact.kind === 'entry') {
      if (!known.has(fact.said.id)) entries.push({ ...fact.said, by: by(kept) })
    } else if (fact.kind !== 'look') continue
    else if (fact.said.type === 'withdrawn') gone.add(fact.said.targetId)
    else if (!known.has(fact.said.id))
      observations.push({
        ...fact.said,
        tempC: fact.said.tempC ?? null,
        phase: fact.said.phase ?? null,
        side: fact.said.side ?? null,
        waterInside: fact.said.waterInside ?? null,
        beganAtMs: fact.said.beganAtMs ?? null,
        changesMin: fact.said.changesMin ?? null,
        by: by(kept),
      })
  }
  return { ...visit, entries, observations: observations.filter((o) => !gone.has(o.id)) }
}
