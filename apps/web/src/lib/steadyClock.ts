/** The wall clock of the device, and one that nobody can set: both in ms. */
interface Clocks {
  wallMs: () => number
  evenMs: () => number
}
/** Less than this is the network's usual correction of a clock, ms. */
const SET_BY_HAND_MS = 2000

export interface SteadyClock {
  /** Wall time that never runs backwards by more than a correction: set back, it goes on as if nobody had touched it. */
  nowMs: () => number
  /** How far the device's clock stands behind this one, ms; 0 = it was not set back. */
  setBackMs: () => number
}

/**
 * Wall time beside a clock that runs evenly. A device that slept jumps forward, and that is true; one whose clock is set back is not
 * followed, so that the entries of a run keep their order. Set right again, it is followed again.
 * @param kept - What was set back before the page was loaded anew, ms. @param keep - Called when that changes.
 */
export function steadyClock(
  clocks: Clocks,
  kept = 0,
  keep: (setBackMs: number) => void = () => {},
): SteadyClock {
  let behindMs = kept
  let last = { wallMs: clocks.wallMs(), evenMs: clocks.evenMs() }
  return {
    nowMs() {
      const now = { wallMs: clocks.wallMs(), evenMs: clocks.evenMs() }
      const jumpedMs = now.wallMs - last.wallMs - (now.evenMs - last.evenMs)
      last = now
      if (jumpedMs < -SET_BY_HAND_MS) behindMs -= jumpedMs
      else if (behindMs > 0 && Math.abs(jumpedMs - behindMs) < 0.1 * behindMs) behindMs = 0
      else return now.wallMs + behindMs
      keep(behindMs)
      return now.wallMs + behindMs
    },
    setBackMs: () => behindMs,
  }
}

const KEY = 'brendik.clock'
const clock = steadyClock(
  { wallMs: () => Date.now(), evenMs: () => performance.now() },
  Number(globalThis.sessionStorage?.getItem(KEY) ?? 0) || 0,
  (setBackMs) => globalThis.sessionStorage?.setItem(KEY, String(setBackMs)),
)
export const steadyNowMs = clock.nowMs
export const clockSetBackMs = clock.setBackMs
