import type { MachineSpec, SiteSpec, Tap } from '../../machine/machineSpec.ts'
import { message } from '../../message.ts'
import { normalCdf } from '../../numeric/normal.ts'
import { vectorOf } from '../../numeric/vector.ts'
import type { DrainEffect } from '../catalogue/faultCard.ts'
import { type Likelihood, NO_FAULT, toldApartAs, toldApartBy } from '../diagnosis/likelihood.ts'
import type { VisitSays } from '../evidence/combineVisit.ts'
import { soundScatter } from '../evidence/drains/gridPosterior.ts'
import type { DrainMap } from '../evidence/drains/weighDrains.ts'
import { type InletScores, inletScores } from '../evidence/fills/weighFills.ts'
import type { JudgedRun, Observation } from '../evidence/seen/observations.ts'
import type { FaultWay } from './faultWays.ts'
import { either, onItsSide, type Piece } from './piece.ts'

/** How often a timed run does so on a sound machine. Estimates. */
const FILL_ANYHOW = { none: 0.008, over: 0.012 } as const
const DRAIN_ANYHOW = { none: 0.008, stops: 0.012, unsteady: 0.03, slowing: 0.03, runsBack: 0.05 } as const
const FILL = { kind: 'run', run: 'fill' } as const
const DRAIN = { kind: 'run', run: 'drain' } as const
/** A run that shows the same again says less than the first. Estimate. */
const AGAIN = 0.4
const again = (shows: Likelihood, power: number): Likelihood =>
  power === 1 ? shows : toldApartAs([shows], (i, j) => shows(i, j) ** power)
const not = (shows: Likelihood): Likelihood => toldApartAs([shows], (i, j) => 1 - shows(i, j))

/** What the fills say: whether water comes, whether it stops, where the flow is lost, and whether the meter agrees. */
export function weighFillRuns(
  ways: readonly FaultWay[],
  machine: MachineSpec,
  site: SiteSpec,
  runs: readonly JudgedRun[],
  observations: readonly Observation[],
): Piece[] {
  const fills = runs.filter(({ plan }) => plan.kind === 'fill' && !plan.throttled)
  const pieces: Piece[] = []
  const seen = new Set<string>()
  for (const { plan, analysis } of fills) {
    const { code } = analysis.saying
    const shown =
      code === 'no-flow' ? 'none' : code === 'overfilled' ? 'over' : analysis.basis ? 'flows' : null
    if (!shown) continue
    const tap: Tap | null = plan.taps.length === 1 ? (plan.taps[0] ?? null) : null
    const key = `${shown} ${tap}`
    const power = seen.has(key) ? AGAIN : 1
    seen.add(key)
    const shows = fillShows(ways, tap)[shown]
    pieces.push({
      id: `run:fill:${shown}${tap ? `:${tap}` : ''}`,
      from: FILL,
      says: message(`found.fill.${shown}`),
      likelihood: again(shows, power),
    })
  }
  const losses = inletScores(machine, site, fills, observations)
  const slowest = (Object.keys(losses) as Tap[])[0]
  if (slowest)
    pieces.push({
      id: 'run:fill:flow',
      from: FILL,
      says: message('found.fill.flow'),
      likelihood: lossOf(ways, (way) => losses[way.tap ?? slowest]?.against),
    })
  const meter = fills.findLast(({ analysis }) => analysis.quantities.meterGain)?.analysis.quantities.meterGain
  if (meter) {
    const ln = Math.log(Math.max(0.01, meter.value))
    const se = Math.hypot(0.05, Math.log(Math.max(0.02, meter.hi) / Math.max(0.01, meter.lo)) / 3.92)
    const sound = Math.exp(-0.5 * (ln / se) ** 2) / (se * 2.507) + 0.01
    const low = (normalCdf((ln - Math.log(0.01)) / se) - normalCdf((ln - Math.log(0.9)) / se)) / Math.log(90)
    const reads = either(ways, (way) => way.card.fill?.meterLow, 0.02)
    pieces.push({
      id: 'run:fill:meter',
      from: FILL,
      says: message('found.fill.meter'),
      likelihood: toldApartAs([reads], (i, j) => {
        const p = reads(i, j)
        return p * (low + 0.002) + (1 - p) * sound
      }),
    })
  }
  return pieces
}

/** What a timed fill shows beside its flow: no water, water past its level, or neither. Chances summing to 1. */
export function fillShows(
  ways: readonly FaultWay[],
  tap: Tap | null,
): Record<'none' | 'over' | 'flows', Likelihood> {
  const chance = (what: 'none' | 'over') =>
    either(
      ways,
      // Both taps open: one dead coil leaves the other side's water.
      (way) =>
        onItsSide(way, tap) && !(what === 'none' && way.tap && !tap) ? way.card.fill?.[what] : undefined,
      FILL_ANYHOW[what],
    )
  const [none, over] = [chance('none'), chance('over')]
  return {
    none,
    over: toldApartAs([none, over], (i, j) => (1 - none(i, j)) * over(i, j)),
    flows: toldApartAs([none, over], (i, j) => (1 - none(i, j)) * (1 - over(i, j))),
  }
}

