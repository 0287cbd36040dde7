import { analyseVisit, parseVisitFile } from '../../src/index.ts'
import type { Draw } from './draw.ts'
import { type Case, makeCase } from './flowCases.ts'
import { covers, middle, percent, type Table } from './table.ts'

interface Cell {
  n: number
  covered: number
  errors: number[]
  healthy: number
  within: number
  below60: number
  slow: number
}
export interface FlowFigures {
  covered: number
  medianError: number
  within: number
  slow: number
  n: number
}

/** Single fills and drains: is the flow covered, and are healthy and slow runs called so? */
export function flowStudy(
  repeats: number,
  draw: Draw,
): { table: Table; figures: Record<string, FlowFigures> } {
  const cells = new Map<string, Cell>()
  const cellOf = (name: string): Cell => {
    const cell = cells.get(name) ?? {
      n: 0,
      covered: 0,
      errors: [],
      healthy: 0,
      within: 0,
      below60: 0,
      slow: 0,
    }
    cells.set(name, cell)
    return cell
  }
  for (const kind of ['fill', 'drain'] as const)
    for (const family of ['front', 'top'] as const)
      for (const source of ['hand', 'stream'] as const)
        for (const plate of [true, false])
          for (let i = 0; i < repeats; i++) {
            const healthy = i % 2 === 0
            const share = healthy ? 1 : draw.uniform(0.3, 0.6)
            const c = makeCase({ kind, family, source, plate, share, unmarked: i % 5 === 4 }, draw)
            const suffix = plate ? '' : ', no plate'
            for (const name of [`${kind} ${family} ${source}${suffix}`, `all${suffix}`])
              score(cellOf(name), c, healthy)
          }
  const figures: Record<string, FlowFigures> = {}
  const rows = [...cells].map(([name, c]) => {
    figures[name] = {
      covered: c.covered / c.n,
      medianError: middle(c.errors),
      within: c.within / c.healthy,
      slow: c.slow / c.below60,
      n: c.n,
    }
    return {
      runs: name,
      n: c.n,
      'flow covered': percent(c.covered, c.n),
      'median error': `${(100 * middle(c.errors)).toFixed(1)} %`,
      'healthy called within': percent(c.within, c.healthy),
      'below 60 % called slow': percent(c.slow, c.below60),
    }
  })
  return {
    table: {
      title: 'One run: flow and verdict',
      about: 'Half of the runs healthy, half at 30 to 60 % of the healthy flow; one in five without marks.',
      rows,
    },
    figures,
  }
}

function score(cell: Cell, c: Case, healthy: boolean): void {
  const run = analyseVisit(parseVisitFile(structuredClone(c.file))).runs[0]
  const flow = run?.quantities.flow_l_min
  cell.n++
  if (covers(flow, c.trueFlowLMin)) cell.covered++
  if (flow) cell.errors.push(Math.abs(flow.value / c.trueFlowLMin - 1))
  if (healthy) {
    cell.healthy++
    if (run?.verdict === 'within') cell.within++
  } else if (c.share <= 0.6) {
    cell.below60++
    if (run?.verdict === 'slow') cell.slow++
  }
}
