import type { Draw } from './draw.ts'
import { byHand, byStream, drawTrueTub, familyId, integrate, levelOn, tapedAs } from './trueTub.ts'

export type SensorFault = 'sound' | 'gain' | 'offset' | 'lag'
export interface SensorCase {
  file: object
  gain: number
  offsetMm: number
  lagS: number
}

/** A fill watched by ruler and by the machine's own level sensor, read on for 2 min after the valve closed. */
export function makeSensorCase(fault: SensorFault, source: 'hand' | 'stream', draw: Draw): SensorCase {
  const family = draw.chance(0.5) ? 'front' : 'top'
  const tub = drawTrueTub(family, draw)
  const full = family === 'front' ? draw.uniform(0.1, 0.16) : draw.uniform(0.2, 0.32)
  const flow = draw.uniform(6, 11) / 60_000
  const gain = fault === 'gain' ? (draw.chance(0.5) ? draw.uniform(0.7, 0.9) : draw.uniform(1.1, 1.3)) : 1
  const offset = fault === 'offset' ? -draw.uniform(0.015, 0.06) : 0
  const lagS = fault === 'lag' ? draw.uniform(30, 150) : 0
  const fill = integrate(
    tub,
    0.03,
    () => flow,
    (h) => h >= full,
    0.5,
  )
  const endS = fill.endS + 120
  const level = (t: number) => levelOn(fill, Math.min(t, fill.endS))
  const lagged: number[] = []
  let y = level(0)
  for (let i = 0; i <= endS * 2; i++) {
    lagged.push(y)
    if (lagS > 0) y += (level(i / 2) - y) * (1 - Math.exp(-0.5 / lagS))
  }
  const sensed = (t: number) => {
    const h = lagS > 0 ? (lagged[Math.min(lagged.length - 1, Math.round(t * 2))] as number) : level(t)
    return gain * h + offset
  }
  const ruler = byHand(level, endS, draw, { everyS: source === 'hand' ? 15 : 30 })
  const indicated =
    source === 'hand'
      ? byHand(sensed, endS, draw, { everyS: 15, noiseMm: 1.5 })
      : byStream(sensed, endS, draw, 2)
  const rows = new Map<number, (number | null)[]>()
  for (const [t, mm] of indicated) rows.set(t, [t, mm, null])
  for (const [t, mm] of ruler) rows.set(t, [t, rows.get(t)?.[1] ?? null, mm])
  return {
    file: {
      format: 'brendik-visit/1',
      machine: {
        family: familyId(family),
        label: 'made up',
        tub: tapedAs(tub, draw),
        valve: { rated_l_min: 9, taps: ['cold'] },
      },
      site: {},
      runs: [
        {
          kind: 'fill',
          taps: ['cold'],
          source,
          columns: ['t_s', 'level_mm', 'ruler_mm'],
          rows: [...rows.values()].sort((a, b) => (a[0] as number) - (b[0] as number)),
          events: [
            { t_s: 0, what: 'valve-open' },
            { t_s: fill.endS, what: 'valve-closed' },
          ],
        },
      ],
    },
    gain,
    offsetMm: offset * 1000,
    lagS,
  }
}
