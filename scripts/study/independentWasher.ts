import { Solver } from 'odex'

/**
 * A washer that shares no code with the core: its own geometry, hydraulics and noise, stepped by a published ODE solver.
 * It writes visit files together with the truth behind them. Values are estimates from memory.
 */
export interface Draw {
  uniform: (low: number, high: number) => number
  normal: (mean: number, sd: number) => number
  chance: (p: number) => boolean
}

export interface Case {
  file: { format: string; machine: object; site: object; runs: object[] }
  /** Mean flow over the run, L/min. */
  trueFlowLMin: number
  /** True flow ÷ flow of the same machine without the fault. */
  share: number
  kind: 'fill' | 'drain'
  family: 'front' | 'top'
  source: 'hand' | 'stream'
  plate: boolean
}

/** Marsaglia's xorshift128 as the study's own generator: not the core's. */
export function makeDraw(seed: number): Draw {
  let [x, y, z, w] = [seed | 0 || 1, 362436069, 521288629, 88675123]
  const next = () => {
    const t = x ^ (x << 11)
    x = y
    y = z
    z = w
    w = w ^ (w >>> 19) ^ t ^ (t >>> 8)
    return (w >>> 0) / 4294967296
  }
  for (let i = 0; i < 20; i++) next()
  const normal = (mean: number, sd: number) => {
    // Sum of twelve uniforms: normal enough inside ±3.
    let sum = -6
    for (let i = 0; i < 12; i++) sum += next()
    return mean + sd * sum
  }
  return { uniform: (low, high) => low + (high - low) * next(), normal, chance: (p) => next() < p }
}

interface TrueTub {
  family: 'front' | 'top'
  d: number
  l: number
  sumpM3: number
  floor: number
  displaced: number
  draft: number
  sumpBottom: number
}

/** Free surface, m², at a height in m above the port. */
function area(t: TrueTub, h: number): number {
  if (h < t.floor) return t.sumpM3 / (t.floor - t.sumpBottom)
  const y = Math.min(h - t.floor, t.family === 'front' ? t.d * 0.98 : 10)
  if (t.family === 'front') return Math.max(0.002, (1 - t.displaced) * t.l * 2 * Math.sqrt(y * (t.d - y)))
  const wide = t.d + 2 * y * Math.tan((t.draft * Math.PI) / 180)
  return ((1 - t.displaced) * Math.PI * wide * wide) / 4
}

export interface CaseWish {
  kind: 'fill' | 'drain'
  family: 'front' | 'top'
  source: 'hand' | 'stream'
  /** Target share of the healthy flow, 1 = healthy. */
  share: number
  plate: boolean
  /** Leave out the marks, so that start and end must be found in the levels. */
  unmarked?: boolean
}

export function makeCase(wish: CaseWish, draw: Draw): Case {
  const { family } = wish
  const tub: TrueTub =
    family === 'front'
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
  const topLevel = family === 'front' ? draw.uniform(0.09, 0.16) : draw.uniform(0.2, 0.32)
  const rated = draw.uniform(6, 12)
  const kpa = draw.uniform(200, 500)
  const nominal = { h0: draw.uniform(1.9, 3.2), qf: draw.uniform(30, 45) / 60000 }
  const bore = draw.uniform(0.018, 0.021)
  const hoseM = draw.uniform(1.6, 2.6)
  const port = family === 'front' ? draw.uniform(0.12, 0.2) : draw.uniform(0.18, 0.28)
  const standpipe = draw.uniform(0.75, 1.0)

  const run =
    wish.kind === 'fill'
      ? simulateFill(tub, topLevel, rated, wish.share, draw)
      : simulateDrain(tub, topLevel, nominal, bore, hoseM, standpipe - port, wish.share, draw)
  const rows = observe(run, wish, draw)
  const mm = (m: number) => Math.round(m * 1000 + draw.normal(0, 3))
  const gauge = draw.chance(0.5)
  return {
    file: {
      format: 'brendik-visit/1',
      machine: {
        family: family === 'front' ? 'front-load' : 'top-load-pump',
        label: 'made up',
        tub: {
          diameter_mm: mm(tub.d),
          depth_mm: mm(tub.l),
          sump_l: tub.sumpM3 * 1000 * Math.max(0.3, draw.normal(1, 0.25)),
          floor_mm: mm(tub.floor),
        },
        valve: wish.plate ? { rated_l_min: rated, taps: ['cold'] } : { taps: ['cold'] },
        pump: wish.plate ? { shutoff_head_m: nominal.h0, free_flow_l_min: nominal.qf * 60000 } : {},
        drain_hose: { bore_mm: bore * 1000, length_m: hoseM },
      },
      site: {
        supply_kpa: { cold: gauge ? Math.round(kpa) : null, hot: null },
        standpipe_height_mm: Math.round(standpipe * 1000),
        water_temp_c: 15,
        port_height_mm: Math.round(port * 1000),
      },
      runs: [
        {
          kind: wish.kind,
          ...(wish.kind === 'fill' ? { taps: ['cold'] } : { hose_end_mm: Math.round(standpipe * 1000) }),
          source: wish.source,
          columns: ['t_s', 'level_mm'],
          rows,
          events: wish.unmarked
            ? []
            : wish.kind === 'fill'
              ? [
                  { t_s: 0, what: 'valve-open' },
                  { t_s: run.endS, what: 'valve-closed' },
                ]
              : [
                  { t_s: 0, what: 'pump-on' },
                  { t_s: run.endS, what: 'air-drawn' },
                ],
        },
      ],
    },
    trueFlowLMin: run.meanLMin,
    share: run.share,
    kind: wish.kind,
    family,
    source: wish.source,
    plate: wish.plate,
  }
}

