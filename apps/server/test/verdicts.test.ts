import { familyDefaults, type RunAnswer, type RunEvent, type RunPlan } from '@brendik/core'
import { afterAll, beforeAll, expect, it } from '@jest/globals'
import pg from 'pg'
import { openDatabase } from '../src/db/database.ts'
import { makeVerdicts } from '../src/runs/analysis/makeVerdicts.ts'
import { startTestServer, type TestServer } from './testServer.ts'

// No thread makes verdicts here: each test says when.
let server: TestServer
const [machineId, siteId, visitId] = [crypto.randomUUID(), crypto.randomUUID(), crypto.randomUUID()]
const machine = { ...familyDefaults('front-load'), label: 'made up' }
const site = {
  supplyKpa: { cold: null, hot: null },
  standpipeHeightMm: 900,
  waterTempC: 15,
  portHeightMm: 160,
}
const zero = 1_790_000_000_000
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
beforeAll(async () => {
  server = await startTestServer({}, { verdicts: false })
  await server.request('PUT', `/api/machines/${machineId}`, machine)
  await server.request('PUT', `/api/sites/${siteId}`, { name: 'Made-up House', spec: site })
  await server.request('PUT', `/api/visits/${visitId}`, { machineId, siteId, dueAtMs: zero, complaint: '' })
})
afterAll(() => server.close())

const id = () => crypto.randomUUID()
const stop = (): RunEvent => ({ type: 'stopped', id: id(), atMs: zero + 61_000 })
const drain = (): RunEvent[] => [
  { type: 'planned', id: id(), atMs: zero - 1000, plan, instrumentId: null },
  { type: 'started', id: id(), atMs: zero },
  ...[1, 6, 11, 16, 21, 26].map(
    (s): RunEvent => ({
      type: 'levelRead',
      id: id(),
      atMs: zero + s * 1000,
      levelMm: 110 - 1.5 * s,
      by: 'ruler',
    }),
  ),
  { type: 'marked', id: id(), atMs: zero + 60_000, what: 'air-drawn' },
]
const send = async (runId: string, events: RunEvent[]) =>
  expect((await server.request('POST', `/api/runs/${runId}/events`, { visitId, events })).status).toBe(200)
const ask = async (runId: string) => (await server.request('GET', `/api/runs/${runId}`)).body as RunAnswer
const wanted = async () => (await server.query('select * from analysis_wanted')).rows.length

it('stores a run and answers without its verdict, which comes after', async () => {
  const runId = id()
  await send(runId, [...drain(), stop()])
  expect(await ask(runId)).toMatchObject({ pending: true, analysis: null })
  expect(await makeVerdicts(server.db)).toBe(1)
  expect(await ask(runId)).toMatchObject({ pending: false, analysis: { verdict: 'slow' } })
})
it('keeps the verdict there is until the new one is made, and takes it away from a run that goes on', async () => {
  const runId = id()
  const stopped = stop()
  await send(runId, [...drain(), stopped])
  await makeVerdicts(server.db)
  await send(runId, [{ type: 'marked', id: id(), atMs: zero + 20_000, what: 'leak-seen' }])
  expect(await ask(runId)).toMatchObject({ pending: true, analysis: { verdict: 'slow' } })
  const undo: RunEvent = {
    type: 'withdrawn',
    id: id(),
    atMs: zero + 62_000,
    targetId: stopped.id,
    why: 'not yet',
    replacementId: null,
  }
  await send(runId, [undo])
  expect(await ask(runId)).toMatchObject({ pending: false, analysis: null })
  await makeVerdicts(server.db)
  expect([await ask(runId), await wanted()]).toMatchObject([{ pending: false, analysis: null }, 0])
})
it('makes a verdict once more when facts came while it was being made', async () => {
  const runId = id()
  await send(runId, [...drain(), stop()])
  // Taken up, and then more is stored before it is done.
  const { rows } = await server.query('select asked from analysis_wanted where run_id = $1', [runId])
  await send(runId, [{ type: 'levelRead', id: id(), atMs: zero + 31_000, levelMm: 64, by: 'ruler' }])
  await server.db.as(server.home).run('doneAnalysis', [server.home.workshopId, runId, rows[0].asked])
  expect(await wanted()).toBe(1)
  await makeVerdicts(server.db)
  expect((await ask(runId)).analysis?.usedReadings).toBe(7)
  expect(await wanted()).toBe(0)
})
it('does each run once when several processes work at the list, and all of them', async () => {
  const runs = Array.from({ length: 12 }, id)
  for (const runId of runs) await send(runId, [...drain(), stop()])
  const made = await Promise.all([1, 2, 3].map(() => makeVerdicts(server.db)))
  expect(made.reduce((a, b) => a + b)).toBe(12)
  for (const runId of runs) expect((await ask(runId)).analysis?.verdict).toBe('slow')
})
it('takes one run at a time, also where the planner last saw a single one in the list', async () => {
  await makeVerdicts(server.db)
  await server.query('delete from analysis_wanted')
  const runs = [id(), id(), id(), id()]
  await send(runs[0] as string, [...drain(), stop()])
  const owner = new pg.Client(server.databaseUrl)
  await owner.connect()
  await owner.query('vacuum analyze analysis_wanted')
  await owner.end()
  for (const run of runs.slice(1)) await send(run, [...drain(), stop()])
  const another = openDatabase(server.serverUrl, { connections: 1 })
  const taken = []
  for (let i = 0; i < 5; i++) taken.push(await another.door.run('takeAnalysis', [60]))
  await another.close()
  expect(taken).toEqual([1, 1, 1, 1, 0])
  await server.query('update analysis_wanted set not_before = now()')
  await makeVerdicts(server.db)
  expect(await wanted()).toBe(0)
})
it('says of a run that kills whoever analyses it that it cannot be analysed, and goes on with the others', async () => {
  const [bad, good] = [id(), id()]
  await send(bad, [...drain(), stop()])
  // As three threads that died over it have left it.
  await server.query(`update analysis_wanted set tries = 3, not_before = now() where run_id = $1`, [bad])
  await send(good, [...drain(), stop()])
  await makeVerdicts(server.db)
  expect((await ask(bad)).analysis?.saying).toMatchObject({ code: 'not-analysable' })
  expect((await ask(good)).analysis?.verdict).toBe('slow')
  // A new fact gives it another chance.
  await send(bad, [{ type: 'marked', id: id(), atMs: zero + 20_000, what: 'leak-seen' }])
  await makeVerdicts(server.db)
  expect((await ask(bad)).analysis?.verdict).toBe('slow')
})
it('renews verdicts of an older program: at once where somebody looks, the others behind', async () => {
  const [looked, other] = [id(), id()]
  for (const runId of [looked, other]) await send(runId, [...drain(), stop()])
  await makeVerdicts(server.db)
  await server.query(
    `update run_result set version = 1, analysis = '{"version":1,"verdict":"of an older form"}' where run_id = any ($1)`,
    [[looked, other]],
  )
  // What an older program wrote may be of another form: it is never handed out.
  expect(await ask(looked)).toMatchObject({ pending: true, analysis: null })
  const order: string[] = []
  await makeVerdicts(server.db, (taken) => taken && order.push(taken.runId))
  expect(order).toEqual([looked, other])
  expect((await ask(other)).analysis?.verdict).toBe('slow')
})
