import type { LeakPhase } from '@brendik/core'
import { useEffect, useState } from 'react'

interface Watch {
  phase: LeakPhase
  startedAtMs: number
}
const keyOf = (visitId: string) => `brendik.watch.${visitId}`

function read(visitId: string): Watch | null {
  try {
    return JSON.parse(localStorage.getItem(keyOf(visitId)) ?? 'null')
  } catch {
    return null
  }
}

/** The timed watch of a visit: by wall time and kept on the device, so that it goes on through sleep and reload. */
export function useWatch(visitId: string): {
  watch: Watch | null
  nowMs: number
  start: (phase: LeakPhase) => void
  stop: () => void
} {
  const [watch, setWatch] = useState<Watch | null>(() => read(visitId))
  const [nowMs, setNowMs] = useState(Date.now())
  useEffect(() => {
    if (!watch) return
    const tick = setInterval(() => setNowMs(Date.now()), 250)
    return () => clearInterval(tick)
  }, [watch])
  const keep = (next: Watch | null) => {
    setWatch(next)
    setNowMs(Date.now())
    try {
      if (next) localStorage.setItem(keyOf(visitId), JSON.stringify(next))
      else localStorage.removeItem(keyOf(visitId))
    } catch {
      // Without storage the watch still runs, as long as the page stays open.
    }
  }
  return {
    watch,
    nowMs,
    start: (phase) => keep({ phase, startedAtMs: Date.now() }),
    stop: () => keep(null),
  }
}
