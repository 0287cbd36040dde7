import { createReadStream, readFileSync, statSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { createInterface } from 'node:readline'
import { parseArgs } from 'node:util'
import type { Command } from './answers.ts'
import { openPool, type Pool } from './pool.ts'

const USAGE = `usage: brendik analyse FILE [--json]     what a visit file's runs say; FILE may be - for standard input
       brendik diagnose FILE [--json]    what is wrong, over the whole catalogue, and what to look at next
       brendik analyse|diagnose FILE --jsonl   one visit a line in, one answer a line out
       brendik schema                    JSON Schema of the visit file`

async function main(): Promise<void> {
  const parsed = parseCommand()
  const [command, file, ...more] = parsed.positionals
  if (parsed.values.help) {
    console.log(USAGE)
    return
  }
  if (command === 'schema' && file === undefined) {
    const { visitFileJsonSchema } = await import('../visits/visitFileJsonSchema.ts')
    console.log(JSON.stringify(visitFileJsonSchema(), null, 2))
    return
  }
  const known = command === 'analyse' || command === 'diagnose' ? command : null
  if (known === null || file === undefined || more.length > 0)
    throw new Error(
      'expected analyse or diagnose FILE [--json | --jsonl], or schema; brendik --help says more',
    )
  if (parsed.values.jsonl) await answerLines(file, known)
  else {
    const { QUESTIONS, visitOf } = await import('./answers.ts')
    const ask = QUESTIONS[known]
    const visit = visitOf(readFileSync(file === '-' ? 0 : file, 'utf8'))
    await write(parsed.values.json ? JSON.stringify(ask.answer(visit), null, 2) : ask.text(visit))
  }
}

function parseCommand() {
  return parseArgs({
    allowPositionals: true,
    options: { json: { type: 'boolean' }, jsonl: { type: 'boolean' }, help: { type: 'boolean', short: 'h' } },
  })
}

/** Input worth more than one core, bytes: below it a worker's start costs more than it saves. */
const SHARED_BYTES = 200_000
const MOST_WORKERS = 8
/** Lines in hand for each worker: so many that none waits, and no more. */
const IN_HAND = 4

/**
 * Bad lines answer with their error and the run goes on. Much input is shared over the cores, order kept; an answer is written as soon as
 * it and those before it are there, so that the pipe can be held open.
 */
async function answerLines(file: string, command: Command): Promise<void> {
  const input = file === '-' ? process.stdin : createReadStream(file)
  const failed = new Promise<never>((_resolve, reject) => {
    input.on('error', reject)
  })
  const lines = createInterface({ input, crlfDelay: Number.POSITIVE_INFINITY })
  const bytes = file === '-' ? 0 : statSync(file).size
  await Promise.race([answerAll(lines, command, bytes), failed])
}

async function answerAll(lines: AsyncIterable<string>, command: Command, knownBytes: number): Promise<void> {
  const cores = Math.min(MOST_WORKERS, availableParallelism())
  const waiting: Promise<void>[] = []
  let last = Promise.resolve()
  let bytes = knownBytes
  let pool: Pool | null = null
  try {
    for await (const line of lines) {
      if (line.trim() === '') continue
      if (pool === null && cores > 1 && bytes > SHARED_BYTES) pool = await openPool(cores, command)
      if (knownBytes === 0) bytes += line.length
      const answer = pool ? pool.answer(line) : answerHere(command, line)
      last = Promise.all([answer, last]).then(([text]) => write(text))
      // A failure is met where it is waited for below.
      last.catch(() => {})
      waiting.push(last)
      if (waiting.length >= (pool ? IN_HAND * cores : 1)) await waiting.shift()
    }
    await last
  } finally {
    await pool?.close()
  }
}

/** The core is loaded only where it is used: by the workers, or here. */
async function answerHere(command: Command, line: string): Promise<string> {
  const { answerLine } = await import('./answers.ts')
  return answerLine(command, line)
}

/** Waits for a slow reader of our output instead of holding it all in memory. */
function write(line: string): Promise<void> {
  return new Promise((resolve, reject) => {
    process.stdout.write(`${line}\n`, (error) => (error ? reject(error) : resolve()))
  })
}

main().catch((error: NodeJS.ErrnoException) => {
  if (error.code === 'EPIPE') process.exit(0)
  const reason = error.code === 'ENOENT' ? `${error.path}: no such file` : error.message
  process.stderr.write(`brendik: ${reason.split('\n')[0]}\n`)
  process.exitCode = 2
})
