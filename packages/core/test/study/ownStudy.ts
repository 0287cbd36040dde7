import { HEALTHY_IDS, type HealthyId } from '../../src/machine/healthyDraws.ts'
import { familyDefaults, type MachineSpec, type SiteSpec, tapedTub } from '../../src/machine/machineSpec.ts'
import { ENOUGH_MACHINES, familyScale, type OwnRecords } from '../../src/machine/ownRecords.ts'
import { cleanPathK, FAMILY, HEALTHY_SUPPLY, SPREAD } from '../../src/machine/uncertainty.ts'
import { learnBands } from '../../src/measure/own/learnBands.ts'
import { modelName, recordsKey } from '../../src/measure/own/ownKeys.ts'
import type { ProvenRun } from '../../src/measure/own/provenRun.ts'
import { expectedRun } from '../../src/measure/plan/expectedRun.ts'
import type { RunPlan } from '../../src/measure/plan/runPlan.ts'
import { CALL } from '../../src/measure/verdict/verdict.ts'
import { median } from '../../src/numeric/quantile.ts'
import { type RandomSource, seededRandom, standardNormal } from '../../src/numeric/random.ts'
import { drainCurve } from '../../src/physics/pump/drainTime.ts'
import { CLEAN_SUPPLY_K, supplyFlowLMin } from '../../src/physics/supply/supplyLine.ts'
import { DISPLACED_RATIO, type TubGeometry } from '../../src/physics/tub/tubGeometry.ts'
import { tubVolumeL } from '../../src/physics/tub/tubVolume.ts'
import { percent, type Table } from './table.ts'

/** How machines really differ: of one model, in spreads of the family; and how much of the rest all models of this workshop share. */
export interface World {
  within: readonly number[]
  ofFamily: number
  /** Share of machines called proven that were not healthy. */
  poisoned: number
}
export const AS_TAKEN: World = {
  within: [0.14, 0.14, 0.17, 0.32, 0.41, 0.7, 0.67, 0.3, 0.26],
  ofFamily: 0.2,
  poisoned: 0,
}
type Values = Record<HealthyId, number>
const NOW = Date.UTC(2026, 0, 1)
const DAY = 86_400_000
const YEAR = 365.2425 * DAY

interface Made {
  values: Values
  spec: MachineSpec
  site: SiteSpec
  /** The place as it is, which nobody knows so well. */
  endMm: number
  supply: { staticKpa: number; tapK: number; hoseK: number; screenK: number; regulatingKpa: number }
  tub: TubGeometry
}

const clip = (x: number, low: number, high: number) => Math.min(high, Math.max(low, x))

/** One workshop: machines of one model, and a few of others of its family; then a new one of that model. */
export function ownCase(seed: number, machines: number, kind: 'fill' | 'drain', world: World) {
  const random = seededRandom(seed * 7919 + 13)
  const normals = () => HEALTHY_IDS.map(() => standardNormal(random))
  const between = world.within.map((w) => Math.sqrt(1 - w * w))
  const family = normals().map((z, i) => z * (between[i] ?? 0) * Math.sqrt(world.ofFamily))
  const model = () =>
    normals().map((z, i) => (family[i] ?? 0) + z * (between[i] ?? 0) * Math.sqrt(1 - world.ofFamily))
  const runs: ProvenRun[] = []
  const add = (at: readonly number[], name: string, count: number) => {
    for (let m = 0; m < count; m++) {
      const made = makeMachine(at, world, random)
      const sick = random() < world.poisoned
      const factor = sick ? 0.4 + 0.4 * random() : 1
      const times = 1 + Math.floor(random() * 3)
      for (let n = 0; n < times; n++)
        runs.push(provenOf(made, kind, `${name} ${m}`, name, factor, NOW - random() * 900 * DAY, random))
    }
  }
  const own = model()
  add(own, 'own', machines)
  for (let other = 0; other < 4; other++) add(model(), `other ${other}`, machines > 1 ? 2 : 0)
  const learned = learnBands('front-load', runs, NOW)
  const made = makeMachine(own, world, random)
  const name = modelName('maker', 'own')
  const records =
    learned.records.get(recordsKey.model('front-load', name)) ??
    learned.records.get(recordsKey.family('front-load')) ??
    null
  return { made, records, learned, random }
}

