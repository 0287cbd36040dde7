import path from 'node:path'
import { Worker } from 'node:worker_threads'
import { bundled } from '../bundled.ts'
import { SOURCES } from '../sources.ts'
import type { Command } from './answers.ts'

export interface Pool {
  size: number
  /** Answers a line; lines are taken up in the order given. */
  answer: (line: string) => Promise<string>
  close: () => Promise<void>
}

interface Job {
  line: string
  done: (answer: string) => void
  failed: (error: Error) => void
}

/** Workers that answer lines side by side, each one line at a time. */
export async function openPool(size: number, command: Command): Promise<Pool> {
  const code = await bundled(path.join(SOURCES, 'cli/lineWorker.ts'))
  const queue: Job[] = []
  const free: Worker[] = []
  const busy = new Map<Worker, Job>()
  const next = () => {
    while (free.length > 0 && queue.length > 0) {
      const worker = free.pop() as Worker
      const job = queue.shift() as Job
      busy.set(worker, job)
      worker.postMessage(job.line)
    }
  }
  const workers = Array.from({ length: size }, () => {
    const worker = new Worker(code, { eval: true, workerData: command, execArgv: [] })
    worker.on('message', (answer: string) => {
      busy.get(worker)?.done(answer)
      busy.delete(worker)
      free.push(worker)
      next()
    })
    worker.on('error', (error) => {
      busy.get(worker)?.failed(error)
      for (const job of queue.splice(0)) job.failed(error)
    })
    free.push(worker)
    return worker
  })
  return {
    size,
    answer: (line) =>
      new Promise((done, failed) => {
        queue.push({ line, done, failed })
        next()
      }),
    close: async () => {
      await Promise.all(workers.map((worker) => worker.terminate()))
    },
  }
}
