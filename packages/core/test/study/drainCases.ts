import type { Draw } from './draw.ts'
import {
  byHand,
  byStream,
  drawTrueTub,
  familyId,
  integrate,
  levelOn,
  type TrueTub,
  tapedAs,
} from './trueTub.ts'

export type DrainFault = 'none' | 'pump-weak' | 'path-restricted'
export type DrainProtocol = 'one run' | 'two heights' | 'run + gravity' | 'run + lift' | 'all'

export interface DrainWish {
  family: 'front' | 'top'
  source: 'hand' | 'stream'
  everyS: number
  fault: DrainFault
  /** Flow left at the usual height, share of the same machine without the fault. */
  flowLeft: number
  protocol: DrainProtocol
  plate: boolean
  stress?: DrainStress
}
/** What the model does not know: a plate that is wrong, a hose end or bore measured badly, a pump curve of another shape. */
export type DrainStress =
  | 'plate +15 %'
  | 'plate -15 %'
  | 'hose end +50 mm'
  | 'hose end -50 mm'
  | 'bore +1 mm'
  | 'bore -1 mm'
  | 'exponent 1.5'
  | 'measured curve A'
  | 'measured curve B'
  | 'measured curve C'
export const DRAIN_STRESSES: DrainStress[] = [
  'plate +15 %',
  'plate -15 %',
  'hose end +50 mm',
  'hose end -50 mm',
  'bore +1 mm',
  'bore -1 mm',
  'exponent 1.5',
  'measured curve A',
  'measured curve B',
  'measured curve C',
]
/** Head ÷ shut-off head at shares of the free flow: flat at first, nearly straight, and sagging. Estimates of real small pumps. */
const CURVES: Record<string, readonly number[]> = {
  'measured curve A': [1, 0.985, 0.94, 0.84, 0.66, 0.38, 0],
  'measured curve B': [1, 0.93, 0.83, 0.7, 0.53, 0.3, 0],
  'measured curve C': [1, 0.96, 0.9, 0.79, 0.62, 0.37, 0],
}
export interface DrainCase {
  file: object
  trueHeadM: number
  truePathRatio: number
}

const G = 9.80665

