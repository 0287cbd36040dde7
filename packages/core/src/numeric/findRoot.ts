export type RootResult =
  | { outcome: 'found'; x: number; evaluations: number }
  | { outcome: 'noSignChange'; atLow: number; atHigh: number }

/**
 * Root of a continuous function inside a bracket, by bisection guarded regula falsi (Illinois rule).
 * @param f - Function of one variable.
 * @param low - Lower end of the bracket.
 * @param high - Upper end of the bracket.
 * @param tolerance - Width of x below which the search ends.
 * @returns 'found', or 'noSignChange' with the values at both ends: never an endpoint passed off as a root.
 */
export function findRoot(f: (x: number) => number, low: number, high: number, tolerance: number): RootResult {
  let a = low
  let b = high
  let fa = f(a)
  let fb = f(b)
  let evaluations = 2
  if (fa === 0) return { outcome: 'found', x: a, evaluations }
  if (fb === 0) return { outcome: 'found', x: b, evaluations }
  if (!(fa * fb < 0)) return { outcome: 'noSignChange', atLow: fa, atHigh: fb }
  for (let step = 0; step < 200 && Math.abs(b - a) > tolerance; step++) {
    // Every third step halves, so a flat function cannot make the secant crawl.
    const x = step % 3 === 2 ? (a + b) / 2 : b - (fb * (b - a)) / (fb - fa)
    const fx = f(x)
    evaluations++
    if (fx === 0) return { outcome: 'found', x, evaluations }
    if (fx * fb < 0) {
      a = b
      fa = fb
    } else {
      fa /= 2
    }
    b = x
    fb = fx
  }
  return { outcome: 'found', x: b, evaluations }
}
