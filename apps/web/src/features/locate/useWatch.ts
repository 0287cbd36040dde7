import type { LeakPhase } from '@brendik/core'
import { useEffect, useRef, useState } from 'react'
import { readNote, writeNote } from '../../outbox/deviceDb.ts'

interface Watch {
  phase: LeakPhase
  startedAtMs: number
}
const noteOf = (visitId: string) => `watch ${visitId}`

/** The timed watch of a visit: by wall time and kept on the device, so that it goes on through sleep and reload. */
export function useWatch(visitId: string): {
  watch: Watch | null
  start: (phase: LeakPhase) => void
  stop: () => void
} {
  const [watch, setWatch] = useState<Watch | null>(null)
  const touched = useRef(false)
  useEffect(() => {
    readNote<Watch>(noteOf(visitId)).then(
      (kept) => {
        if (kept && !touched.current) setWatch(kept)
      },
      () => {},
    )
  }, [visitId])
  const keep = (next: Watch | null) => {
    touched.current = true
    setWatch(next)
    // Without storage the watch still runs, as long as the page stays open.
    writeNote(noteOf(visitId), next).catch(() => {})
  }
  return {
    watch,
    start: (phase) => keep({ phase, startedAtMs: Date.now() }),
    stop: () => keep(null),
  }
}
