import { once } from 'node:events'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { familyDefaults, type IngestBlock, type RigFault, type RunPlan } from '@brendik/core'
import { afterEach, expect, it } from '@jest/globals'
import { runWasher } from '../src/washer.ts'

const plan: RunPlan = {
  kind: 'drain',
  machine: { ...familyDefaults('front-load'), label: 'made up' },
  site: { supplyKpa: { cold: null, hot: null }, standpipeHeightMm: 900, waterTempC: 15, portHeightMm: 160 },
  taps: [],
  throttled: false,
  hoseEndMm: 900,
  startLevelMm: 110,
  endLevelMm: null,
  laundry: 'none',
  laundryKg: 0,
}

/** A server that speaks only the ingest API, and fails as told. */
class FakeServer {
  readonly blocks = new Map<string, IngestBlock>()
  readonly announced: string[] = []
  run: { runId: string; plan: RunPlan; startedAtMs: number; stoppedAtMs: number | null } | null = null
  /** What to do with the next posts: 'refuse' stores nothing, 'forget' stores but answers with an error. */
  faults: ('refuse' | 'forget')[] = []
  posts = 0
  private readonly server: Server
  constructor() {
    this.server = createServer(async (request, response) => {
      let text = ''
      for await (const chunk of request) text += chunk
      const path = request.url ?? ''
      if (path.endsWith('/assignment')) return void response.end(JSON.stringify({ run: this.run }))
      if (request.method === 'PUT') {
        this.announced.push(JSON.parse(text).label)
        return void response.end('{}')
      }
      this.posts++
      const fault = this.faults.shift()
      if (fault !== 'refuse')
        for (const block of JSON.parse(text).blocks as IngestBlock[]) this.blocks.set(block.id, block)
      response.writeHead(fault ? 500 : 200).end('{}')
    })
  }
  async listen(): Promise<string> {
    this.server.listen(0, '127.0.0.1')
    await once(this.server, 'listening')
    return `http://127.0.0.1:${(this.server.address() as AddressInfo).port}`
  }
  close(): void {
    this.server.closeAllConnections()
    this.server.close()
  }
  readings(): { at: number; mm: number | null; flow: number | null }[] {
    return [...this.blocks.values()]
      .flatMap((block) =>
        block.atMs.map((at, i) => ({
          at,
          mm: block.levelMm?.[i] ?? null,
          flow: block.flowLMin?.[i] ?? null,
        })),
      )
      .sort((a, b) => a.at - b.at)
  }
}

let server = new FakeServer()
let stop = new AbortController()
async function start(fault: RigFault): Promise<Promise<void>> {
  server = new FakeServer()
  stop = new AbortController()
  const url = await server.listen()
  return runWasher({
    door: { server: url, key: 'k' },
    id: 'w',
    label: 'Washer',
    fault,
    rateHz: 10,
    seed: 3,
    signal: stop.signal,
  })
}
const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))
afterEach(() => {
  stop.abort()
  server.close()
})

it('announces itself, streams from the very start of the run, and ends with it', async () => {
  const done = start('none')
  await wait(600)
  expect(server.announced[0]).toBe('Washer')
  expect(server.readings()).toEqual([])
  // The run started two seconds before the washer hears of it.
  server.run = { runId: 'r', plan, startedAtMs: Date.now() - 2000, stoppedAtMs: null }
  await wait(2500)
  const streamed = server.readings()
  expect(streamed[0]?.at).toBe(Math.round(server.run.startedAtMs))
  expect(streamed.length).toBeGreaterThan(30)
  expect(Math.abs((streamed[0]?.mm ?? 0) - 110)).toBeLessThan(5)
  expect(streamed.at(-1)?.mm).toBeLessThan((streamed[0]?.mm ?? 0) - 4)
  server.run = { ...server.run, stoppedAtMs: Date.now() }
  await wait(1800)
  const posts = server.posts
  await wait(900)
  expect(server.posts).toBe(posts)
  stop.abort()
  await done
})
it('loses and doubles nothing when the server refuses, or stores and forgets to say so', async () => {
  const done = start('none')
  server.run = { runId: 'r', plan, startedAtMs: Date.now(), stoppedAtMs: null }
  server.faults = ['refuse', 'forget', 'refuse', 'forget']
  await wait(4500)
  const at = server.readings().map((reading) => reading.at)
  expect(new Set(at).size).toBe(at.length)
  const gaps = at.slice(1).map((t, i) => t - (at[i] as number))
  expect(Math.max(...gaps)).toBeLessThanOrEqual(101)
  expect(at.length).toBeGreaterThan(30)
  stop.abort()
  await done
})
it('shows in a fill what the meter sees, half of it with a restricted valve', async () => {
  const fill: RunPlan = { ...plan, kind: 'fill', taps: ['cold'], startLevelMm: 30 }
  const done = start('inlet-valve.restricted')
  server.run = { runId: 'r', plan: fill, startedAtMs: Date.now() - 5000, stoppedAtMs: null }
  await wait(1200)
  const flows = server.readings().map((reading) => reading.flow ?? 0)
  const mean = flows.reduce((sum, flow) => sum + flow, 0) / flows.length
  expect(mean).toBeGreaterThan(3.8)
  expect(mean).toBeLessThan(5)
  stop.abort()
  await done
})
