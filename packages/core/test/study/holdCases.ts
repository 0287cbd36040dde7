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

export type HoldCause = 'tight' | 'leak' | 'soaking' | 'siphon' | 'seep-in' | 'tube-leak'

export interface HoldWish {
  family: 'front' | 'top'
  source: 'hand' | 'stream'
  cause: HoldCause
  /** Leak, seep-in or siphon flow at the start level, L/min. */
  flowLMin: number
  minutes: number
}

/** Three holds from the same level: as found, again, again with the hose end lifted. */
export function makeThreeHolds(wish: HoldWish, draw: Draw): object {
  const tub = drawTrueTub(wish.family, draw)
  const full = wish.family === 'front' ? draw.uniform(0.11, 0.16) : draw.uniform(0.22, 0.32)
  const endS = wish.minutes * 60
  const z0 = full - draw.uniform(0.04, wish.family === 'front' ? 0.12 : 0.25)
  const law = draw.chance(0.5) ? 0.5 : 1
  const soakL = draw.uniform(4, 10)
  const soakTau = draw.uniform(90, 300)
  const tau = draw.uniform(60, 1500)
  const repeats = [1, draw.uniform(0.05, 0.4)]
  repeats.push((repeats[1] as number) * draw.uniform(0.3, 0.9))
  const runs = [0, 1, 2].map((i) => {
    const lifted = i === 2
    const start = full + draw.uniform(-0.003, 0.003)
    const soak = soakL * (repeats[i] as number)
    const outM3 = (h: number, t: number) => {
      switch (wish.cause) {
        case 'leak':
          return ((wish.flowLMin / 60_000) * Math.max(0, h - z0) ** law) / (full - z0) ** law
        case 'siphon':
          return lifted ? 0 : (wish.flowLMin / 60_000) * Math.sqrt(Math.max(0, h - z0) / (full - z0))
        case 'soaking':
          return ((soak / 1000) * Math.exp(-t / soakTau)) / soakTau
        case 'seep-in':
          return -wish.flowLMin / 60_000
        default:
          return 0
      }
    }
    const track = integrate(
      tub,
      start,
      (h, t) => -outM3(h, t),
      (_h, t) => t >= endS,
      2,
    )
    const level = (t: number) => levelOn(track, t)
    const indicated = (t: number) => level(t) * (wish.cause === 'tube-leak' ? Math.exp(-t / tau) : 1)
    const rows: (number | null)[][] =
      wish.source === 'hand'
        ? joined(
            byHand(level, endS, draw, { everyS: 60 }),
            wish.cause === 'tube-leak' ? byHand(indicated, endS, draw, { everyS: 60, noiseMm: 1.5 }) : null,
          )
        : joined(
            wish.cause === 'tube-leak' ? byHand(level, endS, draw, { everyS: 120 }) : null,
            byStream(indicated, endS, draw, 1),
          )
    return {
      kind: 'hold',
      hose_end_mm: lifted ? 1500 : 900,
      laundry: wish.cause === 'soaking' ? 'dry' : 'none',
      source: wish.source,
      columns: ['t_s', 'level_mm', 'ruler_mm'],
      rows,
      events: [],
    }
  })
  return visitFile(tub, wish.family, full, runs, [], draw)
}

/** Rows of seconds, indicated level and ruler. A ruler alone stands for the water itself. */
function joined(ruler: [number, number][] | null, indicated: [number, number][] | null): (number | null)[][] {
  const rows = new Map<number, (number | null)[]>()
  for (const [t, mm] of indicated ?? []) rows.set(t, [t, mm, null])
  for (const [t, mm] of ruler ?? []) {
    const row = rows.get(t)
    if (row) row[2] = mm
    else rows.set(t, [t, null, mm])
  }
  return [...rows.values()].sort((a, b) => (a[0] as number) - (b[0] as number))
}

