import type { Draw } from './draw.ts'
import { drawTrueTub, integrate, levelOn, type TrueTub, volume } from './trueTub.ts'

/**
 * Single fills and drains of a washer that shares no code with the core: its own geometry, hydraulics and noise, stepped by a published
 * ODE solver. It writes visit files together with the truth behind them. Values are estimates from memory.
 */
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
  const tub = drawTrueTub(family, draw)
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

function simulateFill(tub: TrueTub, top: number, rated: number, share: number, draw: Draw): TrueRun {
  const healthy = rated * draw.normal(1, 0.05)
  const q = (healthy * share) / 60000
  const track = integrate(
    tub,
    0,
    () => q,
    (h) => h >= top,
  )
  return { endS: track.endS, levelAt: (t) => levelOn(track, t), meanLMin: q * 60000, share }
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
    levelAt: (t) => levelOn(solved, t),
    meanLMin: (litres / solved.endS) * 60,
    share: flow(mid, head, path) / flow(mid, h0, k),
  }
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
