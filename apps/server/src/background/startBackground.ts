import path from 'node:path'
import { Worker } from 'node:worker_threads'
import type { Logger } from 'pino'
import { bundled } from '../bundled.ts'
import { loadSql } from '../db/loadSql.ts'
import { TAKEN_S, type Taken } from '../runs/analysis/makeVerdicts.ts'
import { SOURCES } from '../sources.ts'
import type { WorkerTask } from './backgroundWorker.ts'

export interface Background {
  close: () => Promise<void>
}

const RESTART_MS = 1000
const MOST_MEMORY_MB = 512

/**
 * Makes verdicts, and what turned out to be true of closed visits, in a thread beside the server. A run that makes the thread die or never end is taken up a few times, then said to be
 * beyond us; no other run waits for it longer than that.
 */
export async function startBackground(databaseUrl: string, log: Logger): Promise<Background> {
  const code = await bundled(path.join(SOURCES, 'background/backgroundWorker.ts'))
  const task: WorkerTask = { databaseUrl, sql: loadSql() }
  let closing = false
  let worker: Worker | null = null
  let late: NodeJS.Timeout | undefined
  const start = () => {
    if (closing) return
    const own = new Worker(code, {
      eval: true,
      workerData: task,
      execArgv: [],
      resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
    })
    worker = own
    own.on('message', ({ taken, problem }: { taken?: Taken | null; problem?: string }) => {
      clearTimeout(late)
      if (problem) log.warn(`in the background: ${problem}`)
      if (!taken) return
      late = setTimeout(() => {
        log.error(`run ${taken.runId}: its analysis did not end within ${TAKEN_S} s`)
        own.terminate()
      }, TAKEN_S * 1000)
      late.unref()
    })
    own.on('error', (error) => log.error({ err: error }, 'the thread in the background failed'))
    own.on('exit', () => {
      clearTimeout(late)
      setTimeout(start, RESTART_MS).unref()
    })
    own.unref()
  }
  start()
  return {
    async close() {
      closing = true
      clearTimeout(late)
      await worker?.terminate()
    },
  }
}
