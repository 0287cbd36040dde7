import { figureOf, message, rangeOf } from '../../message.ts'
import { normalCdf } from '../../numeric/normal.ts'
import { vectorOf } from '../../numeric/vector.ts'
import { NO_FAULT } from '../diagnosis/likelihood.ts'
import type { LeakEvidence } from './leakEvidence.ts'
import { AMOUNTS, RUNS_LH } from './leakFaults.ts'
import type { LeakFindings } from './leakFindings.ts'
import { type LeakState, NOTICED, reached } from './leakStates.ts'

/** ln of the usual flow of each size, L/h, and its spread. Estimates: a film loses nothing that a ruler sees. */
const RATE = [
  { ln: Math.log(0.01), sd: 1 },
  { ln: Math.log(0.45), sd: 1.2 },
  { ln: Math.log(6), sd: 0.9 },
  { ln: Math.log(45), sd: 1 },
] as const
/** Number of "loses nothing" beside the sizes. */
const DRY = AMOUNTS.length
/** ln-density of losses that the weighing of the holds takes as equally likely: 0.01 to 20 L/min, flat in the logarithm. */
const FLAT_LN = 1 / Math.log(2000)
/** A height that was measured wrongly, or belongs to something else: its share, spread over this much height, mm. Estimates. */
const ASTRAY = 0.07
const ASTRAY_MM = 700
/** A cause that does not stand under water gives a height only by mistake. Estimate. */
const NO_HEIGHT = 0.3
/** Of two standing leaks the lower one is where the level rests, in this share. Estimate. */
const LOWER_OF_TWO = 0.85

/** What holds, catches and stop levels say, as evidence. */
export function weighHeights(states: readonly LeakState[], found: LeakFindings): LeakEvidence[] {
  return [
    ...(found.hold ? [holdPiece(states, found.hold)] : []),
    ...(found.height ? [heightPiece(states, found.height, found.hold?.fromMm ?? found.levelMm)] : []),
    ...(found.heightBound && !found.height ? [boundPiece(states, found.heightBound)] : []),
    // Three catches or more give a height of their own.
    ...(found.height ? [] : catchPieces(states, found.catches)),
  ]
}

/** Probability that a state loses water standing at a level. */
function standsIn(states: readonly LeakState[], levelMm: number): Float64Array {
  return vectorOf(states, (state) =>
    state.facts.standing ? reached(state, levelMm) * Math.min(1, state.facts.phases.hold + 0.05) : 0,
  )
}

function holdPiece(states: readonly LeakState[], hold: NonNullable<LeakFindings['hold']>): LeakEvidence {
  const { chances } = hold
  const least = Math.max(0.02, 2 * hold.seLH)
  const loss = Math.max(least / 4, hold.lossLH)
  const lnSe = hold.lossLH > 0 ? Math.min(1.5, hold.seLH / loss) : 1.5
  const still =
    0.9 * chances.tight + 0.05 * chances.soaking + 0.02 * (chances.leak + chances.siphon + chances['seep-in'])
  const bySize = RATE.map(({ ln, sd }) => {
    const spread = Math.hypot(sd, lnSe)
    const density = Math.exp(-0.5 * ((Math.log(loss) - ln) / spread) ** 2) / (spread * Math.sqrt(2 * Math.PI))
    const unseen = normalCdf((Math.log(least) - ln) / sd)
    return 0.96 * (chances.leak * (density / FLAT_LN) + chances.tight * unseen) + 0.04 * still
  })
  bySize.push(still)
  const siphon = 0.8 * chances.siphon + 0.1 * chances.leak + 0.1 * chances.tight
  const acts = standsIn(states, hold.fromMm)
  const sizeOf = (s: number) => (states[s] as LeakState).amount
  const siphons = (s: number) => s !== NO_FAULT && (states[s] as LeakState).fault === 'standpipe.siphon'
  const falls = hold.chances.tight < 0.5 && hold.lossLH > 0
  return {
    id: 'hold',
    from: { kind: 'run', run: 'hold' },
    says: falls
      ? message('found.level-falls', { loss: figureOf('hourly', hold.statedLH) })
      : hold.lossLH < -least
        ? message('found.level-rises')
        : message('found.level-stays'),
    likelihood: (i, j) => {
      if (siphons(i) || siphons(j)) return siphon
      const a = i === NO_FAULT ? 0 : (acts[i] ?? Number.NaN)
      const b = j === NO_FAULT ? 0 : (acts[j] ?? Number.NaN)
      const of = (size: number) => bySize[size] ?? Number.NaN
      const [si, sj] = [i === NO_FAULT ? DRY : sizeOf(i), j === NO_FAULT ? DRY : sizeOf(j)]
      if (b === 0) return a * of(si) + (1 - a) * of(DRY)
      return (
        a * b * of(Math.max(si, sj)) +
        a * (1 - b) * of(si) +
        (1 - a) * b * of(sj) +
        (1 - a) * (1 - b) * of(DRY)
      )
    },
  }
}

