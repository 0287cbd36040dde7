import {
  familyDefaults,
  type RecordedRun,
  type RunEvent,
  TABLE_COLUMNS,
  TABLE_IDS,
  type TableId,
  type VisitAnswer,
} from '@brendik/core'
import { afterAll, beforeAll, expect, it } from '@jest/globals'
import papa from 'papaparse'
import * as sheets from 'xlsx'
import { csvOf } from '../src/tables/csv.ts'
import { spreadsheetOf } from '../src/tables/writeTables.ts'
import { type Inside, startTestServer, type TestServer } from './testServer.ts'
import { unzip } from './unzip.ts'

let server: TestServer
let own: Inside
const [machine, site, visit, hand] = Array.from({ length: 4 }, () => crypto.randomUUID())
const T0 = Date.UTC(2026, 10, 2, 9, 0, 0, 250)
/** What a spreadsheet, a comma, a line's end and another alphabet do to a text. */
const COMPLAINT = 'Says "slow",\r\nand =stops; Ñandú 水'
const plan = {
  kind: 'drain' as const,
  machine: { ...familyDefaults('front-load'), label: 'Row 3, left' },
  site: { supplyKpa: { cold: null, hot: null }, standpipeHeightMm: 900, waterTempC: 17, portHeightMm: null },
  taps: [],
  throttled: false,
  hoseEndMm: 900,
  startLevelMm: 110,
  endLevelMm: 0,
  laundry: 'none' as const,
  laundryKg: 0,
}

async function send(method: string, path: string, body: unknown): Promise<void> {
  expect([path, (await own.request(method, path, body)).status]).toEqual([path, 200])
}

beforeAll(async () => {
  server = await startTestServer({ openSignUp: true })
  own = await server.enter('Tables')
  await send('PUT', `/api/machines/${machine}`, plan.machine)
  await send('PUT', `/api/sites/${site}`, { name: '=2+3', spec: plan.site, customerId: null })
  await send('PUT', `/api/visits/${visit}`, {
    machineId: machine,
    siteId: site,
    dueAtMs: T0,
    complaint: COMPLAINT,
  })
  const base = (atMs: number) => ({ id: crypto.randomUUID(), atMs })
  const events: RunEvent[] = [
    { type: 'planned', ...base(T0), plan, instrumentId: null },
    { type: 'started', ...base(T0 + 1000) },
    ...[88.5, 61, 33, 8].map(
      (levelMm, n): RunEvent => ({
        type: 'levelRead',
        ...base(T0 + 1000 + 7013 * (n + 1)),
        levelMm,
        by: n % 2 === 0 ? 'ruler' : 'indicated',
      }),
    ),
    { type: 'stopped', ...base(T0 + 40_000) },
  ]
  await send('POST', `/api/runs/${hand}/events`, { visitId: visit, events })
  await send('POST', `/api/visits/${visit}/observations`, {
    observations: [
      {
        type: 'observed',
        ...base(T0 + 50_000),
        check: 'pump.winding',
        value: 16.25,
        tap: null,
        levelMm: null,
        tempC: 21.5,
      },
      {
        type: 'observed',
        ...base(T0 + 60_000),
        check: 'tap.look',
        value: 'open',
        tap: 'cold',
        levelMm: null,
      },
      {
        type: 'observed',
        ...base(T0 + 70_000),
        check: 'ruler-vs-indicated',
        value: -12,
        tap: null,
        levelMm: null,
      },
    ],
  })
  for (let n = 0; n < 100; n++) {
    const { runs } = (await own.request('GET', `/api/visits/${visit}`)).body as VisitAnswer
    if (runs.every(({ pending, analysis }) => !pending && analysis)) break
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
})
afterAll(() => server.close())

const bytesOf = async (path: string) => {
  const answer = await fetch(`${server.url}${path}`, { headers: own.headers })
  expect([path, answer.status]).toEqual([path, 200])
  return new Uint8Array(await answer.arrayBuffer())
}
/** A table by another reader: its head, and its lines. */
const read = (files: Map<string, Buffer>, table: TableId): string[][] => {
  const { data, errors } = papa.parse<string[]>(String(files.get(`${table}.csv`)), { delimiter: ',' })
  expect(errors).toEqual([])
  // RFC 4180: the last line may end with a line's end.
  expect(data.at(-1)).toEqual([''])
  return data.slice(0, -1)
}

it('a visit comes out as CSV that another reader takes: every fact as it stands, no formula, lines ended as the standard has it', async () => {
  const files = await unzip(await bytesOf(`/api/visits/${visit}/tables.zip`))
  expect([...files.keys()].sort()).toEqual(
    ['csv-metadata.json', ...TABLE_IDS.map((id) => `${id}.csv`)].sort(),
  )
  for (const table of TABLE_IDS) {
    expect(read(files, table)[0]).toEqual(TABLE_COLUMNS[table].map(({ name }) => name))
    expect(String(files.get(`${table}.csv`))).not.toMatch(/[^\r]\n/)
  }
  const shown = (await own.request('GET', `/api/visits/${visit}`)).body as VisitAnswer
  const { record } = shown.machine
  expect(read(files, 'visits').slice(1)).toEqual([
    [
      visit,
      '2026-11-02T09:00:00.250Z',
      '',
      "'=2+3",
      'Row 3, left',
      'front-load',
      record.make,
      record.model,
      record.serial,
      COMPLAINT,
    ],
  ])
  expect(read(files, 'readings').slice(1)).toEqual([
    [hand, '7.013', '', '88.5', '', ''],
    [hand, '14.026', '61', '', '', ''],
    [hand, '21.039', '', '33', '', ''],
    [hand, '28.052', '8', '', '', ''],
  ])
  const looks = read(files, 'looks').slice(1)
  expect(looks.map((row) => [...row.slice(2, 6), row[7], row[10]])).toEqual([
    ['2026-11-02T09:00:50.250Z', 'pump.winding', '16.25', '', '21.5', 'Tables'],
    ['2026-11-02T09:01:00.250Z', 'tap.look', 'open', 'cold', '', 'Tables'],
    // A reading below nothing is a number, no formula.
    ['2026-11-02T09:01:10.250Z', 'ruler-vs-indicated', '-12', '', '', 'Tables'],
  ])
  const analysis = shown.runs[0]?.analysis
  const figures = read(files, 'figures').slice(1)
  expect(figures.find(([, figure]) => figure === 'flow_l_min')).toEqual([
    hand,
    'flow_l_min',
    'L/min',
    ...['value', 'lo', 'hi'].map((key) => String(analysis?.quantities.flowLMin?.[key as 'value'])),
  ])
  const run = Object.fromEntries(
    read(files, 'runs')[0]?.map((name, n) => [name, read(files, 'runs')[1]?.[n]]) ?? [],
  )
  expect(run).toMatchObject({
    run: hand,
    visit,
    kind: 'drain',
    started_at: '2026-11-02T09:00:01.250Z',
    stopped_at: '2026-11-02T09:00:40.250Z',
    throttled: 'false',
    hose_end_mm: '900',
    verdict: analysis?.verdict,
    expected_time_s: String(analysis?.expected?.timeS.mid),
  })
})

/** Datatypes of the vocabulary that are written here, and what a cell of each looks like (XML Schema, Part 2). */
const LOOKS_LIKE: Readonly<Record<string, RegExp>> = {
  string: /^[\s\S]*$/,
  number: /^-?\d+(\.\d+)?([eE][-+]?\d+)?$/,
  boolean: /^(true|false)$/,
  dateTime: /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d+)?Z$/,
}

