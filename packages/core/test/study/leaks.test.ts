import { expect, it } from '@jest/globals'
import type { LeakFigures } from './leakStudy.ts'
import { shortStudy } from './shortStudy.ts'

it('simulated leak tests: the true site leads, is among three, and what is said is so', () => {
  const leaks = shortStudy<LeakFigures>('leaks', 4)
  expect(leaks.cases.length).toBeGreaterThanOrEqual(25)
  expect(leaks.named.first / leaks.named.n).toBeGreaterThanOrEqual(0.85)
  // One seed of each case; the long form has 0.98.
  expect(leaks.named.three / leaks.named.n).toBeGreaterThanOrEqual(0.95)
  for (const drawn of [leaks.protocol, leaks.hurried]) {
    const n = drawn.bins.reduce((sum, bin) => sum + bin.n, 0)
    expect(drawn.bins.reduce((sum, bin) => sum + Math.abs(bin.said - bin.true), 0) / n).toBeLessThanOrEqual(
      0.05,
    )
    // Few leaks are said to be likely at all: what is said above a half has to hold by itself, within three standard errors.
    const high = drawn.bins.slice(5)
    const [said, so, many] = [
      high.reduce((sum, bin) => sum + bin.said, 0),
      high.reduce((sum, bin) => sum + bin.true, 0),
      high.reduce((sum, bin) => sum + bin.n, 0),
    ]
    expect(Math.abs(said - so) / many).toBeLessThan(0.05 + 3 * Math.sqrt(0.15 / many))
  }
}, 240_000)