function heightPiece(
  states: readonly LeakState[],
  height: NonNullable<LeakFindings['height']>,
  levelMm: number,
): LeakEvidence {
  const centres = height.laws.length > 1 ? height.laws.map((law) => law.mm) : [height.value]
  const own = Math.max(4, (height.hi - height.lo) / 3.92 / (height.laws.length > 1 ? 1.5 : 1))
  const acts = standsIn(states, levelMm)
  const density = vectorOf(states, (state) => {
    const sd = Math.hypot(own, state.sdMm)
    const [lo, hi] = [state.loMm, Math.max(state.hiMm, state.loMm + 8)]
    const fits =
      centres.reduce((sum, mm) => sum + normalCdf((hi - mm) / sd) - normalCdf((lo - mm) / sd), 0) /
      (centres.length * (hi - lo))
    return (1 - ASTRAY) * fits + ASTRAY / ASTRAY_MM
  })
  const none = NO_HEIGHT / ASTRAY_MM
  const alone = (s: number) =>
    (acts[s] ?? Number.NaN) * (density[s] ?? Number.NaN) + (1 - (acts[s] ?? Number.NaN)) * none
  return {
    id: 'height',
    from: { kind: 'check', check: 'leak.stop-level' },
    says: message('found.leak-at', { height: rangeOf('level', height.lo, height.hi) }),
    likelihood: (i, j) => {
      if (i === NO_FAULT) return none
      if (j === NO_FAULT) return alone(i)
      const [a, b] = [acts[i] ?? Number.NaN, acts[j] ?? Number.NaN]
      const [lower, upper] = (states[i] as LeakState).loMm <= (states[j] as LeakState).loMm ? [i, j] : [j, i]
      const both =
        LOWER_OF_TWO * (density[lower] ?? Number.NaN) + (1 - LOWER_OF_TWO) * (density[upper] ?? Number.NaN)
      return (
        a * b * both +
        a * (1 - b) * (density[i] ?? Number.NaN) +
        (1 - a) * b * (density[j] ?? Number.NaN) +
        (1 - a) * (1 - b) * none
      )
    },
  }
}

function boundPiece(
  states: readonly LeakState[],
  bound: { atLeast?: number | undefined; atMost?: number | undefined },
): LeakEvidence {
  const inside = vectorOf(states, (state) => {
    if (!state.facts.standing) return 0.5
    const middle = (state.loMm + state.hiMm) / 2
    const sd = Math.hypot(20, state.sdMm, (state.hiMm - state.loMm) / 3.5)
    const below = bound.atMost === undefined ? 1 : normalCdf((bound.atMost - middle) / sd)
    const above = bound.atLeast === undefined ? 1 : normalCdf((middle - bound.atLeast) / sd)
    return 0.06 + 0.94 * below * above
  })
  const of = (s: number) => (s === NO_FAULT ? 0.5 : (inside[s] ?? Number.NaN))
  return {
    id: 'height-bound',
    from: { kind: 'check', check: 'leak.stop-level' },
    says:
      bound.atMost === undefined
        ? message('found.leak-above', { height: figureOf('level', bound.atLeast ?? 0) })
        : message('found.leak-below', { height: figureOf('level', bound.atMost) }),
    likelihood: (i, j) => (j === NO_FAULT ? of(i) : Math.max(of(i), of(j))),
  }
}

/**
 * A catch at a level with water says that it stands above the leak, one without that it stands below: of those with water the lowest says all that
 * the others say, of those without the highest.
 */
function catchPieces(states: readonly LeakState[], catches: LeakFindings['catches']): LeakEvidence[] {
  const byLevel = [...catches].sort((a, b) => a.levelMm - b.levelMm)
  const wet = byLevel.find(({ flowLH }) => flowLH > RUNS_LH)
  const dry = byLevel.findLast(({ flowLH }) => flowLH <= RUNS_LH)
  return [wet, dry].flatMap((one) => (one ? [catchPiece(states, one)] : []))
}

function catchPiece(
  states: readonly LeakState[],
  { levelMm, flowLH }: LeakFindings['catches'][number],
): LeakEvidence {
  const acts = standsIn(states, levelMm)
  const seen = vectorOf(states, (state, s) =>
    state.facts.standing
      ? (acts[s] ?? Number.NaN) * (NOTICED[state.amount] ?? Number.NaN)
      : 0.25 * (NOTICED[state.amount] ?? Number.NaN),
  )
  const wet = (i: number, j: number) =>
    1 -
    (1 - (i === NO_FAULT ? 0 : (seen[i] ?? Number.NaN))) *
      (1 - (j === NO_FAULT ? 0 : (seen[j] ?? Number.NaN))) *
      0.97
  const leaks = flowLH > RUNS_LH
  return {
    id: leaks ? 'catch:wet' : 'catch:dry',
    from: { kind: 'check', check: 'leak.catch' },
    says: leaks
      ? message('found.runs-at', { loss: figureOf('hourly', flowLH), level: figureOf('level', levelMm) })
      : message('found.dry-at', { level: figureOf('level', levelMm) }),
    likelihood: (i, j) => (leaks ? wet(i, j) : 1 - 0.92 * wet(i, j)),
  }
}
