import { readFileSync } from 'node:fs'
import {
  type BlocksAnswer,
  familyDefaults,
  type RunAnswer,
  type RunEvent,
  type RunPlan,
  type VisitAnswer,
} from '@brendik/core'
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals'
import { startTestServer, type TestServer } from './testServer.ts'

let server: TestServer
const machineId = crypto.randomUUID()
const siteId = crypto.randomUUID()
const visitId = crypto.randomUUID()
const machine = {
  ...familyDefaults('front-load'),
  label: 'made up',
  pump: { shutoffHeadM: 2.4, freeFlowLMin: 34 },
}
const site = {
  supplyKpa: { cold: null, hot: null },
  standpipeHeightMm: 900,
  waterTempC: 15,
  portHeightMm: 160,
}
const zero = 1_790_000_000_000

beforeAll(async () => {
  server = await startTestServer()
  expect((await server.request('PUT', `/api/machines/${machineId}`, machine)).status).toBe(200)
  expect(
    (await server.request('PUT', `/api/sites/${siteId}`, { name: 'Made-up House', spec: site })).status,
  ).toBe(200)
  const visit = { machineId, siteId, dueAtMs: zero, complaint: 'slow' }
  expect((await server.request('PUT', `/api/visits/${visitId}`, visit)).status).toBe(200)
})
afterAll(() => server.close())

const plan: RunPlan = {
  kind: 'drain',
  machine,
  site,
  taps: [],
  throttled: false,
  hoseEndMm: 900,
  startLevelMm: 110,
  endLevelMm: null,
  laundry: 'none',
  laundryKg: 0,
}
const id = () => crypto.randomUUID()
function handDrain(mmPerS: number): RunEvent[] {
  const level = (s: number): RunEvent => ({
    type: 'levelRead',
    id: id(),
    atMs: zero + s * 1000,
    levelMm: 110 - mmPerS * s,
    by: 'ruler',
  })
  return [
    { type: 'planned', id: id(), atMs: zero - 1000, plan, instrumentId: null },
    { type: 'started', id: id(), atMs: zero },
    ...[1, 6, 11, 16, 21, 26].map(level),
    { type: 'marked', id: id(), atMs: zero + 60_000, what: 'air-drawn' },
    { type: 'stopped', id: id(), atMs: zero + 61_000 },
  ]
}
const send = (runId: string, events: RunEvent[]) =>
  server.request('POST', `/api/runs/${runId}/events`, { visitId, events })
const asked = async (runId: string) => (await server.request('GET', `/api/runs/${runId}`)).body as RunAnswer
/** The run once its verdict is made. */
async function open(runId: string): Promise<RunAnswer> {
  for (let tries = 0; tries < 200; tries++) {
    const answer = await asked(runId)
    if (!answer.pending) return answer
    await new Promise((wait) => setTimeout(wait, 50))
  }
  throw new Error(`run ${runId}: no verdict within 10 s`)
}
const blocksOf = async (runId: string, after = 0) =>
  (await server.request('GET', `/api/runs/${runId}/blocks?after=${after}`)).body as BlocksAnswer
const block = (from: number, count: number) => ({
  id: id(),
  atMs: Array.from({ length: count }, (_, i) => zero + (from + i) * 100),
  levelMm: Array.from({ length: count }, (_, i) => 110 - (from + i) * 0.15),
})

