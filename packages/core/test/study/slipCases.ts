import { makeDrainCase } from './drainCases.ts'
import type { Draw } from './draw.ts'
import { makeCase } from './flowCases.ts'
import { makeLeak } from './holdCases.ts'

export const SLIPS = [
  'levels in cm',
  'levels in inches',
  'hose end in cm',
  'radius for diameter',
  'head in feet',
  'meter in gallons',
  'drain called hold',
  'two runs joined',
] as const
export type SlipWish = (typeof SLIPS)[number] | 'none'

interface File {
  machine: { tub: { diameter_mm: number }; pump: { shutoff_head_m?: number } }
  site: { standpipe_height_mm: number }
  runs: {
    kind: string
    hose_end_mm?: number
    columns: string[]
    rows: (number | null)[][]
    events: object[]
  }[]
}

/** An ordinary visit of one or two runs by hand, with one thing written wrongly. */
export function makeSlip(wish: SlipWish, draw: Draw): object {
  const family = draw.chance(0.5) ? 'front' : 'top'
  const share = draw.chance(0.5) ? 1 : draw.uniform(0.35, 0.8)
  const fillKind =
    wish === 'meter in gallons' || (wish !== 'hose end in cm' && wish !== 'head in feet' && draw.chance(0.5))
  const drainFile = () =>
    makeDrainCase(
      {
        family,
        source: 'hand',
        everyS: family === 'front' ? 5 : 10,
        fault: share < 1 ? (draw.chance(0.5) ? 'pump-weak' : 'path-restricted') : 'none',
        flowLeft: share,
        protocol: draw.chance(0.5) ? 'one run' : 'two heights',
        plate: true,
      },
      draw,
    ).file as File
  let filledLMin = 0
  const fillFile = () => {
    const made = makeCase({ kind: 'fill', family, source: 'hand', share, plate: true }, draw)
    filledLMin = made.trueFlowLMin
    return made.file as unknown as File
  }
  if (wish === 'none' && draw.chance(0.3))
    return makeLeak({ family, source: 'hand', flowLMin: draw.uniform(0.1, 2), minutes: 20 }, draw).file
  const file = wish === 'drain called hold' ? drainFile() : fillKind ? fillFile() : drainFile()
  const scale = (factor: number) => {
    for (const run of file.runs)
      run.rows = run.rows.map(([t, mm]) => [
        t as number,
        mm === null ? null : Math.round((mm as number) * factor * 10) / 10,
      ])
  }
  switch (wish) {
    case 'levels in cm':
      scale(0.1)
      break
    case 'levels in inches':
      scale(1 / 25.4)
      break
    case 'hose end in cm':
      for (const run of file.runs) if (run.hose_end_mm) run.hose_end_mm = Math.round(run.hose_end_mm / 10)
      break
    case 'radius for diameter':
      file.machine.tub.diameter_mm = Math.round(file.machine.tub.diameter_mm / 2)
      break
    case 'head in feet':
      file.machine.pump.shutoff_head_m = Math.min(9.9, (file.machine.pump.shutoff_head_m ?? 2.4) / 0.3048)
      break
    case 'meter in gallons':
      for (const run of file.runs) {
        run.columns = [...run.columns, 'flow_l_min']
        run.rows = run.rows.map((row) => [...row, (filledLMin * draw.normal(1, 0.02)) / 3.785])
      }
      break
    case 'drain called hold':
      file.runs = file.runs.slice(0, 1)
      for (const run of file.runs) {
        run.kind = 'hold'
        run.events = []
      }
      break
    case 'two runs joined': {
      const run = file.runs[0] as File['runs'][number]
      const end = run.rows.at(-1)?.[0] as number
      run.rows = [...run.rows, ...run.rows.map(([t, mm]) => [(t as number) + end + 20, mm ?? null])]
      run.events = run.events.slice(0, 1)
      file.runs = [run]
      break
    }
  }
  return file
}
