import { expect, it } from '@jest/globals'
import { makeWords, sayChange } from '../src/index.ts'

it('a flow that came from next to nothing, or went, is never told in times of it', () => {
  const words = makeWords('en', 'metric')
  const flow = (value: number) => ({ value, lo: value, hi: value })
  const told = (before: number, after: number) =>
    sayChange(words, {
      kind: 'drain',
      tap: null,
      act: { atMs: 1, what: 'cleared', part: 'pump' },
      before: flow(before),
      after: flow(after),
    })
  expect(told(-1e-31, 25)).toBe(
    'Since the pump was cleared, the drain runs, where next to nothing came before.',
  )
  expect(told(0, 25)).toContain('where next to nothing came before')
  expect(told(25, 0.1)).toContain('hardly runs any more')
  expect(told(10, 25)).toContain('is 2.5 times as fast as before')
  expect(told(25, 10)).toContain('has only 40 % of its flow before')
  expect(told(25, 25.5)).toContain('runs as before')
  expect(told(0, 0.01)).toContain('runs as before')
})
