import { analyseVisit, parseVisitFile } from '../../src/index.ts'
import type { Draw } from './draw.ts'
import { type HoldCause, makeLeak, makeLeakLooks, makeThreeHolds } from './holdCases.ts'
import { covers, percent, type Table } from './table.ts'

const CAUSES: [HoldCause, number, number, string][] = [
  ['tight', 0, 0, 'tight'],
  ['leak', 0.3, 2, 'leak 0.3 to 2 L/min'],
  ['leak', 0.1, 0.3, 'leak 0.1 to 0.3 L/min'],
  ['soaking', 0, 0, 'soaking, 4 to 10 L'],
  ['siphon', 0.5, 6, 'siphon 0.5 to 6 L/min'],
  ['seep-in', 0.05, 0.5, 'seep-in 0.05 to 0.5 L/min'],
  ['tube-leak', 0, 0, 'air leak, 60 to 1500 s'],
]

export interface HoldFigures {
  right: Record<string, number>
  leakCovered: number
  heightCovered: number
  heightWithin15: number
  heightsGivenBeforeAQuarter: number
}

/** Three holds, leak rate and leak height. */
export function holdStudy(repeats: number, draw: Draw): { tables: Table[]; figures: HoldFigures } {
  const right: Record<string, number> = {}
  const three: Table['rows'] = CAUSES.map(([cause, low, high, name]) => {
    const row: Record<string, string> = { cause: name }
    for (const family of ['top', 'front'] as const)
      for (const source of ['hand', 'stream'] as const) {
        let [hit, undecided] = [0, 0]
        for (let i = 0; i < repeats; i++) {
          const file = makeThreeHolds(
            { family, source, cause, flowLMin: draw.uniform(low, high), minutes: 10 },
            draw,
          )
          const verdict = analyseVisit(parseVisitFile(file)).combined.verdicts.hold
          if (verdict === cause) hit++
          else if (verdict === 'undecided') undecided++
        }
        right[`${family} ${source} ${name}`] = hit / repeats
        row[`${family}, ${source}`] = `${percent(hit, repeats)} (${percent(undecided, repeats)} undecided)`
      }
    return row
  })
  const leak = leakTable(repeats, draw)
  return {
    tables: [
      {
        title: 'Three holds of ten minutes',
        about:
          'As found, again, again with the hose end lifted; by hand every minute, streams at 1 Hz. Share named right; the rest undecided or wrong.',
        rows: three,
      },
      leak.table,
      looksTable(repeats * 2, draw),
    ],
    figures: { right, ...leak.figures },
  }
}

function leakTable(repeats: number, draw: Draw): { table: Table; figures: Omit<HoldFigures, 'right'> } {
  const rows: Table['rows'] = []
  const sums = { leak: 0, leaks: 0, height: 0, near: 0, heights: 0, early: 0 }
  for (const family of ['top', 'front'] as const)
    for (const source of ['hand', 'stream'] as const)
      for (const minutes of [10, 30, 60, 120])
        for (const flowLMin of [0.1, 0.5, 2]) {
          let [falling, leak, leaks, height, near, heights] = [0, 0, 0, 0, 0, 0]
          for (let i = 0; i < repeats; i++) {
            const c = makeLeak({ family, source, flowLMin, minutes }, draw)
            const run = analyseVisit(parseVisitFile(c.file)).runs[0]
            if (run?.verdict === 'falling') falling++
            const rate = run?.quantities.leak_l_h
            if (rate) {
              leaks++
              if (covers(rate, c.leakLH)) leak++
            }
            const z0 = run?.quantities.leak_height_mm
            if (z0) {
              heights++
              if (covers(z0, c.z0Mm)) height++
              if (Math.abs(z0.value - c.z0Mm) <= 15) near++
              if (c.fallen < 0.25) sums.early++
            }
          }
          sums.leak += leak
          sums.leaks += leaks
          sums.height += height
          sums.near += near
          sums.heights += heights
          rows.push({
            hold: `${family}, ${source}, ${minutes} min, ${flowLMin} L/min`,
            'called falling': percent(falling, repeats),
            'rate covered': percent(leak, leaks),
            'height given': percent(heights, repeats),
            'height covered': percent(height, heights),
            'within 15 mm': percent(near, heights),
          })
        }
  return {
    table: {
      title: 'One hold over a leak: rate and height',
      about: `Leak 30 to 280 mm below the start level, orifice or seep alike. A height is given only when both laws together leave at most 30 mm; else a bound and the protocol that tells. Over all rows: rate covered ${percent(sums.leak, sums.leaks)}, height covered ${percent(sums.height, sums.heights)} of the ${sums.heights} times it was given, within 15 mm ${percent(sums.near, sums.heights)}; given ${sums.early} times before the level had fallen a quarter of its way.`,
      rows,
    },
    figures: {
      leakCovered: sums.leak / sums.leaks,
      heightCovered: sums.height / sums.heights,
      heightWithin15: sums.near / sums.heights,
      heightsGivenBeforeAQuarter: sums.early,
    },
  }
}

function looksTable(repeats: number, draw: Draw): Table {
  const rows: Table['rows'] = []
  for (const family of ['top', 'front'] as const)
    for (const protocol of ['catch', 'stop-level'] as const)
      for (const flowLMin of [0.1, 0.5, 2]) {
        let [given, covered, near, width] = [0, 0, 0, 0]
        for (let i = 0; i < repeats; i++) {
          const c = makeLeakLooks({ family, protocol, flowLMin }, draw)
          const z0 = analyseVisit(parseVisitFile(c.file)).combined.quantities.leak_height_mm
          if (!z0) continue
          given++
          width += z0.hi - z0.lo
          if (covers(z0, c.z0Mm)) covered++
          if (Math.abs(z0.value - c.z0Mm) <= 15) near++
        }
        rows.push({
          protocol: `${family}, ${protocol}, ${flowLMin} L/min`,
          given: percent(given, repeats),
          covered: percent(covered, given),
          'within 15 mm': percent(near, given),
          'mean width': `${(width / Math.max(1, given)).toFixed(0)} mm`,
        })
      }
  return {
    title: 'Leak height by catches and by stop level',
    about:
      'Five catches down to a fifth of the way (3 %, level ±2 mm), or the level at which the drip stopped.',
    rows,
  }
}
