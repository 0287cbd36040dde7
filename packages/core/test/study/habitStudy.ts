import { analyseVisit, parseVisitFile, type VisitReport } from '../../src/index.ts'
import { makeEmptying, makeFullDrainBack } from './backCases.ts'
import { DRAIN_STRESSES, type DrainStress, makeDrainCase, makeOddDrain } from './drainCases.ts'
import type { Draw } from './draw.ts'
import { makeHeightCase } from './heightCases.ts'
import { makeSlip, SLIPS } from './slipCases.ts'
import { covers, percent, type Table } from './table.ts'
import { makeTimeCase } from './timeCases.ts'

/** What people really do: time without a ruler, hold with a display alone, write centimetres, trust a wrong plate. */
export interface HabitFigures {
  /** By what is known of the level: covered, healthy within, below 55 % slow, confidently wrong. */
  timed: Record<string, { n: number; covered: number; within: number; slow: number; wrong: number }>
  heightCovered: number
  heightGivenDeep: number
  heightNamedByRivals: number
  runBackCovered: number
  emptyingMissed: number
  slipsAsked: number
  ordinaryAsked: number
  headCoveredUnderStress: Record<string, number>
  /** By hand, by family and when: share found, and share of those whose instant lies in its interval. */
  cutOuts: Record<string, { found: number; covered: number }>
  /** Share of ordinary drains by hand in which one is named. */
  falseCutOuts: number
}
const say = (file: object): VisitReport => analyseVisit(parseVisitFile(structuredClone(file)))
const FAMILIES = ['front', 'top'] as const

export function habitStudy(repeats: number, draw: Draw): { tables: Table[]; figures: HabitFigures } {
  const timed = timedRuns(repeats, draw)
  const heights = leakHeights(repeats, draw)
  const back = runBack(repeats, draw)
  const slips = slipsAsked(repeats, draw)
  const cuts = cutOuts(2 * repeats, draw)
  const stress = underStress(Math.max(1, Math.round(repeats / 4)), draw)
  return {
    tables: [timed.table, heights.table, cuts.table, slips.table, stress.table],
    figures: {
      ...heights.figures,
      ...back,
      ...slips.figures,
      ...cuts.figures,
      timed: timed.figures,
      headCoveredUnderStress: stress.figures,
    },
  }
}

function timedRuns(repeats: number, draw: Draw) {
  const figures: HabitFigures['timed'] = {}
  for (const plate of [true, false])
    for (const known of ['read', 'fill-level', 'none'] as const) {
      const c = { n: 0, covered: 0, healthy: 0, within: 0, low: 0, slow: 0, wrong: 0 }
      for (const kind of ['drain', 'fill'] as const)
        for (const family of FAMILIES)
          for (let i = 0; i < repeats; i++) {
            const share = i % 2 === 0 ? 1 : draw.uniform(0.25, 0.55)
            const made = makeTimeCase({ kind, family, known, share, plate }, draw)
            const run = say(made.file).runs[0]
            c.n++
            if (covers(run?.quantities.flow_l_min, made.trueFlowLMin)) c.covered++
            const verdict = run?.verdict
            if (share === 1) {
              c.healthy++
              if (verdict === 'within') c.within++
              else if (verdict !== 'not-identifiable') c.wrong++
            } else {
              c.low++
              if (verdict === 'slow') c.slow++
              else if (verdict !== 'not-identifiable') c.wrong++
            }
          }
      figures[`${known}${plate ? '' : ', no plate'}`] = {
        n: c.n,
        covered: c.covered / c.n,
        within: c.within / c.healthy,
        slow: c.slow / c.low,
        wrong: c.wrong / c.n,
      }
    }
  const table: Table = {
    title: 'Timed by two presses, no reading',
    about:
      'Drains from the start to the first air, fills until the machine closes. Air comes anywhere from 8 mm above the port to the bottom of the sump.',
    rows: Object.entries(figures).map(([name, f]) => ({
      'level known': name,
      n: f.n,
      'flow covered': percent(f.covered * f.n, f.n),
      'healthy within': percent(f.within * 100, 100),
      'below 55 % slow': percent(f.slow * 100, 100),
      'confidently wrong': percent(f.wrong * f.n, f.n),
    })),
  }
  return { table, figures }
}

function leakHeights(repeats: number, draw: Draw) {
  const rows: Table['rows'] = []
  const sums = { given: 0, covered: 0, deep: 0, deepGiven: 0, rivals: 0, named: 0 }
  for (const cause of ['leak', 'soaking', 'siphon', 'display-only'] as const) {
    let [n, given, covered] = [0, 0, 0]
    for (const family of FAMILIES)
      for (const minutes of [10, 30])
        for (let i = 0; i < repeats; i++) {
          const c = makeHeightCase({ family, cause, minutes }, draw)
          const { runs, combined } = say(c.file)
          const height = combined.quantities.leak_height_mm ?? runs[0]?.quantities.leak_height_mm
          n++
          if (height) given++
          if (covers(height, c.z0Mm)) covered++
          if (cause !== 'leak' || c.fallen < 0.85 || c.z0Mm < 12) continue
          sums.deep++
          if (height) sums.deepGiven++
        }
    if (cause === 'leak') Object.assign(sums, { given, covered })
    else {
      sums.rivals += n
      sums.named += given
    }
    rows.push({
      cause,
      n,
      'height given': percent(given, n),
      covered: cause === 'leak' ? percent(covered, given) : '–',
    })
  }
  return {
    table: {
      title: 'Height of a leak from one streamed hold',
      about:
        'A display that nobody calibrated, nothing below the port; what else makes the level fall must not be given a height.',
      rows,
    },
    figures: {
      heightCovered: sums.covered / Math.max(1, sums.given),
      heightGivenDeep: sums.deepGiven / Math.max(1, sums.deep),
      heightNamedByRivals: sums.named / sums.rivals,
    },
  }
}