describe('facts of a run', () => {
  it('keeps a whole run with its verdict, and gives it back as it was sent', async () => {
    const runId = id()
    const events = handDrain(1.5)
    expect((await send(runId, events)).body).toEqual({ stored: 10, known: 0, refused: [] })
    const answer = await open(runId)
    expect(answer.events).toEqual(events)
    expect(answer.analysis?.verdict).toBe('slow')
    const visit = (await server.request('GET', `/api/visits/${visitId}`)).body as VisitAnswer
    expect(visit.runs.find((run) => run.id === runId)?.analysis?.verdict).toBe('slow')
  })
  it('keeps beside a run what lists show of it, as an older database gets it by its marks', async () => {
    const runId = id()
    const events = handDrain(1.5)
    const [, started] = events as [RunEvent, RunEvent]
    // Started, taken back, started again a moment later: the second start stands.
    const again = { type: 'started' as const, id: id(), atMs: zero + 1234 }
    await send(runId, [
      ...events.slice(0, 2),
      {
        type: 'withdrawn',
        id: id(),
        atMs: zero,
        targetId: started.id,
        why: 'false start',
        replacementId: null,
      },
      again,
      ...events.slice(2),
    ])
    const header = async () =>
      (
        await server.query(
          `select kind, plan, instrument_id, started_at, stopped_at from run where id = $1`,
          [runId],
        )
      ).rows[0]
    const kept = await header()
    expect(kept.started_at.getTime()).toBe(zero + 1234)
    expect(kept.plan.hoseEndMm).toBe(900)
    await server.query(`update run set plan = null, started_at = null, stopped_at = null where id = $1`, [
      runId,
    ])
    const migration = readFileSync(
      new URL('../src/db/migrations/0008_run_header.sql', import.meta.url),
      'utf8',
    )
    await server.query(/with standing as[\s\S]*?run_id = r\.id;/.exec(migration)?.[0] ?? '')
    expect(await header()).toEqual(kept)
  })
  it('is not moved by the same facts sent again, one by one, at once, and in portions', async () => {
    const runId = id()
    const events = handDrain(2)
    await send(runId, events)
    const before = await open(runId)
    const again = await Promise.all([
      send(runId, events),
      send(runId, events.slice(0, 4)),
      send(runId, events.slice(3)),
    ])
    for (const { body } of again) expect((body as { stored: number }).stored).toBe(0)
    expect(await open(runId)).toEqual(before)
  })
  it('stores a first sending once when two devices send it at the same instant', async () => {
    const runId = id()
    const events = handDrain(2)
    const answers = await Promise.all(Array.from({ length: 6 }, () => send(runId, events)))
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200, 200, 200, 200])
    expect(answers.reduce((sum, { body }) => sum + (body as { stored: number }).stored, 0)).toBe(10)
    expect((await open(runId)).events).toHaveLength(10)
  })
  it('keeps what was taken back, and judges without it', async () => {
    const runId = id()
    const events = handDrain(2.2)
    const wrong: RunEvent = { type: 'levelRead', id: id(), atMs: zero + 13_000, levelMm: 11, by: 'ruler' }
    const right: RunEvent = { ...wrong, id: id(), levelMm: 82 }
    await send(runId, [
      ...events.slice(0, -2),
      wrong,
      right,
      {
        type: 'withdrawn',
        id: id(),
        atMs: zero + 15_000,
        targetId: wrong.id,
        why: 'corrected',
        replacementId: right.id,
      },
      ...events.slice(-2),
    ])
    const answer = await open(runId)
    expect(answer.events.map((event) => event.id)).toContain(wrong.id)
    expect(answer.analysis?.usedReadings).toBe(7)
  })
  it('takes all but the entry that contradicts the run, and says which and why', async () => {
    const runId = id()
    const events = handDrain(2)
    const second: RunEvent = { type: 'started', id: id(), atMs: zero + 5000 }
    const { body } = await send(runId, [...events, second])
    expect(body).toMatchObject({
      stored: 10,
      known: 0,
      refused: [{ id: second.id, problem: 'The run is already running.' }],
    })
  })
  it('makes old verdicts anew when the program that computed them has changed', async () => {
    const runId = id()
    await send(runId, handDrain(1.5))
    await open(runId)
    await server.query(
      `update run_result set version = 0, analysis = jsonb_set(analysis, '{version}', '0') || '{"verdict":"within"}' where run_id = $1`,
      [runId],
    )
    expect((await open(runId)).analysis?.verdict).toBe('slow')
  })
  it('lets nobody edit or remove what was recorded', async () => {
    for (const table of ['reading_block', 'mark'])
      for (const change of [`update ${table} set seq = 1`, `delete from ${table}`])
        await expect(server.query(change)).rejects.toThrow(
          `${table} rows are append-only: a correction is a new row`,
        )
  })
  it('cannot tie a run to a visit of another workshop', async () => {
    const other = id()
    await server.query(`insert into workshop (id, name) values ($1, 'Other')`, [other])
    await expect(
      server.query(`insert into run (workshop_id, id, visit_id, kind) values ($1, $2, $3, 'drain')`, [
        other,
        id(),
        visitId,
      ]),
    ).rejects.toThrow('foreign key')
  })
})

