import type { LogReading, ReadLog } from '@brendik/core'
import { proxy, wrap } from 'comlink'
import type { LogFile, Progress } from '../../workers/logWorker.ts'

/** So many lines tell how a log is written. */
const HEAD_LINES = 100

/** A worker of its own, which can be ended in the midst of a million rows. */
function withWorker<T>(work: (log: ReturnType<typeof wrap<LogFile>>) => Promise<T>): {
  result: Promise<T>
  stop: () => void
} {
  const worker = new Worker(new URL('../../workers/logWorker.ts', import.meta.url), { type: 'module' })
  const failed = new Promise<never>((_resolve, reject) => {
    worker.addEventListener('error', (event) => reject(new Error(event.message)))
  })
  const result = Promise.race([work(wrap<LogFile>(worker)), failed]).finally(() => worker.terminate())
  return { result, stop: () => worker.terminate() }
}

export const headOf = (file: Blob): Promise<string[]> =>
  withWorker((log) => log.head(file, HEAD_LINES)).result

/** Reads a whole log; what is being read can be stopped, and then never answers. */
export const readLog = (
  file: Blob,
  reading: Omit<LogReading, 'instantAt'>,
  told: Progress,
): { result: Promise<ReadLog>; stop: () => void } => withWorker((log) => log.read(file, reading, proxy(told)))
