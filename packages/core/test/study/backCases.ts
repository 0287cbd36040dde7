import type { Draw } from './draw.ts'
import { byHand, byStream, drawTrueTub, familyId, integrate, levelOn, tapedAs, volume } from './trueTub.ts'

/** A drain run until it draws air, then watched: 0 or 0.25 to 0.65 L come back, into the sump first, where nothing shows. */
export function makeFullDrainBack(
  wish: { family: 'front' | 'top'; source: 'hand' | 'stream'; back: boolean },
  draw: Draw,
): { file: object; runBackL: number } {
  const tub = drawTrueTub(wish.family, draw)
  const full = wish.family === 'front' ? draw.uniform(0.11, 0.16) : draw.uniform(0.22, 0.32)
  const q = draw.uniform(16, 26) / 60_000
  const air = draw.uniform(tub.sumpBottom + 0.002, 0.008)
  const out = integrate(
    tub,
    full,
    () => -q,
    (h) => h <= air,
  )
  const runBackL = wish.back ? draw.uniform(0.25, 0.65) : 0
  const low = out.table.at(-1) as number
  const into = integrate(
    tub,
    low,
    (_h, t) => (t < 4 ? runBackL / 4000 : 0),
    (_h, t) => t >= 30,
  )
  const level = (t: number) => Math.max(0, t <= out.endS ? levelOn(out, t) : levelOn(into, t - out.endS))
  const endS = out.endS + 28
  const rows =
    wish.source === 'hand'
      ? byHand(level, endS, draw, { everyS: 5 }).map(([t, mm]) => [t, Math.max(0, mm)])
      : byStream(level, endS, draw, 5).map(([t, mm]) => [t, Math.max(0, mm)])
  return {
    file: {
      format: 'brendik-visit/1',
      machine: { family: familyId(wish.family), label: 'made up', tub: tapedAs(tub, draw) },
      site: { standpipe_height_mm: 900 },
      runs: [
        {
          kind: 'drain',
          hose_end_mm: 900,
          source: wish.source,
          columns: ['t_s', 'level_mm'],
          rows,
          events: [
            { t_s: 0, what: 'pump-on' },
            { t_s: out.endS, what: 'air-drawn' },
            { t_s: out.endS + 0.5, what: 'pump-off' },
          ],
        },
      ],
    },
    runBackL: volume(tub, into.table.at(-1) as number) - volume(tub, low),
  }
}

/** A leak so large that the tub is empty within the hold, by hand every minute. */
export function makeEmptying(family: 'front' | 'top', draw: Draw): object {
  const tub = drawTrueTub(family, draw)
  const full = family === 'front' ? draw.uniform(0.11, 0.16) : draw.uniform(0.22, 0.32)
  const flow = draw.uniform(6, 25) / 60_000
  const track = integrate(
    tub,
    full,
    (h) => (h > tub.sumpBottom + 0.003 ? -flow * Math.sqrt((h + 0.06) / (full + 0.06)) : 0),
    (_h, t) => t >= 600,
    1,
  )
  return {
    format: 'brendik-visit/1',
    machine: {
      family: familyId(family),
      label: 'made up',
      tub: tapedAs(tub, draw),
      fill_level_mm: Math.round(full * 1000),
    },
    site: { standpipe_height_mm: 900 },
    runs: [
      {
        kind: 'hold',
        hose_end_mm: 900,
        source: 'hand',
        columns: ['t_s', 'ruler_mm'],
        rows: byHand((t) => Math.max(0, levelOn(track, t)), 600, draw, { everyS: 60 }).map(([t, mm]) => [
          t,
          Math.max(0, mm),
        ]),
        events: [],
      },
    ],
  }
}
