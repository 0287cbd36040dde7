import { readFileSync } from 'node:fs'
import type { BroughtAnswer, VisitAnswer, VisitFile } from '@brendik/core'
import { afterAll, beforeAll, expect, it } from '@jest/globals'
import { strToU8, zipSync } from 'fflate'
import sharp from 'sharp'
import { readSent } from '../src/imports/readSent.ts'
import { type Inside, startTestServer, type TestServer } from './testServer.ts'
import { unzip } from './unzip.ts'

let server: TestServer
let own: Inside

beforeAll(async () => {
  server = await startTestServer({ openSignUp: true }, { verdicts: false })
  own = await server.enter('Brings in')
})
afterAll(() => server.close())

const FOLDER = new URL('../../../packages/core/test/fixtures/visitFiles/', import.meta.url)
const released = (name: string) => JSON.parse(readFileSync(new URL(name, FOLDER), 'utf8')) as VisitFile
const textOf = (document: unknown) => JSON.stringify(document, null, 1)

async function send(
  who: Inside,
  body: string | Uint8Array,
  query = '',
): Promise<{ status: number; answer: BroughtAnswer }> {
  const response = await fetch(`${server.url}/api/visit-files${query}`, {
    method: 'POST',
    headers: { ...who.headers, 'content-type': 'application/octet-stream' },
    body: typeof body === 'string' ? body : new Uint8Array(body),
  })
  return { status: response.status, answer: (await response.json()) as BroughtAnswer }
}
const store = async (who: Inside, body: string | Uint8Array) => (await send(who, body, '?store=yes')).answer
const out = async (who: Inside, visitId: string | null) =>
  (await who.request('GET', `/api/visits/${visitId}/visit.json`)).body as VisitFile

/** How many rows there are of all that a workshop records. */
const TABLES = [
  'machine',
  'site',
  'visit',
  'run',
  'mark',
  'reading_block',
  'observation',
  'visit_entry',
  'photo',
  'photo_content',
  'visit_source',
]
async function rowsOf(who: Inside): Promise<Record<string, number>> {
  const counts = TABLES.map(
    (name) => `(select count(*) from ${name} where workshop_id = $1)::int as "${name}"`,
  )
  return (await server.query(`select ${counts.join(', ')}`, [who.workshopId])).rows[0] as Record<
    string,
    number
  >
}

it.each(['0.1.0-by-hand.json', '0.1.0-streamed.json', '0.1.0-repaired.json', 'format.json'])(
  '%s comes in, goes out as it came, and comes in again without a trace',
  async (name) => {
    const document = { ...released(name), shop_note: { floor: 2, 'naïve key': [null, 1.5] } }
    const before = await rowsOf(own)
    const preview = (await send(own, textOf(document))).answer
    expect([preview.problems, preview.stored]).toEqual([[], false])
    expect(await rowsOf(own)).toEqual(before)
    const brought = await store(own, textOf(document))
    expect([brought.stored, brought.counts]).toEqual([true, preview.counts])
    expect(brought.counts.new).toBe(brought.pieces.filter(({ fate }) => fate === 'new').length)
    expect(await out(own, brought.visitId)).toEqual(document)
    const stored = await rowsOf(own)
    const again = await store(own, textOf(document))
    expect([again.stored, again.counts.new, again.counts.change, again.visitId]).toEqual([
      true,
      0,
      0,
      brought.visitId,
    ])
    expect(await rowsOf(own)).toEqual(stored)
  },
)

it('a visit moves from one workshop to another with its photos, and is the same there', async () => {
  const there = await server.enter('Takes over')
  const photo = crypto.randomUUID()
  const brought = await store(own, textOf({ ...released('0.1.0-streamed.json'), complaint: 'To be moved' }))
  const jpeg = await sharp({ create: { width: 64, height: 48, channels: 3, background: '#345' } })
    .jpeg()
    .toBuffer()
  const put = await fetch(
    `${server.url}/api/photos/${photo}?visit=${brought.visitId}&stage=arrive&atMs=1000`,
    {
      method: 'PUT',
      headers: { ...own.headers, 'content-type': 'image/jpeg' },
      body: new Uint8Array(jpeg),
    },
  )
  expect(put.status).toBe(200)
  const entry = {
    id: crypto.randomUUID(),
    atMs: 2000,
    topic: 'note:arrive',
    value: 'Behind the door',
    basedOn: [],
  }
  await own.request('POST', `/api/visits/${brought.visitId}/entries`, { entries: [entry] })
  const zip = async (who: Inside) =>
    new Uint8Array(
      await (
        await fetch(`${server.url}/api/visits/${brought.visitId}/visit.zip`, { headers: who.headers })
      ).arrayBuffer(),
    )
  const taken = await zip(own)
  const moved = await store(there, taken)
  expect([moved.stored, moved.photosMissing, moved.visitId]).toEqual([true, 0, brought.visitId])
  const parts = await unzip(await zip(there))
  const nameless = (part: Buffer | undefined) =>
    JSON.parse(String(part).replaceAll(/"by": "(Brings in|Takes over)"/g, '"by": ""')) as object
  expect(nameless(parts.get('visit.json'))).toEqual(nameless((await unzip(taken)).get('visit.json')))
  expect((await sharp(parts.get(`photos/${photo}.jpg`)).metadata()).width).toBe(64)
  expect((await store(there, taken)).counts.new).toBe(0)
})

