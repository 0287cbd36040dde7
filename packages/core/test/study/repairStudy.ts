import { runProofs } from '../../src/guide/proof/runProofs.ts'
import type { Draw } from './draw.ts'
import { makeRepair } from './repairCases.ts'
import { percent, type Table } from './table.ts'
import { weighedCase } from './weighedCase.ts'

export interface RepairFigures {
  n: number
  /** Intervals of the ratio that hold the truth. */
  covered: number
  /** Half the width of the interval, as a share. */
  width: number
  cured: number
}

/**
 * Before and after a repair: is the ratio covered, is a cure called one, and nothing changed not?
 * @param sides - How many runs are timed on each side.
 */
export function repairStudy(
  repeats: number,
  draw: Draw,
  sides: readonly number[] = [1, 2, 3, 5],
): { table: Table; figures: Record<string, RepairFigures> } {
  const figures: Record<string, RepairFigures> = {}
  for (const done of ['cured', 'nothing changed'] as const)
    for (const source of ['hand', 'stream'] as const)
      for (const runs of sides) {
        const all: RepairFigures = { n: 0, covered: 0, width: 0, cured: 0 }
        for (const kind of ['fill', 'drain'] as const)
          for (const family of ['front', 'top'] as const)
            for (let i = 0; i < repeats; i++) {
              const before = draw.uniform(0.3, 0.6)
              const after = done === 'cured' ? 1 : before
              const one = makeRepair({ kind, family, source, before, after, runs }, draw)
              const visit = weighedCase(one.file)
              const proof = runProofs(visit.runs, visit.acts)[0]
              all.n++
              const { ratio, says } = proof ?? {}
              if (says === 'cured') all.cured++
              if (!ratio) continue
              if (ratio.lo <= one.trueRatio && one.trueRatio <= ratio.hi) all.covered++
              all.width += (ratio.hi - ratio.lo) / (2 * ratio.value)
            }
        figures[`${done}, ${source}, ${runs}`] = {
          n: all.n,
          covered: all.covered / all.n,
          width: all.width / all.n,
          cured: all.cured / all.n,
        }
      }
  return {
    figures,
    table: {
      title: 'Before and after a repair',
      about:
        'Fills and drains of machines at 30 to 60 % of their flow, timed so many times before and after; runs of one state differ by 2.5 %. Ratio of the flows with its 95 % interval, and what is called cured.',
      rows: Object.entries(figures).map(([name, one]) => ({
        'repair, by, runs each side': name,
        n: one.n,
        'ratio covered': percent(one.covered * one.n, one.n),
        'interval ±': `${(100 * one.width).toFixed(1)} %`,
        'called cured': percent(one.cured * one.n, one.n),
      })),
    },
  }
}
