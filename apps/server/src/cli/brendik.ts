import { createReadStream, readFileSync, statSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { createInterface } from 'node:readline'
import { parseArgs } from 'node:util'
import { visitFileJsonSchema } from '../visitFileJsonSchema.ts'
import { answerLine, type Command, QUESTIONS, visitOf } from './answers.ts'
import { openPool } from './pool.ts'

const USAGE = `usage: brendik analyse FILE [--json]     what a visit file's runs say; FILE may be - for standard input
       brendik diagnose FILE [--json]    which leaks explain all that was found, and what to look at next
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

/** A file worth more than one core, bytes: below it a worker's start costs more than it saves. */
const SHARED_BYTES = 200_000

/** Bad lines answer with their error and the run goes on. A large file is shared over the cores; the order is kept. */
async function answerLines(file: string, command: Command): Promise<void> {
  const input = file === '-' ? process.stdin : createReadStream(file)
  const failed = new Promise<never>((_resolve, reject) => {
    input.on('error', reject)
  })
  const lines = createInterface({ input, crlfDelay: Number.POSITIVE_INFINITY })
  const large = file !== '-' && statSync(file).size > SHARED_BYTES && availableParallelism() > 1
  await Promise.race([large ? shared(lines, command) : oneByOne(lines, command), failed])
}

async function oneByOne(lines: AsyncIterable<string>, command: Command): Promise<void> {
  for await (const line of lines) if (line.trim() !== '') await write(answerLine(command, line))
}

async function shared(lines: AsyncIterable<string>, command: Command): Promise<void> {
  const pool = openPool(Math.min(MOST_WORKERS, availableParallelism()), command)
  const waiting: Promise<string>[] = []
  try {
    for await (const line of lines) {
      if (line.trim() === '') continue
      waiting.push(pool.answer(line))
      // So much is kept in hand that no worker waits, and no more.
      if (waiting.length >= IN_HAND * pool.size) await write(await (waiting.shift() as Promise<string>))
    }
    for (const answer of waiting) await write(await answer)
  } finally {
    await pool.close()
  }
}
const MOST_WORKERS = 8
const IN_HAND = 4

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
