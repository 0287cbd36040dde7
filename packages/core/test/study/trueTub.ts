import type { Draw } from './draw.ts'

/** A tub as it really is; metres and m³. Shares no code with the core. Values are estimates from memory. */
export interface TrueTub {
  family: 'front' | 'top'
  d: number
  l: number
  sumpM3: number
  floor: number
  displaced: number
  draft: number
  sumpBottom: number
}

export function drawTrueTub(family: 'front' | 'top', draw: Draw): TrueTub {
  return family === 'front'
    ? {
        family,
        d: draw.uniform(0.48, 0.6),
        l: draw.uniform(0.35, 0.55),
        sumpM3: draw.uniform(0.001, 0.002),
        floor: draw.uniform(0.012, 0.035),
        displaced: draw.uniform(0.01, 0.05),
        draft: 0,
        sumpBottom: -draw.uniform(0.01, 0.03),
      }
    : {
        family,
        d: draw.uniform(0.5, 0.6),
        l: 0.45,
        sumpM3: draw.uniform(0.0006, 0.0015),
        floor: draw.uniform(-0.005, 0.01),
        displaced: draw.uniform(0.01, 0.05),
        draft: draw.uniform(0, 0.8),
        sumpBottom: -draw.uniform(0.02, 0.03),
      }
}

/** Free surface, m², at a height in m above the port. */
export function area(t: TrueTub, h: number): number {
  if (h < t.floor) return t.sumpM3 / (t.floor - t.sumpBottom)
  const y = Math.min(h - t.floor, t.family === 'front' ? t.d * 0.98 : 10)
  if (t.family === 'front') return Math.max(0.002, (1 - t.displaced) * t.l * 2 * Math.sqrt(y * (t.d - y)))
  const wide = t.d + 2 * y * Math.tan((t.draft * Math.PI) / 180)
  return ((1 - t.displaced) * Math.PI * wide * wide) / 4
}

/** Litres below a level, by Simpson's rule on the area. */
export function volume(tub: TrueTub, h: number): number {
  const from = tub.sumpBottom
  const n = 4000
  let sum = 0
  for (let i = 0; i <= n; i++) {
    const weight = i === 0 || i === n ? 1 : i % 2 ? 4 : 2
    sum += weight * area(tub, from + ((h - from) * i) / n)
  }
  return (sum * (h - from) * 1000) / (3 * n)
}

/** A level over time as a table of even steps. */
export interface Track {
  endS: number
  stepS: number
  table: number[]
}

/** Errors of one step that are let pass, m. */
const TOLERANCE_M = 1e-10

/**
 * dh/dt = q(h, t)/A(h), by the pair of rules of the fifth and fourth order of Dormand and Prince (1980, J. Comput. Appl. Math. 6, 19; from
 * memory), whose difference chooses the step.
 */
export function integrate(
  tub: TrueTub,
  h0: number,
  q: (h: number, t: number) => number,
  until: (h: number, t: number) => boolean,
  stepS = 0.25,
): Track {
  const slope = (h: number, t: number) => q(h, t) / area(tub, h)
  const table = [h0]
  let h = h0
  let t = 0
  let longest = stepS
  while (!until(h, t) && t < 20_000) {
    const end = t + stepS
    for (let left = stepS; left > 1e-12; ) {
      const dt = Math.min(longest, left)
      const at = end - left
      const a = slope(h, at)
      const b = slope(h + (dt * a) / 5, at + dt / 5)
      const c = slope(h + dt * ((3 / 40) * a + (9 / 40) * b), at + 0.3 * dt)
      const d = slope(h + dt * ((44 / 45) * a - (56 / 15) * b + (32 / 9) * c), at + 0.8 * dt)
      const e = slope(
        h + dt * ((19372 / 6561) * a - (25360 / 2187) * b + (64448 / 6561) * c - (212 / 729) * d),
        at + (8 / 9) * dt,
      )
      const f = slope(
        h +
          dt *
            ((9017 / 3168) * a - (355 / 33) * b + (46732 / 5247) * c + (49 / 176) * d - (5103 / 18656) * e),
        at + dt,
      )
      const rise = (35 / 384) * a + (500 / 1113) * c + (125 / 192) * d - (2187 / 6784) * e + (11 / 84) * f
      const next = h + dt * rise
      const off = Math.abs(
        dt *
          ((71 / 57600) * a -
            (71 / 16695) * c +
            (71 / 1920) * d -
            (17253 / 339200) * e +
            (22 / 525) * f -
            slope(next, at + dt) / 40),
      )
      if (off <= TOLERANCE_M || dt < 1e-7) {
        h = next
        left -= dt
      }
      longest = dt * Math.min(5, Math.max(0.2, 0.9 * (TOLERANCE_M / Math.max(off, 1e-16)) ** 0.2))
    }
    t += stepS
    table.push(h)
  }
  return { endS: t, stepS, table }
}

