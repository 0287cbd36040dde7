import { expect, it } from '@jest/globals'
import type { HabitFigures } from './habitStudy.ts'
import { mean, shortStudy } from './shortStudy.ts'

it('stays right where people time without a ruler, trust a display or a wrong plate, and write another unit', () => {
  const figures = shortStudy<HabitFigures>('habits', 3)
  const { timed } = figures
  for (const [known, within, slow] of [
    ['read', 0.85, 0.85],
    ['fill-level', 0.85, 0.85],
    ['read, no plate', 0.75, 0.75],
    ['fill-level, no plate', 0.75, 0.75],
  ] as const) {
    expect(timed[known]?.covered).toBeGreaterThan(0.84)
    expect(timed[known]?.within).toBeGreaterThan(within)
    expect(timed[known]?.slow).toBeGreaterThan(slow)
  }
  for (const known of ['none', 'none, no plate']) expect(timed[known]?.wrong).toBeLessThan(0.07)
  expect(figures.heightCovered).toBeGreaterThan(0.85)
  expect(figures.heightGivenDeep).toBeGreaterThan(0.4)
  expect(figures.heightNamedByRivals).toBeLessThan(0.04)
  expect(figures.runBackCovered).toBeGreaterThan(0.85)
  expect(figures.emptyingMissed).toBeLessThan(0.13)
  for (const [which, least] of [
    ['front', 0.8],
    ['front, early', 0.65],
    ['top', 0.9],
    ['top, early', 0.85],
  ] as const)
    expect(figures.cutOuts[which]?.found).toBeGreaterThan(least)
  expect(mean(Object.values(figures.cutOuts).map(({ covered }) => covered))).toBeGreaterThan(0.88)
  expect(figures.falseCutOuts).toBeLessThan(0.02)
  expect(figures.slipsAsked).toBeGreaterThan(0.92)
  expect(figures.ordinaryAsked).toBeLessThan(0.1)
  expect(mean(Object.values(figures.headCoveredUnderStress))).toBeGreaterThan(0.85)
}, 300_000)
