import type { ExpectedRun } from './expectedRun.ts'

/** The three curves of an expected run, as they are drawn: seconds and mm above the port. */
export interface BandShape {
  lo: { x: number; y: number }[]
  mid: { x: number; y: number }[]
  hi: { x: number; y: number }[]
}

/** The band's three curves; where a share of machines never arrives, its curve ends before. */
export function bandOf({ levelMm, loS, midS, hiS }: ExpectedRun): BandShape {
  const curve = (timesS: Float64Array) =>
    Array.from(timesS, (x, i) => ({ x, y: levelMm[i] ?? Number.NaN })).filter(({ x }) => Number.isFinite(x))
  return { lo: curve(loS), mid: curve(midS), hi: curve(hiS) }
}