it('the metadata beside them holds to its vocabulary, and the tables to the metadata', async () => {
  const files = await unzip(await bytesOf(`/api/visits/${visit}/tables.zip?language=es`))
  const metadata = JSON.parse(String(files.get('csv-metadata.json')))
  expect(metadata['@context']).toEqual(['http://www.w3.org/ns/csvw', { '@language': 'es' }])
  expect(metadata.tables.map(({ url }: { url: string }) => url)).toEqual(TABLE_IDS.map((id) => `${id}.csv`))
  const values = new Map<string, Set<string>>()
  for (const { url, tableSchema } of metadata.tables) {
    const table = url.replace('.csv', '')
    const [, ...rows] = read(files, table)
    const names: string[] = tableSchema.columns.map(({ name }: { name: string }) => name)
    // A name is no reserved word, needs no escape in an address, and stands once; the head of the file is its title.
    expect(new Set(names).size).toBe(names.length)
    tableSchema.columns.forEach(
      (
        column: { name: string; titles: string; datatype: string; required: boolean; [key: string]: unknown },
        n: number,
      ) => {
        expect(column.name).toMatch(/^[a-z][a-z0-9_]*$/)
        expect(column.titles).toBe(read(files, table)[0]?.[n])
        expect(Object.keys(LOOKS_LIKE)).toContain(column.datatype)
        expect(String(column['dc:description']).length).toBeGreaterThan(5)
        // Whoever has a unit in the name says it, too.
        if (/_(mm|s|kg|c|l_min)$/.test(column.name)) expect(column['schema:unitCode']).toBeDefined()
        for (const row of rows) {
          const cell = row[n] ?? ''
          if (cell === '') expect([table, column.name, column.required]).toEqual([table, column.name, false])
          else expect(cell).toMatch(LOOKS_LIKE[column.datatype] as RegExp)
        }
        values.set(`${table}.${column.name}`, new Set(rows.map((row) => row[n] ?? '')))
      },
    )
    const key: string[] = tableSchema.primaryKey ?? []
    if (key.length > 0) {
      const keys = rows.map((row) => key.map((name) => row[names.indexOf(name)]).join(' '))
      expect(new Set(keys).size).toBe(rows.length)
    }
  }
  for (const { url, tableSchema } of metadata.tables)
    for (const { columnReference, reference } of tableSchema.foreignKeys ?? []) {
      const there = values.get(`${reference.resource.replace('.csv', '')}.${reference.columnReference}`)
      for (const one of values.get(`${url.replace('.csv', '')}.${columnReference}`) ?? [])
        expect(there).toContain(one)
    }
})

