import { expect, it } from '@jest/globals'
import type { PlannerFigures } from './plannerStudy.ts'
import { shortStudy } from './shortStudy.ts'

it('visits led by the planner take far fewer minutes than those of the schools, and seldom act wrongly', () => {
  const { planner, ...schools } = shortStudy<PlannerFigures>('planner', 3)
  expect(planner.n).toBe(9)
  // Bounds leave room for the seeds: the long form has the figures.
  for (const school of Object.values(schools)) {
    expect(planner.minutes).toBeLessThan(0.75 * school.minutes)
    expect(planner.regret).toBeLessThan(0.5 * school.regret)
  }
  expect(planner.right).toBeGreaterThan(0.5)
  expect(planner.wrong).toBeLessThanOrEqual(0.12)
}, 240_000)
