import { expect, it } from '@jest/globals'
import { makeDraw } from './draw.ts'
import { type RepairFigures, repairStudy } from './repairStudy.ts'

it('covers the true change of a repair, calls a cure one, and does not call cured what did not change', () => {
  const { figures } = repairStudy(3, makeDraw(20261128), [2])
  const of = (name: string) => figures[name] as RepairFigures
  for (const by of ['hand', 'stream']) {
    const cured = of(`cured, ${by}, 2`)
    // Three standard errors of a share of 0.95 of so few.
    expect(cured.covered).toBeGreaterThan(0.95 - 3 * Math.sqrt((0.95 * 0.05) / cured.n))
    expect(cured.cured).toBeGreaterThanOrEqual(0.8)
    expect(cured.width).toBeLessThan(0.12)
    expect(of(`nothing changed, ${by}, 2`).cured).toBe(0)
  }
}, 120_000)