export function levelOn(track: Track, t: number): number {
  const at = Math.max(0, Math.min(track.table.length - 1, t / track.stepS))
  const i = Math.min(track.table.length - 2, Math.floor(at))
  if (i < 0) return track.table[0] as number
  return (track.table[i] as number) + ((track.table[i + 1] as number) - (track.table[i] as number)) * (at - i)
}

export interface HandOptions {
  everyS: number
  noiseMm: number
  outliers: number
  missing: number
  jitterS: number
}
export const HAND: HandOptions = { everyS: 10, noiseMm: 2.5, outliers: 0.025, missing: 0.05, jitterS: 1 }

/** What a hand with ruler and watch would have written down: rows of seconds and whole millimetres. */
export function byHand(
  levelM: (t: number) => number,
  endS: number,
  draw: Draw,
  options: Partial<HandOptions> = {},
): [number, number][] {
  const { everyS, noiseMm, outliers, missing, jitterS } = { ...HAND, ...options }
  const rows: [number, number][] = []
  for (let t = 0; t <= endS; t += everyS) {
    if (draw.chance(missing)) continue
    const seen = Math.max(0, t + draw.uniform(-jitterS, jitterS))
    let mm = levelM(seen) * 1000 + draw.normal(0, noiseMm)
    if (draw.chance(outliers)) mm += (draw.chance(0.5) ? 1 : -1) * draw.uniform(10, 30)
    // The time is written down as planned, not as it was.
    rows.push([t, Math.round(mm)])
  }
  return rows
}

/** What a logger would have written: correlated noise of 1 mm, whole millimetres, a slow drift. */
export function byStream(
  levelM: (t: number) => number,
  endS: number,
  draw: Draw,
  hz: number,
  driftMmPerHalfHour = 0.3,
): [number, number][] {
  const rows: [number, number][] = []
  const keep = Math.exp(-1 / hz / draw.uniform(1, 2))
  const drift = draw.normal(0, driftMmPerHalfHour) / 1800
  let ar = draw.normal(0, 1)
  for (let i = 0; i / hz <= endS; i++) {
    ar = keep * ar + Math.sqrt(1 - keep * keep) * draw.normal(0, 1)
    const t = i / hz
    let mm = levelM(t) * 1000 + ar + drift * t
    if (draw.chance(0.01)) mm += (draw.chance(0.5) ? 1 : -1) * draw.uniform(10, 30)
    rows.push([t, Math.round(mm)])
  }
  return rows
}

/** The tub as a tape would say it. */
export function tapedAs(tub: TrueTub, draw: Draw): object {
  const mm = (m: number) => Math.round(m * 1000 + draw.normal(0, 3))
  return {
    diameter_mm: mm(tub.d),
    depth_mm: mm(tub.l),
    sump_l: tub.sumpM3 * 1000 * Math.max(0.3, draw.normal(1, 0.25)),
    floor_mm: mm(tub.floor),
  }
}
export const familyId = (family: 'front' | 'top') => (family === 'front' ? 'front-load' : 'top-load-pump')
