import {
  familyDefaults,
  type OwnModelAnswer,
  type OwnRecordsAnswer,
  tapedTub,
  tubVolumeL,
  type VisitAnswer,
} from '@brendik/core'
import { afterAll, beforeAll, expect, it } from '@jest/globals'
import { openDatabase } from '../src/db/database.ts'
import { makeVerdicts } from '../src/runs/analysis/makeVerdicts.ts'
import { makeTruths } from '../src/truths/makeTruths.ts'
import { startTestServer, type TestServer } from './testServer.ts'

let server: TestServer
type Inside = Awaited<ReturnType<TestServer['enter']>>
let own: Inside
beforeAll(async () => {
  server = await startTestServer({ openSignUp: true }, { verdicts: false })
  own = await server.enter('Keeps records')
})
afterAll(() => server.close())

const DAY = 86_400_000
const T0 = Date.UTC(2026, 9, 5, 9)
const at = (ms: number) => new Date(ms).toISOString()
const tub = tapedTub(familyDefaults('front-load'))
const LEVELS = [110, 90, 70, 50, 30, 15]

/** A front loader whose trap was cleaned, and whose drain then ran so many litres a minute. */
function visitFile(machine: string, visit: string, day: number, flowLMin: number, model = 'ML 40') {
  const seconds = LEVELS.map((mm) => ((tubVolumeL(tub, 110) - tubVolumeL(tub, mm)) / flowLMin) * 60)
  const began = T0 + day * DAY
  return {
    format: 'brendik-visit/1',
    complaint: 'drains slowly',
    due_at: at(began),
    closed_at: at(began + 3_600_000),
    machine: {
      family: 'front-load',
      label: `Row ${machine.slice(0, 4)}`,
      make: 'Own Make',
      model,
      tub: { diameter_mm: tub.diameterMm, depth_mm: tub.depthMm, sump_l: tub.sumpL, floor_mm: tub.floorMm },
      drain_hose: { bore_mm: 20, length_m: 2, wall: 'corrugated' },
      fill_level_mm: 110,
    },
    site: { label: 'House', standpipe_height_mm: 900, water_temp_c: 15 },
    runs: [
      {
        kind: 'drain',
        source: 'hand',
        started_at: at(began + 1_800_000),
        start_level_mm: 110,
        start_from: 'read',
        columns: ['t_s', 'level_mm'],
        rows: LEVELS.map((mm, n) => [Math.round((seconds[n] ?? 0) * 10) / 10, mm]),
        events: [{ t_s: 0, what: 'pump-on' }],
        clock_stopped_s: Math.ceil((seconds.at(-1) ?? 0) + 1),
      },
    ],
    acts: [{ at: at(began + 600_000), what: 'cleaned', part: 'coin-trap', by: 'Ines' }],
    brendik: {
      visit,
      machine,
      entries: ['prime', 'cycle', 'run:hold', 'dry:drain'].map((point) => ({
        id: crypto.randomUUID(),
        at: at(began + 2_400_000),
        topic: `proof:${point}`,
        value: 'no time today',
        by: 'Ines',
      })),
    },
  }
}

async function bringIn(flowLMin: number, day: number, machine = crypto.randomUUID(), model?: string) {
  const visit = crypto.randomUUID()
  const { status, body } = await own.request(
    'POST',
    '/api/visit-files?store=yes',
    visitFile(machine, visit, day, flowLMin, model),
  )
  expect([status, JSON.stringify(body).slice(0, 300)]).toEqual([200, expect.anything()])
  return { visit, machine }
}
async function learn() {
  const database = openDatabase(server.serverUrl)
  try {
    await makeVerdicts(database, () => {})
    await makeTruths(database)
  } finally {
    await database.close()
  }
}
const records = async () => (await own.request('GET', '/api/own-records')).body as OwnRecordsAnswer
const model = async (key: string) =>
  (await own.request('GET', `/api/own-records/${encodeURIComponent(key)}`)).body as OwnModelAnswer
const ownOf = async (visit: string) =>
  ((await own.request('GET', `/api/visits/${visit}`)).body as VisitAnswer).own
