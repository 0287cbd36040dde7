import type { FamilyId } from '../../machine/machineSpec.ts'
import type { OwnRecords } from '../../machine/ownRecords.ts'
import { storedGaussian } from '../../machine/ownRecords.ts'
import {
  apply,
  cholesky,
  choleskySolve,
  dot,
  type Gaussian,
  inverse,
  type Matrix,
  measured,
  plus,
} from '../../numeric/gaussian.ts'
import {
  type Along,
  gaussianIn,
  type Information,
  informationIn,
  mixed,
  nothingOf,
  together,
  updated,
  without,
} from '../../numeric/information.ts'
import { vectorOf } from '../../numeric/vector.ts'
import {
  COUNT,
  healthyShare,
  type Machine,
  type Model,
  modelsOf,
  NOT_HEALTHY,
  ofFamily,
  ofModel,
  usedRow,
  withinModel,
} from './models.ts'
import { recordsKey } from './ownKeys.ts'
import { type ProvenRun, type RunRow, runRow, tapedRows } from './provenRun.ts'
import { betweenOf, scatterOf } from './spreadsSeen.ts'

/** Runs of machines that were not healthy lie so far off, ln(time), and so often on the slow side. Estimates. */
const OFF_BY = 0.45
const SLOW_SIDE = 0.85
const ROUNDS = 6
/** Runs are straightened about what is known so far in these rounds. */
const STRAIGHTENED = [0, 1, 3]

/** How one run stands against its peers: the other runs of its make and model, or of its family. */
export interface RunAmongPeers {
  runId: string
  machineId: string
  /** ln(time ÷ what its peers would lead one to expect), with the standard deviation it should have. */
  off: number
  sd: number
  /** Chance that its machine was healthy like the others. */
  healthy: number
  used: boolean
}
/** What the runs of machines proven healthy say of one family. */
export interface LearnedBands {
  family: FamilyId
  /** By `recordsKey`: a machine, a make and model, the family. */
  records: Map<string, OwnRecords>
  runs: RunAmongPeers[]
}

/**
 * What a workshop's runs of machines proven healthy say of the machines of one family: head, path, rated flow, port and drum of a machine are those of its
 * family + its model + itself, each normal (Gelman et al., Bayesian Data Analysis, ch. 5; from memory); every run is a straight line in them.
 * Runs of machines that were not healthy after all are one part of a mixture, and left out where they are likely.
 * @param runs - All of one family. @param nowMs - When it is learned.
 */
export function learnBands(family: FamilyId, runs: readonly ProvenRun[], nowMs: number): LearnedBands {
  const models = modelsOf(runs)
  let scatter = 1
  let between = 1
  for (let round = 0; round < ROUNDS; round++) {
    if (STRAIGHTENED.includes(round))
      for (const { machines, known } of models)
        for (const { entries } of machines)
          for (const entry of entries) entry.row = runRow(entry.run, known.mean, nowMs)
    pool(models, scatter, between)
    judgeRuns(models, scatter)
    scatter = scatterOf(models, scatter)
    between = betweenOf(models, scatter)
  }
  pool(models, scatter, between)
  return { family, records: recordsOf(family, models, scatter, between), runs: models.flatMap(amongPeers) }
}

/** All that is known of every model, from everything below it and from the family. */
function pool(models: readonly Model[], scatter: number, between: number): void {
  const within = withinModel(scatter)
  for (const model of models) {
    for (const machine of model.machines) machine.information = informationOf(machine, within)
    model.information = together(
      COUNT,
      model.machines.map(({ information }) => information),
    )
  }
  const own = ofModel(between)
  const says = models.map(({ information }) => aboutFamily(information, own))
  const family = inverse(ofFamily())
  const total = together(COUNT, says)
  models.forEach((model, n) => {
    const others = without(total, says[n] ?? nothingOf(COUNT))
    const cavity = gaussianIn({ precision: plus(family, others.precision), shift: others.shift })
    model.prior = { mean: cavity.mean, cov: plus(cavity.cov, own) }
    model.known = updated(informationIn(model.prior), model.information)
  })
}