it('says what would be written over, writes that and nothing else, and tells when it changed meanwhile', async () => {
  const document = { ...released('0.1.0-by-hand.json'), complaint: 'First words' }
  const { visitId } = await store(own, textOf(document))
  const file = await out(own, visitId)
  // Somebody else's copy of it knows the visit by its id.
  const own_ = { visit: visitId as string }
  const changed = {
    ...file,
    complaint: 'Other words',
    brendik: { ...file.brendik, ...own_ },
    machine: { ...file.machine, valve: { ...file.machine.valve, rated_l_min: 9.5 } },
  }
  const preview = (await send(own, textOf(changed))).answer
  expect(preview.problems).toEqual([])
  expect(
    preview.pieces.flatMap(({ kind, fate, fields }) => (fate === 'change' ? [[kind, fields]] : [])),
  ).toEqual([
    ['machine', [{ path: 'valve.rated_l_min', was: file.machine.valve?.rated_l_min, now: 9.5 }]],
    ['visit', [{ path: 'complaint', was: 'First words', now: 'Other words' }]],
  ])
  const stale = (await send(own, textOf(changed), `?store=yes&digest=${'0'.repeat(32)}`)).answer
  expect([stale.stored, stale.digest]).toEqual([false, preview.digest])
  expect((await send(own, textOf(changed), `?store=yes&digest=${preview.digest}`)).answer.stored).toBe(true)
  const now = await out(own, visitId)
  expect([now.complaint, now.machine.valve?.rated_l_min]).toEqual(['Other words', 9.5])
  expect(now.machine.tub).toEqual(file.machine.tub)
})

it('never writes over what was recorded: it names the line, and does nothing of the rest', async () => {
  const { visitId } = await store(own, textOf({ ...released('0.1.0-streamed.json'), complaint: 'Kept' }))
  const file = await out(own, visitId)
  const [first, ...others] = file.observations
  const changed = {
    ...file,
    complaint: 'Not this',
    brendik: { ...file.brendik, visit: visitId as string },
    // Without ids of their own they are known by their places in the file it was.
    observations: [{ ...first, value: first?.value === 'slow-drain' ? 'noisy' : 'slow-drain' }, ...others],
  }
  const seen = (await own.request('GET', `/api/visits/${visitId}`)).body as { observations: { id: string }[] }
  changed.observations.forEach((look, n) => {
    look.id = seen.observations[n]?.id
  })
  const text = textOf(changed)
  const before = await rowsOf(own)
  const { stored, problems } = await store(own, text)
  expect(stored).toBe(false)
  const { line, path } = problems[0] ?? { line: 0, path: '' }
  expect([problems.length > 0, path]).toEqual([true, 'observations.0'])
  expect(text.split('\n')[(line ?? 0) - 1]).toContain('{')
  expect((await out(own, visitId)).complaint).toBe('Kept')
  expect(await rowsOf(own)).toEqual(before)
})

it('what was taken back here does not come back by an old file', async () => {
  const { visitId } = await store(own, textOf({ ...released('format.json'), complaint: 'Taken back' }))
  const visit = (await own.request('GET', `/api/visits/${visitId}`)).body as {
    observations: { id: string }[]
  }
  const gone = { type: 'withdrawn', id: crypto.randomUUID(), atMs: 5000, targetId: visit.observations[0]?.id }
  await own.request('POST', `/api/visits/${visitId}/observations`, { observations: [gone] })
  const again = await store(own, textOf({ ...released('format.json'), complaint: 'Taken back' }))
  expect([again.stored, again.counts.gone, again.counts.new]).toEqual([true, 1, 0])
  const now = (await own.request('GET', `/api/visits/${visitId}`)).body as { observations: { id: string }[] }
  expect(now.observations).toHaveLength(visit.observations.length - 1)
})

