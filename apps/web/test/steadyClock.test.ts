import { expect, it } from '@jest/globals'
import { steadyClock } from '../src/lib/steadyClock.ts'

it('goes on evenly when the device’s clock is set back, and follows it when it is set right', () => {
  const now = { wall: 1_000_000_000, even: 5000 }
  let kept = 0
  const clock = steadyClock({ wallMs: () => now.wall, evenMs: () => now.even }, 0, (ms) => {
    kept = ms
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
  expect([clock.setBackMs(), kept]).toEqual([3_600_000, 3_600_000])
  // A lid was closed for ten minutes: that time has passed, whatever the even clock says.
  now.wall += 600_000
  expect(clock.nowMs() - zero).toBe(631_100)
  now.wall += 3_600_000
  pass(1000)
  expect(clock.nowMs() - zero).toBe(632_100)
  expect(clock.setBackMs()).toBe(0)
})
it('remembers over a reload what was set back', () => {
  const clock = steadyClock({ wallMs: () => 1000, evenMs: () => 0 }, 60_000)
  expect(clock.nowMs()).toBe(61_000)
})