async function opened(make: string, typed: string): Promise<string> {
  const [machine, site, visit] = [crypto.randomUUID(), crypto.randomUUID(), crypto.randomUUID()]
  const send = async (path: string, body: unknown) =>
    expect((await own.request('PUT', path, body)).status).toBe(200)
  const spec = { ...familyDefaults('front-load'), label: 'New one' }
  const blank = {
    make,
    model: typed,
    serial: '',
    builtYear: null,
    supplyVolts: null,
    techSheet: { found: 'not-looked', faults: '', testMode: '', pins: '', pumpOhm: null, valveOhm: null },
  }
  await send(`/api/machines/${machine}`, { ...spec, record: blank })
  await send(`/api/sites/${site}`, {
    name: 'Other house',
    spec: {
      supplyKpa: { cold: null, hot: null },
      standpipeHeightMm: 900,
      waterTempC: 15,
      portHeightMm: null,
    },
    customerId: null,
  })
  await send(`/api/visits/${visit}`, {
    machineId: machine,
    siteId: site,
    dueAtMs: T0 + 30 * DAY,
    complaint: '',
  })
  return visit
}

it('what is proven of some machines of a model is expected of the next, and what is far from it is pointed out', async () => {
  expect(await records()).toEqual({ bands: true, lines: [] })
  const first = await bringIn(22, 0)
  for (let n = 1; n < 5; n++) await bringIn(22 + 0.4 * n, n)
  const bad = await bringIn(36, 6)
  await learn()
  const { lines } = await records()
  expect(lines).toEqual([
    expect.objectContaining({ key: 'family:front-load', name: null }),
    expect.objectContaining({
      key: 'model:front-load:ownmake ml40',
      name: 'Own Make ML 40',
      machines: 5,
      runs: 5,
      far: 1,
    }),
  ])
  const key = lines[1]?.key ?? ''
  const found = await model(key)
  expect(found.records).toMatchObject({ of: 'model', machines: 5, runs: 5 })
  expect(found.runs.filter(({ used }) => !used).map(({ visitId }) => visitId)).toEqual([bad.visit])

  const next = await opened('OWN-MAKE', 'ml40')
  expect(await ownOf(next)).toEqual(found.records)
  // The machine's own past goes before that of its model; another make gets what the family says.
  expect((await ownOf(first.visit))?.of).toBe('machine')
  expect((await ownOf(await opened('Else', 'X')))?.of).toBe('family')
  expect(await ownOf(await opened('', ''))).toMatchObject({ of: 'family', machines: 5 })

  // Nothing new: nothing is made again, and what is known stays as it is.
  await learn()
  expect(await model(key)).toEqual(found)
})

it('a run is set aside and counted again, a visit opened again counts no more, and an owner switches it all off', async () => {
  const key = 'model:front-load:ownmake ml40'
  const before = await model(key)
  const [run] = before.runs.filter(({ used }) => used)
  const put = (counts: boolean) => own.request('PUT', `/api/own-records/runs/${run?.runId}`, { counts })
  expect((await put(false)).status).toBe(200)
  expect((await put(false)).status).toBe(200)
  await learn()
  const without = await model(key)
  expect(without.line.runs).toBe(before.line.runs - 1)
  expect(without.runs.find(({ runId }) => runId === run?.runId)).toMatchObject({
    used: false,
    setAsideBy: 'Keeps records',
  })
  expect(without.records?.mean).not.toEqual(before.records?.mean)
  expect((await put(true)).status).toBe(200)
  await learn()
  expect(await model(key)).toEqual(before)

  const visit = run?.visitId ?? ''
  const next = await opened('Own Make', 'ML 40')
  await own.request('PUT', `/api/visits/${visit}/closed`, { closedAtMs: null })
  await learn()
  expect((await model(key)).line.runs).toBe(before.line.runs - 1)
  expect((await own.request('PUT', '/api/learned', { bands: false })).status).toBe(200)
  expect(await ownOf(next)).toBeNull()
  expect((await records()).bands).toBe(false)
  expect((await own.request('PUT', '/api/learned', { bands: true })).status).toBe(200)
  expect((await ownOf(next))?.of).toBe('model')
  expect((await own.request('PUT', '/api/own-records/runs/nonsense', { counts: false })).status).toBe(400)
  expect((await own.request('GET', '/api/own-records/model:front-load:nobody')).status).toBe(404)
})
