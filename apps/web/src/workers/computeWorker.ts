import {
  type Assumptions,
  analyseBoard,
  bandRests,
  combineVisit,
  type DrawnLevels,
  decideVisit,
  drawnLevels,
  expectedRun,
  intervalHistory,
  type JudgedRun,
  leakView,
  type MachineSpec,
  minutesByJobs,
  type Observation,
  type OrderEntry,
  type OwnTime,
  openRunStream,
  type PartId,
  type PriceList,
  type ReadingBlock,
  type RunAnalysis,
  type RunPlan,
  type RunState,
  type RunStream,
  runFacts,
  type SiteSpec,
  type UnderWayNow,
  type VisitAct,
  visitView,
  type WeighedCase,
  type WorkState,
  whatItWas,
} from '@brendik/core'
import { expose } from 'comlink'

export interface RunSays {
  analysis: RunAnalysis | null
  /** Readings streamed so far. */
  streamed: number
  /** All levels, streamed and by hand. */
  levels: DrawnLevels
}

/** Points on a chart are not worth more than its pixels. */
const MOST_DRAWN = 700
const streams = new Map<string, RunStream>()
const streamed = (run: RunState) => streams.get(run.runId)?.blocks() ?? []

/** The heavy half of the screens, off their thread. */
/** What is reckoned beside what is wrong. */
export interface WeighWishes {
  /** Looks that cannot be made in this visit. */
  notHere: readonly string[]
  /** How long checks really took. */
  times: readonly OwnTime[]
  /** The order that the workshop set. */
  ownOrder: readonly OrderEntry[]
  /** What goes on by itself. */
  goingOn: UnderWayNow | null
  /** With the time line and what each order is expected to take. */
  whole: boolean
}

const compute = {
  bandRests: (plan: RunPlan) => bandRests(plan),
  expected: (plan: RunPlan) => {
    try {
      return { outcome: 'computed' as const, run: expectedRun(plan) }
    } catch (error) {
      if (error instanceof RangeError) return { outcome: 'impossible' as const, problem: error.message }
      throw error
    }
  },
  analyse: (run: RunState, blocks: readonly ReadingBlock[]) => analyseBoard(run, blocks),
  /** A run on the screen: what is streamed into it is handed over once, and lives here. */
  stream: (runId: string, blocks: readonly ReadingBlock[]) => {
    const stream = streams.get(runId) ?? openRunStream()
    streams.set(runId, stream)
    stream.add(blocks)
  },
  forget: (runId: string) => {
    streams.delete(runId)
  },
  /** What a run on the screen says, and what of it is drawn. */
  say: (run: RunState): RunSays => {
    const blocks = streamed(run)
    return {
      analysis: analyseBoard(run, blocks),
      streamed: blocks[0]?.atMs.length ?? 0,
      levels: drawnLevels(runFacts(run), blocks, MOST_DRAWN),
    }
  },
  history: (run: RunState) => intervalHistory(run, streamed(run)),
  together: (
    machine: MachineSpec,
    site: SiteSpec,
    runs: readonly JudgedRun[],
    observations: readonly Observation[],
    acts: readonly VisitAct[],
  ) => combineVisit(machine, site, runs, observations, acts),
  leak: (visit: WeighedCase) => leakView(visit),
  whatItWas: (visit: WeighedCase, cured: boolean, showed: readonly PartId[]) =>
    whatItWas(visit, cured, showed),
  decide: (
    visit: WeighedCase,
    prices: PriceList,
    assumed: Assumptions,
    next: { id: string; minutes: number } | null,
  ) => decideVisit(visit, prices, assumed, next, minutesByJobs(visit.machine)),
  weigh: (visit: WeighedCase, state: WorkState, { notHere, times, ownOrder, goingOn, whole }: WeighWishes) =>
    visitView(visit, state, {
      notHere: ({ id }) => notHere.includes(id),
      times,
      ownOrder,
      goingOn,
      timeline: whole,
      orders: whole,
      changed: whole,
    }),
}
export type Compute = typeof compute
expose(compute)
