import { CHECK_IDS, type CheckId, type ObservationEvent, READ_LATER } from '@brendik/core'
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
/** At most one that the hands are at, and one that goes on by itself. */
let underWay: readonly UnderWay[] = read()

function read(): UnderWay[] {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]')
    return (Array.isArray(kept) ? kept : [kept]).flatMap((one: Partial<UnderWay> | null) => {
      const check = CHECK_IDS.find((id) => id === one?.check)
      if (!one || !check || typeof one.visitId !== 'string' || !Number.isFinite(one.sinceMs)) return []
      const changesMin = Number(one.changesMin) || 0
      return [{ visitId: one.visitId, check, sinceMs: Number(one.sinceMs), changesMin }]
    })
  } catch {
    return []
  }
}

function set(next: readonly UnderWay[]): void {
  underWay = next
  // A device that keeps nothing still knows it until the page is left.
  try {
    if (next.length > 0) localStorage.setItem(KEY, JSON.stringify(next))
    else localStorage.removeItem(KEY)
  } catch {}
  for (const listener of listeners) listener()
}

const goesOn = (check: CheckId): boolean => READ_LATER.includes(check)
const isCurrent = (one: UnderWay, visitId: string): boolean =>
  one.visitId === visitId && Date.now() - one.sinceMs < LEFT_LYING_MS

/**
 * Says that a check is begun; begun again before it is answered it goes on. What goes on by itself stays under way beside it.
 * @param changesMin - Counted before it, min.
 */
export function beginCheck(visitId: string, check: CheckId, changesMin: number): void {
  const current = underWay.filter((one) => isCurrent(one, visitId))
  if (current.some((one) => one.check === check)) return
  const beside = current.filter((one) => goesOn(one.check) !== goesOn(check))
  set([...beside, { visitId, check, sinceMs: Date.now(), changesMin }])
}

/** Takes so many minutes that others are answered meanwhile. */
const staysUnderWay = (check: CheckId): boolean => goesOn(check) || check === 'leak.stop-level'

/**
 * The looks with the time since those among them that are under way were begun: with its first answer a check is made. Who answers another one
 * has left it, unless it goes on by itself.
 */
export function withTimeTaken(visitId: string, looks: readonly ObservationEvent[]): ObservationEvent[] {
  const current = underWay.filter((one) => isCurrent(one, visitId))
  if (current.length === 0) return [...looks]
  const observed = looks.some((one) => one.type === 'observed')
  const isOf = (look: ObservationEvent, { check }: UnderWay) =>
    look.type === 'observed' && look.check === check
  const still = current.filter(
    (begun) => !looks.some((look) => isOf(look, begun)) && (!observed || staysUnderWay(begun.check)),
  )
  if (still.length < current.length) set(still)
  return looks.map((look, n) => {
    const begun = current.find((one) => isOf(look, one))
    if (!begun || looks.findIndex((one) => isOf(one, begun)) !== n) return look
    return look.type === 'observed'
      ? { beganAtMs: begun.sinceMs, changesMin: begun.changesMin, ...look }
      : look
  })
}

function useCurrent(visitId: string, byItself: boolean): UnderWay | null {
  const now = useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    () => underWay,
  )
  return now.find((one) => goesOn(one.check) === byItself && isCurrent(one, visitId)) ?? null
}

/** The check that the hands are at in a visit; null = none. */
export const useUnderWay = (visitId: string): UnderWay | null => useCurrent(visitId, false)

/** The check that goes on by itself in a visit until it is read; null = none. */
export const useReadLater = (visitId: string): UnderWay | null => useCurrent(visitId, true)
