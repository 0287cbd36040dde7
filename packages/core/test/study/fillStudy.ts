import { analyseVisit, parseVisitFile } from '../../src/index.ts'
import type { Draw } from './draw.ts'
import { FILL_FAULTS, type FillTests, makeFillCase } from './fillCases.ts'
import { makeSensorCase } from './sensorCases.ts'
import { covers, percent, type Table } from './table.ts'

const TESTS: FillTests[] = [
  'cold',
  'cold + hot',
  '+ tap bucket',
  '+ hose bucket',
  '+ both buckets',
  '+ throttled',
]

export interface FillFigures {
  right: Record<string, number>
  merged: Record<string, number>
  falseAlarm: number
  meterCaught: Record<string, number>
  meterFalse: number
}

/** Where the inlet loses its flow, by the tests made; the meter against the level; the level sensing against the ruler. */
export function fillStudy(repeats: number, draw: Draw): { tables: Table[]; figures: FillFigures } {
  const right: Record<string, number> = {}
  const merged: Record<string, number> = {}
  let [alarms, healthy] = [0, 0]
  const machineSide = (cause: string) =>
    cause === 'inlet-screen.clogged' || cause === 'inlet-valve.restricted' ? 'machine' : cause
  const rows = TESTS.map((tests) => {
    let [hit, both, named, namedRight, n] = [0, 0, 0, 0, 0]
    for (const fault of FILL_FAULTS)
      for (let i = 0; i < repeats; i++) {
        const { verdicts } = analyseVisit(parseVisitFile(makeFillCase(fault, tests, draw).file)).combined
        const best = Object.entries(verdicts.fill_causes ?? {}).sort((a, b) => b[1] - a[1])[0]?.[0] ?? ''
        n++
        if (best === fault) hit++
        if (machineSide(best) === machineSide(fault)) both++
        const verdict = verdicts.fill ?? 'undecided'
        if (verdict !== 'undecided') {
          named++
          const said = verdict === 'screen-or-valve' ? 'machine' : verdict
          if (said === fault || said === machineSide(fault)) namedRight++
        }
        if (fault === 'none') {
          healthy++
          if (verdict !== 'none' && verdict !== 'undecided') alarms++
        }
      }
    right[tests] = hit / n
    merged[tests] = both / n
    return {
      tests,
      'all six right': percent(hit, n),
      'screen = valve': percent(both, n),
      named: percent(named, n),
      'of these right': percent(namedRight, named),
    }
  })
  const meter = meterTable(repeats, draw)
  return {
    tables: [
      {
        title: 'Where the inlet loses its flow',
        about: `Six causes alike often, on the cold side, leaving 25 to 78 % of the flow; fills by hand or stream. Healthy inlets called faulty: ${percent(alarms, healthy)}.`,
        rows,
      },
      meter.table,
      sensorTable(repeats, draw),
    ],
    figures: { right, merged, falseAlarm: alarms / healthy, ...meter.figures },
  }
}

function meterTable(
  repeats: number,
  draw: Draw,
): { table: Table; figures: Pick<FillFigures, 'meterCaught' | 'meterFalse'> } {
  const meterCaught: Record<string, number> = {}
  let meterFalse = 0
  const rows = [1.001, 0.85, 0.8, 0.7, 0.5].map((gain) => {
    let [low, covered] = [0, 0]
    const n = repeats * 2
    for (let i = 0; i < n; i++) {
      const { combined } = analyseVisit(parseVisitFile(makeFillCase('none', 'cold', draw, gain).file))
      if (combined.verdicts.meter === 'low') low++
      if (covers(combined.quantities.meter_gain, gain)) covered++
    }
    if (gain > 1) meterFalse = low / n
    else meterCaught[gain] = low / n
    return {
      'meter shows': `${Math.round(gain * 100)} %`,
      convicted: percent(low, n),
      'gain covered': percent(covered, n),
    }
  })
  return {
    table: {
      title: 'A meter that reads low, against the level',
      about: 'One fill, by hand or stream.',
      rows,
    },
    figures: { meterCaught, meterFalse },
  }
}

function sensorTable(repeats: number, draw: Draw): Table {
  const rows: Table['rows'] = []
  for (const source of ['hand', 'stream'] as const)
    for (const fault of ['sound', 'gain', 'offset', 'lag'] as const) {
      let [gain, offset, lag, n, noted] = [0, 0, 0, 0, 0]
      for (let i = 0; i < repeats; i++) {
        const c = makeSensorCase(fault, source, draw)
        const run = analyseVisit(parseVisitFile(c.file)).runs[0]
        const q = run?.quantities ?? {}
        if (!q.sensor_gain) continue
        n++
        if (covers(q.sensor_gain, c.gain)) gain++
        if (covers(q.sensor_offset_mm, c.offsetMm)) offset++
        if (covers(q.sensor_lag_s, c.lagS)) lag++
        if (run?.notes.some((note) => note.id.startsWith('note.sensor-'))) noted++
      }
      rows.push({
        sensing: `${source}, ${fault}`,
        'gain covered': percent(gain, n),
        'offset covered': percent(offset, n),
        'lag covered': percent(lag, n),
        'called off': percent(noted, n),
      })
    }
  return {
    title: 'Level sensing against the ruler',
    about:
      'A fill with ruler and display, read on for two minutes after the valve closed; ruler every 15 s by hand, every 30 s beside a stream.',
    rows,
  }
}