/** One machine drained by a protocol: nameplate tolerances 8 % head, 10 % B, 15 % path, 35 % still pump. */
export function makeDrainCase(wish: DrainWish, draw: Draw): DrainCase {
  const tub = drawTrueTub(wish.family, draw)
  const full = wish.family === 'front' ? draw.uniform(0.09, 0.16) : draw.uniform(0.2, 0.32)
  const port = wish.family === 'front' ? draw.uniform(0.12, 0.2) : draw.uniform(0.18, 0.28)
  const plate = { h0: draw.uniform(1.9, 3.2), qf: draw.uniform(30, 45) / 60_000 }
  const bore = draw.uniform(0.018, 0.021)
  const hoseM = draw.uniform(1.6, 2.6)
  const a = (Math.PI * bore * bore) / 4
  const cleanK = ((0.08 * hoseM) / bore + 3) / (2 * G * a * a)
  const b = (plate.h0 / plate.qf ** 2) * draw.normal(1, 0.1)
  let head = plate.h0 * draw.normal(1, 0.08)
  let k = cleanK * draw.normal(1, 0.15)
  const still = 0.6 * cleanK * Math.max(0.3, draw.normal(1, 0.35))
  const usual = 0.9 - port
  const mid = full / 2
  const nominalHead = head
  /** Head lost inside the pump at a flow, by the shape of its curve; a weak pump keeps the loss of a sound one. */
  const lost = (q: number) => {
    const x = q * Math.sqrt(b / nominalHead)
    const curve = wish.stress ? CURVES[wish.stress] : undefined
    if (curve) {
      const at = Math.min(curve.length - 1.000_001, 6 * x)
      const i = Math.floor(at)
      const share = (curve[i] as number) + ((curve[i + 1] as number) - (curve[i] as number)) * (at - i)
      return nominalHead * (1 - share + Math.max(0, x - 1) * 3)
    }
    return nominalHead * x ** (wish.stress === 'exponent 1.5' ? 1.5 : 2)
  }
  const parabola = !wish.stress || (CURVES[wish.stress] === undefined && wish.stress !== 'exponent 1.5')
  const flow = (h: number, z: number) => {
    if (head + h - z <= 0) return 0
    if (parabola) return Math.sqrt((head + h - z) / (b + k))
    // False position, the end that stays halved (Illinois).
    const spare = (q: number) => head + h - z - lost(q) - k * q * q
    let [low, high] = [0, 2e-3]
    let [over, under] = [spare(low), spare(high)]
    if (under > 0) return high
    for (let side = 0; high - low > 1e-11; ) {
      const q = (low * under - high * over) / (under - over)
      const at = spare(q)
      if (Math.abs(at) < 1e-12) return q
      if (at > 0) {
        ;[low, over] = [q, at]
        if (side === 1) under /= 2
        side = 1
      } else {
        ;[high, under] = [q, at]
        if (side === -1) over /= 2
        side = -1
      }
    }
    return low
  }
  const target = flow(mid, usual) * wish.flowLeft
  if (wish.fault === 'pump-weak') head = lost(target) + k * target ** 2 + usual - mid
  if (wish.fault === 'path-restricted') k = (head + mid - usual - lost(target)) / target ** 2

  const endOff = wish.stress === 'hose end +50 mm' ? 50 : wish.stress === 'hose end -50 mm' ? -50 : 0
  const boreOff = wish.stress === 'bore +1 mm' ? 1 : wish.stress === 'bore -1 mm' ? -1 : 0
  const plateOff = wish.stress === 'plate +15 %' ? 1.15 : wish.stress === 'plate -15 %' ? 0.85 : 1
  const runs: object[] = []
  const time = (kind: 'drain' | 'siphon', endHeight: number) => {
    const z = endHeight - port
    const q = (h: number) => (kind === 'drain' ? -flow(h, z) : -Math.sqrt(Math.max(0, h - z) / (k + still)))
    const air = draw.uniform(0, 0.008)
    const track = integrate(tub, full + draw.uniform(-0.01, 0.01), q, (h, t) => h <= air || t > 1200)
    const level = (t: number) => levelOn(track, t)
    const rows =
      wish.source === 'hand'
        ? byHand(level, track.endS, draw, { everyS: wish.everyS })
        : byStream(level, track.endS, draw, 2)
    runs.push({
      kind,
      hose_end_mm: Math.round(endHeight * 1000 + draw.normal(0, 5) + endOff),
      source: wish.source,
      columns: ['t_s', 'level_mm'],
      rows,
      events:
        kind === 'drain'
          ? [
              { t_s: 0, what: 'pump-on' },
              { t_s: track.endS, what: 'air-drawn' },
            ]
          : [],
    })
  }
  const observations: object[] = []
  time('drain', 0.9)
  if (wish.protocol === 'two heights' || wish.protocol === 'all') time('drain', 0.4)
  if (wish.protocol === 'run + gravity' || wish.protocol === 'all')
    time('siphon', port - draw.uniform(0.1, wish.family === 'front' ? 0.12 : 0.2))
  if (wish.protocol === 'run + lift' || wish.protocol === 'all') {
    const stop = port + full * 0.6 + head + draw.normal(0, 0.04)
    observations.push({
      check: 'drain.lift-stop',
      value: stop > port + 2.2 ? `above ${Math.round((port + 2.2) * 1000)}` : Math.round(stop * 1000),
      level_mm: Math.round(full * 600),
    })
  }
  return {
    file: {
      format: 'brendik-visit/1',
      machine: {
        family: familyId(wish.family),
        label: 'made up',
        tub: tapedAs(tub, draw),
        pump: wish.plate
          ? { shutoff_head_m: plate.h0 * plateOff, free_flow_l_min: plate.qf * 60_000 * plateOff }
          : {},
        drain_hose: { bore_mm: bore * 1000 + boreOff, length_m: hoseM },
        fill_level_mm: Math.round(full * 1000),
      },
      site: { standpipe_height_mm: 900, water_temp_c: 15, port_height_mm: Math.round(port * 1000) },
      runs,
      observations,
    },
    trueHeadM: head,
    truePathRatio: k / cleanK,
  }
}

export interface DrainOddWish {
  family: 'front' | 'top'
  source: 'hand' | 'stream'
  oddity: 'none' | 'cut-out' | 'suds' | 'backing-up' | 'run-back'
  /** The pump cuts out soon after its start, and somebody waits for a minute or three. */
  early?: boolean
}

