import { apply, dot, type Matrix } from '../../numeric/gaussian.ts'
import { shrinkToMean } from '../../numeric/shrinkToMean.ts'
import { type Entry, type Model, ofModel, usedRow, withinModel } from './models.ts'
import type { RunRow } from './provenRun.ts'

/** How much the spread taken for is worth beside what the machines themselves show, in machines; and how much wider it becomes at most. */
const WITHIN_WORTH = 4
const MOST_SCATTER = 3
/** Fewer models of a family say nothing of how much its models differ. */
const FEWEST_MODELS = 4
/** How much more or less models may differ here than taken for, and what that is worth in models. */
const MODELS_DIFFER = { least: 0.3, most: 1.5, worth: 4 } as const

/** How much wider machines of one model scatter than taken for; never less wide. @param scatter - What it was taken for when the runs were compared. */
export function scatterOf(models: readonly Model[], scatter: number): number {
  const squares = models.flatMap(({ machines }) =>
    machines.length < 2
      ? []
      : machines.flatMap(({ entries }) => {
          const used = entries.filter(usedRow)
          const total = used.reduce((a, { off, sd }) => a + (off / sd) ** 2, 0)
          return used.length > 0 ? [total / used.length] : []
        }),
  )
  const seen = scatter * squares.reduce((a, b) => a + b, 0)
  const mean = (WITHIN_WORTH + seen) / (WITHIN_WORTH + squares.length)
  return Math.min(MOST_SCATTER, Math.max(1, mean))
}

/** How much more or less the models of this workshop differ than taken for: the means of their drains pulled to that of all. */
export function betweenOf(models: readonly Model[], scatter: number): number {
  const within = withinModel(scatter)
  const means = models.flatMap(({ machines }) => {
    const drains = machines.flatMap(({ entries }) => drainOf(entries, within))
    const [first] = drains
    if (!first) return []
    const mean = (of: (drain: Mean) => number) => drains.reduce((a, one) => a + of(one), 0) / drains.length
    return [{ y: mean(({ y }) => y), variance: mean((one) => one.variance) / drains.length, g: first.g }]
  })
  if (means.length < FEWEST_MODELS) return 1
  const over = (of: (mean: Mean) => number) => means.reduce((a, one) => a + of(one), 0) / means.length
  const variance = over((one) => one.variance)
  const { factor } = shrinkToMean(
    means.map(({ y }) => y),
    variance,
  )
  const taken = over(({ g }) => dot(g, apply(ofModel(1), g)))
  const found = (variance * factor) / Math.max(1e-9, 1 - factor) / taken
  const { least, most, worth } = MODELS_DIFFER
  const held = Math.min(most, Math.max(least, found))
  return (worth + held * means.length) / (worth + means.length)
}

interface Mean {
  y: number
  variance: number
  g: Float64Array
}
/** A machine's drains as one: their mean, and how far it may lie off its model's. */
function drainOf(entries: readonly Entry[], within: Matrix): Mean[] {
  const rows = entries.flatMap((entry) => (entry.run.plan.kind === 'drain' ? (usedRow(entry) ?? []) : []))
  const [first] = rows
  if (!first) return []
  const over = (of: (row: RunRow) => number) => rows.reduce((a, row) => a + of(row), 0) / rows.length
  const variance =
    dot(first.g, apply(within, first.g)) + first.sharedVar + over((row) => row.ownVar) / rows.length
  return [{ y: over(({ y }) => y), variance, g: first.g }]
}
