import { once } from 'node:events'
import { connect } from 'node:net'
import { type BlocksAnswer, familyDefaults, type RunPlan } from '@brendik/core'
import { afterAll, beforeAll, expect, it } from '@jest/globals'
import { startTestServer, type TestServer } from './testServer.ts'

let server: TestServer
const [machineId, siteId, visitId] = [crypto.randomUUID(), crypto.randomUUID(), crypto.randomUUID()]
const machine = { ...familyDefaults('front-load'), label: 'made up' }
const site = {
  supplyKpa: { cold: null, hot: null },
  standpipeHeightMm: null,
  waterTempC: 15,
  portHeightMm: null,
}
const zero = 1_790_000_000_000
const plan: RunPlan = {
  kind: 'hold',
  machine,
  site,
  taps: [],
  throttled: false,
  hoseEndMm: null,
  startLevelMm: 110,
  endLevelMm: null,
  laundry: 'none',
  laundryKg: 0,
}
beforeAll(async () => {
  server = await startTestServer({}, { pace: { heartbeatMs: 3000, behindMs: 2000 } })
  await server.request('PUT', `/api/machines/${machineId}`, machine)
  await server.request('PUT', `/api/sites/${siteId}`, { name: 'Made-up House', spec: site })
  await server.request('PUT', `/api/visits/${visitId}`, { machineId, siteId, dueAtMs: zero, complaint: '' })
})
/** Closed whatever becomes of their test: a screen comes back for ever. */
const screens: { close: () => Promise<void> }[] = []
afterAll(async () => {
  await Promise.all(screens.map((one) => one.close()))
  await server.close()
})

const id = () => crypto.randomUUID()
const send = (runId: string, events: object[]) =>
  server.request('POST', `/api/runs/${runId}/events`, { visitId, events })
async function startedRun(): Promise<string> {
  const runId = id()
  await send(runId, [
    { type: 'planned', id: id(), atMs: zero, plan, instrumentId: null },
    { type: 'started', id: id(), atMs: zero },
  ])
  return runId
}
const block = (n: number, readings = 5) => ({
  id: id(),
  atMs: Array.from({ length: readings }, (_, i) => zero + (n * readings + i) * 100),
  levelMm: Array.from({ length: readings }, () => n),
})
const ingest = async (runId: string, blocks: object[]) => {
  // The database may be away for a moment in some of these tests: an instrument sends again.
  for (let tries = 0; ; tries++) {
    const { status } = await server.request('POST', `/api/ingest/runs/${runId}/blocks`, { blocks })
    if (status === 200 || tries > 20) return expect(status).toBe(200)
    await wait(50)
  }
}
const wait = (ms: number) => new Promise((done) => setTimeout(done, ms))
async function until(what: string, is: () => boolean | Promise<boolean>, seconds = 10): Promise<void> {
  for (let tries = 0; tries < seconds * 40; tries++) {
    if (await is()) return
    await wait(25)
  }
  throw new Error(`${what}: not within ${seconds} s`)
}

/** A screen that watches a run as a browser does: it comes back by itself and says how far it got. */
function screen(runId: string, url = server.url) {
  const levels: number[] = []
  let [upTo, facts, connections, closed] = ['0', 0, 0, false]
  let cut = new AbortController()
  const follow = async () => {
    while (!closed) {
      cut = new AbortController()
      try {
        const response = await fetch(`${url}/api/runs/${runId}/live`, {
          headers: { ...server.home.headers, 'last-event-id': upTo },
          signal: cut.signal,
        })
        connections++
        let text = ''
        for await (const part of response.body as unknown as AsyncIterable<Uint8Array>) {
          text += new TextDecoder().decode(part)
          const messages = text.split('\n\n')
          text = messages.pop() as string
          for (const message of messages) {
            const data = /^data: (.*)$/m.exec(message)?.[1]
            if (!data) continue
            const said = JSON.parse(data) as { type: string; blocks: { levelMm: number[] }[] }
            if (said.type === 'facts') facts++
            else levels.push(...said.blocks.map((one) => one.levelMm[0] as number))
            upTo = /^id: (\d+)$/m.exec(message)?.[1] ?? upTo
          }
        }
      } catch {}
      if (!closed) await wait(50)
    }
  }
  const following = follow()
  const own = {
    levels,
    facts: () => facts,
    connections: () => connections,
    cut: () => cut.abort(),
    close: async () => {
      closed = true
      cut.abort()
      await following
    },
  }
  screens.push(own)
  return own
}
const numbers = (count: number) => Array.from({ length: count }, (_, i) => i)

