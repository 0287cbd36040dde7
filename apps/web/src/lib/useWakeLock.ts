import { useEffect, useState } from 'react'

/** Keeps the screen awake while something is timed. `refused`: this device will not; `off`: nothing is timed. */
export type WakeState = 'off' | 'on' | 'refused'

export function useWakeLock(wanted: boolean): WakeState {
  const [state, setState] = useState<WakeState>('off')
  useEffect(() => {
    if (!wanted) return
    let lock: WakeLockSentinel | null = null
    let over = false
    const ask = async () => {
      if (document.visibilityState !== 'visible') return
      try {
        if (!('wakeLock' in navigator)) throw new Error('not there')
        lock = await navigator.wakeLock.request('screen')
        if (over) await lock.release()
        else setState('on')
      } catch {
        if (!over) setState('refused')
      }
    }
    ask()
    // The lock is lost with the tab out of sight, and asked for again when it returns.
    document.addEventListener('visibilitychange', ask)
    return () => {
      over = true
      document.removeEventListener('visibilitychange', ask)
      lock?.release().catch(() => {})
      setState('off')
    }
  }, [wanted])
  return state
}
