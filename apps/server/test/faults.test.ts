import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { request } from 'node:http'
import { createServer } from 'node:net'
import { familyDefaults, type RunPlan } from '@brendik/core'
import { afterAll, beforeAll, expect, it } from '@jest/globals'
import pino from 'pino'
import { createApp } from '../src/app.ts'
import { openDatabase } from '../src/db/database.ts'
import { USUAL_LIMITS } from '../src/door/limits.ts'
import { errorHandler } from '../src/errors/errorHandler.ts'
import { startTestServer, type TestServer } from './testServer.ts'

let server: TestServer
beforeAll(async () => {
  server = await startTestServer()
})
afterAll(() => server.close())
const id = () => crypto.randomUUID()
const zero = 1_790_000_000_000

async function startedRun(): Promise<string> {
  const [machineId, siteId, visitId, runId] = [id(), id(), id(), id()]
  const machine = { ...familyDefaults('front-load'), label: 'made up' }
  const site = {
    supplyKpa: { cold: null, hot: null },
    standpipeHeightMm: null,
    waterTempC: 15,
    portHeightMm: null,
  }
  await server.request('PUT', `/api/machines/${machineId}`, machine)
  await server.request('PUT', `/api/sites/${siteId}`, { name: 'Made-up House', spec: site })
  await server.request('PUT', `/api/visits/${visitId}`, { machineId, siteId, dueAtMs: zero, complaint: '' })
  const plan: RunPlan = {
    kind: 'drain',
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
  const events = [
    { type: 'planned', id: id(), atMs: zero, plan, instrumentId: null },
    { type: 'started', id: id(), atMs: zero },
  ]
  expect((await server.request('POST', `/api/runs/${runId}/events`, { visitId, events })).status).toBe(200)
  return runId
}
async function freePort(): Promise<number> {
  const probe = createServer().listen(0, '127.0.0.1')
  await once(probe, 'listening')
  const address = probe.address()
  probe.close()
  return typeof address === 'object' && address ? address.port : 0
}
const oneBlock = () => ({ blocks: [{ id: id(), atMs: [zero + 1000], levelMm: [99] }] })

it('goes on after every database connection was cut', async () => {
  const runId = await startedRun()
  await server.cutConnections()
  // The first request may find its connection dead and is told so; a sender sends again, and nothing is stored twice.
  const body = oneBlock()
  const statuses: number[] = []
  for (let i = 0; i < 20 && statuses.at(-1) !== 200; i++)
    statuses.push((await server.request('POST', `/api/ingest/runs/${runId}/blocks`, body)).status)
  expect(statuses.every((status) => status === 200 || status === 503)).toBe(true)
  expect(statuses.at(-1)).toBe(200)
  const { rows } = await server.query('select count(*)::int as n from reading_block where run_id = $1', [
    runId,
  ])
  expect(rows[0].n).toBe(1)
})
it('survives a connection that dies under a transaction in flight, again and again', async () => {
  const runId = await startedRun()
  const sendings = Array.from({ length: 40 }, () =>
    server.request('POST', `/api/ingest/runs/${runId}/blocks`, oneBlock()),
  )
  for (let i = 0; i < 5; i++) {
    await server.cutConnections()
    await new Promise((resolve) => setTimeout(resolve, 15))
  }
  const statuses = (await Promise.all(sendings)).map(({ status }) => status)
  expect(statuses.every((status) => status === 200 || status === 503)).toBe(true)
  // Dead connections are found one by one; the server is the same process and answers again.
  const body = oneBlock()
  let status = 0
  for (let i = 0; i < 20 && status !== 200; i++)
    status = (await server.request('POST', `/api/ingest/runs/${runId}/blocks`, body)).status
  expect(status).toBe(200)
})
it('says that the database is away instead of hanging or hiding it', async () => {
  const db = openDatabase('postgres://postgres@127.0.0.1:1/nothing')
  const app = await createApp({
    db,
    log: pino({ level: 'silent' }),
    door: { demo: false, openSignUp: false, limits: USUAL_LIMITS },
    webDir: null,
  })
  const listening = app.listen(0, '127.0.0.1')
  await new Promise((resolve) => listening.once('listening', resolve))
  const address = listening.address()
  const port = typeof address === 'object' && address ? address.port : 0
  const response = await fetch(`http://127.0.0.1:${port}/api/machines`, { headers: server.home.headers })
  expect([response.status, await response.json()]).toEqual([
    503,
    {
      code: 'database_away',
      message: 'the database cannot be reached; what is on this device stays there and is sent later',
      told: expect.stringContaining('error.database-away'),
    },
  ])
  const health = await fetch(`http://127.0.0.1:${port}/api/health`)
  expect([health.status, await health.json()]).toEqual([503, { ok: false, down: ['database'] }])
  listening.closeAllConnections()
  listening.close()
  await db.close()
})
it.each([
  ['a NUL', `/api/customers/${id()}`, { name: 'Made\0up', phone: '', note: '' }, /^name: expected text/],
  [
    'half a character',
    `/api/customers/${id()}`,
    { name: 'Up', phone: '', note: 'x\ud83d' },
    /^note: expected/,
  ],
  [
    'a NUL deep in a record',
    `/api/machines/${id()}`,
    { ...familyDefaults('front-load'), label: 'x', tub: { note: '\0' } },
    /^tub\.note: expected text/,
  ],
  [
    'an address that cannot be decoded',
    '/api/customers/%E0%A4%A',
    { name: 'Up', phone: '', note: '' },
    /decode/,
  ],
] as const)('answers %s with a 400 that says where', async (_what, path, body, says) => {
  const { status, body: answer } = await server.request('PUT', path, body)
  expect(status).toBe(400)
  expect((answer as { message: string }).message).toMatch(says)
})
it('says of a value that the database cannot take that it is one, and of a full disk that it waits', () => {
  const answered = (error: unknown) => {
    const sent: unknown[] = []
    const response = {
      headersSent: false,
      status: (status: number) => ({ json: (body: { code: string }) => sent.push(status, body.code) }),
    }
    errorHandler(error, {} as never, response as never, () => {})
    return sent
  }
  const withCode = (code: string) => Object.assign(new Error('made up'), { code })
  expect(answered(withCode('22003'))).toEqual([400, 'input_invalid'])
  expect(answered(withCode('23514'))).toEqual([400, 'input_invalid'])
  expect(answered(withCode('53100'))).toEqual([503, 'no_room'])
  expect(answered(withCode('XX000'))).toEqual([500, 'internal'])
})
it('answers what is under way when it is told to stop', async () => {
  const port = await freePort()
  const child = spawn(process.execPath, ['--import', 'tsx', 'apps/server/src/main.ts'], {
    env: {
      ...process.env,
      DATABASE_URL: server.databaseUrl,
      SERVER_DATABASE_URL: server.serverUrl,
      PORT: String(port),
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  await once(child.stdout, 'data')
  // The server says "continue" once it has begun with a request; a password then takes long to check.
  const body = () => JSON.stringify({ email: `${id()}@test.example`, password: 'a long enough one' })
  const begun = await Promise.all(
    Array.from({ length: 6 }, async () => {
      const headers = { 'content-type': 'application/json', expect: '100-continue' }
      const asked = request({ host: '127.0.0.1', port, path: '/api/session', method: 'POST', headers })
      const answer = once(asked, 'response').then(
        ([response]) => response.resume().statusCode as number,
        (error: Error) => error.message,
      )
      asked.flushHeaders()
      await once(asked, 'continue')
      return { asked, answer }
    }),
  )
  for (const { asked } of begun) asked.end(body())
  child.kill('SIGTERM')
  expect(await Promise.all(begun.map(({ answer }) => answer))).toEqual(begun.map(() => 401))
  await once(child, 'exit')
})
it('rolls a batch back as a whole when one of its blocks is refused', async () => {
  const runId = await startedRun()
  const known = oneBlock().blocks[0] as { id: string; atMs: number[]; levelMm: number[] }
  await server.request('POST', `/api/ingest/runs/${runId}/blocks`, { blocks: [known] })
  const fresh = oneBlock().blocks[0]
  const answer = await server.request('POST', `/api/ingest/runs/${runId}/blocks`, {
    blocks: [fresh, { ...known, levelMm: [1] }],
  })
  expect(answer.status).toBe(409)
  const { rows } = await server.query('select count(*)::int as n from reading_block where run_id = $1', [
    runId,
  ])
  expect(rows[0].n).toBe(1)
})
it('takes the same batch twice in one sending, and refuses two that only share an id', async () => {
  const runId = await startedRun()
  const one = oneBlock().blocks[0] as { id: string; atMs: number[]; levelMm: number[] }
  const twice = await server.request('POST', `/api/ingest/runs/${runId}/blocks`, { blocks: [one, one] })
  expect(twice.body).toEqual({ stored: 1, known: 1 })
  const two = oneBlock().blocks[0] as typeof one
  const clash = await server.request('POST', `/api/ingest/runs/${runId}/blocks`, {
    blocks: [two, { ...two, levelMm: [5] }],
  })
  expect(clash.status).toBe(409)
})
