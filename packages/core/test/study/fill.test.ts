import { expect, it } from '@jest/globals'
import { shortStudy } from './shortStudy.ts'

it('finds where the inlet loses its flow as well as its tests allow, and convicts no sound meter', () => {
  const figures = shortStudy<{
    right: Record<string, number>
    merged: Record<string, number>
    falseAlarm: number
    meterCaught: Record<string, number>
    meterFalse: number
  }>('fill', 3)
  expect(figures.right.cold).toBeLessThan(0.6)
  expect(figures.merged['+ both buckets']).toBeGreaterThan(0.94)
  expect(figures.right['+ throttled']).toBeGreaterThan(0.88)
  expect(figures.falseAlarm).toBeLessThan(0.05)
  expect(figures.meterCaught['0.7']).toBeGreaterThan(0.95)
  expect(figures.meterFalse).toBeLessThan(0.05)
}, 300_000)
