import type { Draw } from './draw.ts'
import { byHand, byStream, drawTrueTub, familyId, HAND, integrate, levelOn, tapedAs } from './trueTub.ts'

/** A machine timed before and after a repair, with the truth behind it. Values are estimates from memory; shares no code with the core. */
export interface RepairCase {
  file: object
  /** Flow after by flow before, in the same house on the same day. */
  trueRatio: number
  /** What it has after the repair of what a sound one has. */
  shareAfter: number
}
export interface RepairWish {
  kind: 'fill' | 'drain'
  family: 'front' | 'top'
  source: 'hand' | 'stream'
  /** Shares of a sound machine's flow. */
  before: number
  after: number
  /** Runs on each side. */
  runs: number
}

/** Two runs of one machine in one state differ by so much: pressure, temperature, foam. */
const REPEATS = 0.025

export function makeRepair(wish: RepairWish, draw: Draw): RepairCase {
  const { family, kind } = wish
  const tub = drawTrueTub(family, draw)
  const top = family === 'front' ? draw.uniform(0.09, 0.16) : draw.uniform(0.2, 0.32)
  const rated = draw.uniform(6, 12)
  const own = rated * draw.normal(1, 0.05)
  const pump = { h0: draw.uniform(1.9, 3.2), qf: draw.uniform(30, 45) / 60000 }
  const bore = draw.uniform(0.018, 0.021)
  const hoseM = draw.uniform(1.6, 2.6)
  const port = family === 'front' ? draw.uniform(0.12, 0.2) : draw.uniform(0.18, 0.28)
  const standpipe = draw.uniform(0.75, 1.0)
  const area = (Math.PI * bore * bore) / 4
  const path =
    (((0.08 * hoseM) / bore + 3) / (2 * 9.80665 * area * area)) * draw.normal(1, 0.15) +
    (pump.h0 / pump.qf ** 2) * draw.normal(1, 0.1)
  const head = pump.h0 * draw.normal(1, 0.08)
  const sound = (h: number) =>
    kind === 'fill' ? own / 60000 : -Math.sqrt(Math.max(0, head + h - (standpipe - port)) / path)
  const timed = (share: number, from: number, to: number) =>
    integrate(
      tub,
      from,
      (h) => share * sound(h),
      (h) => (kind === 'fill' ? h >= to : h <= to),
      1,
    )
  const oneRun = (share: number, at: string) => {
    const full = top + draw.normal(0, 0.004)
    const air = draw.uniform(0.001, 0.006)
    const track = timed(
      share * draw.normal(1, REPEATS),
      kind === 'fill' ? 0 : full,
      kind === 'fill' ? full : air,
    )
    const level = (t: number) => levelOn(track, t)
    const everyS = track.endS > 90 ? 10 : 5
    return {
      kind,
      started_at: at,
      ...(kind === 'fill' ? { taps: ['cold'] } : { hose_end_mm: Math.round(standpipe * 1000) }),
      source: wish.source,
      columns: ['t_s', 'level_mm'],
      rows:
        wish.source === 'hand'
          ? byHand(level, track.endS, draw, { ...HAND, everyS })
          : byStream(level, track.endS, draw, 2),
      events:
        kind === 'fill'
          ? [
              { t_s: 0, what: 'valve-open' },
              { t_s: track.endS, what: 'valve-closed' },
            ]
          : [
              { t_s: 0, what: 'pump-on' },
              { t_s: track.endS, what: 'air-drawn' },
            ],
    }
  }
  const clock = (n: number) =>
    `2026-03-03T${String(9 + Math.floor(n / 4)).padStart(2, '0')}:${15 * (n % 4) || '00'}:00Z`
  return {
    // At every level the flow is that share of a sound one's.
    trueRatio: wish.after / wish.before,
    shareAfter: wish.after,
    file: {
      format: 'brendik-visit/1',
      machine: {
        family: familyId(family),
        label: 'made up',
        tub: tapedAs(tub, draw),
        valve: { rated_l_min: rated, taps: ['cold'] },
        pump: { shutoff_head_m: pump.h0, free_flow_l_min: pump.qf * 60000 },
        drain_hose: { bore_mm: bore * 1000, length_m: hoseM },
      },
      site: {
        supply_kpa: { cold: null, hot: null },
        standpipe_height_mm: Math.round(standpipe * 1000),
        water_temp_c: 15,
        port_height_mm: Math.round(port * 1000),
      },
      acts: [
        { at: '2026-03-03T12:00:00Z', what: 'replaced', part: kind === 'fill' ? 'inlet-valve' : 'pump' },
      ],
      runs: [
        ...Array.from({ length: wish.runs }, (_, n) => oneRun(wish.before, clock(n))),
        ...Array.from({ length: wish.runs }, (_, n) => oneRun(wish.after, clock(n + 16))),
      ],
    },
  }
}