/** Flows, buckets and gauges of an inlet against a sound one. @param of - What was measured against each cause, on a way's side. */
export function lossOf(
  ways: readonly FaultWay[],
  of: (way: FaultWay) => InletScores['against'] | undefined,
): Likelihood {
  const own = vectorOf(ways, (way) => {
    const cause = way.card.stands === 'siphons' ? 'standpipe.siphon' : way.card.fill?.loses
    return way.rests || !cause ? Number.NaN : (of(way)?.[cause] ?? 1)
  })
  return toldApartBy(own, (i, j) => {
    const a = i === NO_FAULT ? Number.NaN : (own[i] ?? Number.NaN)
    const b = j === NO_FAULT ? Number.NaN : (own[j] ?? Number.NaN)
    // Two losses on one inlet: the one that explains more is taken for both.
    const p = Number.isNaN(a) ? (Number.isNaN(b) ? 1 : b) : Number.isNaN(b) ? a : Math.max(a, b)
    return Math.min(1e4, Math.max(1e-6, p))
  })
}

/** What the drains say: whether water comes, whether it goes on, evenly or not, what runs back, and how head and path stand to it. */
export function weighDrainRuns(
  ways: readonly FaultWay[],
  runs: readonly JudgedRun[],
  says: VisitSays,
): Piece[] {
  const pieces: Piece[] = []
  const seen = new Set<string>()
  const runsBack = either(ways, (way) => way.card.drain?.runsBack, DRAIN_ANYHOW.runsBack)
  const shows = drainShows(ways)
  for (const { plan, analysis } of runs) {
    if (plan.kind === 'after-drain') {
      const { code } = analysis.saying
      if (code !== 'run-back' && code !== 'no-run-back') continue
      const back = code === 'run-back' ? runsBack : not(runsBack)
      pieces.push({
        id: `run:after-drain:${code}`,
        from: { kind: 'run', run: 'after-drain' },
        says: message(`found.drain.${code}`),
        likelihood: back,
      })
    }
    if (plan.kind !== 'drain') continue
    const { basis, saying } = analysis
    const disturbed = basis?.of === 'flow' ? basis.disturbed : null
    const shown =
      saying.code === 'no-flow'
        ? 'none'
        : saying.code === 'stalled' || disturbed === 'stops'
          ? 'stops'
          : (disturbed ?? (basis ? 'even' : null))
    if (!shown) continue
    const power = seen.has(shown) ? AGAIN : 1
    seen.add(shown)
    pieces.push({
      id: `run:drain:${shown}`,
      from: DRAIN,
      says: message(`found.drain.${shown}`),
      likelihood: again(shows[shown], power),
    })
    const back = analysis.quantities.runBackL
    if (back && back.lo > 0.07)
      pieces.push({
        id: 'run:drain:run-back',
        from: DRAIN,
        says: message('found.drain.run-back'),
        likelihood: runsBack,
      })
  }
  if (!says.drain) return pieces
  const { likelihood } = headAndPath(ways, says.drain)
  return [...pieces, { id: 'run:drain:flow', from: DRAIN, says: message('found.drain.flow'), likelihood }]
}

export const DRAIN_SHOWS = ['none', 'stops', 'unsteady', 'slowing', 'even'] as const
/** What a timed drain shows beside its flow. Chances summing to 1, but where unsteady and slowing together are nearly sure. */
export function drainShows(ways: readonly FaultWay[]): Record<(typeof DRAIN_SHOWS)[number], Likelihood> {
  const of = (what: 'none' | 'stops' | 'unsteady' | 'slowing') =>
    either(ways, (way) => way.card.drain?.[what], DRAIN_ANYHOW[what])
  const [none, stops, unsteady, slowing] = [of('none'), of('stops'), of('unsteady'), of('slowing')]
  const comes = not(none)
  const goesOn = toldApartAs([none, stops], (i, j) => comes(i, j) * (1 - stops(i, j)))
  return {
    none,
    stops: toldApartAs([none, stops], (i, j) => comes(i, j) * stops(i, j)),
    unsteady: toldApartAs([goesOn, unsteady], (i, j) => goesOn(i, j) * unsteady(i, j)),
    slowing: toldApartAs([goesOn, slowing], (i, j) => goesOn(i, j) * slowing(i, j)),
    even: toldApartAs(
      [goesOn, unsteady, slowing],
      (i, j) => goesOn(i, j) * Math.max(0.02, 1 - unsteady(i, j) - slowing(i, j)),
    ),
  }
}