function makeMachine(at: readonly number[], world: World, random: RandomSource): Made {
  const usual = familyDefaults('front-load')
  const scale = familyScale(usual)
  const values = Object.fromEntries(
    HEALTHY_IDS.map((id, i) => {
      const z = clip((at[i] ?? 0) + (world.within[i] ?? 0) * standardNormal(random), -4, 4)
      return [id, scale[id].mid + scale[id].sd * z]
    }),
  ) as Values
  const taped = random() < 0.5
  const read = (mm: number) => mm + SPREAD.tapeMm * standardNormal(random)
  const spec: MachineSpec = {
    ...usual,
    tub: taped
      ? {
          ...usual.tub,
          diameterMm: read(values.diameter),
          depthMm: read(values.depth),
          floorMm: read(values.floor),
        }
      : { ...usual.tub, assumed: true },
  }
  const gauged = random() < 0.4
  const staticKpa = clip(
    HEALTHY_SUPPLY.staticKpa.mid + HEALTHY_SUPPLY.staticKpa.sd * standardNormal(random),
    HEALTHY_SUPPLY.staticKpa.low,
    HEALTHY_SUPPLY.staticKpa.high,
  )
  const measuredEnd = random() < 0.7
  const endMm = FAMILY.standpipeMm + SPREAD.standpipeGuessMm * standardNormal(random)
  const site: SiteSpec = {
    supplyKpa: {
      cold: gauged ? Math.max(0, staticKpa + SPREAD.gaugeKpa * standardNormal(random)) : null,
      hot: null,
    },
    standpipeHeightMm: measuredEnd ? endMm + SPREAD.standpipeMeasuredMm * standardNormal(random) : null,
    waterTempC: 15,
    portHeightMm: random() < 0.2 ? values.port + SPREAD.tapeMm * standardNormal(random) : null,
  }
  const loss = () => clip(1 + SPREAD.supplyLossRatio * standardNormal(random), 0.3, 2)
  return {
    values,
    spec,
    site,
    endMm,
    supply: {
      staticKpa,
      tapK: CLEAN_SUPPLY_K.tapK * loss(),
      hoseK: CLEAN_SUPPLY_K.hoseK * loss(),
      screenK: CLEAN_SUPPLY_K.screenK * loss(),
      regulatingKpa:
        HEALTHY_SUPPLY.regulatingKpa.low +
        (HEALTHY_SUPPLY.regulatingKpa.high - HEALTHY_SUPPLY.regulatingKpa.low) * random(),
    },
    tub: {
      ...tapedTub(usual),
      diameterMm: values.diameter,
      depthMm: values.depth,
      floorMm: values.floor,
      sumpL: clip(usual.tub.sumpL * (1 + SPREAD.sumpRatio * standardNormal(random)), 0.2, 3),
      displacedRatio: clip(DISPLACED_RATIO.mid + DISPLACED_RATIO.sd * standardNormal(random), 0, 0.08),
    },
  }
}

const LEVELS = { fill: [20, 110], drain: [110, 10] } as const
export const planOf = ({ spec, site }: Made, kind: 'fill' | 'drain', own?: OwnRecords | null): RunPlan => ({
  kind,
  machine: spec,
  site,
  taps: kind === 'fill' ? ['cold'] : [],
  throttled: false,
  hoseEndMm: null,
  startLevelMm: LEVELS[kind][0],
  startFrom: 'read',
  endLevelMm: LEVELS[kind][1],
  laundry: 'none',
  laundryKg: 0,
  ...(own ? { own } : {}),
})

/** Seconds over the levels, and what repeats from run to run. @param factor - Share of its healthy flow. */
export function trueTime(made: Made, kind: 'fill' | 'drain', factor: number, random: RandomSource): number {
  const { values, tub, site, spec } = made
  const [from, to] = LEVELS[kind]
  const again = Math.exp(0.02 * standardNormal(random))
  if (kind === 'fill') {
    const flow = supplyFlowLMin(made.supply, {
      ratedLMin: values.rated,
      regulatingKpa: made.supply.regulatingKpa,
    })
    return ((tubVolumeL(tub, to) - tubVolumeL(tub, from)) / flow / factor) * 60 * again
  }
  const levels = Float64Array.from({ length: 41 }, (_, i) => from + ((to - from) * i) / 40)
  const b = (values.head / (values['free-flow'] / 60_000) ** 2) * values['pump-curve']
  const k = cleanPathK(spec, site) * values.path
  const curve = drainCurve(tub, levels, (mm) => {
    const spare = values.head + mm / 1000 - (made.endMm - values.port) / 1000
    return spare <= 0 ? 0 : 60_000 * Math.sqrt(spare / (b + k))
  })
  return curve.outcome === 'drains'
    ? ((curve.timeS.at(-1) ?? Number.NaN) / factor) * again
    : Number.POSITIVE_INFINITY
}

function provenOf(
  made: Made,
  kind: 'fill' | 'drain',
  machineId: string,
  model: string,
  factor: number,
  atMs: number,
  random: RandomSource,
): ProvenRun {
  const years = (NOW - atMs) / YEAR
  const seconds =
    trueTime(made, kind, factor, random) * Math.exp(0.02 * Math.sqrt(years) * standardNormal(random))
  const nominal = tapedTub(made.spec)
  const [from, to] = LEVELS[kind]
  const litres = Math.abs(tubVolumeL(nominal, to) - tubVolumeL(nominal, from))
  const flowLMin = (litres / seconds) * 60 * Math.exp(0.02 * standardNormal(random))
  return {
    runId: `${machineId} ${atMs}`,
    visitId: '',
    machineId,
    make: 'maker',
    model,
    atMs,
    plan: planOf(made, kind),
    flowLMin,
    readingsSe: 0.02 * flowLMin,
    startMm: from,
    endMm: to,
  }
}

