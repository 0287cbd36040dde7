import { USUAL_HOSE_END_MM } from '../../../machine/standpipe.ts'
import type { JudgedRun } from '../seen/observations.ts'

/** What repeated holds say about why the level moves. */
export interface HoldWeighing {
  verdict: 'tight' | 'leak' | 'soaking' | 'siphon' | 'seep-in' | 'tube-leak' | 'undecided'
  /** Probability of each cause given the holds, all equally likely before. */
  probability: Record<Cause, number>
  holds: number
  /** Mean loss over the holds in which the cause acts, L/min. */
  lossLMin: number
  lossSe: number
  liftedMade: boolean
}
const CAUSES = ['tight', 'leak', 'soaking', 'siphon', 'seep-in'] as const
type Cause = (typeof CAUSES)[number]

/** A hose end at least this far above its place is lifted, mm. */
const LIFTED_MM = 150
/** Shares of its loss that laundry still takes up in the next hold. Estimate: below 40 %. */
const SOAK_AGAIN = [0.05, 0.15, 0.25, 0.35, 0.42] as const
/** How a loss may run: evenly, or dying away with a time constant, s (a falling head, a leak that is reached, laundry that is full). */
const SOAKING_SHAPES = [80, 130, 200, 300] as const
const EVEN = [Number.POSITIVE_INFINITY] as const
const ALL_SHAPES = [...EVEN, 1500, 500, 50, 25, ...SOAKING_SHAPES]
/** Scatter of a cause from hold to hold beyond the readings' own, share of the loss. Estimate. */
const REPEAT_SD = 0.1
/** A sensor's drift over a hold, L/min. Estimate: 0.3 mm in half an hour on a usual section. */
const DRIFT_LMIN = 0.002
/** Neighbouring points share some of their noise: a misfit counts by this much less. Settled on the study. */
const MISFIT_SCALE = 1.6
/** Soaking is this likely, against the other causes, when the runs say that no laundry was in the tub. Estimate: people forget. */
const SOAKING_UNSEEN = 0.2
/** A cause is named from this probability on. */
const NAMED = 0.6
/** Unless a cause is this many times as likely, the holds are called tight: a smaller loss would not have been seen. */
const TIGHT_UNLESS = 4
/** Losses in this range are thought of, L/min. */
const SIZES = Array.from({ length: 72 }, (_, i) => 0.01 * (20 / 0.01) ** (i / 71))

/**
 * Tells leak, soaking laundry, siphon, seeping valve and tight apart from up to three holds of equal length from the same level:
 * as found, again, and again with the hose end lifted. Each cause predicts how the loss runs and how it repeats; its size is averaged over
 * (flat in the logarithm), so that a cause with more freedom does not win by it.
 * @returns null without a hold. One hold alone tells little more than whether the level moves.
 */
export function weighHolds(runs: readonly JudgedRun[]): HoldWeighing | null {
  const all = runs.filter((r) => r.plan.kind === 'hold' && r.analysis.basis?.of === 'standing')
  const made = all.filter((r) => r.plan.protocol?.id === 'three-hold')
  // Made again after a repair, the protocol begins anew.
  const begun = made.findLastIndex((r) => r.plan.protocol?.step === 'first')
  const again = begun >= 0 ? made.slice(begun) : made
  const holds = (again.length > 1 ? again : all).slice(-3)
  if (holds.length === 0) return null
  const lifted = liftedOnes(holds)
  const data = holds.map(({ analysis }, index) => holdOf(analysis, lifted[index] as boolean, index))
  const ln: Record<Cause, number> = {
    tight: lnEvidence(data, EVEN, () => 0, 1),
    leak: lnEvidence(data, ALL_SHAPES, () => 1, 1),
    soaking:
      Math.log(holds.some((r) => r.plan.laundry !== 'none') ? 1 : SOAKING_UNSEEN) +
      lnMean(SOAK_AGAIN.map((again) => lnEvidence(data, SOAKING_SHAPES, (d) => again ** d.index, 1))),
    siphon: lnEvidence(data, ALL_SHAPES, (d) => (d.lifted ? 0 : 1), 1),
    'seep-in': lnEvidence(data, EVEN, () => 1, -1),
  }
  const most = Math.max(...CAUSES.map((cause) => ln[cause]))
  const total = CAUSES.reduce((sum, cause) => sum + Math.exp(ln[cause] - most), 0)
  const probability = { ...ln }
  for (const cause of CAUSES) probability[cause] = Math.exp(ln[cause] - most) / total
  const best = CAUSES.reduce((a, b) => (probability[b] > probability[a] ? b : a))
  const acting = data.filter((d) => !(d.lifted && best === 'siphon'))
  const weights = acting.map((d) => 1 / d.se ** 2)
  const sum = weights.reduce((a, b) => a + b, 0)
  // A level that fell beyond doubt in every hold is not called tight because no usual shape fits it.
  const allFell = holds.every((r) => r.analysis.verdict === 'falling')
  const tight = !allFell && probability.tight * TIGHT_UNLESS > probability[best]
  return {
    verdict: tubeLeaks(holds)
      ? 'tube-leak'
      : tight
        ? 'tight'
        : best !== 'tight' && probability[best] >= NAMED
          ? best
          : 'undecided',
    probability,
    holds: holds.length,
    lossLMin: acting.reduce((a, d, i) => a + d.loss * (weights[i] ?? Number.NaN), 0) / sum,
    lossSe: 1 / Math.sqrt(sum),
    liftedMade: lifted.some(Boolean),
  }
}