describe('streams', () => {
  const instrumentId = id()
  const ingest = (runId: string, blocks: object[]) =>
    server.request('POST', `/api/ingest/runs/${runId}/blocks`, { blocks })
  const start = async () => {
    const runId = id()
    await server.request('PUT', `/api/ingest/instruments/${instrumentId}`, { label: 'Logger', rateHz: 10 })
    const events = handDrain(2).filter((event) => event.type === 'planned' || event.type === 'started')
    await send(
      runId,
      events.map((event) => (event.type === 'planned' ? { ...event, instrumentId } : event)),
    )
    return runId
  }
  it('offers an instrument its run, and the stop once it came', async () => {
    const runId = await start()
    const path = `/api/ingest/instruments/${instrumentId}/assignment`
    expect((await server.request('GET', path)).body).toMatchObject({
      run: { runId, startedAtMs: zero, stoppedAtMs: null },
    })
    await send(runId, [{ type: 'stopped', id: id(), atMs: zero + 9000 }])
    expect((await server.request('GET', path)).body).toMatchObject({ run: { stoppedAtMs: zero + 9000 } })
  })
  it('feeds a run from the logger that was chosen last, and from no other', async () => {
    const [first, second, runId] = [id(), id(), id()]
    for (const logger of [first, second])
      await server.request('PUT', `/api/ingest/instruments/${logger}`, { label: 'Logger', rateHz: 10 })
    const [planned, started] = handDrain(2) as [Extract<RunEvent, { type: 'planned' }>, RunEvent]
    await send(runId, [{ ...planned, instrumentId: first }])
    const other = { ...planned, id: id(), instrumentId: second, plan: { ...planned.plan, hoseEndMm: 640 } }
    await send(runId, [other, started])
    const assigned = async (logger: string) =>
      (await server.request('GET', `/api/ingest/instruments/${logger}/assignment`)).body
    expect(await assigned(first)).toEqual({ run: null })
    expect(await assigned(second)).toMatchObject({ run: { runId, plan: { hoseEndMm: 640 } } })
    const visit = (await server.request('GET', `/api/visits/${visitId}`)).body as VisitAnswer
    expect(visit.runs.find((run) => run.id === runId)).toMatchObject({ hoseEndMm: 640, stoppedAtMs: null })
  })
  it('stores a batch once however often it comes, and refuses another under its id', async () => {
    const runId = await start()
    const batch = block(0, 50)
    const answers = await Promise.all([
      ingest(runId, [batch]),
      ingest(runId, [batch]),
      ingest(runId, [batch]),
    ])
    expect(answers.reduce((sum, { body }) => sum + (body as { stored: number }).stored, 0)).toBe(1)
    const { status, body } = await ingest(runId, [{ ...batch, levelMm: batch.levelMm.map((mm) => mm + 1) }])
    expect([status, (body as { code: string }).code]).toEqual([409, 'batch_differs'])
    expect((await blocksOf(runId)).blocks).toHaveLength(1)
    expect((await blocksOf(runId)).blocks[0]?.levelMm[7]).toBeCloseTo(batch.levelMm[7] as number, 3)
  })
  it('changes the kept verdict when the rest of a stream arrives after the stop', async () => {
    const runId = await start()
    await ingest(runId, [block(0, 20)])
    await send(runId, [{ type: 'stopped', id: id(), atMs: zero + 60_000 }])
    const early = (await open(runId)).analysis
    await ingest(runId, [block(20, 300), block(320, 280)])
    const late = (await open(runId)).analysis
    expect(late?.usedReadings).toBeGreaterThan((early?.usedReadings ?? 0) + 400)
    expect(late?.verdict).toBe('slow')
  })
  it('reaches a screen that watches through another server process on the same database', async () => {
    const runId = await start()
    const elsewhere = await server.another()
    const watcher = new AbortController()
    const response = await fetch(`${elsewhere}/api/runs/${runId}/live`, {
      signal: watcher.signal,
      headers: server.home.headers,
    })
    const reader = (response.body as ReadableStream<Uint8Array>).getReader()
    const batch = block(0, 5)
    await ingest(runId, [batch])
    let text = ''
    while (!text.includes('"blocks"')) text += new TextDecoder().decode((await reader.read()).value)
    watcher.abort()
    expect(text).toContain(batch.id)
  })
  it('does not know a run that was never planned', async () => {
    const { status, body } = await ingest(id(), [block(0, 3)])
    expect([status, body]).toEqual([
      404,
      { code: 'run_not_found', message: expect.stringMatching(/not found; send its plan first$/) },
    ])
  })
})