interface TrueRun {
  endS: number
  levelAt: (t: number) => number
  meanLMin: number
  share: number
}

/** dh/dt = q(h)/A(h), stepped by odex; level as a table of 0.25 s steps. */
function integrate(
  tub: TrueTub,
  h0: number,
  q: (h: number) => number,
  until: (h: number) => boolean,
): { endS: number; table: number[] } {
  const solver = new Solver(1)
  solver.absoluteTolerance = 1e-9
  solver.relativeTolerance = 1e-8
  const table = [h0]
  let h = h0
  let t = 0
  while (!until(h) && t < 4000) {
    const step = solver.solve(
      (_x, [level]) => [q(level as number) / area(tub, level as number)],
      t,
      [h],
      t + 0.25,
    )
    h = step.y[0] as number
    t += 0.25
    table.push(h)
  }
  return { endS: t, table }
}

function lookUp(table: number[]): (t: number) => number {
  return (t) => {
    const at = Math.max(0, Math.min(table.length - 1, t / 0.25))
    const i = Math.min(table.length - 2, Math.floor(at))
    return (table[i] as number) + ((table[i + 1] as number) - (table[i] as number)) * (at - i)
  }
}

function simulateFill(tub: TrueTub, top: number, rated: number, share: number, draw: Draw): TrueRun {
  const healthy = rated * draw.normal(1, 0.05)
  const q = (healthy * share) / 60000
  const { endS, table } = integrate(
    tub,
    0,
    () => q,
    (h) => h >= top,
  )
  return { endS, levelAt: lookUp(table), meanLMin: q * 60000, share }
}

function simulateDrain(
  tub: TrueTub,
  top: number,
  nominal: { h0: number; qf: number },
  bore: number,
  hoseM: number,
  lift: number,
  share: number,
  draw: Draw,
): TrueRun {
  const a = (Math.PI * bore * bore) / 4
  const k = (((0.08 * hoseM) / bore + 3) / (2 * 9.80665 * a * a)) * draw.normal(1, 0.15)
  const b = (nominal.h0 / nominal.qf ** 2) * draw.normal(1, 0.1)
  const h0 = nominal.h0 * draw.normal(1, 0.08)
  const flow = (h: number, head: number, path: number) => Math.sqrt(Math.max(0, head + h - lift) / (b + path))
  const mid = top / 2
  let head = h0
  let path = k
  if (share < 1) {
    const target = flow(mid, h0, k) * share
    if (draw.chance(0.5)) head = Math.max(0.05 + lift, target * target * (b + k) + lift - mid)
    else path = (h0 + mid - lift) / (target * target) - b
  }
  const airAt = draw.uniform(0, 0.008)
  const solved = integrate(
    tub,
    top,
    (h) => -flow(h, head, path),
    (h) => h <= airAt,
  )
  const litres = volume(tub, top) - volume(tub, solved.table[solved.table.length - 1] as number)
  return {
    endS: solved.endS,
    levelAt: lookUp(solved.table),
    meanLMin: (litres / solved.endS) * 60,
    share: flow(mid, head, path) / flow(mid, h0, k),
  }
}

/** Litres below a level, by Simpson's rule on the area. */
function volume(tub: TrueTub, h: number): number {
  const from = tub.sumpBottom
  const n = 4000
  let sum = 0
  for (let i = 0; i <= n; i++) {
    const weight = i === 0 || i === n ? 1 : i % 2 ? 4 : 2
    sum += weight * area(tub, from + ((h - from) * i) / n)
  }
  return (sum * (h - from) * 1000) / (3 * n)
}

/** What a hand with ruler and watch, or a logger, would have written down. */
function observe(run: TrueRun, wish: CaseWish, draw: Draw): (number | null)[][] {
  const rows: (number | null)[][] = []
  if (wish.source === 'hand') {
    const step = run.endS > 90 ? (draw.chance(0.5) ? 10 : 15) : 5
    const noise = draw.uniform(2, 3)
    for (let t = 0; t <= run.endS; t += step) {
      if (draw.chance(0.05)) continue
      const seen = Math.max(0, t + draw.uniform(-1, 1))
      let mm = run.levelAt(t) * 1000 + draw.normal(0, noise)
      if (draw.chance(0.025)) mm += (draw.chance(0.5) ? 1 : -1) * draw.uniform(10, 30)
      rows.push([Math.round(Math.abs(seen - t) < 2 ? t * 10 + (seen - t) * 10 : t * 10) / 10, Math.round(mm)])
    }
    return rows
  }
  const hz = draw.chance(0.5) ? 10 : 2
  const keep = Math.exp(-1 / hz / draw.uniform(1, 2))
  let ar = draw.normal(0, 1)
  for (let i = 0; i / hz <= run.endS; i++) {
    ar = keep * ar + Math.sqrt(1 - keep * keep) * draw.normal(0, 1)
    let mm = run.levelAt(i / hz) * 1000 + ar
    if (draw.chance(0.01)) mm += (draw.chance(0.5) ? 1 : -1) * draw.uniform(10, 30)
    rows.push([i / hz, draw.chance(0.01) ? null : Math.round(mm)])
  }
  return rows
}
