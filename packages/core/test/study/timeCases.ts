import type { Draw } from './draw.ts'
import { drawTrueTub, familyId, integrate, tapedAs, volume } from './trueTub.ts'

/** What is known of the level at the start of a drain or the end of a fill that was timed by two presses. */
export type LevelKnown = 'read' | 'fill-level' | 'none'

export interface TimeWish {
  kind: 'drain' | 'fill'
  family: 'front' | 'top'
  known: LevelKnown
  share: number
  plate: boolean
}
export interface TimeCase {
  file: object
  trueFlowLMin: number
  share: number
}

const G = 9.80665

/**
 * A drain from the press at the start to the one at the first air, or a fill until the machine closes its valve, with no readings at all.
 * Air comes anywhere from 8 mm above the port to the bottom of the sump.
 */
export function makeTimeCase(wish: TimeWish, draw: Draw): TimeCase {
  const tub = drawTrueTub(wish.family, draw)
  const closes = wish.family === 'front' ? draw.uniform(0.085, 0.165) : draw.uniform(0.19, 0.33)
  const port = wish.family === 'front' ? draw.uniform(0.12, 0.2) : draw.uniform(0.18, 0.28)
  const plate = { h0: draw.uniform(1.9, 3.2), qf: draw.uniform(30, 45) / 60_000 }
  const rated = draw.uniform(6, 12)
  const bore = draw.uniform(0.018, 0.021)
  const hoseM = draw.uniform(1.6, 2.6)
  const full = closes + draw.normal(0, wish.family === 'front' ? 0.005 : 0.008)
  const press = () => draw.normal(0, 0.4)
  let endS: number
  let flowLMin: number
  let share = wish.share
  const events: object[] = []
  if (wish.kind === 'fill') {
    flowLMin = rated * draw.normal(1, 0.05) * wish.share
    const from = draw.uniform(tub.sumpBottom, 0.002)
    endS = ((volume(tub, full) - volume(tub, from)) / flowLMin) * 60
    events.push({ t_s: 0, what: 'valve-open' }, { t_s: Math.max(1, endS + press()), what: 'valve-closed' })
  } else {
    const a = (Math.PI * bore * bore) / 4
    const k = (((0.08 * hoseM) / bore + 3) / (2 * G * a * a)) * draw.normal(1, 0.15)
    const b = (plate.h0 / plate.qf ** 2) * draw.normal(1, 0.1)
    const h0 = plate.h0 * draw.normal(1, 0.08)
    const lift = 0.9 - port
    const flow = (h: number, head: number, path: number) =>
      Math.sqrt(Math.max(0, head + h - lift) / (b + path))
    const mid = full / 2
    const target = flow(mid, h0, k) * wish.share
    let [head, path] = [h0, k]
    if (wish.share < 1) {
      if (draw.chance(0.5)) head = Math.max(0.05 + lift, target * target * (b + k) + lift - mid)
      else path = (h0 + mid - lift) / (target * target) - b
    }
    share = flow(mid, head, path) / flow(mid, h0, k)
    const airAt = draw.uniform(tub.sumpBottom + 0.001, 0.008)
    const track = integrate(
      tub,
      full,
      (h) => -flow(h, head, path),
      (h) => h <= airAt,
      0.1,
    )
    endS = track.endS
    flowLMin = ((volume(tub, full) - volume(tub, airAt)) / endS) * 60
    events.push({ t_s: 0, what: 'pump-on' }, { t_s: Math.max(1, endS + press()), what: 'air-drawn' })
  }
  const read = Math.round(full * 1000 + draw.normal(0, 2.5))
  return {
    file: {
      format: 'brendik-visit/1',
      machine: {
        family: familyId(wish.family),
        label: 'made up',
        tub: tapedAs(tub, draw),
        valve: wish.plate ? { rated_l_min: rated, taps: ['cold'] } : { taps: ['cold'] },
        pump: wish.plate ? { shutoff_head_m: plate.h0, free_flow_l_min: plate.qf * 60_000 } : {},
        drain_hose: { bore_mm: bore * 1000, length_m: hoseM },
        ...(wish.known === 'none' ? {} : { fill_level_mm: Math.round(closes * 1000) }),
      },
      site: {
        supply_kpa: { cold: 300, hot: null },
        standpipe_height_mm: 900,
        water_temp_c: 15,
        port_height_mm: Math.round(port * 1000),
      },
      runs: [
        {
          kind: wish.kind,
          ...(wish.kind === 'fill' ? { taps: ['cold'] } : { hose_end_mm: 900 }),
          source: 'hand',
          columns: ['t_s', 'ruler_mm'],
          ...(wish.kind === 'drain' && wish.known === 'read' ? { start_level_mm: read } : {}),
          // The one level of a timed fill is read after the valve has closed.
          rows: wish.kind === 'fill' && wish.known === 'read' ? [[Math.round(endS + 8), read]] : [],
          events,
        },
      ],
    },
    trueFlowLMin: flowLMin,
    share,
  }
}
