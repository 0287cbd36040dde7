import { expect, it } from '@jest/globals'
import type { PlannerFigures } from './plannerStudy.ts'
import { shortStudy } from './shortStudy.ts'

it('visits led by the planner take far fewer minutes than those of the schools, and seldom act wrongly', () => {
  const { planner, ...schools } = shortStudy<PlannerFigures>('planner', 5)
  expect(planner.n).toBe(15)
  // Bounds leave room for the seeds: the long form has the figures.
  for (const school of Object.values(schools)) expect(planner.minutes).toBeLessThan(0.75 * school.minutes)
  expect(planner.right).toBeGreaterThan(0.6)
  expect(planner.wrong).toBeLessThanOrEqual(0.14)
}, 240_000)
