import { parentPort, workerData } from 'node:worker_threads'
import { answerLine, type Command } from './answers.ts'

// One core of a shared batch: a line in, its answer out.
const command = workerData as Command
parentPort?.on('message', (line: string) => parentPort?.postMessage(answerLine(command, line)))