it('a part of a visit is added to it, planned on its machine, and leaves the file it came in by', async () => {
  const document = { ...released('0.1.0-repaired.json'), complaint: 'In parts', shop_note: 7 }
  const { visitId } = await store(own, textOf(document))
  const [run] = released('0.1.0-by-hand.json').runs
  const { site } = document
  // Of the machine it names no more than what the format asks for.
  const { family, tub } = document.machine
  const part = {
    format: 'brendik-visit/1',
    machine: { family, tub: { diameter_mm: tub.diameter_mm } },
    site,
    brendik: { visit: visitId, part: true },
    runs: [run],
  }
  const brought = await store(own, textOf(part))
  expect([brought.problems, brought.counts.new, brought.counts.change]).toEqual([[], 1, 0])
  const visit = (await own.request('GET', `/api/visits/${visitId}`)).body as VisitAnswer
  expect(visit.runs.map(({ plan }) => plan?.machine)).toEqual([visit.machine.spec])
  expect(visit.machine.spec.tub.depthMm).toBe(tub.depth_mm)
  expect(await out(own, visitId)).toMatchObject({
    shop_note: 7,
    machine: document.machine,
    runs: [{ kind: run?.kind }],
  })
  expect((await store(own, textOf(part))).counts.new).toBe(0)
  // A pump's current says when it ran, and nothing of a level.
  const timed = {
    kind: 'drain',
    source: 'stream',
    started_at: '2026-11-20T08:00:00Z',
    columns: ['t_s', 'level_mm', 'current_a'],
    rows: [
      [0, null, 1.5],
      [30, null, 0.375],
      [61.5, null, 0],
    ],
    events: [
      { t_s: 0, what: 'pump-on' },
      { t_s: 61.5, what: 'pump-off', by_clock: true },
    ],
  }
  const byCurrent = await store(own, textOf({ ...part, runs: [timed] }))
  expect([byCurrent.problems, byCurrent.counts.new]).toEqual([[], 1])
  const more = (await own.request('GET', `/api/visits/${visitId}`)).body as VisitAnswer
  const drain = more.runs.find(({ startedAtMs }) => startedAtMs === Date.UTC(2026, 10, 20, 8))
  expect((drain?.stoppedAtMs ?? 0) - (drain?.startedAtMs ?? 0)).toBe(61_500)
  // It stays with the run, and goes out as it came in.
  const current = (await out(own, visitId)).runs.find(
    ({ started_at: at }) => Date.parse(at ?? '') === Date.parse(timed.started_at),
  )
  expect([current?.columns, current?.rows]).toEqual([
    ['t_s', 'level_mm', 'ruler_mm', 'flow_l_min', 'current_a'],
    timed.rows.map(([s, mm, amps]) => [s, mm, null, null, amps]),
  ])
  expect((await store(own, textOf({ ...part, runs: [timed] }))).counts.new).toBe(0)
  // A part makes no visit of its own: it would be one without a complaint.
  const lost = { ...part, brendik: { visit: crypto.randomUUID(), part: true } }
  expect((await store(own, textOf(lost))).problems[0]?.problem).toMatch(/expected a visit that is here/)
})

it('a machine with the same plate is the same machine, a place with the same name the same place', async () => {
  const who = await server.enter('Knows its machines')
  const plate = { ...released('0.1.0-streamed.json'), complaint: 'Once' }
  await store(who, textOf(plate))
  await store(who, textOf({ ...plate, complaint: 'Twice' }))
  const rows = await rowsOf(who)
  expect([rows.machine, rows.site, rows.visit]).toEqual([1, 1, 2])
})

const refusals: [what: string, sent: string | Uint8Array, problem: RegExp, line: number | null][] = [
  ['nothing', '', /nothing/, null],
  ['no JSON', '{\n "format": "brendik-visit/1",\n "machine": }', /expected JSON/, 3],
  ['another thing', '{"a": 1}', /expected/, 1],
  ['bytes of no alphabet', new Uint8Array([0x7b, 0xff, 0xfe, 0x7d]), /UTF-8/, null],
  ['a zip without a visit', zipSync({ 'notes.txt': strToU8('hello') }), /visit\.json/, null],
  [
    'a zip that is cut off',
    zipSync({ 'visit.json': strToU8(textOf(released('format.json'))) }).slice(0, 400),
    /zip/,
    null,
  ],
  ['a tower of brackets', `{"format": ${'['.repeat(200_000)}${']'.repeat(200_000)}}`, /deep/, null],
  [
    'centimetres where millimetres belong',
    textOf(released('format.json')).replace('"diameter_mm": 540', '"diameter_mm": 54'),
    /expected 200\.\.1200 mm, got 54/,
    7,
  ],
  [
    'more water than the tub holds',
    textOf(released('format.json')).replace('"water_l": 12', '"water_l": 100'),
    /expected at most \d\d\.\d L in this tub, got 100/,
    textOf(released('format.json'))
      .split('\n')
      .findIndex((row) => row.includes('"water_l"')) + 1,
  ],
]
it.each(refusals)('%s is refused with its place, and writes nothing', async (_what, sent, problem, line) => {
  const before = await rowsOf(own)
  const { status, answer } = await send(own, sent, '?store=yes')
  expect([status, answer.stored]).toEqual([200, false])
  expect(answer.problems[0]?.problem).toMatch(problem)
  expect(answer.problems[0]?.line).toBe(line)
  expect(await rowsOf(own)).toEqual(before)
})

