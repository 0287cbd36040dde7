import { analyseVisit, parseVisitFile } from '../../src/index.ts'
import { type DrainProtocol, makeDrainCase, makeOddDrain } from './drainCases.ts'
import type { Draw } from './draw.ts'
import { covers, percent, type Table } from './table.ts'

const PROTOCOLS: DrainProtocol[] = ['one run', 'two heights', 'run + gravity', 'run + lift']
const SETUPS = [
  ['top', 'hand', 10],
  ['front', 'hand', 10],
  ['front', 'hand', 5],
  ['front', 'stream', 1],
  ['top', 'stream', 1],
] as const

export interface DrainFigures {
  /** By protocol, at 70 and 50 % of the flow: share whose better-supported cause is the true one, and share decided rightly and wrongly. */
  leaning: Record<string, number>
  decided: Record<string, number>
  wrong: number
  falseAlarm: number
  headCovered: number
  pathCovered: number
  /** Mean of upper ÷ lower end of the intervals given. */
  headWidth: number
  pathWidth: number
}

/** Weak pump against restricted path by protocol, and drains in which something happens on the way. */
export function drainStudy(repeats: number, draw: Draw): { tables: Table[]; figures: DrainFigures } {
  const rows: Table['rows'] = []
  const sums = {
    wrong: 0,
    judged: 0,
    alarm: 0,
    healthy: 0,
    head: 0,
    heads: 0,
    path: 0,
    paths: 0,
    headWidth: 0,
    pathWidth: 0,
  }
  const lean = new Map<string, { right: number; decided: number; n: number }>()
  for (const [family, source, everyS] of SETUPS)
    for (const flowLeft of [1, 0.85, 0.7, 0.5]) {
      const row: Record<string, string | number> = {
        machine: `${family}, ${source}${source === 'hand' ? ` ${everyS} s` : ''}`,
        'flow left': `${flowLeft * 100} %`,
      }
      for (const protocol of PROTOCOLS) {
        let [leaning, decided, wrong] = [0, 0, 0]
        for (let i = 0; i < repeats; i++) {
          const fault = flowLeft === 1 ? 'none' : i % 2 ? 'pump-weak' : 'path-restricted'
          const c = makeDrainCase({ family, source, everyS, fault, flowLeft, protocol, plate: true }, draw)
          const { verdicts, quantities } = analyseVisit(parseVisitFile(c.file)).combined
          const verdict = verdicts.drain ?? 'undecided'
          const support = verdicts.drain_support ?? { pump_weak: 0, path_restricted: 0 }
          const leans = support.pump_weak > support.path_restricted ? 'pump-weak' : 'path-restricted'
          const even = Math.abs(support.pump_weak - support.path_restricted) < 1e-3
          if (fault === 'none' ? verdict === 'nominal' || verdict === 'undecided' : !even && leans === fault)
            leaning++
          if (fault !== 'none' && verdict === fault) decided++
          else if (verdict !== 'nominal' && verdict !== 'undecided') wrong++
          if (quantities.pump_head_m) {
            sums.heads++
            sums.headWidth += quantities.pump_head_m.hi / quantities.pump_head_m.lo
            if (covers(quantities.pump_head_m, c.trueHeadM)) sums.head++
          }
          if (quantities.path_resistance_ratio) {
            sums.paths++
            sums.pathWidth += quantities.path_resistance_ratio.hi / quantities.path_resistance_ratio.lo
            if (covers(quantities.path_resistance_ratio, c.truePathRatio)) sums.path++
          }
        }
        if (flowLeft === 1) {
          sums.alarm += wrong
          sums.healthy += repeats
          row[protocol] = `${percent(wrong, repeats)} false`
        } else {
          sums.wrong += wrong
          sums.judged += repeats
          row[protocol] =
            `${percent(leaning, repeats)} / ${percent(decided, repeats)} / ${percent(wrong, repeats)}`
          if (flowLeft < 0.8) {
            const key = `${family} ${source} ${everyS} ${flowLeft} ${protocol}`
            lean.set(key, { right: leaning, decided, n: repeats })
          }
        }
      }
      rows.push(row)
    }
  const share = (pick: 'right' | 'decided') =>
    Object.fromEntries([...lean].map(([key, value]) => [key, value[pick] / value.n]))
  const figures: DrainFigures = {
    leaning: share('right'),
    decided: share('decided'),
    wrong: sums.wrong / sums.judged,
    falseAlarm: sums.alarm / sums.healthy,
    headCovered: sums.head / sums.heads,
    pathCovered: sums.path / sums.paths,
    headWidth: sums.headWidth / sums.heads,
    pathWidth: sums.pathWidth / sums.paths,
  }
  return {
    tables: [
      {
        title: 'Weak pump or restricted path',
        about: `Nameplate known. Each entry: the cause with more support is the true one / decided rightly beyond e³ / decided wrongly; for healthy machines the share called faulty. One run says nothing by itself and is never decided. The lift test is a bound beyond 2.2 m above the port, which a third of these pumps exceed. Over all rows: pump head covered ${percent(sums.head, sums.heads)} of ${sums.heads} times it was given, path resistance ${percent(sums.path, sums.paths)} of ${sums.paths}; healthy called faulty ${percent(sums.alarm, sums.healthy)}.`,
        rows,
      },
      oddities(repeats, draw),
    ],
    figures,
  }
}

function oddities(repeats: number, draw: Draw): Table {
  const rows: Table['rows'] = []
  for (const family of ['top', 'front'] as const)
    for (const source of ['hand', 'stream'] as const)
      for (const oddity of ['none', 'cut-out', 'suds', 'backing-up', 'run-back'] as const) {
        let [found, covered, unsteady, slowing, back] = [0, 0, 0, 0, 0]
        const errors: number[] = []
        for (let i = 0; i < repeats; i++) {
          const c = makeOddDrain({ family, source, oddity }, draw)
          const run = analyseVisit(parseVisitFile(c.file)).runs[0]
          const cutout = run?.quantities.cutout_s
          if (cutout) {
            found++
            errors.push(Math.abs(cutout.value - c.cutoutS))
            if (covers(cutout, c.cutoutS)) covered++
          }
          const noted = (id: string) => run?.notes.some((note) => note.id === id) ?? false
          if (noted('note.flow-fluctuates')) unsteady++
          if (noted('note.drain-slows')) slowing++
          if (noted('note.ran-back')) back++
        }
        rows.push({
          drain: `${family}, ${source}, ${oddity}`,
          'cut-out found': percent(found, repeats),
          'median error':
            errors.length > repeats / 10
              ? `${(errors.sort((a, b) => a - b)[errors.length >> 1] ?? 0).toFixed(1)} s`
              : '–',
          covered: found > repeats / 10 ? percent(covered, found) : '–',
          'called unsteady': percent(unsteady, repeats),
          'called slowing': percent(slowing, repeats),
          'run-back seen': percent(back, repeats),
        })
      }
  return {
    title: 'Drains in which something happens',
    about:
      'Cut-out at 35 to 65 % of the run; suds: head fluttering at about half; backing up: the outlet rises 0.7 to 1.1 m over the run; run-back: 0.25 to 0.65 L after stopping at 25 to 40 mm, read by whoever was timing the drain (the run-back protocol asks for a reading at the stop and does better). A front loader drains in half a minute: by hand every 5 s suds cannot be seen in the levels.',
    rows,
  }
}
