import { expect, it } from '@jest/globals'
import type { promiseQuarters } from './promises.ts'
import type { Pair } from './separable.ts'
import { shortStudy } from './shortStudy.ts'

it('looks bring what they promise, small promises and large; faults that nothing tells apart are few and near kin', () => {
  const { quarters, inseparable } = shortStudy<{
    quarters: ReturnType<typeof promiseQuarters>
    inseparable: Pair[]
  }>('promises', 3)
  expect(quarters.length).toBe(4)
  // Bounds leave room for the seeds: the long form has the figures.
  for (const { ratio } of quarters) {
    expect(ratio).toBeGreaterThan(0.9)
    expect(ratio).toBeLessThan(1.1)
  }
  // What loses the flow of an inlet looks alike from outside; the rest is told apart by some look.
  const names = inseparable
    .filter(({ runsDiffer }) => !runsDiffer)
    .map(({ faults }) => [...faults].sort().join(' '))
  expect(names).toContain('drive-belt.off drive-coupler.broken')
  expect(names.length).toBeLessThan(10)
  expect(inseparable.some(({ faults }) => faults.includes('pump.jammed'))).toBe(false)
}, 240_000)
