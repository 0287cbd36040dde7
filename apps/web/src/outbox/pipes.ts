import type { EntryEvent, ObservationEvent, RecordSubject, RefusedEntry, RunEvent } from '@brendik/core'
import { post, put } from '../api/client.ts'

// Where the facts of the outbox go. Safe to send again: every fact carries its id. `as` = who recorded it.
const PATHS: Record<RecordSubject, string> = {
  machine: 'machines',
  site: 'sites',
  customer: 'customers',
  visit: 'visits',
}
/**
 * @param now - The record as it was left.
 * @param was - The record as whoever changed it saw it: what others changed meanwhile stays. Without, it is a new one.
 */
export const putRecord = (
  subject: RecordSubject,
  id: string,
  now: object,
  { putId, was }: { putId: string; was: object | undefined },
  as: string,
) => put(`/${PATHS[subject]}/${id}`, { ...now, putId, ...(was ? { was } : {}) }, as)
export const putRival = (rivalId: string, take: boolean, as: string) =>
  put(`/rivals/${rivalId}`, { take }, as)
export const putClosed = (visitId: string, closedAtMs: number | null, as: string) =>
  put(`/visits/${visitId}/closed`, { closedAtMs }, as)
export const putPhoto = (
  photo: { id: string; visitId: string; stage: string; atMs: number; blob: Blob },
  as: string,
) =>
  put(
    `/photos/${photo.id}?${new URLSearchParams({ visit: photo.visitId, stage: photo.stage, atMs: String(photo.atMs) })}`,
    photo.blob,
    as,
  )
export const postObservations = (visitId: string, observations: ObservationEvent[], as: string) =>
  post(`/visits/${visitId}/observations`, { observations }, as)
export const postEntries = (visitId: string, entries: EntryEvent[], as: string) =>
  post(`/visits/${visitId}/entries`, { entries }, as)
/** What of it the run does not allow comes back with its reason. */
export const postRunEvents = (runId: string, visitId: string, events: RunEvent[], as: string) =>
  post<{ refused: RefusedEntry[] }>(`/runs/${runId}/events`, { visitId, events }, as)