describe('bad input', () => {
  it.each<[string, string, string, unknown, number, RegExp]>([
    [
      'a tub no machine has',
      'PUT',
      `/api/machines/${machineId}`,
      { ...machine, tub: { ...machine.tub, diameterMm: 20 } },
      400,
      /^tub\.diameterMm: expected 200 to 1200 mm, got 20 mm$/,
    ],
    [
      'a machine without a name',
      'PUT',
      `/api/machines/${machineId}`,
      { ...machine, label: ' ' },
      400,
      /^label: expected a name for the machine$/,
    ],
    ['an id that is none', 'GET', '/api/runs/7', undefined, 400, /^expected a UUID, got "7"$/],
    ['a run nobody knows', 'GET', `/api/runs/${id()}`, undefined, 404, /not found; send its plan first$/],
    ['broken JSON', 'PUT', `/api/machines/${machineId}`, '{"label":', 400, /^body: expected JSON/],
    [
      'a visit to a machine nobody entered',
      'PUT',
      `/api/visits/${id()}`,
      { machineId: id(), siteId, dueAtMs: 0, complaint: '' },
      409,
      /machine/,
    ],
    [
      'columns of unequal length',
      'POST',
      `/api/ingest/runs/${id()}/blocks`,
      { blocks: [{ ...block(0, 3), levelMm: [1] }] },
      400,
      /^blocks\.0: expected columns as long as atMs$/,
    ],
    [
      'a level no tub has',
      'POST',
      `/api/ingest/runs/${id()}/blocks`,
      { blocks: [{ ...block(0, 1), levelMm: [9999] }] },
      400,
      /levelMm\.0: expected -300 to 1500 mm, got 9999 mm$/,
    ],
    ['no such address', 'GET', '/api/nowhere', undefined, 404, /^GET \/api\/nowhere: no such address$/],
  ])('answers %s with a sentence', async (_what, method, path, body, status, message) => {
    const answer = await server.request(method, path, body)
    expect(answer.status).toBe(status)
    expect((answer.body as { message: string }).message).toMatch(message)
  })
})

it('publishes the visit file’s JSON Schema', async () => {
  const { body } = await server.request('GET', '/api/visit-file.schema.json')
  expect(body).toMatchObject({
    title: 'brendik-visit/1',
    required: expect.arrayContaining(['format', 'machine']),
  })
})