function visitFile(
  tub: TrueTub,
  family: 'front' | 'top',
  full: number,
  runs: object[],
  observations: object[],
  draw: Draw,
): object {
  return {
    format: 'brendik-visit/1',
    machine: {
      family: familyId(family),
      label: 'made up',
      tub: tapedAs(tub, draw),
      fill_level_mm: Math.round(full * 1000),
    },
    site: { standpipe_height_mm: 900, water_temp_c: 15, port_height_mm: family === 'front' ? 160 : 230 },
    runs,
    observations,
  }
}

export interface LeakWish {
  family: 'front' | 'top'
  source: 'hand' | 'stream'
  flowLMin: number
  minutes: number
}

export interface LeakCase {
  file: object
  z0Mm: number
  leakLH: number
  /** Share of the way from the start level to the leak by which the level fell. */
  fallen: number
}

/** One hold over a leak at a height. */
export function makeLeak(wish: LeakWish, draw: Draw): LeakCase {
  const tub = drawTrueTub(wish.family, draw)
  const full = wish.family === 'front' ? draw.uniform(0.11, 0.16) : draw.uniform(0.22, 0.32)
  const z0 = full - draw.uniform(0.03, wish.family === 'front' ? 0.13 : 0.28)
  const law = draw.chance(0.5) ? 0.5 : 1
  const endS = wish.minutes * 60
  const k = wish.flowLMin / 60_000 / (full - z0) ** law
  const track = integrate(
    tub,
    full,
    (h) => -k * Math.max(0, h - z0) ** law,
    (_h, t) => t >= endS,
    2,
  )
  const level = (t: number) => levelOn(track, t)
  const rows =
    wish.source === 'hand'
      ? byHand(level, endS, draw, { everyS: endS > 1200 ? 120 : 60 })
      : byStream(level, endS, draw, 1)
  const run = { kind: 'hold', source: wish.source, columns: ['t_s', 'ruler_mm'], rows, events: [] }
  return {
    file: visitFile(tub, wish.family, full, [run], [], draw),
    z0Mm: z0 * 1000,
    leakLH: wish.flowLMin * 60,
    fallen: (full - levelOn(track, endS)) / (full - z0),
  }
}

/** The leak caught in a cup at four levels (2 min each, 3 %), or watched while the level is lowered in 20 mm steps. */
export function makeLeakLooks(
  wish: { family: 'front' | 'top'; flowLMin: number; protocol: 'catch' | 'stop-level' },
  draw: Draw,
): LeakCase {
  const tub = drawTrueTub(wish.family, draw)
  const full = wish.family === 'front' ? draw.uniform(0.11, 0.16) : draw.uniform(0.22, 0.32)
  const z0 = full - draw.uniform(0.04, wish.family === 'front' ? 0.11 : 0.25)
  const law = draw.chance(0.5) ? 0.5 : 1
  const flowAt = (h: number) => (wish.flowLMin * 60 * Math.max(0, h - z0) ** law) / (full - z0) ** law
  const observations: object[] = []
  if (wish.protocol === 'catch')
    for (const share of [1, 0.8, 0.6, 0.4, 0.2]) {
      // Levels are let down towards the level at which little still came.
      const h = z0 + (full - z0) * share
      observations.push({
        check: 'leak.catch',
        value: Math.max(0, Math.round(flowAt(h) * draw.normal(1, 0.03) * 100) / 100),
        level_mm: Math.round(h * 1000 + draw.normal(0, 2)),
      })
    }
  else {
    // Falls by itself until less than a drop every ten seconds comes (0.03 L/h), which hangs on by a few millimetres.
    let h = full
    while (flowAt(h) > 0.03 && h > -0.2) h -= 0.001
    observations.push({
      check: 'leak.stop-level',
      value: Math.round(h * 1000 + draw.uniform(0, 5) + draw.normal(0, 2)),
    })
  }
  return {
    file: visitFile(tub, wish.family, full, [], observations, draw),
    z0Mm: z0 * 1000,
    leakLH: wish.flowLMin * 60,
    fallen: 0,
  }
}