it('the spreadsheet holds the same, opened by another program’s reader', async () => {
  const files = await unzip(await bytesOf(`/api/visits/${visit}/tables.zip`))
  const book = sheets.read(await bytesOf(`/api/visits/${visit}/tables.xlsx`), { cellDates: false })
  expect(book.SheetNames).toEqual(TABLE_IDS)
  for (const table of TABLE_IDS) {
    const [head, ...rows] = sheets.utils.sheet_to_json<(string | number | boolean | null)[]>(
      book.Sheets[table] as sheets.WorkSheet,
      { header: 1, raw: true, defval: null },
    )
    const columns = TABLE_COLUMNS[table]
    expect(head).toEqual(
      columns.map(({ name, datatype }) => (datatype === 'dateTime' ? `${name} (UTC)` : name)),
    )
    const asText = rows.map((row) =>
      columns.map(({ datatype }, n) => {
        const cell = row[n] ?? null
        // A spreadsheet counts days since the end of 1899.
        if (datatype === 'dateTime' && cell !== null)
          return new Date(Math.round((Number(cell) - 25_569) * 86_400_000)).toISOString()
        return cell === null ? '' : String(cell).replace(/\r\n/g, '\n')
      }),
    )
    const csv = read(files, table)
      .slice(1)
      .map((row) => row.map((cell) => cell.replace(/^'(?==)/, '').replace(/\r\n/g, '\n')))
    expect([table, asText]).toEqual([table, csv])
  }
})

it('a visit with more readings than a sheet is made of is refused with a way out', async () => {
  const shown = (await own.request('GET', `/api/visits/${visit}`)).body as VisitAnswer
  const run = (await own.request('GET', `/api/runs/${hand}`)).body as RecordedRun['run']
  const atMs = Array.from({ length: 200_001 }, (_, n) => T0 + 2000 + n)
  const none = atMs.map(() => null)
  const block = {
    id: crypto.randomUUID(),
    source: 'stream' as const,
    atMs,
    levelMm: atMs.map(() => 50),
    rulerMm: none,
    flowLMin: none,
  }
  async function* recorded() {
    yield { id: hand as string, recorded: { run, blocks: [block] } }
  }
  await expect(spreadsheetOf(shown, recorded())).rejects.toMatchObject({
    code: 'too_large',
    message: expect.stringContaining('error.sheet-too-long'),
  })
})

it('all visits of a workshop come out once, however many there are, and nobody else’s', async () => {
  const others = await server.enter('Other tables')
  const [theirs, place, call] = Array.from({ length: 3 }, () => crypto.randomUUID())
  for (const [path, body] of [
    [`machines/${theirs}`, plan.machine],
    [`sites/${place}`, { name: 'Elsewhere', spec: plan.site, customerId: null }],
    [`visits/${call}`, { machineId: theirs, siteId: place, dueAtMs: T0, complaint: 'Not ours' }],
  ] as const)
    expect((await others.request('PUT', `/api/${path}`, body)).status).toBe(200)
  const made = [visit]
  for (let n = 0; n < 204; n++) {
    const id = crypto.randomUUID()
    await send('PUT', `/api/visits/${id}`, {
      machineId: machine,
      siteId: site,
      dueAtMs: T0 + n,
      complaint: `No. ${n}`,
    })
    made.push(id)
  }
  const files = await unzip(await bytesOf('/api/tables.zip'))
  const found = read(files, 'visits').slice(1)
  expect(found.map(([id]) => id).sort()).toEqual([...made].sort())
  expect(read(files, 'readings').slice(1)).toHaveLength(4)
  const run = (await own.request('GET', `/api/runs/${hand}`)).body as { events: unknown[] }
  expect(run.events).toHaveLength(7)
})

it('whatever somebody types comes back as it was typed, but for what would be a formula', () => {
  const pieces = ['-', '"', ',', '\r\n', '\n', "'", ';', ' ', 'ñ', '水', '=', '+', '0', 'x', '\t', '']
  let seed = 7
  const random = () => {
    seed = (seed * 48_271) % 2_147_483_647
    return seed / 2_147_483_647
  }
  const text = () =>
    Array.from({ length: Math.floor(6 * random()) }, () => pieces[Math.floor(pieces.length * random())]).join(
      '',
    )
  const rows = Array.from({ length: 2000 }, () => [
    'a-look',
    'a-visit',
    T0,
    'tap.look',
    text(),
    text(),
    random(),
    -random(),
    null,
    null,
    text(),
  ])
  const { data } = papa.parse<string[]>(csvOf('looks', rows), { delimiter: ',', newline: '\r\n' })
  const kept = (one: unknown) =>
    one === null
      ? ''
      : typeof one === 'string' && /^[=+\-@\t\r]/.test(one) && !/^-\d+$/.test(one)
        ? `'${one}`
        : String(one)
  expect(data.slice(0, -1)).toEqual(
    rows.map((row) => row.map((one, n) => (n === 2 ? '2026-11-02T09:00:00.250Z' : kept(one)))),
  )
})
