import {
  type CustomerReport,
  customerReport,
  type DrawnLevels,
  drawnLevels,
  type ExpectedRun,
  expectedRun,
  isCured,
  type ReportChange,
  runFacts,
  showedAsThought,
  whatItWas,
} from '@brendik/core'
import type { Actor, ScopedDb } from '../db/database.ts'
import { openRun } from '../runs/runService.ts'
import { readAllBlocks } from '../runs/runStore.ts'
import { weighedVisit } from '../visits/weighedVisit.ts'
import { verdictsMade } from './verdictsMade.ts'

/** Points of a run on paper: more cannot be seen. */
const MOST_DRAWN = 300

/** Both runs of a repair and what was expected, as they are drawn. */
export interface ReportChart {
  before: DrawnLevels
  after: DrawnLevels
  expected: ExpectedRun | null
}
/** What the customer's page says of a visit, and its picture. */
export interface LoadedReport {
  report: CustomerReport
  chart: ReportChart | null
}

/** What the customer's page says of a visit, reckoned from all that is stored of it. @throws {AppError} not_found, not_ready. */
export async function loadReport(db: ScopedDb, actor: Actor, visitId: string): Promise<LoadedReport> {
  await verdictsMade(db, actor, visitId)
  const { visit, said, proof, weighed } = await weighedVisit(db, actor, visitId)
  const report = customerReport(visit, said, proof, whatItWas(weighed, isCured(proof), showedAsThought(said)))
  return { report, chart: report.change && (await chartOf(db, actor, report.change)) }
}

async function chartOf(
  db: ScopedDb,
  actor: Actor,
  { beforeId, afterId, lostLH }: ReportChange,
): Promise<ReportChart> {
  const drawn = async (id: string) => {
    const [run, blocks] = await Promise.all([openRun(db, actor, id), readAllBlocks(db, actor, id)])
    const facts = runFacts(run)
    return { plan: facts.plan, levels: drawnLevels(facts, blocks, MOST_DRAWN) }
  }
  const [before, after] = await Promise.all([drawn(beforeId), drawn(afterId)])
  return {
    before: before.levels,
    after: after.levels,
    expected: after.plan && lostLH === null ? expectedOrNone(after.plan) : null,
  }
}

/** A plan that cannot be foretold has no band. */
export function expectedOrNone(plan: Parameters<typeof expectedRun>[0]): ExpectedRun | null {
  try {
    return expectedRun(plan)
  } catch (error) {
    if (error instanceof RangeError) return null
    throw error
  }
}
