import { expect, it } from '@jest/globals'
import { shortStudy } from './shortStudy.ts'

it('covers the true flow and calls healthy and slow runs right, over kinds, families and sources', () => {
  interface Flow {
    n: number
    covered: number
    medianError: number
    within: number
    slow: number
  }
  const figures = shortStudy<Record<string, Flow>>('flow', 8)
  for (const [name, within, slow] of [
    ['all', 0.92, 0.96],
    ['all, no plate', 0.86, 0.92],
  ] as const) {
    const all = figures[name] as Flow
    // Three standard errors of a share of 0.95.
    expect(all.covered).toBeGreaterThan(0.95 - 3 * Math.sqrt((0.95 * 0.05) / all.n))
    expect(all.medianError).toBeLessThan(0.03)
    expect(all.within).toBeGreaterThan(within)
    expect(all.slow).toBeGreaterThan(slow)
  }
}, 180_000)