/** The same numbers each time. */
function seeded(seed: number): () => number {
  let state = seed
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return state / 2 ** 32
  }
}
/** A text with something done to it that happens to texts. */
function spoiled(text: string, random: () => number): string {
  const at = Math.floor(random() * text.length)
  const some = Math.floor(random() * 12)
  switch (Math.floor(random() * 7)) {
    case 0:
      return text.slice(0, at)
    case 1:
      return text.slice(0, at) + text.slice(at + some)
    case 2:
      return text.slice(0, at) + '{}[],:"\\\0\u20281e999-'.charAt(some) + text.slice(at)
    case 3:
      return text.replace(/\d+(\.\d+)?/g, (number) =>
        random() < 0.02 ? String(Number(number) * 1e6) : number,
      )
    case 4:
      return text.replace(/"[a-z_-]+"/g, (word) => (random() < 0.02 ? 'null' : word))
    case 5:
      return text.slice(0, at) + text.slice(Math.floor(random() * text.length))
    default:
      return text.replace(/: /g, (colon) => (random() < 0.01 ? ': [' : colon))
  }
}

// FUZZ=10000 does as many; the usual numbers are what a check has time for.
const READ = Number(process.env.FUZZ ?? 3000)
const SPOILED = Number(process.env.FUZZ ?? 150)

it('thousands of spoiled files are read or refused with a line, and none throws', () => {
  const random = seeded(7)
  const texts = ['format.json', '0.1.0-by-hand.json', '0.1.0-repaired.json'].map((name) =>
    textOf(released(name)),
  )
  let refused = 0
  for (let n = 0; n < READ; n++) {
    const sent = readSent(Buffer.from(spoiled(texts[n % 3] as string, random)))
    expect(sent.file === null).toBe(sent.problems.length > 0)
    if (sent.file) continue
    refused++
    for (const { line, column } of sent.problems)
      expect([(line ?? 0) > 0, (column ?? 0) > 0]).toEqual([true, true])
  }
  expect(refused).toBeGreaterThan(READ / 2)
})

it(
  'spoiled files that reach the store leave it as it was, or do all of it',
  async () => {
    const who = await server.enter('Spoiled')
    const random = seeded(11)
    const text = textOf(released('format.json'))
    let taken = 0
    for (let n = 0; n < SPOILED; n++) {
      const before = await rowsOf(who)
      const { status, answer } = await send(who, spoiled(text, random), '?store=yes')
      expect(status).toBe(200)
      if (!answer.stored) expect(await rowsOf(who)).toEqual(before)
      else {
        taken++
        expect((await out(who, answer.visitId)).format).toBe('brendik-visit/1')
      }
    }
    expect(taken).toBeGreaterThan(5)
  },
  60_000 + 200 * SPOILED,
)

it('cut off at fifty moments and sent again: nothing is lost and nothing is there twice', async () => {
  const who = await server.enter('Cut off')
  const random = seeded(3)
  const document = released('0.1.0-streamed.json')
  for (let n = 0; n < 50; n++) {
    const text = textOf({ ...document, complaint: `No. ${n}` })
    const sending = send(who, text, '?store=yes').catch(() => null)
    await new Promise((resolve) => setTimeout(resolve, random() * 60))
    await server.cutConnections()
    await sending
    let brought: BroughtAnswer | null = null
    for (let tries = 0; tries < 20 && !brought?.stored; tries++)
      brought = await send(who, text, '?store=yes').then(
        ({ answer }) => answer,
        () => null,
      )
    expect(brought?.stored).toBe(true)
  }
  const rows = await rowsOf(who)
  const { machine, site, visit, run, observation, visit_source } = rows
  expect({ machine, site, visit, run, observation, visit_source }).toEqual({
    machine: 1 + 49 * Number(!document.machine.serial),
    site: 1,
    visit: 50,
    run: 50 * document.runs.length,
    observation: 50 * document.observations.length,
    visit_source: 50,
  })
})
