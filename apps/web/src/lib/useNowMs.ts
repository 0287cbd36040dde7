import { useEffect, useState } from 'react'

/**
 * Wall time, asked again every `periodMs` while enabled. The only timer of the screens; elapsed time is always now − start.
 * @param clock - Which clock: the device's, or for a run the one that nobody can set back.
 */
export function useNowMs(periodMs: number, enabled: boolean, clock: () => number = Date.now): number {
  const [nowMs, setNowMs] = useState(clock)
  useEffect(() => {
    if (!enabled) return
    const tick = () => setNowMs(clock())
    tick()
    const timer = setInterval(tick, periodMs)
    // A lid that opens or a tab that returns must not show the old time until the next tick.
    document.addEventListener('visibilitychange', tick)
    return () => {
      clearInterval(timer)
      document.removeEventListener('visibilitychange', tick)
    }
  }, [periodMs, enabled, clock])
  return nowMs
}
