import { vectorOf } from '../../numeric/vector.ts'
import type { PlannedLook, Problem } from './problem.ts'

/**
 * What a wrong act costs beside itself, min: a second visit and a part for nothing; what would have ended it is still to be done after that.
 * Estimate; it decides from which certainty on acting is worth more than looking.
 */
export const WRONG_ACT_MIN = 150
/** Looks to come are worth less for their minutes than the best of now. Estimate. */
const LATER_IS_DEARER = 1.25

/** What can be done with a belief, in minutes still to come. */
export interface Standing {
  /** Expected minutes of the best act now, its being wrong included. */
  actNow: number
  /** Number of that act, and how likely it ends what is wrong. */
  act: number
  cured: number
  /** What is not known yet of the act that is called for, bits. */
  openBits: number
  /** Minutes of the act that is called for, on the mean. */
  ownMin: number
}

/** A problem laid out for fast reckoning. */
export class Reckoner {
  readonly problem: Problem
  /** Kind of cure of each set, and which acts end it by how much. */
  private readonly kindOf: Int32Array
  private readonly kinds: number
  /** Where the acts of each set begin in the two lists below; the last is where the lists end. */
  private readonly from: Int32Array
  private readonly endedBy: Int32Array
  private readonly share: Float64Array
  /** Of each set: minutes of the act that it calls for. */
  private readonly ownMin: Float64Array

  constructor(problem: Problem) {
    this.problem = problem
    const { sets, acts } = problem
    const ends = sets.map((_, n) =>
      acts.flatMap(({ cures }, a) => ((cures[n] ?? 0) > 0 ? [[a, cures[n] ?? 0] as const] : [])),
    )
    this.from = new Int32Array(sets.length + 1)
    ends.forEach((own, n) => {
      this.from[n + 1] = (this.from[n] ?? 0) + own.length
    })
    this.endedBy = Int32Array.from(ends.flatMap((own) => own.map(([a]) => a)))
    this.share = Float64Array.from(ends.flatMap((own) => own.map(([, share]) => share)))
    const kinds = new Map<string, number>()
    this.kindOf = Int32Array.from(ends, (own) => {
      const most = Math.max(...own.map(([, share]) => share))
      const key = own
        .filter(([, share]) => share === most)
        .map(([a]) => a)
        .join(' ')
      const kind = kinds.get(key) ?? kinds.size
      kinds.set(key, kind)
      return kind
    })
    this.kinds = kinds.size
    this.ownMin = vectorOf(ends, (own) => Math.min(...own.map(([a]) => acts[a]?.costMin ?? 0)))
  }

  /** How things stand with a belief over the sets. @param p - Sums to 1 − unlisted. */
  standing(p: ArrayLike<number>): Standing {
    const { acts } = this.problem
    const cured = new Float64Array(acts.length)
    const saved = new Float64Array(acts.length)
    const mass = new Float64Array(this.kinds)
    let ownMin = 0
    for (let n = 0; n < p.length; n++) {
      const x = p[n] ?? 0
      ownMin += x * (this.ownMin[n] ?? 0)
      const kind = this.kindOf[n] ?? 0
      mass[kind] = (mass[kind] ?? 0) + x
      this.addEnded(cured, saved, n, x)
    }
    return this.standingOf(cured, saved, mass, ownMin)
  }

  /** Adds to each act what it ends of one set, and the minutes that need not be spent on it any more. @param x - How likely that set is. */
  private addEnded(cured: Float64Array, saved: Float64Array, set: number, x: number): void {
    const { from, endedBy, share } = this
    const own = this.ownMin[set] ?? 0
    const to = from[set + 1] ?? 0
    for (let e = from[set] ?? 0; e < to; e++) {
      const a = endedBy[e] ?? 0
      const ended = x * (share[e] ?? 0)
      cured[a] = (cured[a] ?? 0) + ended
      saved[a] = (saved[a] ?? 0) + ended * own
    }
  }

