import type { Draw } from './draw.ts'
import { byStream, drawTrueTub, familyId, integrate, levelOn, tapedAs } from './trueTub.ts'

/** Why the level of one streamed hold falls. */
export type HeightCause = 'leak' | 'soaking' | 'siphon' | 'display-only'
export interface HeightCase {
  file: object
  z0Mm: number
  /** Share of the way to the leak by which the level fell. */
  fallen: number
}

const G = 9.80665

/**
 * One hold, streamed from a display that nobody calibrated: gain 1.2 %, offset 1.2 mm, nothing below the port. Leaks lie anywhere from
 * below the sump to just under the water; a siphon is the hose's own bore with its end below the water; a display falls by itself where
 * its hose leaks air.
 */
export function makeHeightCase(
  wish: { family: 'front' | 'top'; cause: HeightCause; minutes: number },
  draw: Draw,
): HeightCase {
  const tub = drawTrueTub(wish.family, draw)
  const full = wish.family === 'front' ? draw.uniform(0.11, 0.16) : draw.uniform(0.22, 0.32)
  const port = wish.family === 'front' ? draw.uniform(0.12, 0.2) : draw.uniform(0.18, 0.28)
  const endS = wish.minutes * 60
  const z0 = full - draw.uniform(0.03, full + 0.06)
  const law = draw.chance(0.5) ? 0.5 : 1
  const flow = Math.exp(draw.uniform(Math.log(0.1), Math.log(4))) / 60_000
  const soakL = draw.uniform(3, 10)
  const soakTau = draw.uniform(90, 300)
  const siphonEnd = draw.uniform(-0.1, full - 0.03)
  const a = (Math.PI * 0.02 ** 2) / 4
  const k = 1.6 * (((0.08 * 2) / 0.02 + 3) / (2 * G * a * a))
  const tau = draw.uniform(60, 1500)
  const outM3 = (h: number, t: number) => {
    switch (wish.cause) {
      case 'leak':
        return (flow * Math.max(0, h - z0) ** law) / (full - z0) ** law
      case 'soaking':
        return ((soakL / 1000) * Math.exp(-t / soakTau)) / soakTau
      case 'siphon':
        return h > Math.max(siphonEnd, 0.002) ? Math.sqrt((h - siphonEnd) / k) : 0
      default:
        return 0
    }
  }
  const track = integrate(
    tub,
    full,
    (h, t) => (h > tub.sumpBottom + 0.002 ? -outM3(h, t) : 0),
    (_h, t) => t >= endS,
    1,
  )
  const gain = draw.normal(1, 0.012)
  const offset = draw.normal(0, 0.0012)
  const shown = (t: number) => {
    const h = levelOn(track, t) * (wish.cause === 'display-only' ? Math.exp(-t / tau) : 1)
    return Math.max(0, gain * h + offset)
  }
  return {
    file: {
      format: 'brendik-visit/1',
      machine: {
        family: familyId(wish.family),
        label: 'made up',
        tub: tapedAs(tub, draw),
        drain_hose: { bore_mm: 20, length_m: 2 },
        fill_level_mm: Math.round(full * 1000),
      },
      site: { standpipe_height_mm: 900, water_temp_c: 15, port_height_mm: Math.round(port * 1000) },
      runs: [
        {
          kind: 'hold',
          hose_end_mm: 900,
          laundry: wish.cause === 'soaking' ? 'dry' : 'none',
          source: 'stream',
          columns: ['t_s', 'level_mm'],
          rows: byStream(shown, endS, draw, 1).map(([t, mm]) => [t, Math.max(0, mm)]),
          events: [],
        },
      ],
    },
    z0Mm: z0 * 1000,
    fallen: (full - levelOn(track, endS)) / (full - z0),
  }
}
