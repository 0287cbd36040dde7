import { cholesky, type Gaussian, measured } from '../numeric/gaussian.ts'
import { standardNormal } from '../numeric/random.ts'
import { vectorOf } from '../numeric/vector.ts'
import { HEALTHY_IDS, type HealthyDraw, type HealthyId, healthyFacts } from './healthyDraws.ts'
import { familyDefaults, type MachineSpec, type SiteSpec } from './machineSpec.ts'

export const OWN_OF = ['machine', 'model', 'family'] as const
/**
 * What a workshop's runs of machines proven healthy say of a healthy machine like this one: a normal distribution over `HEALTHY_IDS`, each in standard
 * deviations of its family about the family's middle.
 */
export interface OwnRecords {
  /** The nearest that there are records of: this machine, its make and model, or only its family. */
  of: (typeof OWN_OF)[number]
  /** Machines of this make and model, or of the family, and their runs, that it rests on. */
  machines: number
  runs: number
  mean: readonly number[]
  /** Lower triangle of the covariance, row by row. */
  cov: readonly number[]
}

const COUNT = HEALTHY_IDS.length
/** What differs from run to run of one healthy machine, and from finger to finger: a band is never narrower. Relative, estimate. */
export const FROM_RUN_TO_RUN = 0.02
/** Fewer machines may agree by accident, or share a fault: what the usual band calls too slow stays too slow. */
export const ENOUGH_MACHINES = 5
/** A plate read exactly is still not known better than so, in spreads of the family. */
const LEAST_SD = 0.02

/** The family's middle and spread of each value: what the standard deviations of own records are counted in. */
export function familyScale(machine: MachineSpec): Record<HealthyId, { mid: number; sd: number }> {
  const usual = familyDefaults(machine.family)
  return healthyFacts({ ...usual, tub: { ...usual.tub, assumed: true } }, NOWHERE)
}
const NOWHERE: SiteSpec = {
  supplyKpa: { cold: null, hot: null },
  standpipeHeightMm: null,
  waterTempC: 15,
  portHeightMm: null,
}

/** What was stored of own records, as a distribution. */
export function ownGaussian({ mean, cov }: Pick<OwnRecords, 'mean' | 'cov'>): Gaussian {
  const value = (i: number, j: number) => cov[(i * (i + 1)) / 2 + j] ?? Number.NaN
  return {
    mean: Float64Array.from(mean),
    cov: Array.from({ length: COUNT }, (_, i) =>
      vectorOf({ length: COUNT }, (_x, j) => (i >= j ? value(i, j) : value(j, i))),
    ),
  }
}

/** A distribution, as it is stored: four decimals. */
export function storedGaussian({ mean, cov }: Gaussian): Pick<OwnRecords, 'mean' | 'cov'> {
  const short = (value: number) => Math.round(value * 1e4) / 1e4
  return {
    mean: Array.from(mean, short),
    cov: cov.flatMap((row, i) => Array.from(row.slice(0, i + 1), short)),
  }
}

/** Own records of a machine like this one, and what was read on this one itself: by tape or off its plate. */
export function ownOf(own: OwnRecords, machine: MachineSpec, site: SiteSpec): Gaussian {
  const scale = familyScale(machine)
  const facts = healthyFacts(machine, site)
  let known = ownGaussian(own)
  HEALTHY_IDS.forEach((id, i) => {
    const fact = facts[id]
    if (!fact.own) return
    const { mid, sd } = scale[id]
    const unit = HEALTHY_IDS.map((_, j) => (i === j ? 1 : 0))
    known = measured(known, unit, (fact.mid - mid) / sd, Math.max(LEAST_SD, fact.sd / sd) ** 2)
  })
  return known
}

/**
 * Healthy machines like this one, one after the other, by own records: each value as it hangs together with those drawn before.
 * @param order - Values in the order in which they will be asked for.
 */
export function ownDraws(
  own: OwnRecords,
  machine: MachineSpec,
  site: SiteSpec,
  order: readonly HealthyId[],
): () => HealthyDraw {
  const { mean, cov } = ownOf(own, machine, site)
  const at = order.map((id) => HEALTHY_IDS.indexOf(id))
  const scale = familyScale(machine)
  const lower = cholesky(at.map((i) => at.map((j) => cov[i]?.[j] ?? Number.NaN)))
  const values = new Map(
    order.map((id, n) => [
      id,
      {
        n,
        mid: scale[id].mid,
        sd: scale[id].sd,
        mean: mean[at[n] ?? -1] ?? Number.NaN,
        row: lower[n] as Float64Array,
      },
    ]),
  )
  return () => {
    const z = new Float64Array(order.length).fill(Number.NaN)
    return (id, random) => {
      const value = values.get(id)
      if (!value) throw new RangeError(`own records: expected one of ${order.join(', ')}, got ${id}`)
      const { n, mid, sd, row } = value
      const drawn = standardNormal(random)
      // Both valves of one machine are alike.
      if (Number.isNaN(z[n])) z[n] = drawn
      let theta = value.mean
      for (let i = 0; i <= n; i++) theta += (row[i] ?? Number.NaN) * (z[i] ?? Number.NaN)
      return Math.min(mid + FAR * sd, Math.max(mid - FAR * sd, mid + sd * theta))
    }
  }
}
/** No machine lies further off its family, in its spreads. */
const FAR = 5