/** Share of plates and bores that are wrong, over all calls; the drains' own intervals are kept wider. Estimate, settled on the study. */
const WRONG_PLATES = 0.2

/**
 * Flows at their heights and lift tests, over shut-off head and resistance of the path, each fault's range averaged over.
 * @returns The likelihood, and the ln of what it was divided by to keep it in bounds.
 */
export function headAndPath(
  ways: readonly FaultWay[],
  drain: Pick<DrainMap, 'map' | 'sound' | 'nominalHeadM'>,
): { likelihood: Likelihood; lnScale: number } {
  const { lnScale, likelihoodWith } = headAndPathMasses(ways, drain)
  return { lnScale, likelihood: likelihoodWith(() => 1) }
}

/**
 * The same, open to something more that speaks of the head alone: the path is averaged over once for all of it.
 * @returns The ln of what it was divided by, and the likelihood with what something more says of each head, m.
 */
export function headAndPathMasses(
  ways: readonly FaultWay[],
  { map, sound, nominalHeadM }: Pick<DrainMap, 'map' | 'sound' | 'nominalHeadM'>,
): { lnScale: number; likelihoodWith: (ofHead: (headM: number) => number) => Likelihood } {
  const lnHeads = map.headM.map((m) => Math.log(m / nominalHeadM))
  const lnPaths = map.pathRatio.map(Math.log)
  const sdOf = ({ lo, hi }: { lo: number; hi: number }) => Math.log(hi / lo) / (2 * 1.96)
  const [headSd, pathSd] = [sdOf(sound.head), sdOf(sound.path)]
  const axis = (ln: readonly number[], sd: number, range: readonly [number, number] | undefined) => {
    const weights = ln.map((x) =>
      range
        ? normalCdf((x - Math.log(range[0])) / sd) - normalCdf((x - Math.log(range[1])) / sd)
        : soundScatter(x, sd, WRONG_PLATES),
    )
    const total = weights.reduce((a, b) => a + b, 0)
    return weights.map((w) => w / total)
  }
  const most = Math.max(...map.logLikelihood.map((row) => Math.max(...row)))
  const table = map.logLikelihood.map((row) => row.map((ln) => Math.exp(ln - most)))
  const rowPeaks = table.map((row) => Math.max(...row))
  // Ranges that cards give, each once; number 0 is a sound one.
  const [heads, paths]: [DrainEffect['head'][], DrainEffect['path'][]] = [[undefined], [undefined]]
  const numberOf = <T>(known: T[], range: T): number => {
    const at = known.findIndex((one) => String(one) === String(range))
    return at >= 0 ? at : known.push(range) - 1
  }
  const effects = ways.map(({ rests, card: { drain } }) => ({
    head: rests ? 0 : numberOf(heads, drain?.head),
    path: rests ? 0 : numberOf(paths, drain?.path),
  }))
  const tells = effects.map(({ head, path }) => head * paths.length + path)
  const headWeights = heads.map((range) => axis(lnHeads, headSd, range))
  const overPaths = paths.map((range) => {
    const weights = axis(lnPaths, pathSd, range)
    return table.map((row) => {
      let sum = 0
      for (let k = 0; k < row.length; k++) sum += (row[k] ?? Number.NaN) * (weights[k] ?? Number.NaN)
      return sum
    })
  })
  return {
    lnScale: most,
    likelihoodWith: (ofHead) => {
      const told = map.headM.map(ofHead)
      const known = new Float64Array(heads.length * paths.length).fill(Number.NaN)
      const mass = (head: number, path: number): number => {
        const at = head * paths.length + path
        if (Number.isNaN(known[at])) {
          const [h, p] = [headWeights[head] ?? [], overPaths[path] ?? []]
          known[at] = told.reduce((all, x, i) => all + x * (h[i] ?? Number.NaN) * (p[i] ?? Number.NaN), 0)
        }
        return known[at] ?? Number.NaN
      }
      const peak = Math.max(...told.map((x, i) => x * (rowPeaks[i] ?? Number.NaN)))
      // A little of each is left to what no pump and no path explains.
      const floor = 1e-4 * peak + 0.01 * mass(0, 0)
      return toldApartBy(tells, (i, j) => {
        const [a, b] = [effects[i], effects[j]]
        return floor + mass(a?.head || b?.head || 0, a?.path || b?.path || 0)
      })
    },
  }
}

/** A whole cycle shows less finely what a timed run shows: shares with the fault, and with none. Estimates. */
const CYCLE = { longFill: 0.6, longDrain: 0.6, longAnyhow: 0.06, noSpinAnyhow: 0.03 } as const

