import { familyDefaults, type ObservationEvent, type VisitAnswer } from '@brendik/core'
import { afterAll, beforeAll, expect, it } from '@jest/globals'
import { startTestServer, type TestServer } from './testServer.ts'

let server: TestServer
const visitId = crypto.randomUUID()
const zero = 1_790_000_000_000

beforeAll(async () => {
  server = await startTestServer()
  const [machineId, siteId] = [crypto.randomUUID(), crypto.randomUUID()]
  const spec = {
    supplyKpa: { cold: null, hot: null },
    standpipeHeightMm: 900,
    waterTempC: 15,
    portHeightMm: 160,
  }
  await server.request('PUT', `/api/machines/${machineId}`, {
    ...familyDefaults('front-load'),
    label: 'made up',
  })
  await server.request('PUT', `/api/sites/${siteId}`, { name: 'Made-up House', spec })
  await server.request('PUT', `/api/visits/${visitId}`, { machineId, siteId, dueAtMs: zero, complaint: '' })
})
afterAll(() => server.close())

type Observed = Extract<ObservationEvent, { type: 'observed' }>
const observed = (change: Partial<Observed> = {}): Observed => ({
  type: 'observed',
  id: crypto.randomUUID(),
  atMs: zero,
  check: 'tap.bucket',
  value: 14.2,
  tap: 'cold',
  levelMm: null,
  ...change,
})
const send = (observations: unknown[], id = visitId) =>
  server.request('POST', `/api/visits/${id}/observations`, { observations })
const standing = async () =>
  ((await server.request('GET', `/api/visits/${visitId}`)).body as VisitAnswer).observations

it('keeps an observation once, however often it is sent, also from two devices at once', async () => {
  const bucket = observed()
  const answers = await Promise.all([send([bucket]), send([bucket]), send([bucket])])
  expect(answers.map((a) => a.status)).toEqual([200, 200, 200])
  expect(answers.reduce((sum, a) => sum + (a.body as { stored: number }).stored, 0)).toBe(1)
  const found = (await standing()).filter((o) => o.id === bucket.id)
  expect(found).toHaveLength(1)
  expect(found[0]).toMatchObject({
    check: 'tap.bucket',
    value: 14.2,
    tap: 'cold',
    levelMm: null,
    by: 'Tester',
  })
})
it('keeps a bound as it was said, and the level at which a leak was caught', async () => {
  await send([
    observed({ check: 'drain.lift-stop', value: 'above 2200', tap: null, levelMm: 80 }),
    observed({ check: 'leak.catch', value: 12.5, tap: null, levelMm: 140 }),
  ])
  expect(await standing()).toEqual(
    expect.arrayContaining([
      expect.objectContaining({ value: 'above 2200', levelMm: 80 }),
      expect.objectContaining({ value: 12.5, levelMm: 140 }),
    ]),
  )
})
it('takes one back without losing it', async () => {
  const wrong = observed({ value: 99 })
  await send([wrong])
  await send([{ type: 'withdrawn', id: crypto.randomUUID(), atMs: zero, targetId: wrong.id }])
  expect((await standing()).map((o) => o.id)).not.toContain(wrong.id)
  const { rows } = await server.query('select count(*)::int as n from observation where id = $1', [wrong.id])
  expect(rows[0].n).toBe(1)
  await expect(server.query('delete from observation where id = $1', [wrong.id])).rejects.toThrow(
    'append-only',
  )
})
it.each([
  ['an unknown check', observed({ check: 'sniff' as never }), /observations\.0\.check/],
  ['a value that is neither', { ...observed(), value: null }, /observations\.0\.value/],
  ['an impossible level', observed({ levelMm: 9000 }), /expected -300 to 1500 mm, got 9000 mm/],
  ['nothing', null, /observations\.0/],
])('refuses %s and says what was expected', async (_what, observation, message) => {
  const before = (await standing()).length
  const { status, body } = await send([observation])
  expect(status).toBe(400)
  expect((body as { message: string }).message).toMatch(message)
  expect(await standing()).toHaveLength(before)
})
it('knows no observations of a visit that is not there', async () =>
  expect((await send([observed()], crypto.randomUUID())).status).toBe(404))
