import { ANALYSIS_VERSION, type RunDetail } from '@brendik/core'
import type { Actor, Queries } from '../db/database.ts'
import { runLineRow } from './rows.ts'
import { wantVerdicts } from './runService.ts'

/** The runs of some visits, oldest first, each with its verdict; one of another version is asked for anew. */
export async function runsOfVisits(
  db: Queries,
  actor: Actor,
  visitIds: readonly string[],
): Promise<Map<string, RunDetail[]>> {
  const grouped = new Map<string, RunDetail[]>()
  if (visitIds.length === 0) return grouped
  const rows = await db.many('listRuns', runLineRow, [actor.workshopId, visitIds, ANALYSIS_VERSION])
  const outdated = rows.flatMap((row) => (row.outdated ? [row.id] : []))
  if (outdated.length > 0) await wantVerdicts(db, actor, outdated)
  for (const { plan, visitId, outdated: _outdated, ...row } of rows) {
    const run = {
      ...row,
      hoseEndMm: plan?.hoseEndMm ?? plan?.site.standpipeHeightMm ?? null,
      taps: [...(plan?.taps ?? [])],
      plan,
    }
    const runs = grouped.get(visitId)
    if (runs) runs.push(run)
    else grouped.set(visitId, [run])
  }
  return grouped
}
