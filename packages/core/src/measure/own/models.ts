import { diagonal, type Gaussian } from '../../numeric/gaussian.ts'
import { type Information, nothingOf } from '../../numeric/information.ts'
import { modelName } from './ownKeys.ts'
import type { ProvenRun, RunRow } from './provenRun.ts'

/**
 * Spread from machine to machine of one make and model, in spreads of its family, by `HEALTHY_IDS`: makers hold drum sizes to 2.5 mm, ports to
 * 12, heads, free flows and regulators to 5 %. Estimates.
 */
const WITHIN = [0.14, 0.14, 0.17, 0.32, 0.41, 0.7, 0.67, 0.3, 0.26] as const
/** Share of what models of a family differ by that a workshop's models of it have in common. Estimate. */
const OF_FAMILY = 0.2
/** Share of the runs called proven whose machine was not healthy. Estimate. */
export const NOT_HEALTHY = 0.1
/** Runs less likely of a healthy machine than so are not used, and pointed out. */
const USED_FROM = 0.5

export const COUNT = WITHIN.length
export const withinModel = (scatter: number) => diagonal(WITHIN.map((sd) => sd ** 2 * scatter))
const BETWEEN = WITHIN.map((sd) => 1 - sd ** 2)
export const ofFamily = () => diagonal(BETWEEN.map((v) => v * OF_FAMILY))
export const ofModel = (between: number) => diagonal(BETWEEN.map((v) => v * (1 - OF_FAMILY) * between))
const unknown = (): Gaussian => ({ mean: new Float64Array(COUNT), cov: diagonal(BETWEEN) })

/** A run with how it stands against its peers. */
export interface Entry {
  run: ProvenRun
  row: RunRow | null
  healthy: number
  off: number
  sd: number
}
export interface Machine {
  id: string
  entries: Entry[]
  /** What its runs, and what was taped on it, say of what its model has in common. */
  information: Information
}
export interface Model {
  key: string
  named: boolean
  machines: Machine[]
  information: Information
  /** What this model's machines have in common, by everything else and by its own. */
  prior: Gaussian
  known: Gaussian
}
/** Runs by make and model, and by machine; a machine whose make and model were not typed is a model of its own. */
export function modelsOf(runs: readonly ProvenRun[]): Model[] {
  const models = new Map<string, Model>()
  for (const run of [...runs].sort((a, b) => a.atMs - b.atMs)) {
    const name = modelName(run.make, run.model)
    const key = name || run.machineId
    const model = models.get(key) ?? {
      key,
      named: name !== '',
      machines: [],
      information: nothingOf(COUNT),
      prior: unknown(),
      known: unknown(),
    }
    models.set(key, model)
    let machine = model.machines.find(({ id }) => id === run.machineId)
    if (!machine) {
      machine = { id: run.machineId, entries: [], information: nothingOf(COUNT) }
      model.machines.push(machine)
    }
    machine.entries.push({ run, row: null, healthy: 1 - NOT_HEALTHY, off: 0, sd: 1 })
  }
  return [...models.values()]
}

/** Its row, where a run is learned from. */
export const usedRow = ({ row, healthy }: Entry): RunRow | null => (healthy >= USED_FROM ? row : null)

/** Mean chance that the machine of the used runs was healthy; 1 where none is used. */
export function healthyShare({ entries }: Machine): number {
  const used = entries.filter(usedRow)
  return used.length === 0 ? 1 : used.reduce((sum, { healthy }) => sum + healthy, 0) / used.length
}
