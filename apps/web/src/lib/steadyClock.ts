/** The wall clock of the device, and one that nobody can set: both in ms. */
interface Clocks {
  wallMs: () => number
  evenMs: () => number
}
/** Less than this is the network's usual correction of a clock, ms. */
const SET_BY_HAND_MS = 2000

const KEEP_MS = 1000
const RELOAD_MS = 20_000

/** How far the clock was set back, and what it showed when that was last looked at, ms. */
export interface KeptClock {
  setBackMs: number
  wallMs: number
}

export interface SteadyClock {
  /** Wall time that never runs backwards by more than a correction: set back, it goes on as if nobody had touched it. */
  nowMs: () => number
  /** How far the device's clock stands behind this one, ms; 0 = it was not set back. */
  setBackMs: () => number
}

/**
 * Wall time beside a clock that runs evenly. A device that slept jumps forward, and that is true; one whose clock is set back is not
 * followed, so that the entries of a run keep their order. Set right again, it is followed again.
 * @param kept - What was known before the page was loaded anew. @param keep - Called when that changes, and about every second while the clock
 * stands behind.
 */
export function steadyClock(
  clocks: Clocks,
  kept: KeptClock = { setBackMs: 0, wallMs: 0 },
  keep: (known: KeptClock) => void = () => {},
): SteadyClock {
  let last = { wallMs: clocks.wallMs(), evenMs: clocks.evenMs() }
  // Set right while no page looked: the wall clock went on by what it had been set back, and the moments of a reload.
  const away = last.wallMs - kept.wallMs
  const setRight =
    kept.setBackMs > 3 * RELOAD_MS && Math.abs(away - kept.setBackMs) < 0.1 * kept.setBackMs + RELOAD_MS
  let behindMs = setRight ? 0 : kept.setBackMs
  let keptAtMs = 0
  return {
    nowMs() {
      const now = { wallMs: clocks.wallMs(), evenMs: clocks.evenMs() }
      const jumpedMs = now.wallMs - last.wallMs - (now.evenMs - last.evenMs)
      last = now
      if (jumpedMs < -SET_BY_HAND_MS) behindMs -= jumpedMs
      else if (behindMs > 0 && Math.abs(jumpedMs - behindMs) < 0.1 * behindMs) behindMs = 0
      else if (behindMs === 0 || now.evenMs - keptAtMs < KEEP_MS) return now.wallMs + behindMs
      keptAtMs = now.evenMs
      keep({ setBackMs: behindMs, wallMs: now.wallMs })
      return now.wallMs + behindMs
    },
    setBackMs: () => behindMs,
  }
}

const KEY = 'brendik.clock'
function readKept(): KeptClock {
  const [setBackMs, wallMs] = (globalThis.sessionStorage?.getItem(KEY) ?? '').split(' ').map(Number)
  return { setBackMs: setBackMs || 0, wallMs: wallMs || 0 }
}
const clock = steadyClock(
  { wallMs: () => Date.now(), evenMs: () => performance.now() },
  readKept(),
  ({ setBackMs, wallMs }) => globalThis.sessionStorage?.setItem(KEY, `${setBackMs} ${wallMs}`),
)
export const steadyNowMs = clock.nowMs

/** No page is busy for longer than this, ms: an event that seems older is dated by a clock of its own. */
const LATEST_MS = 10_000

/** When a press happened by the steady clock, ms: a page that was busy just then hears of it later. */
export function steadyAtMs(event: { timeStamp: number }): number {
  const lateMs = performance.now() - event.timeStamp
  return steadyNowMs() - (lateMs > 0 && lateMs < LATEST_MS ? lateMs : 0)
}
export const clockSetBackMs = clock.setBackMs