/** The indicated level decayed and the water itself stood. */
function tubeLeaks(holds: readonly JudgedRun[]): boolean {
  const decays = holds.filter((r) => r.analysis.quantities.tubeLeakTauS !== undefined)
  return decays.length * 2 >= holds.length && decays.some((r) => r.analysis.verdict === 'steady')
}

/** Which holds were made with the hose end lifted: by its stated height; the third of three when no height was stated at all. */
function liftedOnes(holds: readonly JudgedRun[]): boolean[] {
  const ends = holds.map((r) => r.plan.hoseEndMm)
  const stated = ends.filter((end): end is number => end !== null)
  if (stated.length === 0) return holds.map((_, i) => holds.length === 3 && i === 2)
  const place = holds[0]?.plan.site.standpipeHeightMm ?? Math.min(USUAL_HOSE_END_MM, ...stated)
  return ends.map((end) => end !== null && end >= place + LIFTED_MM)
}

interface Hold {
  loss: number
  se: number
  lifted: boolean
  index: number
  /** For each shape: the loss of that shape that fits best, its standard error, and the misfit left. */
  shapes: Map<number, { size: number; se: number; chi2: number }>
}

function holdOf(analysis: JudgedRun['analysis'], lifted: boolean, index: number): Hold {
  const basis = analysis.basis as Extract<JudgedRun['analysis']['basis'], { of: 'standing' }>
  const shapes = new Map<number, { size: number; se: number; chi2: number }>()
  for (const tau of ALL_SHAPES) shapes.set(tau, fitShape(basis.curve, tau))
  // Where no shape fits, the noise is larger than thought, and a misfit says less.
  const least = Math.min(...[...shapes.values()].map((fit) => fit.chi2))
  const scale = Math.max(1, least / Math.max(1, basis.curve.tS.length - 3))
  for (const fit of shapes.values()) {
    fit.chi2 /= scale * MISFIT_SCALE
    fit.se = Math.hypot(fit.se * Math.sqrt(scale), DRIFT_LMIN)
  }
  return { loss: basis.lossLMin, se: Math.max(1e-4, basis.se), lifted, index, shapes }
}

/** Least squares of litres = c − size·s(t), s in minutes of loss at the first rate, dying away with `tau`. */
function fitShape(
  curve: { tS: number[]; litres: number[]; sdL: number[] },
  tau: number,
): { size: number; se: number; chi2: number } {
  const first = curve.tS[0] ?? 0
  const s = curve.tS.map(
    (t) => (Number.isFinite(tau) ? tau * (1 - Math.exp(-(t - first) / tau)) : t - first) / 60,
  )
  let [w, ws, wv, wss, wsv, wvv] = [0, 0, 0, 0, 0, 0]
  s.forEach((x, i) => {
    const wi = 1 / (curve.sdL[i] ?? Number.NaN) ** 2
    const v = curve.litres[i] ?? Number.NaN
    w += wi
    ws += wi * x
    wv += wi * v
    wss += wi * x * x
    wsv += wi * x * v
    wvv += wi * v * v
  })
  const sxx = wss - (ws * ws) / w
  const sxy = wsv - (ws * wv) / w
  const size = -sxy / sxx
  return {
    size,
    se: Math.hypot(1 / Math.sqrt(sxx), DRIFT_LMIN),
    chi2: wvv - (wv * wv) / w - (sxy * sxy) / sxx,
  }
}

/** ln of the likelihood of the holds, averaged over shapes and sizes. `share` of the size acts in each hold. */
function lnEvidence(
  data: readonly Hold[],
  shapes: readonly number[],
  share: (d: Hold) => number,
  direction: 1 | -1,
): number {
  const terms: number[] = []
  for (const tau of shapes)
    for (const size of SIZES) {
      let ln = 0
      for (const d of data) {
        const fit = d.shapes.get(tau) as { size: number; se: number; chi2: number }
        const due = direction * size * share(d)
        const sd = Math.hypot(fit.se, REPEAT_SD * due)
        const off = (fit.size - due) / sd
        // Heavy tails (t with 6 degrees of freedom): a hold may be disturbed.
        ln += -Math.log(sd / fit.se) - 3.5 * Math.log1p((off * off) / 6) - 0.5 * fit.chi2
      }
      terms.push(ln)
      if (share(data[0] as Hold) === 0) break
    }
  return lnMean(terms)
}

function lnMean(terms: readonly number[]): number {
  const most = Math.max(...terms)
  return most + Math.log(terms.reduce((sum, t) => sum + Math.exp(t - most), 0) / terms.length)
}
