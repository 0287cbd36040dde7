import { readlinkSync } from 'node:fs'
import { setPriority } from 'node:os'
import { parentPort, workerData } from 'node:worker_threads'
import { openDatabase } from '../db/database.ts'
import type { SqlTexts } from '../db/loadSql.ts'
import { makeVerdicts } from '../runs/analysis/makeVerdicts.ts'
import { makeTruths } from '../truths/makeTruths.ts'

export interface WorkerTask {
  databaseUrl: string
  sql: SqlTexts
}

/** What was missed while the database was away, or left behind by a process that died, is looked for this often, ms. */
const LOOK_MS = 5000

/** Where cores are few, requests go before verdicts: this thread alone gets less of them. Only Linux knows threads by number. */
function stepBack(): void {
  try {
    setPriority(Number(readlinkSync('/proc/thread-self').split('/').at(-1)), 10)
  } catch {}
}
stepBack()

// The thread that makes verdicts, and what turned out to be true: with a connection of its own, so that no reading passes through the thread that answers requests.
const { databaseUrl, sql } = workerData as WorkerTask
const database = openDatabase(databaseUrl, { sql, connections: 1 })
let working = false
let again = false

/** Verdicts first, for somebody may wait for one: between two truths it is asked again whether one is wanted. */
async function makeAll(): Promise<void> {
  const verdicts = () => makeVerdicts(database, (taken) => parentPort?.postMessage({ taken }))
  await verdicts()
  await makeTruths(database, verdicts)
}

async function work(): Promise<void> {
  if (working) {
    again = true
    return
  }
  working = true
  do {
    again = false
    await makeAll().catch((error: Error) => {
      parentPort?.postMessage({ problem: error.message })
    })
  } while (again)
  working = false
}

database.listen('analysis_wanted', work, work)
setInterval(work, LOOK_MS)
