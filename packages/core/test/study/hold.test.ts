import { expect, it } from '@jest/globals'
import { over, shortStudy } from './shortStudy.ts'

it('tells leak, soaking, siphon, seep-in and air leak apart by three holds, and gives heights it can stand by', () => {
  const figures = shortStudy<{
    right: Record<string, number>
    leakCovered: number
    heightCovered: number
    heightWithin15: number
  }>('hold', 4)
  expect(over(figures.right, 'tight')).toBeGreaterThan(0.92)
  expect(over(figures.right, 'leak 0.3')).toBeGreaterThan(0.95)
  expect(over(figures.right, 'leak 0.1')).toBeGreaterThan(0.74)
  expect(over(figures.right, 'soaking')).toBeGreaterThan(0.87)
  expect(over(figures.right, 'siphon')).toBeGreaterThan(0.92)
  expect(over(figures.right, 'air leak')).toBeGreaterThan(0.94)
  expect(figures.leakCovered).toBeGreaterThan(0.93)
  expect(figures.heightCovered).toBeGreaterThan(0.93)
  expect(figures.heightWithin15).toBeGreaterThan(0.96)
}, 300_000)
