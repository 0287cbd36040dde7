import { isDeepStrictEqual } from 'node:util'
import { idSchema, type RecordSubject } from '@brendik/core'
import * as v from 'valibot'
import type { Actor, Queries } from '../db/database.ts'
import type { Scope } from '../door/whoIsIt.ts'
import { AppError } from '../errors/AppError.ts'
import { parseInput } from '../errors/parseInput.ts'
import { fieldOf, mergeRecord, withField } from './mergeRecord.ts'
import { RECORD_KINDS } from './records.ts'
import { lockedRivalRow, openRivalRow } from './rows.ts'

/** What comes beside a record that is put. */
export const putSchema = v.object({
  /** Sent again, it is taken once. */
  putId: v.optional(idSchema),
  /** The record as whoever changed it saw it; without, it is written over. */
  was: v.optional(v.record(v.string(), v.unknown(), 'expected the record as it was')),
})

/**
 * Stores a record as somebody left it. What others changed meanwhile stays; a field that both changed stands as it is, and what was said
 * of it now is kept beside it until one is chosen.
 * @param input - The record, with `putId` and `was`.
 * @throws {AppError} input_invalid
 */
export async function putRecord(
  { db, actor }: Scope,
  subject: RecordSubject,
  id: string,
  input: unknown,
): Promise<void> {
  const kind = RECORD_KINDS[subject]
  const { putId, was } = parseInput(putSchema, input)
  const said = kind.check(input)
  await db.transaction(async (tx) => {
    if (putId !== undefined && (await tx.run('notePut', [actor.workshopId, putId])) === 0) return
    const stands = await kind.lock(tx, actor, id)
    if (!stands || !was) return kind.write(tx, actor, id, said)
    const { merged, rivals } = mergeRecord(was, { ...stands, ...said }, stands)
    const now = kind.check(merged)
    if (!isDeepStrictEqual(now, stands)) await kind.write(tx, actor, id, now)
    await settleWhatStands(tx, actor, id, now)
    for (const { path, value } of rivals)
      await tx.run('insertRival', [
        actor.workshopId,
        subject,
        id,
        path,
        value === undefined ? null : JSON.stringify(value),
        actor.technicianId,
      ])
  })
}

/** What was open is chosen once it stands. */
async function settleWhatStands(tx: Queries, actor: Actor, rowId: string, now: object): Promise<void> {
  const open = await tx.many('openRivals', openRivalRow, [actor.workshopId, rowId])
  for (const { id, path, value } of open)
    if (isDeepStrictEqual(fieldOf(now, path) ?? null, value))
      await tx.run('settleRival', [actor.workshopId, id, actor.technicianId])
}

/**
 * Chooses between what stands of a field and its rival.
 * @param take - The rival; else what stands.
 * @throws {AppError} not_found, input_invalid when the record cannot be so.
 */
export async function settleRival({ db, actor }: Scope, rivalId: string, take: boolean): Promise<void> {
  await db.transaction(async (tx) => {
    const rival = await tx.maybeOne('lockRival', lockedRivalRow, [actor.workshopId, rivalId])
    if (!rival) throw new AppError('not_found', `rival ${rivalId}: not found`)
    if (rival.settled) return
    await tx.run('settleRival', [actor.workshopId, rivalId, actor.technicianId])
    if (!take) return
    const kind = RECORD_KINDS[rival.subject]
    const stands = await kind.lock(tx, actor, rival.rowId)
    if (!stands) throw new AppError('not_found', `${rival.subject} ${rival.rowId}: not found`)
    const now = kind.check(withField(stands, rival.path, rival.takenAway ? undefined : rival.value))
    await kind.write(tx, actor, rival.rowId, now)
  })
}