/** What whole cycles against the clock say: whether water came and went, in its time, and whether it spun. */
export function weighCycles(ways: readonly FaultWay[], runs: readonly JudgedRun[]): Piece[] {
  return runs.flatMap(({ analysis: { basis } }, n): Piece[] => {
    if (basis?.of !== 'cycle') return []
    const { reached, stopsIn, long } = basis
    const of = (what: (way: FaultWay) => number | undefined, usual: number) => either(ways, what, usual)
    const parts: Piece[] = []
    const add = (about: 'fill' | 'drain' | 'spin', shown: string, likelihood: Piece['likelihood']) =>
      parts.push({
        id: `run:cycle:${n}:${about}`,
        from: { kind: 'run', run: 'cycle' },
        says: message('found.cycle', { about, shown }),
        likelihood,
      })
    const three = (about: 'fill' | 'drain', stops: Piece['likelihood'], slow: Piece['likelihood']) => {
      const both = (then: Likelihood) => toldApartAs([stops, slow], (i, j) => (1 - stops(i, j)) * then(i, j))
      if (stopsIn === about) add(about, 'stops', stops)
      else if (long[about]) add(about, 'long', both(slow))
      else if (reached.includes(about)) add(about, 'usual', both(not(slow)))
    }
    three(
      'fill',
      of(({ card }) => card.fill?.none, FILL_ANYHOW.none),
      of(
        ({ card }) => (card.fill?.loses || card.stands === 'siphons' ? CYCLE.longFill : undefined),
        CYCLE.longAnyhow,
      ),
    )
    three(
      'drain',
      of(({ card: { drain } }) => {
        const p = 1 - (1 - (drain?.none ?? 0)) * (1 - (drain?.stops ?? 0))
        return p > 0 ? p : undefined
      }, DRAIN_ANYHOW.none + DRAIN_ANYHOW.stops),
      of(
        ({ card: { drain } }) => (drain?.head || drain?.path || drain?.slowing ? CYCLE.longDrain : undefined),
        CYCLE.longAnyhow,
      ),
    )
    if (stopsIn === null) {
      const none = of(({ card }) => card.looks?.['tub.spins']?.no, CYCLE.noSpinAnyhow)
      const spun = reached.includes('spin')
      add('spin', spun ? 'usual' : 'none', spun ? not(none) : none)
    }
    return parts
  })
}

/** How often a level sensing without the fault looks as if it had it, and one with a fault of another kind. Estimate. */
const SENSED_ANYHOW = 0.03

/** What the standing runs and the display beside the ruler say of level sensing, valve and siphon; leaks are weighed by themselves. */
export function weighSensing(ways: readonly FaultWay[], runs: readonly JudgedRun[]): Piece[] {
  const pieces: Piece[] = []
  const found = (id: 'sensorOffsetMm' | 'sensorGain' | 'sensorLagS') =>
    runs.findLast(({ analysis }) => analysis.quantities[id])?.analysis.quantities[id]
  const tell = (what: 'offset' | 'gain' | 'lags' | 'decays', shows: boolean) => {
    const p = either(ways, (way) => way.card.sensing?.[what], SENSED_ANYHOW)
    pieces.push({
      id: `sensing:${what}`,
      from: { kind: 'run', run: 'hold' },
      says: message(`found.sensing.${what}`, { shows: shows ? 'yes' : 'no' }),
      likelihood: shows ? p : not(p),
    })
  }
  const [offset, gain, lag] = [found('sensorOffsetMm'), found('sensorGain'), found('sensorLagS')]
  if (offset) tell('offset', offset.lo > 8 || offset.hi < -8)
  if (gain) tell('gain', gain.hi < 0.94 || gain.lo > 1.06)
  if (lag) tell('lags', lag.lo > 5)
  const decays = runs.some(({ analysis }) => analysis.quantities.tubeLeakTauS !== undefined)
  const both = runs.some(({ plan, analysis }) => plan.kind === 'hold' && analysis.seen && offset)
  if (decays || both) tell('decays', decays)
  for (const { plan, analysis } of runs.filter((run) => run.plan.kind === 'idle')) {
    if (analysis.basis?.of !== 'standing') continue
    const rises = analysis.verdict === 'rising'
    const p = either(
      ways,
      (way) => (way.card.stands === 'seeps-in' && onItsSide(way, plan.taps[0]) ? 0.85 : undefined),
      0.03,
    )
    pieces.push({
      id: `run:idle:${analysis.verdict}`,
      from: { kind: 'run', run: 'idle' },
      says: message('found.idle', { rises: rises ? 'yes' : 'no' }),
      likelihood: rises ? p : not(p),
    })
  }
  return pieces
}
