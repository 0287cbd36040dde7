import { expect, it } from '@jest/globals'
import { steadyAtMs, steadyClock, steadyNowMs } from '../src/lib/steadyClock.ts'

it('goes on evenly when the device’s clock is set back, and follows it when it is set right', () => {
  const now = { wall: 1_000_000_000, even: 5000 }
  let kept = { setBackMs: 0, wallMs: 0 }
  const clock = steadyClock({ wallMs: () => now.wall, evenMs: () => now.even }, kept, (known) => {
    kept = known
  })
  const pass = (ms: number) => {
    now.wall += ms
    now.even += ms
  }
  const zero = clock.nowMs()
  pass(30_000)
  expect(clock.nowMs() - zero).toBe(30_000)
  // A correction of a second is the network's; an hour is somebody.
  now.wall -= 900
  pass(1000)
  expect(clock.nowMs() - zero).toBe(30_100)
  now.wall -= 3_600_000
  pass(1000)
  expect(clock.nowMs() - zero).toBe(31_100)
  expect([clock.setBackMs(), kept.setBackMs, kept.wallMs]).toEqual([3_600_000, 3_600_000, now.wall])
  // A lid was closed for ten minutes: that time has passed, whatever the even clock says.
  now.wall += 600_000
  expect(clock.nowMs() - zero).toBe(631_100)
  now.wall += 3_600_000
  pass(1000)
  expect(clock.nowMs() - zero).toBe(632_100)
  expect(clock.setBackMs()).toBe(0)
})
it('remembers over a reload what was set back, unless it was set right meanwhile', () => {
  const at = (wallMs: number, kept: { setBackMs: number; wallMs: number }) =>
    steadyClock({ wallMs: () => wallMs, evenMs: () => 0 }, kept).nowMs()
  const set = { setBackMs: 3_600_000, wallMs: 1_000_000 }
  expect(at(1_004_000, set)).toBe(4_604_000)
  expect(at(1_004_000 + 3_600_000, set)).toBe(4_604_000)
  // An hour later by a clock that still stands behind is not told from one that was set right; two hours later is.
  expect(at(1_000_000 + 7_200_000, set)).toBe(1_000_000 + 10_800_000)
})

it('dates a press by when it was made, however late a busy page hears of it', () => {
  const late = (ms: number) => steadyNowMs() - steadyAtMs({ timeStamp: performance.now() - ms })
  expect(late(900)).toBeGreaterThanOrEqual(899)
  expect(late(900)).toBeLessThan(1000)
  // An event dated by another clock than the page's tells nothing of that.
  expect(late(1e9)).toBeLessThan(100)
  expect(late(-5000)).toBeLessThan(100)
})