function runBack(repeats: number, draw: Draw) {
  let [n, covered, missed, emptied] = [0, 0, 0, 0]
  for (const family of FAMILIES)
    for (let i = 0; i < repeats; i++) {
      for (const source of ['hand', 'stream'] as const) {
        const c = makeFullDrainBack({ family, source, back: i % 2 === 0 }, draw)
        n++
        if (covers(say(c.file).runs[0]?.quantities.run_back_l, c.runBackL)) covered++
      }
      emptied++
      if (say(makeEmptying(family, draw)).combined.verdicts.hold === 'tight') missed++
    }
  return { runBackCovered: covered / n, emptyingMissed: missed / emptied }
}

function slipsAsked(repeats: number, draw: Draw) {
  const rows: Table['rows'] = []
  const asks = (file: object) => say(file).combined.verdicts.asked !== undefined
  let asked = 0
  for (const wish of SLIPS) {
    let count = 0
    for (let i = 0; i < repeats; i++) if (asks(makeSlip(wish, draw))) count++
    asked += count
    rows.push({ slip: wish, asked: percent(count, repeats) })
  }
  let ordinary = 0
  for (let i = 0; i < 4 * repeats; i++) if (asks(makeSlip('none', draw))) ordinary++
  rows.push({ slip: 'none', asked: percent(ordinary, 4 * repeats) })
  return {
    table: {
      title: 'Slips that are asked',
      about: 'One thing written wrongly in an ordinary visit by hand.',
      rows,
    },
    figures: { slipsAsked: asked / (SLIPS.length * repeats), ordinaryAsked: ordinary / (4 * repeats) },
  }
}

function cutOuts(repeats: number, draw: Draw) {
  const figures: HabitFigures['cutOuts'] = {}
  const rows: Table['rows'] = []
  let [falsely, ordinary] = [0, 0]
  for (const family of FAMILIES) {
    for (const early of [false, true]) {
      let [found, covered] = [0, 0]
      for (let i = 0; i < repeats; i++) {
        const made = makeOddDrain({ family, source: 'hand', oddity: 'cut-out', early }, draw)
        const told = say(made.file).runs[0]?.quantities.cutout_s
        if (told) found++
        if (covers(told, made.cutoutS)) covered++
      }
      const key = early ? `${family}, early` : family
      figures[key] = { found: found / repeats, covered: covered / Math.max(1, found) }
      rows.push({ loader: key, found: percent(found, repeats), 'instant covered': percent(covered, found) })
    }
    for (const fault of ['none', 'pump-weak', 'path-restricted'] as const)
      for (let i = 0; i < repeats; i++) {
        const flowLeft = fault === 'none' ? 1 : draw.uniform(0.3, 0.8)
        const everyS = family === 'front' ? 5 : 10
        const { file } = makeDrainCase(
          { family, source: 'hand', everyS, fault, flowLeft, protocol: 'one run', plate: true },
          draw,
        )
        // Half of them without the mark that ends it.
        const [run] = (file as { runs: { events: object[] }[] }).runs
        if (run && i % 2 === 1) run.events = run.events.slice(0, 1)
        ordinary++
        if (say(file).runs[0]?.quantities.cutout_s) falsely++
      }
  }
  return {
    table: {
      title: 'A pump that cuts out, timed by hand',
      about: `At 35 to 65 % of the drain, or early: at 8 to 35 %, then waited for a minute or three. Named in ordinary drains: ${percent(falsely, ordinary)} of ${ordinary}.`,
      rows,
    },
    figures: { cutOuts: figures, falseCutOuts: falsely / ordinary },
  }
}

function underStress(repeats: number, draw: Draw) {
  const figures: Record<string, number> = {}
  const rows: Table['rows'] = []
  for (const stress of DRAIN_STRESSES as DrainStress[]) {
    const c = { heads: 0, head: 0, paths: 0, path: 0 }
    for (const family of FAMILIES)
      for (const protocol of ['two heights', 'run + lift', 'run + gravity'] as const)
        for (const fault of ['pump-weak', 'path-restricted'] as const)
          for (let i = 0; i < repeats; i++) {
            const made = makeDrainCase(
              { family, source: 'stream', everyS: 5, fault, flowLeft: 0.6, protocol, plate: true, stress },
              draw,
            )
            const { quantities } = say(made.file).combined
            const [head, path] = [quantities.pump_head_m, quantities.path_resistance_ratio]
            if (head) c.heads++
            if (covers(head, made.trueHeadM)) c.head++
            if (path) c.paths++
            if (covers(path, made.truePathRatio)) c.path++
          }
    figures[stress] = c.head / Math.max(1, c.heads)
    rows.push({ stress, 'head covered': percent(c.head, c.heads), 'path covered': percent(c.path, c.paths) })
  }
  return {
    table: {
      title: 'Pump and path when something is not as written',
      about: 'Streams at 60 % of the flow, by two heights, or one run with a lift test or a gravity run.',
      rows,
    },
    figures,
  }
}
