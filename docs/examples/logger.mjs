// A home-made logger in one file: every line that it reads is a level in mm above the port, taken as it comes, and goes to whichever run has
// chosen this instrument. Runs on Node without any package:
//
//   your-sensor | BRENDIK_URL=http://127.0.0.1:4173 BRENDIK_KEY=… node docs/examples/logger.mjs "Tub sensor"
//
// The key is made by an owner under Workshop, Instruments. What is asked here stands in /api/openapi.json.
import { randomUUID } from 'node:crypto'
import { createInterface } from 'node:readline'

const { BRENDIK_URL: url, BRENDIK_KEY: key, BRENDIK_INSTRUMENT: instrument = randomUUID() } = process.env
const label = process.argv[2] ?? 'Home-made logger'
if (!url || !key) {
  console.error('logger: expected BRENDIK_URL and BRENDIK_KEY')
  process.exit(2)
}
const EVERY_MS = 500
/** Batches that wait: about an hour of them. What is older is let go, and said. */
const MOST_WAITING = 7200

let readings = { atMs: [], levelMm: [] }
/** Batches on their way, oldest first. One keeps its id however often it is sent, so that none counts twice. */
const waiting = []

async function ask(method, path, body) {
  const answer = await fetch(`${url}/api/ingest${path}`, {
    method,
    headers: { authorization: `Bearer ${key}`, 'content-type': 'application/json' },
    ...(body ? { body: JSON.stringify(body) } : {}),
    signal: AbortSignal.timeout(10_000),
  })
  const said = await answer.json()
  if (answer.ok) return said
  // What is wrong with a batch does not get better by sending it again; a server that is away does.
  throw Object.assign(new Error(said.message), { forGood: answer.status < 500 && answer.status !== 429 })
}

async function step() {
  await ask('PUT', `/instruments/${instrument}`, { label, rateHz: 1000 / EVERY_MS })
  const { run } = await ask('GET', `/instruments/${instrument}/assignment`)
  const fresh = readings
  readings = { atMs: [], levelMm: [] }
  // While no run has chosen it, what it reads is for nobody.
  if (run && fresh.atMs.length > 0) waiting.push({ runId: run.runId, block: { id: randomUUID(), ...fresh } })
  if (waiting.length > MOST_WAITING)
    console.error(`logger: let go of ${waiting.splice(0, waiting.length - MOST_WAITING).length} batches`)
  while (waiting.length > 0) {
    const [{ runId, block }] = waiting
    await ask('POST', `/runs/${runId}/blocks`, { blocks: [block] }).catch((error) => {
      if (!error.forGood) throw error
      console.error(`logger: not taken: ${error.message}`)
    })
    waiting.shift()
  }
}

let ended = false
createInterface({ input: process.stdin })
  .on('line', (line) => {
    const levelMm = Number(line.replace(',', '.'))
    if (line.trim() === '' || !Number.isFinite(levelMm))
      return console.error(`logger: expected a level in mm, got ${line}`)
    readings.atMs.push(Date.now())
    readings.levelMm.push(levelMm)
  })
  .on('close', () => {
    ended = true
  })

for (;;) {
  const last = ended
  await step().catch((error) => console.error(`logger: ${error.message}; goes on trying`))
  if (last && waiting.length === 0) break
  await new Promise((resolve) => setTimeout(resolve, EVERY_MS))
}
