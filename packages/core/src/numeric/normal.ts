/**
 * Standard normal distribution function, by the complementary error function of Numerical Recipes (Chebyshev fit, relative error
 * below 1.2e-7; from memory).
 */
export function normalCdf(x: number): number {
  const z = Math.abs(x) / Math.SQRT2
  const t = 2 / (2 + z)
  const poly =
    -1.26551223 +
    t *
      (1.00002368 +
        t *
          (0.37409196 +
            t *
              (0.09678418 +
                t *
                  (-0.18628806 +
                    t *
                      (0.27886807 +
                        t * (-1.13520398 + t * (1.48851587 + t * (-0.82215223 + t * 0.17087277))))))))
  const erfc = t * Math.exp(-z * z + poly)
  return x < 0 ? erfc / 2 : 1 - erfc / 2
}