/** Drains in which something happens on the way; the truth about it beside them. */
export function makeOddDrain(
  wish: DrainOddWish,
  draw: Draw,
): { file: object; cutoutS: number; runBackL: number } {
  const tub: TrueTub = drawTrueTub(wish.family, draw)
  const full = wish.family === 'front' ? draw.uniform(0.11, 0.16) : draw.uniform(0.22, 0.32)
  const port = wish.family === 'front' ? draw.uniform(0.12, 0.2) : draw.uniform(0.18, 0.28)
  const h0 = draw.uniform(1.9, 3.2)
  const qf = draw.uniform(30, 45) / 60_000
  const b = h0 / qf ** 2
  const a = (Math.PI * 0.02 ** 2) / 4
  const k = (((0.08 * 2) / 0.02 + 3) / (2 * G * a * a)) * draw.normal(1, 0.15)
  const z = 0.9 - port
  const healthy = (h: number, lift: number) => Math.sqrt(Math.max(0, h0 + h - lift) / (b + k))
  const whole = integrate(
    tub,
    full,
    (h) => -healthy(h, z),
    (h) => h <= 0.004,
  ).endS
  const cutoutS = whole * draw.uniform(wish.early ? 0.08 : 0.35, wish.early ? 0.35 : 0.65)
  const backing = draw.uniform(0.7, 1.1)
  // Foam: the head flutters with a memory of a few seconds.
  const flutter: number[] = [0]
  for (let i = 1; i < 4000; i++)
    flutter.push(0.85 * (flutter[i - 1] as number) + Math.sqrt(1 - 0.85 ** 2) * draw.normal(0, 1))
  const q = (h: number, t: number) => {
    if (wish.oddity === 'cut-out' && t >= cutoutS) return 0
    if (wish.oddity === 'suds') {
      const share = Math.min(1, Math.max(0.05, 0.55 + 0.3 * (flutter[Math.floor(t)] ?? 0)))
      return -healthy(h, z) * share
    }
    if (wish.oddity === 'backing-up') return -healthy(h, z + backing * Math.min(1.4, t / whole))
    return -healthy(h, z)
  }
  const stopAt = wish.oddity === 'run-back' ? draw.uniform(0.025, 0.04) : draw.uniform(0, 0.006)
  const limit =
    wish.oddity === 'cut-out' ? (wish.early ? cutoutS + draw.uniform(60, 180) : whole * 1.15) : 3000
  const track = integrate(tub, full, q, (h, t) => h <= stopAt || t > limit)
  const runBackL = wish.oddity === 'run-back' ? draw.uniform(0.25, 0.65) : 0
  const endLevel = track.table[track.table.length - 1] as number
  const back = integrate(
    tub,
    endLevel,
    (_h, t) => (t < 4 ? runBackL / 1000 / 4 : 0),
    (_h, t) => t >= 40,
  )
  const withBack = wish.oddity === 'run-back'
  const level = (t: number) =>
    t <= track.endS || !withBack ? levelOn(track, t) : levelOn(back, t - track.endS)
  const endS = track.endS + (withBack ? 38 : 0)
  const rows =
    wish.source === 'hand'
      ? byHand(level, endS, draw, { everyS: wish.family === 'front' ? 5 : 10 })
      : byStream(level, endS, draw, 10)
  const end = wish.oddity === 'cut-out' || withBack ? 'pump-off' : 'air-drawn'
  return {
    file: {
      format: 'brendik-visit/1',
      machine: {
        family: familyId(wish.family),
        label: 'made up',
        tub: tapedAs(tub, draw),
        pump: { shutoff_head_m: h0, free_flow_l_min: qf * 60_000 },
        drain_hose: { bore_mm: 20, length_m: 2 },
      },
      site: { standpipe_height_mm: 900, water_temp_c: 15, port_height_mm: Math.round(port * 1000) },
      runs: [
        {
          kind: 'drain',
          hose_end_mm: 900,
          source: wish.source,
          columns: ['t_s', 'level_mm'],
          rows,
          events: [
            { t_s: 0, what: 'pump-on' },
            { t_s: track.endS, what: end },
          ],
        },
      ],
    },
    cutoutS,
    runBackL,
  }
}
