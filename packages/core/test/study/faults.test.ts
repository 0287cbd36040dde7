import { expect, it } from '@jest/globals'
import { type FaultFigures, reliabilityError } from './faultStudy.ts'
import { shortStudy } from './shortStudy.ts'

it('calls of a town: the true fault leads or is among three, and what is said is so', () => {
  const { shown, blanked } = shortStudy<FaultFigures>('faults', 12)
  expect(shown.n).toBeGreaterThanOrEqual(120)
  // Bounds leave room for the seeds: the long form has the figures.
  expect(shown.first / shown.n).toBeGreaterThan(0.7)
  expect(shown.three / shown.n).toBeGreaterThan(0.85)
  expect(blanked.first / blanked.n).toBeGreaterThan(0.6)
  expect(shown.three / shown.n).toBeGreaterThanOrEqual(blanked.three / blanked.n)
  for (const score of [shown, blanked]) expect(reliabilityError(score)).toBeLessThan(0.12)
}, 240_000)