/** What a machine's runs, and a tape held to it, say of what its model has in common: GᵀV⁻¹G and GᵀV⁻¹y, V with the spread from machine to machine. */
function informationOf({ entries }: Machine, within: Matrix): Information {
  const used = entries.flatMap((entry) => {
    const row = usedRow(entry)
    return row ? [{ ...row, kind: entry.run.plan.kind as string }] : []
  })
  const newest = entries.at(-1)
  const rows =
    newest && used.length > 0
      ? [...used, ...tapedRows(newest.run).map((row, n) => ({ ...row, kind: `tape ${n}` }))]
      : used
  if (rows.length === 0) return nothingOf(COUNT)
  const spread = rows.map(({ g }) => apply(within, g))
  const lower = cholesky(
    rows.map((a, i) =>
      rows.map(
        (b, j) =>
          dot(spread[i] ?? [], b.g) + (a.kind === b.kind ? a.sharedVar : 0) + (i === j ? a.ownVar : 0),
      ),
    ),
  )
  const solved = choleskySolve(
    lower,
    rows.map(({ y }) => y),
  )
  const columns = Array.from({ length: COUNT }, (_, k) => vectorOf(rows, ({ g }) => g[k] ?? Number.NaN))
  const precise = columns.map((column) => choleskySolve(lower, column))
  return {
    precision: columns.map((column) => vectorOf(precise, (other) => dot(column, other))),
    shift: vectorOf(columns, (column) => dot(column, solved)),
  }
}

/** What a model says of what its family has in common, its own part unknown. */
function aboutFamily({ precision, shift }: Information, own: Matrix): Information {
  const lower = cholesky(plus(precision, inverse(own)))
  const gain = precision.map((row) => choleskySolve(lower, row))
  return {
    precision: precision.map((row, i) =>
      row.map((value, j) => value - dot(precision[j] ?? [], gain[i] ?? [])),
    ),
    shift: shift.map((value, i) => value - dot(gain[i] ?? [], shift)),
  }
}

/** How likely each run is of a healthy machine, against what its machine's peers say: its own machine is left out of them where there are others. */
function judgeRuns(models: readonly Model[], scatter: number): void {
  const within = withinModel(scatter)
  for (const model of models) {
    const before = informationIn(model.prior)
    for (const machine of model.machines) {
      const peers = updated(before, without(model.information, machine.information))
      const cov = plus(peers.cov, within)
      for (const entry of machine.entries) {
        if (!entry.row) continue
        const { g, y, ownVar, sharedVar } = entry.row
        const variance = dot(g, apply(cov, g)) + ownVar + sharedVar
        entry.off = y - dot(g, peers.mean)
        entry.sd = Math.sqrt(variance)
        const sound = (1 - NOT_HEALTHY) * bell(entry.off, variance)
        const side = 2 * (entry.off > 0 ? SLOW_SIDE : 1 - SLOW_SIDE)
        const sick = NOT_HEALTHY * side * bell(entry.off, variance + OFF_BY ** 2)
        entry.healthy = sound / (sound + sick + 1e-300)
      }
    }
  }
}
const bell = (x: number, variance: number) => Math.exp((-0.5 * x * x) / variance) / Math.sqrt(variance)

