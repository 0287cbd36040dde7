import type { CheckId, ObservationEvent } from '@brendik/core'
import { afterEach, beforeEach, expect, it, jest } from '@jest/globals'
import { beginCheck, withTimeTaken } from '../src/features/visit/underWay.ts'

const answer = (check: CheckId): ObservationEvent => ({
  type: 'observed',
  id: crypto.randomUUID(),
  atMs: Date.now(),
  check,
  value: 'clean',
  tap: null,
  levelMm: null,
})
const began = (looks: readonly ObservationEvent[]) =>
  looks.map((one) => (one.type === 'observed' ? (one.beganAtMs ?? null) : null))

beforeEach(() => {
  jest.useFakeTimers({ now: 1_000_000 })
})
afterEach(() => {
  // Whatever is under way is answered.
  for (const check of ['trap.look', 'water-when-off'] as const) withTimeTaken('v', [answer(check)])
  jest.useRealTimers()
})

it('gives the time since it was begun to its first answer, and to no second', () => {
  beginCheck('v', 'trap.look', 3)
  jest.advanceTimersByTime(120_000)
  const [first] = withTimeTaken('v', [answer('trap.look')])
  expect(first).toMatchObject({ beganAtMs: 1_000_000, changesMin: 3, atMs: 1_120_000 })
  expect(began(withTimeTaken('v', [answer('trap.look')]))).toEqual([null])
})
it('goes on when it is begun again, and is of its own visit alone', () => {
  beginCheck('v', 'trap.look', 0)
  jest.advanceTimersByTime(60_000)
  beginCheck('v', 'trap.look', 0)
  expect(began(withTimeTaken('w', [answer('trap.look')]))).toEqual([null])
  expect(began(withTimeTaken('v', [answer('trap.look')]))).toEqual([1_000_000])
})
it('is left by who answers another one, unless it goes on by itself; taking something back leaves nothing', () => {
  beginCheck('v', 'trap.look', 0)
  withTimeTaken('v', [{ type: 'withdrawn', id: crypto.randomUUID(), atMs: 1, targetId: crypto.randomUUID() }])
  beginCheck('v', 'trap.look', 0)
  withTimeTaken('v', [answer('belt.look')])
  expect(began(withTimeTaken('v', [answer('trap.look')]))).toEqual([null])
  beginCheck('v', 'water-when-off', 0)
  expect(began(withTimeTaken('v', [answer('belt.look'), answer('water-when-off')]))).toEqual([
    null,
    1_000_000,
  ])
})
it('was left lying after an hour', () => {
  beginCheck('v', 'trap.look', 0)
  jest.advanceTimersByTime(3_700_000)
  expect(began(withTimeTaken('v', [answer('trap.look')]))).toEqual([null])
})
