/** Shape of the spread of lives around their mean (Weibull): few fail early, most around it. Estimate, no published source. */
const SHAPE = 2.5
/** Integration steps a mean life. */
const STEPS = 200
/** Nothing lasts longer than so many mean lives. */
const LONGEST = 4

/**
 * Years that a machine of some age has left on the mean: what has lasted so long lasts on (mean residual life of a Weibull distribution).
 * Where its age is not known, the mean over the ages of machines in use (renewal theory: half of the mean square over the mean).
 * @param meanYears - Mean life of a machine.
 * @throws {RangeError} If the mean life is not above 0 or the age below 0.
 */
export function yearsLeftAt(ageYears: number | null, meanYears: number): number {
  if (!(meanYears > 0)) throw new RangeError(`meanYears: expected more than 0, got ${meanYears}`)
  if (ageYears !== null && !(ageYears >= 0))
    throw new RangeError(`ageYears: expected 0 or more, got ${ageYears}`)
  const scale = meanYears / GAMMA_OF_SHAPE
  const survives = (years: number) => Math.exp(-((years / scale) ** SHAPE))
  const dt = meanYears / STEPS
  let [area, moment] = [0, 0]
  const from = ageYears ?? 0
  for (let n = 0; n < STEPS * LONGEST; n++) {
    const t = from + (n + 0.5) * dt
    area += survives(t) * dt
    moment += t * survives(t) * dt
  }
  // The mean square of a life is twice the first moment of its survival.
  return ageYears === null ? moment / area : area / survives(from)
}
/** Γ(1 + 1/2.5): mean of a Weibull life of this shape, in its scale. */
const GAMMA_OF_SHAPE = 0.8872638175
