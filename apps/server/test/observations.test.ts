import { familyDefaults, type ObservationEvent, type OwnTime, type VisitAnswer } from '@brendik/core'
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals'
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

describe('how long checks took', () => {
  const minute = 60_000
  const look = (minutes: number, change: Partial<Observed> = {}) =>
    observed({ check: 'trap.look', value: 'clean', tap: null, beganAtMs: zero - minutes * minute, ...change })
  const timesOf = async (headers?: Record<string, string>) => {
    const answer = headers
      ? await (await server.ask(headers, 'GET', '/api/own-times')).json()
      : (await server.request('GET', '/api/own-times')).body
    return (answer as OwnTime[]).filter((one) => one.check === 'trap.look')
  }

  it('is told by person and workshop; what was entered after it was made, left lying or taken back is no time', async () => {
    const wrong = look(30)
    await send([
      look(3),
      look(5),
      look(4),
      look(0.1),
      look(240),
      wrong,
      observed({ check: 'trap.look', value: 'clean', tap: null }),
    ])
    await send([{ type: 'withdrawn', id: crypto.randomUUID(), atMs: zero, targetId: wrong.id }])
    const second = await server.enter('A second hand', server.home.workshopId, 'technician')
    await server.ask(second.headers, 'POST', `/api/visits/${visitId}/observations`, {
      observations: [look(8)],
    })
    const mine = await timesOf()
    expect(mine.map(({ by, n }) => [by, n])).toEqual([
      ['me', 3],
      ['shop', 4],
    ])
    expect(Math.exp(mine[0]?.lnMin as number)).toBeCloseTo(4, 6)
    // Between the two in the middle.
    expect(Math.exp(mine[1]?.lnMin as number)).toBeCloseTo(Math.sqrt(4 * 5), 6)
    const theirs = await timesOf(second.headers)
    expect(theirs.map(({ by, n }) => [by, n])).toEqual([
      ['me', 1],
      ['shop', 4],
    ])
  })
  it('takes off the changes of state that were counted before it, as far as that leaves something', async () => {
    const third = await server.enter('A third hand', server.home.workshopId, 'technician')
    const sent = [
      look(10, { check: 'belt.look', value: 'on', changesMin: 6 }),
      look(10, { check: 'air-dome.look', value: 'clear', changesMin: 25 }),
    ]
    await server.ask(third.headers, 'POST', `/api/visits/${visitId}/observations`, { observations: sent })
    const times = (await (await server.ask(third.headers, 'GET', '/api/own-times')).json()) as OwnTime[]
    const minutes = (check: string) => Math.exp(times.find((one) => one.check === check)?.lnMin as number)
    expect(minutes('belt.look')).toBeCloseTo(4, 5)
    expect(minutes('air-dome.look')).toBeCloseTo(3, 5)
  })
})
