import type { ExpectedRun } from '@brendik/core'

/** Levels between which nine of ten healthy machines stand at a time, mm. */
export function expectedLevelsAt(expected: ExpectedRun, tS: number): { lo: number; mid: number; hi: number } {
  const at = (times: Float64Array) => {
    const i = times.findIndex((time) => time >= tS)
    if (i < 0) return expected.levelMm[times.length - 1] as number
    if (i === 0) return expected.levelMm[0] as number
    const [t0, t1] = [times[i - 1] as number, times[i] as number]
    const [h0, h1] = [expected.levelMm[i - 1] as number, expected.levelMm[i] as number]
    return Number.isFinite(t1) ? h0 + ((h1 - h0) * (tS - t0)) / (t1 - t0) : h0
  }
  const a = at(expected.loS)
  const b = at(expected.hiS)
  return { lo: Math.min(a, b), mid: at(expected.midS), hi: Math.max(a, b) }
}
