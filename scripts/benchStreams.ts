import { type ChildProcess, spawn } from 'node:child_process'
import { once } from 'node:events'
import { readFileSync } from 'node:fs'
import { connect, type Socket } from 'node:net'
import type { RunPlan } from '@brendik/core'
import { newToken, tokenHash } from '../apps/server/src/door/secrets.ts'
import { freePort } from '../e2e/freePort.ts'
import { type BenchWorld, type Figure, withBenchDatabase } from './benchStore.ts'

/** One screen's limit is 24 runs, so the viewers are several people. */
const RUNS_OF_ONE = 20

/**
 * Loggers at ten readings a second, each watched by a screen, beside screens that do not read, on a server of its own; halfway a hold of 15,000
 * bursty readings is stopped.
 */
export async function streaming(
  plan: RunPlan,
  streams: number,
  dead: number,
  seconds: number,
): Promise<Figure[]> {
  return withBenchDatabase(async (world) => {
    const port = await freePort()
    const server = spawn(process.execPath, ['apps/server/dist/main.mjs'], {
      env: {
        ...process.env,
        DATABASE_URL: world.ownerUrl,
        SERVER_DATABASE_URL: world.url,
        PORT: String(port),
        LOG_FILE: '/dev/null',
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    })
    await once(server.stdout as NodeJS.ReadableStream, 'data')
    try {
      return await measure(world, server, `http://127.0.0.1:${port}`, plan, streams, dead, seconds)
    } finally {
      server.kill('SIGKILL')
    }
  })
}

async function measure(
  { db, actor, database }: BenchWorld,
  server: ChildProcess,
  url: string,
  plan: RunPlan,
  streams: number,
  dead: number,
  seconds: number,
): Promise<Figure[]> {
  const { workshopId } = actor
  const key = newToken()
  await db.run('upsertInstrumentKey', [workshopId, crypto.randomUUID(), 'bench', tokenHash(key)])
  const cookies: string[] = []
  for (let i = 0; i * RUNS_OF_ONE < streams + dead; i++) {
    const [technicianId, cookie] = [crypto.randomUUID(), newToken()]
    await database.door.run('upsertTechnician', [
      workshopId,
      technicianId,
      `viewer ${i}`,
      null,
      null,
      'technician',
    ])
    await database.door.run('insertSession', [tokenHash(cookie), workshopId, technicianId, 1, ''])
    cookies.push(`brendik_session=${cookie}`)
  }
  const cookieOf = (i: number) => cookies[Math.floor(i / RUNS_OF_ONE)] as string
  const ask = async (method: string, path: string, body?: unknown, i = 0): Promise<Response> => {
    const response = await fetch(`${url}/api${path}`, {
      method,
      headers: { cookie: cookieOf(i), authorization: `Bearer ${key}`, 'content-type': 'application/json' },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    })
    if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${await response.text()}`)
    return response
  }
  const [machineId, siteId, visitId] = [crypto.randomUUID(), crypto.randomUUID(), crypto.randomUUID()]
  await ask('PUT', `/machines/${machineId}`, plan.machine)
  await ask('PUT', `/sites/${siteId}`, { name: 'bench', spec: plan.site })
  await ask('PUT', `/visits/${visitId}`, { machineId, siteId, dueAtMs: Date.now(), complaint: '' })
  const startRun = async (): Promise<string> => {
    const runId = crypto.randomUUID()
    const events = [
      { type: 'planned', id: crypto.randomUUID(), atMs: Date.now(), plan, instrumentId: null },
      { type: 'started', id: crypto.randomUUID(), atMs: Date.now() },
    ]
    await ask('POST', `/runs/${runId}/events`, { visitId, events })
    return runId
  }
  const runs: string[] = []
  for (let i = 0; i < streams; i++) runs.push(await startRun())

  const stop = new AbortController()
  const latencies: number[] = []
  const seen = runs.map(() => new Set<string>())
  const watch = async (i: number): Promise<void> => {
    let upTo = '0'
    while (!stop.signal.aborted)
      try {
        const response = await fetch(`${url}/api/runs/${runs[i]}/live`, {
          headers: { cookie: cookieOf(i), 'last-event-id': upTo },
          signal: stop.signal,
        })
        let text = ''
        const decoder = new TextDecoder()
        for await (const part of response.body as unknown as AsyncIterable<Uint8Array>) {
          text += decoder.decode(part, { stream: true })
          const messages = text.split('\n\n')
          text = messages.pop() as string
          for (const message of messages) {
            const data = /^data: (.*)$/m.exec(message)?.[1]
            if (!data?.includes('"blocks"')) continue
            for (const block of (JSON.parse(data) as { blocks: { id: string; atMs: number[] }[] }).blocks) {
              if (seen[i]?.has(block.id)) continue
              seen[i]?.add(block.id)
              latencies.push(Date.now() - (block.atMs.at(-1) as number))
            }
            upTo = /^id: (\d+)$/m.exec(message)?.[1] ?? upTo
          }
        }
      } catch {}
  }
  const watching = runs.map((_, i) => watch(i))
  const sockets: Socket[] = []
  for (let i = 0; i < dead; i++) {
    const { hostname, port } = new URL(url)
    const socket = connect(Number(port), hostname)
    socket.on('error', () => {})
    socket.pause()
    socket.write(
      `GET /api/runs/${runs[i % streams]}/live HTTP/1.1\r\nhost: ${hostname}:${port}\r\ncookie: ${cookieOf(streams + i)}\r\n\r\n`,
    )
    sockets.push(socket)
  }

  let sent = 0
  const until = Date.now() + seconds * 1000
  const feed = async (i: number): Promise<void> => {
    await new Promise((wait) => setTimeout(wait, (1000 * i) / streams))
    for (let n = 0; Date.now() < until; n++) {
      const from = Date.now()
      const atMs = Array.from({ length: 10 }, (_, k) => from - 900 + 100 * k)
      const block = { id: crypto.randomUUID(), atMs, levelMm: atMs.map(() => 120 - 0.01 * n) }
      await ask('POST', `/ingest/runs/${runs[i]}/blocks`, { blocks: [block] })
      sent++
      await new Promise((wait) => setTimeout(wait, Math.max(0, from + 1000 - Date.now())))
    }
  }
  /** A request that has nothing to do with any of it, over and over; how long it took while the hold is analysed is what counts. */
  const asked: { atMs: number; tookMs: number }[] = []
  const probe = async (): Promise<void> => {
    while (Date.now() < until) {
      const from = performance.now()
      await ask('GET', `/machines/${machineId}`)
      asked.push({ atMs: Date.now(), tookMs: performance.now() - from })
      await new Promise((wait) => setTimeout(wait, 20))
    }
  }
  let stoppedAtMs = 0
  const hold = async (): Promise<void> => {
    await new Promise((wait) => setTimeout(wait, 300 * seconds))
    const runId = await startRun()
    const zero = Date.now()
    for (let b = 0; b < 15; b++) {
      const atMs = Array.from(
        { length: 1000 },
        (_, k) => zero + Math.floor((b * 1000 + k) / 60) * 14_000 + (k % 60),
      )
      const levelMm = atMs.map((_, k) => 120 - 0.002 * (b * 1000 + k) + (k % 7) / 5)
      const blocks = [{ id: crypto.randomUUID(), atMs, levelMm, rulerMm: levelMm }]
      await ask('POST', `/ingest/runs/${runId}/blocks`, { blocks })
    }
    stoppedAtMs = Date.now()
    const events = [{ type: 'stopped', id: crypto.randomUUID(), atMs: zero + 3_600_000 }]
    await ask('POST', `/runs/${runId}/events`, { visitId, events })
  }
  await Promise.all([...runs.map((_, i) => feed(i)), probe(), hold()])
  await new Promise((wait) => setTimeout(wait, 3000))
  stop.abort()
  await Promise.all(watching)
  for (const socket of sockets) socket.destroy()
  const slowest = (fromMs: number) =>
    asked.reduce(
      (most, { atMs, tookMs }) => (atMs >= fromMs && atMs < fromMs + 5000 ? Math.max(most, tookMs) : most),
      0,
    )
  // As long before the readings of the hold came: what the streams alone do to a request.
  const [quiet, busy] = [slowest(stoppedAtMs - 10_000), slowest(stoppedAtMs)]
  latencies.sort((a, b) => a - b)
  asked.sort((a, b) => a.tookMs - b.tookMs)
  const got = seen.reduce((sum, ids) => sum + ids.size, 0)
  const of = `${streams} streams, ${streams} viewers, ${dead} dead ones, ${seconds} s`
  return [
    { name: `blocks missing on a screen: ${of}`, value: sent - got, unit: `of ${sent}`, limit: 0 },
    {
      name: 'live, 95 of 100 blocks on the screen within',
      value: latencies[Math.floor(latencies.length * 0.95)] ?? -1,
      unit: 'ms',
      limit: 1000,
    },
    { name: 'live, half of the blocks within', value: latencies[latencies.length >> 1] ?? -1, unit: 'ms' },
    { name: 'server memory at its most', value: peakMb(server), unit: 'MB', limit: 400 },
    { name: 'another request, median', value: asked[asked.length >> 1]?.tookMs ?? -1, unit: 'ms' },
    { name: 'the slowest in five seconds of streams alone', value: quiet, unit: 'ms' },
    {
      name: 'the slowest while 15,000 bursty readings are analysed',
      value: busy,
      unit: 'ms',
      limit: 100 + quiet,
    },
  ]
}

function peakMb(server: ChildProcess): number {
  const status = readFileSync(`/proc/${server.pid}/status`, 'utf8')
  return Number(/VmHWM:\s+(\d+)/.exec(status)?.[1]) / 1024
}
