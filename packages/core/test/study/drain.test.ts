import { expect, it } from '@jest/globals'
import { over, shortStudy } from './shortStudy.ts'

it('tells a weak pump from a restricted path where a protocol can, and never from one run', () => {
  const figures = shortStudy<{
    leaning: Record<string, number>
    decided: Record<string, number>
    wrong: number
    falseAlarm: number
    headCovered: number
    pathCovered: number
    headWidth: number
    pathWidth: number
  }>('drain', 4)
  expect(over(figures.decided, 'one run')).toBeLessThan(0.02)
  expect(over(figures.leaning, 'run + lift')).toBeGreaterThan(0.9)
  expect(over(figures.leaning, 'run + gravity')).toBeGreaterThan(0.9)
  expect(over(figures.leaning, 'top', 'two heights')).toBeGreaterThan(0.9)
  expect(over(figures.decided, 'run + lift', '0.5')).toBeGreaterThan(0.93)
  expect(figures.wrong).toBeLessThan(0.03)
  expect(figures.falseAlarm).toBeLessThan(0.03)
  expect(figures.headCovered).toBeGreaterThan(0.92)
  expect(figures.pathCovered).toBeGreaterThan(0.92)
  // Wider than the ordinary cases here ask for, since the same intervals must hold when the plate, the bore or the curve's shape is not as
  // written; but no wider than is of use.
  expect(figures.headWidth).toBeLessThan(1.45)
  expect(figures.pathWidth).toBeLessThan(2.6)
}, 300_000)
