import type { RunDetail, RunPlan, RunSummary } from '@brendik/core'
import type { Actor, ScopedDb } from './db/database.ts'
import { upToDate } from './runService.ts'

interface RunRow extends Omit<RunSummary, 'hoseEndMm' | 'taps'> {
  visitId: string
  plan: RunPlan | null
}

/** The runs of some visits, oldest first, each with a verdict of this version of the program. */
export async function runsOfVisits(
  db: ScopedDb,
  actor: Actor,
  visitIds: readonly string[],
): Promise<Map<string, RunDetail[]>> {
  const grouped = new Map<string, RunDetail[]>()
  if (visitIds.length === 0) return grouped
  for (const { plan, visitId, ...row } of await db.many<RunRow>('listRuns', [actor.workshopId, visitIds])) {
    const run = {
      ...row,
      analysis: await upToDate(db, actor, row.id, row.analysis),
      hoseEndMm: plan?.hoseEndMm ?? plan?.site.standpipeHeightMm ?? null,
      taps: [...(plan?.taps ?? [])],
      plan,
    }
    grouped.set(visitId, [...(grouped.get(visitId) ?? []), run])
  }
  return grouped
}
