import { decimalMark } from '@brendik/words/lean'
import { steadyNowMs } from '../../lib/steadyClock.ts'
import { clockParts } from '../../lib/time.ts'
import { useNowMs } from '../../lib/useNowMs.ts'
import { t, words } from '../../lib/words.ts'

/** The clock reads wall time against the start, so nothing can make it lose seconds. Only this redraws ten times a second. */
export function RunClock({
  seconds,
  startedAtMs,
  running,
}: {
  seconds: number
  startedAtMs: number | null
  running: boolean
}) {
  const nowMs = useNowMs(100, running, steadyNowMs)
  const shown = running && startedAtMs !== null ? Math.max(0, (nowMs - startedAtMs) / 1000) : seconds
  const { main, tenth } = clockParts(shown)
  return (
    <p
      className="figure shrink-0 text-[5.5rem] md:text-[8.5rem] short:text-[4.6rem]"
      role="timer"
      aria-label={t('runClock.timeSinceStart')}
    >
      {main}
      <span className="text-[0.42em] text-soft">
        {decimalMark(words().locale)}
        {tenth}
      </span>
    </p>
  )
}