function recordsOf(
  family: FamilyId,
  models: readonly Model[],
  scatter: number,
  between: number,
): LearnedBands['records'] {
  const records = new Map<string, OwnRecords>()
  const within = withinModel(scatter)
  const counted = (machines: readonly Machine[]) => {
    const used = machines.map(({ entries }) => entries.filter(usedRow))
    return {
      machines: used.filter((entries) => entries.length > 0).length,
      runs: used.reduce((n, entries) => n + entries.length, 0),
    }
  }
  const all = counted(models.flatMap(({ machines }) => machines))
  const total = together(
    COUNT,
    models.map(({ information }) => aboutFamily(information, ofModel(between))),
  )
  const common = gaussianIn({ precision: plus(inverse(ofFamily()), total.precision), shift: total.shift })
  const store = (key: string, of: OwnRecords['of'], count: typeof all, { mean, cov }: Gaussian) => {
    if (count.runs > 0) records.set(key, { of, ...count, ...storedGaussian({ mean, cov }) })
  }
  store(recordsKey.family(family), 'family', all, {
    mean: common.mean,
    cov: plus(plus(common.cov, ofModel(between)), within),
  })
  for (const model of models) {
    const count = counted(model.machines)
    if (model.named) {
      const known = inDoubt(model, within)
      store(recordsKey.model(family, model.key), 'model', count, {
        mean: known.mean,
        cov: plus(known.cov, within),
      })
    }
    for (const machine of model.machines)
      if (counted([machine]).runs > 0)
        store(recordsKey.machine(machine.id), 'machine', count, ofMachine(model, machine, within))
  }
  return records
}

/** What is known of one machine by its model's others and by its own runs; what was taped on it is added where it is asked for. */
function ofMachine(model: Model, machine: Machine, within: Matrix): Gaussian {
  const others = updated(informationIn(model.prior), without(model.information, machine.information))
  const peers: Gaussian = { mean: others.mean, cov: plus(others.cov, within) }
  let known = peers
  for (const kind of ['fill', 'drain'] as const) {
    const used = machine.entries.filter((entry) => entry.run.plan.kind === kind && usedRow(entry))
    // All runs of a kind at one machine share what is not known of its place: together they are one.
    const weights = used.map(({ row }) => 1 / (row?.ownVar ?? 1))
    const weight = weights.reduce((a, b) => a + b, 0)
    const shared = used.at(-1)?.row?.sharedVar
    if (shared === undefined) continue
    const mean = (of: (row: RunRow) => number) =>
      used.reduce((a, { row }, n) => a + (row ? of(row) * (weights[n] ?? 0) : 0), 0) / weight
    const g = vectorOf({ length: COUNT }, (_, i) => mean((row) => row.g[i] ?? Number.NaN))
    known = measured(
      known,
      g,
      mean(({ y }) => y),
      1 / weight + shared,
    )
  }
  return mixed(known, peers, healthyShare(machine), looksOf(machine))
}

/** What is known of a model, with the doubt whether each of its machines was healthy: a little of what would be known without it. */
function inDoubt(model: Model, within: Matrix): Gaussian {
  const before = informationIn(model.prior)
  let doubted = model.known
  for (const machine of model.machines) {
    const p = healthyShare(machine)
    if (p === 1) continue
    const rest = updated(before, without(model.information, machine.information))
    const moved = mixed(model.known, rest, p, looksOf(machine, within))
    doubted = {
      mean: doubted.mean.map((value, i) => value + (moved.mean[i] ?? 0) - (model.known.mean[i] ?? 0)),
      cov: plus(plus(doubted.cov, moved.cov), model.known.cov, -1),
    }
  }
  return doubted
}

/** Where the next run of each kind will look: as the newest did. @param between - Spread from one machine to the next, where it is another's. */
const looksOf = ({ entries }: Machine, between?: Matrix): Along[] =>
  (['fill', 'drain'] as const).flatMap((kind) => {
    const row = entries.filter(({ run }) => run.plan.kind === kind).findLast(usedRow)?.row
    if (!row) return []
    const { g, ownVar, sharedVar } = row
    return [{ g, noiseVar: ownVar + sharedVar + (between ? dot(g, apply(between, g)) : 0) }]
  })

const amongPeers = ({ machines }: Model): RunAmongPeers[] =>
  machines.flatMap(({ id, entries }) =>
    entries.map((entry) => ({
      runId: entry.run.runId,
      machineId: id,
      off: short(entry.off),
      sd: short(entry.sd),
      healthy: short(entry.healthy),
      used: usedRow(entry) !== null,
    })),
  )
const short = (value: number) => Math.round(value * 1e4) / 1e4
