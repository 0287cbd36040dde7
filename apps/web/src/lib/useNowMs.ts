import { useEffect, useState } from 'react'

/** Wall time, asked again every `periodMs` while enabled. The only timer of the screens; elapsed time is always now − start. */
export function useNowMs(periodMs: number, enabled: boolean): number {
  const [nowMs, setNowMs] = useState(() => Date.now())
  useEffect(() => {
    if (!enabled) return
    const tick = () => setNowMs(Date.now())
    tick()
    const timer = setInterval(tick, periodMs)
    // A lid that opens or a tab that returns must not show the old time until the next tick.
    document.addEventListener('visibilitychange', tick)
    return () => {
      clearInterval(timer)
      document.removeEventListener('visibilitychange', tick)
    }
  }, [periodMs, enabled])
  return nowMs
}
