import { useEffect, useState } from 'react'
import { steadyNowMs } from '../lib/steadyClock.ts'

/** How long the place of an action stays dead once another is seen there, ms. */
const DEAD_MS = 800

/**
 * Until when the place of the main action is dead, by the steady clock: from when another comes up there, until it was seen for a moment.
 * A page that is busy draws late, so that moment begins with the drawing; until then there is no end to it.
 * @param act - What the place does now. @param justPressed - Whether it came up by a press as the page did.
 */
export function useDeadUntil(act: string | number, justPressed = false): number {
  const [seen, setSeen] = useState({ act, untilMs: justPressed ? Number.POSITIVE_INFINITY : 0 })
  const untilMs = seen.act === act ? seen.untilMs : Number.POSITIVE_INFINITY
  useEffect(() => {
    if (Number.isFinite(untilMs)) return
    // What is asked for in one frame is called as the next is drawn: by then this one can be seen.
    let frame = requestAnimationFrame(() => {
      frame = requestAnimationFrame(() => setSeen({ act, untilMs: steadyNowMs() + DEAD_MS }))
    })
    return () => cancelAnimationFrame(frame)
  }, [act, untilMs])
  return untilMs
}
