import {
  diagnoseVisit,
  expectedRun,
  familyDefaults,
  machineState,
  observationsOf,
  parseVisitFile,
  type RunEvent,
  saidEntries,
  type VisitAnswer,
  visitView,
  weighedCaseOf,
  workStateOf,
} from '@brendik/core'
import { afterAll, beforeAll, expect, it } from '@jest/globals'
import { Ajv2020 } from 'ajv/dist/2020.js'
import sharp from 'sharp'
import { type Inside, startTestServer, type TestServer } from './testServer.ts'
import { unzip } from './unzip.ts'

let server: TestServer
let own: Inside
const visit = crypto.randomUUID()
const photo = crypto.randomUUID()
const T0 = Date.UTC(2026, 10, 2, 9)
const MIN = 60_000

beforeAll(async () => {
  server = await startTestServer({ openSignUp: true })
  own = await server.enter('Exports')
  const [machine, site] = [crypto.randomUUID(), crypto.randomUUID()]
  const spec = {
    ...familyDefaults('front-load'),
    label: 'Row 3',
    partHeightsMm: { bellows: [90, 170] as const },
  }
  const place = {
    supplyKpa: { cold: 310, hot: null },
    standpipeHeightMm: 900,
    waterTempC: 17,
    portHeightMm: 160,
  }
  const send = async (method: string, path: string, body: unknown) =>
    expect([path, (await own.request(method, path, body)).status]).toEqual([path, 200])
  await send('PUT', `/api/machines/${machine}`, spec)
  await send('PUT', `/api/sites/${site}`, { name: 'Ñandú House', spec: place, customerId: null })
  await send('PUT', `/api/visits/${visit}`, {
    machineId: machine,
    siteId: site,
    dueAtMs: T0,
    complaint: '"Slow"',
  })
  const base = (atMs: number) => ({ id: crypto.randomUUID(), atMs })
  const run = async (kind: 'fill' | 'drain', fromMs: number, slower: number) => {
    const plan = {
      kind,
      machine: spec,
      site: place,
      taps: kind === 'fill' ? (['cold'] as const) : [],
      throttled: false,
      hoseEndMm: kind === 'fill' ? null : 900,
      startLevelMm: kind === 'fill' ? 0 : 110,
      endLevelMm: kind === 'fill' ? 110 : 0,
      laundry: 'none' as const,
      laundryKg: 0,
    }
    const { levelMm, midS } = expectedRun(plan)
    const events: RunEvent[] = [
      { type: 'planned', ...base(fromMs - 1000), plan, instrumentId: null },
      { type: 'started', ...base(fromMs) },
    ]
    levelMm.forEach((mm, n) => {
      const atMs = Math.round(fromMs + slower * 1000 * (midS[n] ?? 0))
      if (n > 0) events.push({ type: 'levelRead', ...base(atMs), levelMm: mm, by: 'ruler' })
    })
    events.push({ type: 'stopped', ...base(Math.round(fromMs + slower * 1000 * (midS.at(-1) ?? 0))) })
    await send('POST', `/api/runs/${crypto.randomUUID()}/events`, { visitId: visit, events })
  }
  await run('fill', T0, 1)
  await run('drain', T0 + 10 * MIN, 2)
  const looks = [
    ['complaint', 'slow-drain', null],
    ['tap.look', 'open', 'cold'],
    ['pump.sound', 'runs', null],
    ['pump.winding', 181, null],
  ] as const
  await send('POST', `/api/visits/${visit}/observations`, {
    observations: looks.map(([check, value, tap], n) => ({
      type: 'observed',
      ...base(T0 + 20 * MIN + n * 1000),
      check,
      value,
      tap,
      levelMm: null,
    })),
  })
  const entries = [
    [`act:${crypto.randomUUID()}`, 'cleared outer-drain-hose'],
    ['showed:outer-drain-hose', 'as-thought'],
    ['state:mains', 'unplugged'],
  ].map(([topic, value], n) => ({ ...base(T0 + 30 * MIN + n), topic, value, basedOn: [] }))
  await send('POST', `/api/visits/${visit}/entries`, { entries })
  await run('drain', T0 + 40 * MIN, 1)
  const jpeg = await sharp({ create: { width: 64, height: 48, channels: 3, background: '#345' } })
    .jpeg()
    .toBuffer()
  const answer = await fetch(`${server.url}/api/photos/${photo}?visit=${visit}&stage=arrive&atMs=${T0}`, {
    method: 'PUT',
    headers: { ...own.headers, 'content-type': 'image/jpeg' },
    body: new Uint8Array(jpeg),
  })
  expect(answer.status).toBe(200)
  for (let n = 0; n < 100; n++) {
    const { runs } = (await own.request('GET', `/api/visits/${visit}`)).body as VisitAnswer
    if (runs.every(({ pending, analysis }) => !pending && analysis)) break
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
})
afterAll(() => server.close())

const file = async () => (await own.request('GET', `/api/visits/${visit}/visit.json`)).body as object

it('whoever reads the file comes to what the app shows of the visit', async () => {
  const seen = (await own.request('GET', `/api/visits/${visit}`)).body as VisitAnswer
  const said = saidEntries(seen.entries)
  const state = machineState(said, seen.runs, seen.observations)
  const shown = visitView(
    weighedCaseOf(seen, said, false, []),
    workStateOf(seen.machine.spec, state, observationsOf(seen), T0 + 60 * MIN, []),
  )
  const read = parseVisitFile(JSON.parse(JSON.stringify(await file())))
  const { present, ranking } = diagnoseVisit(read, { looks: false })
  expect(shown.contenders.length).toBeGreaterThan(3)
  for (const one of shown.contenders)
    expect([one.fault, present[one.fault]]).toEqual([one.fault, expect.closeTo(one.present, 6)])
  const none = ranking.find(({ fault }) => fault === 'none')
  expect(none?.probability).toBeCloseTo(shown.none, 6)
  expect(read).toMatchObject({
    complaint: '"Slow"',
    site: { label: 'Ñandú House', port_height_mm: 160 },
    acts: [{ what: 'cleared', part: 'outer-drain-hose', showed: 'as-thought', by: 'Exports' }],
    // The drain that came last needs the plug in, whatever was said before it.
    state: { mains: 'on' },
    machine: { part_heights_mm: { bellows: [90, 170] } },
  })
  expect(read.runs.map(({ kind, rows }) => [kind, rows.length > 10])).toEqual([
    ['fill', true],
    ['drain', true],
    ['drain', true],
  ])
})

it('the file is what its published schema says, by another validator', async () => {
  const schema = (await (await fetch(`${server.url}/api/visit-file.schema.json`)).json()) as object
  const validate = new Ajv2020({ strict: false, validateFormats: false }).compile(schema)
  validate(await file())
  expect(validate.errors).toBeNull()
})

it('a zip holds the same file with its photos beside it, for another reader than its writer', async () => {
  const answer = await fetch(`${server.url}/api/visits/${visit}/visit.zip`, { headers: own.headers })
  expect(answer.headers.get('content-type')).toBe('application/zip')
  const entries = await unzip(new Uint8Array(await answer.arrayBuffer()))
  expect([...entries.keys()].sort()).toEqual([`photos/${photo}.jpg`, 'visit.json'])
  expect(JSON.parse(String(entries.get('visit.json')))).toEqual(await file())
  const { format, width } = await sharp(entries.get(`photos/${photo}.jpg`)).metadata()
  expect([format, width]).toEqual(['jpeg', 64])
})
