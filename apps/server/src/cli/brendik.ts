import { createReadStream, readFileSync } from 'node:fs'
import { createInterface } from 'node:readline'
import { parseArgs } from 'node:util'
import { analyseVisit, diagnoseVisit, parseVisitFile, type VisitFile } from '@brendik/core'
import { visitFileJsonSchema } from '../visitFileJsonSchema.ts'
import { diagnosisText, reportText } from './reportText.ts'

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
  const ask = command === 'analyse' ? ANALYSE : command === 'diagnose' ? DIAGNOSE : null
  if (ask === null || file === undefined || more.length > 0)
    throw new Error(
      'expected analyse or diagnose FILE [--json | --jsonl], or schema; brendik --help says more',
    )
  if (parsed.values.jsonl) await answerLines(file, (visit) => JSON.stringify(ask.answer(visit)))
  else {
    const visit = visitOf(readFileSync(file === '-' ? 0 : file, 'utf8'))
    await write(parsed.values.json ? JSON.stringify(ask.answer(visit), null, 2) : ask.text(visit))
  }
}

interface Question {
  answer: (visit: VisitFile) => unknown
  /** The same for people. */
  text: (visit: VisitFile) => string
}
const ANALYSE: Question = { answer: analyseVisit, text: (visit) => reportText(analyseVisit(visit)) }
const DIAGNOSE: Question = { answer: diagnoseVisit, text: (visit) => diagnosisText(diagnoseVisit(visit)) }

function parseCommand() {
  return parseArgs({
    allowPositionals: true,
    options: { json: { type: 'boolean' }, jsonl: { type: 'boolean' }, help: { type: 'boolean', short: 'h' } },
  })
}

function visitOf(text: string): VisitFile {
  return parseVisitFile(parseJson(text))
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''))
  } catch (error) {
    throw new Error(`expected JSON: ${(error as Error).message.replace(/\s+/g, ' ')}`)
  }
}

/** Bad lines answer with their error and the run goes on. */
async function answerLines(file: string, answer: (visit: VisitFile) => string): Promise<void> {
  const input = file === '-' ? process.stdin : createReadStream(file)
  const failed = new Promise<never>((_resolve, reject) => {
    input.on('error', reject)
  })
  const work = async () => {
    for await (const line of createInterface({ input, crlfDelay: Number.POSITIVE_INFINITY })) {
      if (line.trim() === '') continue
      let out: string
      try {
        out = answer(visitOf(line))
      } catch (error) {
        out = JSON.stringify({ error: (error as Error).message })
      }
      await write(out)
    }
  }
  await Promise.race([work(), failed])
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
