import { familyDefaults, type LearnedAnswer, type VisitAnswer } from '@brendik/core'
import { afterAll, beforeAll, expect, it } from '@jest/globals'
import { openDatabase } from '../src/db/database.ts'
import { makeTruths } from '../src/truths/makeTruths.ts'
import { startTestServer, type TestServer } from './testServer.ts'

let server: TestServer
type Inside = Awaited<ReturnType<TestServer['enter']>>
let own: Inside
const MIN = 60_000
const T0 = Date.UTC(2026, 10, 2, 9)
const spec = { ...familyDefaults('front-load'), label: 'Row 3' }
const place = {
  supplyKpa: { cold: null, hot: null },
  standpipeHeightMm: 900,
  waterTempC: 15,
  portHeightMm: null,
}

beforeAll(async () => {
  // What turned out to be true is made when the test says so.
  server = await startTestServer({ openSignUp: true }, { verdicts: false })
  own = await server.enter('Learns')
})
afterAll(() => server.close())

const send = async (who: Inside, method: string, path: string, body: unknown) =>
  expect([path, (await who.request(method, path, body)).status]).toEqual([path, 200])
const makeAll = async () => {
  const database = openDatabase(server.serverUrl)
  try {
    return await makeTruths(database)
  } finally {
    await database.close()
  }
}
const learned = async (who = own) => (await who.request('GET', '/api/learned')).body as LearnedAnswer
const chancesOf = async (visit: string, who = own) =>
  ((await who.request('GET', `/api/visits/${visit}`)).body as VisitAnswer).chances

async function opened(who = own): Promise<string> {
  const [machine, site, visit] = [crypto.randomUUID(), crypto.randomUUID(), crypto.randomUUID()]
  await send(who, 'PUT', `/api/machines/${machine}`, spec)
  await send(who, 'PUT', `/api/sites/${site}`, { name: 'House', spec: place, customerId: null })
  await send(who, 'PUT', `/api/visits/${visit}`, {
    machineId: machine,
    siteId: site,
    dueAtMs: T0,
    complaint: '',
  })
  return visit
}
const say = (visit: string, topic: string, value: string, atMs: number, who = own) =>
  send(who, 'POST', `/api/visits/${visit}/entries`, {
    entries: [{ id: crypto.randomUUID(), atMs, topic, value, basedOn: [] }],
  })
const look = (visit: string, check: string, value: string, atMs: number) =>
  send(own, 'POST', `/api/visits/${visit}/observations`, {
    observations: [
      { type: 'observed', id: crypto.randomUUID(), atMs, check, value, tap: null, levelMm: null },
    ],
  })
const close = (visit: string, closedAtMs: number | null) =>
  send(own, 'PUT', `/api/visits/${visit}/closed`, { closedAtMs })
/** A blocked trap that was cleaned, and of which the old part showed what it was. */
async function repaired(showed: string): Promise<string> {
  const visit = await opened()
  await look(visit, 'complaint', 'not-draining', T0)
  await look(visit, 'pump.sound', 'runs', T0 + 2 * MIN)
  await look(visit, 'trap.look', 'debris', T0 + 6 * MIN)
  await say(visit, `act:${crypto.randomUUID()}`, 'cleaned coin-trap', T0 + 10 * MIN)
  await say(visit, 'showed:coin-trap', showed, T0 + 11 * MIN)
  await close(visit, T0 + 30 * MIN)
  return visit
}

it('what old parts showed in closed visits becomes the chances of those opened afterwards, and of no other', async () => {
  const before = await opened()
  expect(await learned()).toMatchObject({ visits: 0, firstRight: null, uses: true })
  const visits = [await repaired('as-thought'), await repaired('as-thought'), await repaired('sound')]
  expect(await makeAll()).toBe(3)
  const found = await learned()
  expect(found).toMatchObject({
    visits: 3,
    firstRight: { n: 3, value: 2 / 3 },
    chances: { visits: 2 },
    showed: [{ part: null, opened: 3 }, { part: 'coin-trap' }],
  })
  expect(found.chances.factors['coin-trap.blocked']).toBeGreaterThan(1.1)
  const after = await opened()
  expect(await chancesOf(after)).toEqual(found.chances)
  for (const one of [before, ...visits]) expect(await chancesOf(one)).toBeNull()

  // Nothing new: nothing is made again.
  expect(await makeAll()).toBe(0)
  // What is said of a closed visit afterwards counts; a visit that is opened again does not count until it is closed.
  await say(visits[1] as string, 'showed:coin-trap', 'other', T0 + 40 * MIN)
  await close(visits[0] as string, null)
  expect(await makeAll()).toBe(2)
  expect(await learned()).toMatchObject({ visits: 2, firstRight: { n: 2, value: 0 }, chances: { visits: 0 } })
  // A visit keeps the chances it was opened with.
  expect(await chancesOf(after)).toEqual(found.chances)
  expect(await chancesOf(await opened())).toEqual({ visits: 0, factors: {} })
})

it('an owner switches it off and on for everybody; another workshop learns nothing from this one', async () => {
  const hand = await server.enter('Hand', own.workshopId, 'technician')
  await repaired('as-thought')
  await makeAll()
  const visit = await opened()
  expect((await chancesOf(visit, hand))?.visits).toBe(1)
  expect((await hand.request('PUT', '/api/learned', { uses: false })).status).toBe(403)
  expect((await own.request('PUT', '/api/learned', { uses: 'no' })).status).toBe(400)
  await send(own, 'PUT', '/api/learned', { uses: false })
  expect(await learned(hand)).toMatchObject({ uses: false })
  expect(await chancesOf(visit, hand)).toBeNull()
  await send(own, 'PUT', '/api/learned', { uses: true })
  expect((await chancesOf(visit))?.visits).toBe(1)
  const other = await server.enter('Elsewhere')
  expect(await learned(other)).toMatchObject({ visits: 0, showed: [] })
  expect(await chancesOf(await opened(other), other)).toBeNull()
})
