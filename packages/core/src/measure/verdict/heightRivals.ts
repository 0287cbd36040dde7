import { cleanPathK, portHeight, STILL_PUMP_SHARE } from '../../machine/uncertainty.ts'
import { vectorOf } from '../../numeric/vector.ts'
import type { HoldPoints, LeakProfile } from '../../physics/leak/leakProfile.ts'
import { lMinFromM3PerS } from '../../units.ts'
import type { RunPlan } from '../plan/runPlan.ts'

/** What would make the same falling level as a leak at a height. */
export type HeightRival = 'laundry' | 'siphon' | 'air-leak'

/** A rival explains a fall as well when its misfit is at most this much larger, in units of chi-square. */
const AS_WELL = 12
/** A display that ends below this height above the port may be on its way to nothing, mm. */
const NOTHING_MM = 15
/** A siphon runs at this share of its full bore at least: by what is known of the hose end. Estimates. */
const SIPHON_SHARE = { unknown: 0.2, aboveWater: 0.45 } as const
/** A hose end this far above the water takes none, mm; tied up above this height it never does. */
const CLEAR_MM = 100
const TIED_UP_MM = 1150

/**
 * Causes other than a leak that explain a falling level as well, so that its height must not be named.
 * @param display - The level was only indicated: air leaking from the pressure hose makes it fall towards nothing by itself.
 */
export function heightRivals(
  plan: RunPlan,
  points: HoldPoints,
  profile: LeakProfile,
  display: boolean,
): HeightRival[] {
  const rivals: HeightRival[] = []
  if (plan.laundry !== 'none') rivals.push('laundry')
  if (siphonFits(plan, profile)) rivals.push('siphon')
  const towardsNothing =
    profile.union.lo < NOTHING_MM || decayChi2(points) <= profile.chi2 + AS_WELL * profile.scale
  if (display && towardsNothing) rivals.push('air-leak')
  return rivals
}

/** Whether the loss is as large as a siphon through the hose would be, as far as its end allows one. */
function siphonFits(plan: RunPlan, profile: LeakProfile): boolean {
  const endMm = plan.hoseEndMm ?? plan.site.standpipeHeightMm
  const waterMm = portHeight(plan.machine, plan.site).mm + profile.startMm
  const above = endMm !== null && endMm > waterMm + CLEAR_MM
  if (above && endMm >= TIED_UP_MM) return false
  const fallM = Math.max(0.01, (profile.startMm - profile.union.lo) / 1000)
  const resistance = (1 + STILL_PUMP_SHARE) * cleanPathK(plan.machine, plan.site)
  const fullLH = 60 * lMinFromM3PerS(Math.sqrt(fallM / resistance))
  return profile.leakLH.value > SIPHON_SHARE[above ? 'aboveWater' : 'unknown'] * fullLH
}

/**
 * Best misfit of a·e^(−t/τ) + o: air that escapes from the pressure hose in proportion to its pressure, on a display that stands
 * a little off at the port.
 */
function decayChi2({ tS, mm, weight, sigmaMm }: HoldPoints): number {
  const n = tS.length
  const length = (tS[n - 1] ?? Number.NaN) - (tS[0] ?? Number.NaN)
  const perOffset = (sigmaMm / OFFSET_MM) ** 2
  let best = Number.POSITIVE_INFINITY
  for (let k = 0; k <= 60; k++) {
    const tau = 0.05 * length * 400 ** (k / 60)
    let [see, se, s1, sey, sy] = [0, 0, perOffset, 0, 0]
    const e = vectorOf(tS, (t) => Math.exp(-t / tau))
    for (let i = 0; i < n; i++) {
      const w = weight[i] ?? Number.NaN
      const y = mm[i] ?? Number.NaN
      see += w * (e[i] ?? Number.NaN) ** 2
      se += w * (e[i] ?? Number.NaN)
      s1 += w
      sey += w * (e[i] ?? Number.NaN) * y
      sy += w * y
    }
    const det = see * s1 - se * se
    const a = (s1 * sey - se * sy) / det
    const o = (see * sy - se * sey) / det
    let chi2 = (o / OFFSET_MM) ** 2
    for (let i = 0; i < n; i++)
      chi2 +=
        ((weight[i] ?? Number.NaN) * ((mm[i] ?? Number.NaN) - a * (e[i] ?? Number.NaN) - o) ** 2) /
        sigmaMm ** 2
    best = Math.min(best, chi2)
  }
  return best
}
/** How far a display may stand off at the port, mm, one standard deviation. Estimate. */
const OFFSET_MM = 2.5
