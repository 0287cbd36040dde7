import { FAMILY_IDS, learnBands, type OwnRecords, type ProvenRun, type RunAmongPeers } from '@brendik/core'
import * as v from 'valibot'
import type { Actor, ScopedDb } from '../db/database.ts'
import { written } from '../db/row.ts'

const provenRow = v.strictObject({ facts: written<ProvenRun>() })
/** Runs of a family that are learned from, the newest. */
const MOST_RUNS = 600

/** What the runs of machines proven healthy that count now say of each family, its models and machines. */
export async function learnOwnBands(db: ScopedDb, { workshopId }: Actor, nowMs: number): Promise<void> {
  const records = new Map<string, OwnRecords>()
  for (const family of FAMILY_IDS) {
    const rows = await db.many('listProven', provenRow, [workshopId, family, MOST_RUNS])
    const learned = learnBands(
      family,
      rows.map(({ facts }) => facts),
      nowMs,
    )
    for (const [key, own] of learned.records) records.set(key, own)
    const among = Object.fromEntries(learned.runs.map((run): [string, RunAmongPeers] => [run.runId, run]))
    await db.run('putAmong', [workshopId, family, JSON.stringify(among)])
  }
  await db.run('putOwnBands', [workshopId, JSON.stringify(Object.fromEntries(records))])
}
