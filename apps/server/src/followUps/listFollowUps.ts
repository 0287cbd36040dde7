import { type DueFollowUp, readFollow } from '@brendik/core'
import * as v from 'valibot'
import type { Actor, Queries } from '../db/database.ts'

const followRow = v.strictObject({
  id: v.string(),
  visitId: v.string(),
  value: v.string(),
  by: v.string(),
  siteName: v.string(),
  machineLabel: v.string(),
  told: v.number(),
})

/** Follow-ups of a workshop, or of one who made them, that are due before a time and not done. */
export async function listFollowUps(
  db: Queries,
  actor: Actor,
  toMs: number,
  madeBy: string | null = null,
): Promise<DueFollowUp[]> {
  const rows = await db.many('listFollowUps', followRow, [actor.workshopId, toMs, madeBy])
  return rows.flatMap(({ value, ...row }) => {
    const read = readFollow(value)
    return read ? [{ ...row, ...read }] : []
  })
}
