import { CHECK_IDS, type CheckId, type ObservationEvent } from '@brendik/core'
import { useSyncExternalStore } from 'react'

/** A check that was begun on this device and is not answered yet. */
export interface UnderWay {
  visitId: string
  check: CheckId
  sinceMs: number
  /** Minutes of changes of the machine's state that were counted before it. */
  changesMin: number
}

const KEY = 'brendik.under-way'
/** What was begun longer ago was left lying, ms. */
const LEFT_LYING_MS = 3_600_000
const listeners = new Set<() => void>()
let underWay: UnderWay | null = read()

function read(): UnderWay | null {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? 'null') as Partial<UnderWay> | null
    const check = CHECK_IDS.find((id) => id === kept?.check)
    if (!kept || !check || typeof kept.visitId !== 'string' || !Number.isFinite(kept.sinceMs)) return null
    return {
      visitId: kept.visitId,
      check,
      sinceMs: Number(kept.sinceMs),
      changesMin: Number(kept.changesMin) || 0,
    }
  } catch {
    return null
  }
}

function set(next: UnderWay | null): void {
  underWay = next
  // A device that keeps nothing still knows it until the page is left.
  try {
    if (next) localStorage.setItem(KEY, JSON.stringify(next))
    else localStorage.removeItem(KEY)
  } catch {}
  for (const listener of listeners) listener()
}

/** Says that a check is begun; begun again before it is answered it goes on. @param changesMin - Counted before it, min. */
export function beginCheck(visitId: string, check: CheckId, changesMin: number): void {
  if (currentOf(visitId)?.check === check) return
  set({ visitId, check, sinceMs: Date.now(), changesMin })
}

const currentOf = (visitId: string): UnderWay | null =>
  underWay?.visitId === visitId && Date.now() - underWay.sinceMs < LEFT_LYING_MS ? underWay : null

/** Goes on by itself for minutes: others are answered meanwhile. */
const BY_ITSELF: readonly CheckId[] = ['water-when-off', 'leak.stop-level']

/**
 * The looks with the time since the one among them that is under way was begun: with its first answer it is made. Who answers another one
 * has left it, unless it goes on by itself.
 */
export function withTimeTaken(visitId: string, looks: readonly ObservationEvent[]): ObservationEvent[] {
  const begun = currentOf(visitId)
  const answered = looks.findIndex((one) => one.type === 'observed' && one.check === begun?.check)
  if (!begun) return [...looks]
  const left = looks.some((one) => one.type === 'observed') && !BY_ITSELF.includes(begun.check)
  if (answered >= 0 || left) set(null)
  if (answered < 0) return [...looks]
  return looks.map((one, n) =>
    n === answered && one.type === 'observed'
      ? { beganAtMs: begun.sinceMs, changesMin: begun.changesMin, ...one }
      : one,
  )
}

/** The check under way in a visit; null = none. */
export function useUnderWay(visitId: string): UnderWay | null {
  const now = useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    () => underWay,
  )
  return now && currentOf(visitId) ? now : null
}