  private standingOf(cured: Float64Array, saved: Float64Array, mass: Float64Array, ownMin: number): Standing {
    const { acts } = this.problem
    let [act, actNow] = [0, Number.POSITIVE_INFINITY]
    for (let a = 0; a < acts.length; a++) {
      const still = (1 - (cured[a] ?? 0)) * WRONG_ACT_MIN + ownMin - (saved[a] ?? 0)
      const minutes = (acts[a]?.costMin ?? 0) + still
      if (minutes < actNow) [act, actNow] = [a, minutes]
    }
    let openBits = 0
    for (let c = 0; c < mass.length; c++) {
      const m = mass[c] ?? 0
      if (m > 0) openBits -= m * Math.log2(m)
    }
    return { act, actNow, cured: cured[act] ?? 0, openBits, ownMin }
  }

  /** How things stand after each outcome of a look, each with how likely it is. */
  after(p: ArrayLike<number>, look: number): { q: number; standing: Standing }[] {
    const planned = this.problem.looks[look]
    if (!planned) return []
    const { outcomes, table } = planned
    const out: { q: number; standing: Standing }[] = []
    const cured = new Float64Array(this.problem.acts.length)
    const saved = new Float64Array(this.problem.acts.length)
    const mass = new Float64Array(this.kinds)
    for (let k = 0; k < outcomes; k++) {
      cured.fill(0)
      saved.fill(0)
      mass.fill(0)
      let [q, ownMin] = [0, 0]
      for (let n = 0; n < p.length; n++) {
        const x = (p[n] ?? 0) * (table[n * outcomes + k] ?? 0)
        if (x < 1e-9) continue
        q += x
        ownMin += x * (this.ownMin[n] ?? 0)
        const kind = this.kindOf[n] ?? 0
        mass[kind] = (mass[kind] ?? 0) + x
        this.addEnded(cured, saved, n, x)
      }
      if (q < 1e-7) continue
      for (let a = 0; a < cured.length; a++) {
        cured[a] = (cured[a] ?? 0) / q
        saved[a] = (saved[a] ?? 0) / q
      }
      for (let c = 0; c < mass.length; c++) mass[c] = (mass[c] ?? 0) / q
      out.push({ q, standing: this.standingOf(cured, saved, mass, ownMin / q) })
    }
    return out
  }
}

/** A belief with one outcome of a look, in shares of all, and how likely that outcome is. */
export function jointWith(
  { outcomes, table }: PlannedLook,
  p: Float64Array,
  outcome: number,
): { q: number; joint: Float64Array } {
  let q = 0
  const joint = p.map((x, n) => {
    const both = x * (table[n * outcomes + outcome] ?? 0)
    q += both
    return both
  })
  return { q, joint }
}

/** What a look is worth. */
export interface Worth {
  /** Of what the look tells about the act that is called for, bits. */
  gain: number
  /** Minutes still to come when it is made: its own, and what is left to do on the mean, looking on where that is better. */
  toCome: number
  /** The same when acting follows at once. */
  thenAct: number
}

/**
 * What each look is worth for its minutes: acting after it, or looking on at the rate of the best look.
 * @param minutes - Of each look with the changes it needs; infinite = it cannot be made.
 */
export function worthOfLooks(reckoner: Reckoner, p: ArrayLike<number>, minutes: ArrayLike<number>): Worth[] {
  const now = reckoner.standing(p)
  const after = reckoner.problem.looks.map((_, n) =>
    Number.isFinite(minutes[n] ?? Number.NaN) ? reckoner.after(p, n) : [],
  )
  const gains = after.map((outcomes) =>
    outcomes.length === 0
      ? 0
      : Math.max(0, now.openBits - outcomes.reduce((sum, { q, standing }) => sum + q * standing.openBits, 0)),
  )
  const rate =
    LATER_IS_DEARER *
    Math.min(...gains.map((gain, n) => (gain > 1e-4 ? (minutes[n] ?? Number.NaN) / gain : 1e6)))
  const mean = (outcomes: (typeof after)[number], of: (standing: Standing) => number) =>
    outcomes.reduce((sum, { q, standing }) => sum + q * of(standing), 0)
  return after.map((outcomes, n) => ({
    gain: gains[n] ?? 0,
    thenAct:
      outcomes.length === 0
        ? Number.POSITIVE_INFINITY
        : (minutes[n] ?? Number.NaN) + mean(outcomes, ({ actNow }) => actNow),
    toCome:
      outcomes.length === 0
        ? Number.POSITIVE_INFINITY
        : (minutes[n] ?? Number.NaN) +
          mean(outcomes, ({ actNow, openBits, ownMin }) => Math.min(actNow, rate * openBits + ownMin)),
  }))
}