it('shows every block once and in order, though the screen and the database’s connections are cut meanwhile', async () => {
  const runId = await startedRun()
  const here = screen(runId)
  const elsewhere = screen(runId, await server.another())
  for (const n of numbers(60)) {
    await ingest(runId, [block(n)])
    if (n % 17 === 8) await server.cutConnections()
    if (n % 13 === 5) here.cut()
  }
  await until('all blocks', () => here.levels.length >= 60 && elsewhere.levels.length >= 60)
  expect(here.levels).toEqual(numbers(60))
  expect(elsewhere.levels).toEqual(numbers(60))
  expect(here.connections()).toBeGreaterThan(3)
  await Promise.all([here.close(), elsewhere.close()])
})
it('tells a screen of facts made elsewhere, also of those made while the notice could not arrive', async () => {
  const runId = await startedRun()
  const seen = screen(runId)
  await until('the facts at the start', () => seen.facts() > 0)
  const before = seen.facts()
  await send(runId, [{ type: 'marked', id: id(), atMs: zero + 5, what: 'leak-seen' }])
  await until('the mark', () => seen.facts() > before)
  await seen.close()
})
it('lets go of a screen that does not read, after a page or so more than the machine’s own buffers take', async () => {
  const runId = await startedRun()
  // 16 MB as they are sent.
  for (const n of numbers(30)) await ingest(runId, [block(n, 20_000)])
  const { hostname, port } = new URL(server.url)
  const dead = await Promise.all(
    numbers(3).map(async () => {
      const socket = connect(Number(port), hostname)
      socket.on('error', () => {})
      await once(socket, 'connect')
      socket.pause()
      socket.write(
        `GET /api/runs/${runId}/live HTTP/1.1\r\nhost: ${hostname}:${port}\r\ncookie: ${server.home.headers.cookie}\r\n\r\n`,
      )
      return socket
    }),
  )
  try {
    // So long a screen may take to read a page, and some more to get as far as that.
    await wait(9000)
    await Promise.all(
      dead.map(async (socket) => {
        const gone = once(socket, 'close')
        socket.resume()
        await gone
        expect(socket.bytesRead).toBeLessThan(8e6)
      }),
    )
  } finally {
    for (const socket of dead) socket.destroy()
  }
}, 60_000)
it('ends a stream whose watcher has signed out elsewhere, and refuses a person far too many of them', async () => {
  const runId = await startedRun()
  const guest = await server.enter('Guest', server.home.workshopId)
  const stops = new AbortController()
  const open = () =>
    fetch(`${server.url}/api/runs/${runId}/live`, { headers: guest.headers, signal: stops.signal })
  const all = await Promise.all(numbers(24).map(open))
  expect(all.map(({ status }) => status)).toEqual(numbers(24).map(() => 200))
  const refused = await open()
  expect([refused.status, ((await refused.json()) as { code: string }).code]).toEqual([429, 'too_many'])
  // Whatever comes of it, none of them stays open.
  screens.push({ close: async () => stops.abort() })
  await guest.request('DELETE', '/api/session')
  const [first] = all as [Response]
  const ended = (async () => {
    for await (const _ of first.body as unknown as AsyncIterable<Uint8Array>);
  })().then(
    () => 'ended',
    () => 'ended',
  )
  expect(await ended).toBe('ended')
  stops.abort()
}, 30_000)
it('keeps nothing of screens that were gone again before they were let in', async () => {
  const runId = await startedRun()
  const hasty = await server.enter('Hasty', server.home.workshopId)
  const { hostname, port } = new URL(server.url)
  await Promise.all(
    numbers(60).map(async (i) => {
      const socket = connect(Number(port), hostname)
      await once(socket, 'connect')
      socket.write(
        `GET /api/runs/${runId}/live HTTP/1.1\r\nhost: ${hostname}:${port}\r\ncookie: ${hasty.headers.cookie}\r\n\r\n`,
      )
      await wait(i % 10)
      socket.destroy()
    }),
  )
  // Until the door has looked all of them up.
  await wait(2500)
  const stop = new AbortController()
  screens.push({ close: async () => stop.abort() })
  const { status } = await fetch(`${server.url}/api/runs/${runId}/live`, {
    headers: hasty.headers,
    signal: stop.signal,
  })
  stop.abort()
  expect(status).toBe(200)
})
it('hands out ten hours at ten readings a second in pages', async () => {
  const runId = await startedRun()
  for (let n = 0; n < 360; n += 20)
    await ingest(
      runId,
      numbers(20).map((i) => block(n + i, 1000)),
    )
  let [after, pages, readings] = [0, 0, 0]
  for (let more = true; more; pages++) {
    const path = `/api/runs/${runId}/blocks?after=${after}`
    const page = (await server.request('GET', path)).body as BlocksAnswer
    const inPage = page.blocks.reduce((sum, one) => sum + one.atMs.length, 0)
    expect(inPage).toBeLessThanOrEqual(20_000)
    readings += inPage
    ;({ upTo: after, more } = page)
  }
  expect(readings).toBe(360_000)
  expect(pages).toBeGreaterThan(17)
}, 60_000)
it('reads nobody’s megabytes before it knows who sends them', async () => {
  const long = JSON.stringify({ email: 'x'.repeat(20_000), password: 'y' })
  const at = async (path: string) => (await server.ask({}, 'POST', path, long)).status
  expect(await at('/api/session')).toBe(413)
  expect(await at(`/api/runs/${id()}/events`)).toBe(401)
  // Not even that it is no JSON is found out.
  expect((await server.ask({}, 'POST', `/api/ingest/runs/${id()}/blocks`, '{')).status).toBe(401)
})