/** What came out of one row of cases. */
export interface OwnFigures {
  n: number
  /** Share of healthy machines of the model inside the 95 % band that decides, with own records and without. */
  covered: number
  coveredUsual: number
  /** Width of the band ÷ that by family alone, median: nothing measured on the drum, and drum taped. */
  widthAssumed: number
  widthTaped: number
  /** Share of runs at 70 % of the healthy flow that are called slow, with and without. */
  power: number
  powerUsual: number
}
const FEW = { samples: 300, cells: 4 }
const MEASURED = 0.02

/** New machines of a model of which a workshop has so many, one case after the other. */
export function ownFigures(
  kind: 'fill' | 'drain',
  machines: number,
  world: World,
  cases: number,
): OwnFigures {
  const sum = { n: 0, covered: 0, coveredUsual: 0, power: 0, powerUsual: 0 }
  const widths = { assumed: [] as number[], taped: [] as number[] }
  for (let n = 0; n < cases; n++) {
    const { made, records, random } = ownCase(n + 1, machines, kind, world)
    const off = Math.log(trueTime(made, kind, 1, random))
    if (!Number.isFinite(off)) continue
    const slower = Math.log(1 / 0.7) + MEASURED * standardNormal(random)
    const by = (own: OwnRecords | null) => {
      const { timeS } = expectedRun(planOf(made, kind, own), { ...FEW, seed: n + 1 })
      const sd = Math.log(timeS.hi / timeS.lo) / 3.29
      const late = off - Math.log(timeS.mid)
      const slowAt = Math.max(CALL.slowAtLeast, CALL.sds * Math.hypot(sd, MEASURED))
      return {
        sd,
        inside: Math.abs(late) <= 1.96 * Math.hypot(sd, own ? 0 : MEASURED),
        slow: late + slower > Math.min(CALL.slowAtMost, slowAt),
      }
    }
    const [own, usual] = [by(records), by(null)]
    const enough = records?.of === 'model' && records.machines >= ENOUGH_MACHINES
    sum.n++
    if (own.inside) sum.covered++
    if (usual.inside) sum.coveredUsual++
    if (own.slow || (usual.slow && !enough)) sum.power++
    if (usual.slow) sum.powerUsual++
    widths[made.spec.tub.assumed ? 'assumed' : 'taped'].push(own.sd / usual.sd)
  }
  return {
    n: sum.n,
    covered: sum.covered / sum.n,
    coveredUsual: sum.coveredUsual / sum.n,
    widthAssumed: median(widths.assumed),
    widthTaped: median(widths.taped),
    power: sum.power / sum.n,
    powerUsual: sum.powerUsual / sum.n,
  }
}

/** Own records by simulation: none, one, five and fifty machines; all of them healthy, or one in ten not; machines of a model more different than taken for. */
export function ownStudy(
  repeats: number,
  counts: readonly number[] = [0, 1, 5, 50],
): { table: Table; figures: Record<string, OwnFigures> } {
  const worlds: [string, World][] = [
    ['all healthy', AS_TAKEN],
    ['one in ten not', { ...AS_TAKEN, poisoned: 0.1 }],
    [
      'models differ within by half more',
      { ...AS_TAKEN, within: AS_TAKEN.within.map((sd) => Math.min(0.95, 1.5 * sd)) },
    ],
  ]
  const figures: Record<string, OwnFigures> = {}
  for (const kind of ['drain', 'fill'] as const)
    for (const [name, world] of worlds)
      for (const machines of counts)
        figures[`${kind}, ${machines}, ${name}`] = ownFigures(kind, machines, world, repeats)
  return {
    figures,
    table: {
      title: 'Own records: the expected run with them',
      about:
        'A new machine of a model of which a workshop has so many proven ones, each timed one to three times, beside eight of four other models; half of the drums taped, 70 % of the hose ends measured, no plates. Machines that were not healthy ran at 40 to 80 %. Hydraulics are those of the core: what is tried here is the learning. Covered: healthy machines inside the 95 % band. Width: of the band, with own records ÷ without, where nothing of the drum was measured, and where it was taped. Seen: runs at 70 % of the healthy flow called slow.',
      rows: Object.entries(figures).map(([name, one]) => ({
        'run, machines, world': name,
        n: one.n,
        covered: percent(one.covered * one.n, one.n),
        without: percent(one.coveredUsual * one.n, one.n),
        'width, drum assumed': `${(100 * one.widthAssumed).toFixed(0)} %`,
        'drum taped': `${(100 * one.widthTaped).toFixed(0)} %`,
        'slow ones seen': percent(one.power * one.n, one.n),
        'seen without': percent(one.powerUsual * one.n, one.n),
      })),
    },
  }
}
