import { writeFileSync } from 'node:fs'
import { analyseVisit, parseVisitFile } from '@brendik/core'
import { type Case, type CaseWish, makeCase, makeDraw } from './study/independentWasher.ts'

/**
 * Seeded recovery study: visit files from an independent simulator, analysed by the product, compared with the truth.
 * Prints the table kept in docs/how-it-computes.md; `--json FILE` writes the figures.
 */
const repeats = Number(process.argv.find((a) => a.startsWith('--repeats='))?.split('=')[1] ?? 150)
const draw = makeDraw(20261123)

interface Cell {
  name: string
  n: number
  covered: number
  errors: number[]
  widths: number[]
  healthy: number
  within: number
  below60: number
  slow: number
}
const cells = new Map<string, Cell>()
const cellOf = (name: string) => {
  const known = cells.get(name)
  if (known) return known
  const fresh: Cell = {
    name,
    n: 0,
    covered: 0,
    errors: [],
    widths: [],
    healthy: 0,
    within: 0,
    below60: 0,
    slow: 0,
  }
  cells.set(name, fresh)
  return fresh
}

for (const kind of ['fill', 'drain'] as const)
  for (const family of ['front', 'top'] as const)
    for (const source of ['hand', 'stream'] as const)
      for (const plate of [true, false])
        for (let i = 0; i < repeats; i++) {
          const healthy = i % 2 === 0
          const wish: CaseWish = {
            kind,
            family,
            source,
            plate,
            share: healthy ? 1 : draw.uniform(0.3, 0.6),
            unmarked: i % 5 === 4,
          }
          score(makeCase(wish, draw), healthy)
        }

function score(c: Case, healthy: boolean): void {
  const run = analyseVisit(parseVisitFile(JSON.parse(JSON.stringify(c.file)))).runs[0]
  const flow = run?.quantities.flow_l_min
  for (const name of [
    `${c.kind} ${c.family} ${c.source}${c.plate ? '' : ', no plate'}`,
    `all${c.plate ? '' : ', no plate'}`,
  ]) {
    const cell = cellOf(name)
    cell.n++
    if (flow) {
      if (flow.lo <= c.trueFlowLMin && c.trueFlowLMin <= flow.hi) cell.covered++
      cell.errors.push(Math.abs(flow.value / c.trueFlowLMin - 1))
      cell.widths.push((flow.hi - flow.lo) / 2 / flow.value)
    }
    if (healthy) {
      cell.healthy++
      if (run?.verdict === 'within') cell.within++
    } else if (c.share <= 0.6) {
      cell.below60++
      if (run?.verdict === 'slow') cell.slow++
    }
  }
}

const percent = (a: number, b: number) => `${((100 * a) / Math.max(1, b)).toFixed(1)} %`
const middle = (values: number[]) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN
const table = [...cells.values()].map((c) => ({
  runs: c.name,
  n: c.n,
  'flow covered': percent(c.covered, c.n),
  'median error': `${(100 * middle(c.errors)).toFixed(2)} %`,
  'median half width': `${(100 * middle(c.widths)).toFixed(1)} %`,
  'healthy within': percent(c.within, c.healthy),
  'below 60 % slow': percent(c.slow, c.below60),
}))
const headers = Object.keys(table[0] ?? {})
console.log(`| ${headers.join(' | ')} |\n|${headers.map(() => '---').join('|')}|`)
for (const row of table) console.log(`| ${Object.values(row).join(' | ')} |`)
const out = process.argv[process.argv.indexOf('--json') + 1]
if (process.argv.includes('--json') && out)
  writeFileSync(
    out,
    JSON.stringify(
      [...cells.values()].map(({ name, n, covered, errors, healthy, within, below60, slow }) => ({
        name,
        n,
        covered: covered / n,
        medianError: middle(errors),
        within: within / Math.max(1, healthy),
        slow: slow / Math.max(1, below60),
      })),
      null,
      2,
    ),
  )
