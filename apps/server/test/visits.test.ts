import {
  BLANK_RECORD,
  type DayAnswer,
  type EntryEvent,
  familyDefaults,
  type KnownMachine,
  type LogbookAnswer,
  type MachineHistory,
  saidEntries,
  type VisitAnswer,
} from '@brendik/core'
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals'
import pg from 'pg'
import sharp from 'sharp'
import { searchWords } from '../src/logbook/logbookRoutes.ts'
import { type Inside, startTestServer, type TestServer } from './testServer.ts'

let server: TestServer
let tobin: Inside
const id = (): string => crypto.randomUUID()
const [machineId, siteId, customerId, visitId] = [id(), id(), id(), id()]
const zero = 1_790_000_000_000
const spec = { ...familyDefaults('front-load'), label: 'Laundry front loader' }
const site = {
  supplyKpa: { cold: null, hot: null },
  standpipeHeightMm: 900,
  waterTempC: 15,
  portHeightMm: 160,
}

beforeAll(async () => {
  server = await startTestServer()
  tobin = await server.enter('Tobin', server.home.workshopId, 'technician')
  const put = async (path: string, body: unknown) => {
    const { status, body: answer } = await server.request('PUT', path, body)
    if (status !== 200) throw new Error(`${path}: ${JSON.stringify(answer)}`)
  }
  await put(`/api/customers/${customerId}`, {
    name: 'Larkspur household',
    phone: '555 0100',
    note: 'Key next door',
  })
  await put(`/api/machines/${machineId}`, {
    ...spec,
    record: { ...BLANK_RECORD, make: 'Made-up Works', serial: 'ZX-9917' },
  })
  await put(`/api/sites/${siteId}`, { name: 'Quince Court', spec: site, customerId })
  await put(`/api/visits/${visitId}`, { machineId, siteId, dueAtMs: zero, complaint: 'Gurgles at night' })
})
afterAll(() => server.close())

const entry = (change: Partial<EntryEvent> = {}): EntryEvent => ({
  id: id(),
  atMs: zero,
  topic: 'note:arrive',
  value: 'Rust on the hose',
  basedOn: [],
  ...change,
})
const say = (by: Inside, ...entries: unknown[]) =>
  by.request('POST', `/api/visits/${visitId}/entries`, { entries })
const visit = async () => (await server.request('GET', `/api/visits/${visitId}`)).body as VisitAnswer
const search = async (words: string, after?: string) =>
  (await server.request('GET', `/api/logbook?${new URLSearchParams({ words, ...(after ? { after } : {}) })}`))
    .body as LogbookAnswer

describe('what is said of a visit', () => {
  it('is kept once, however often it is sent, with who said it', async () => {
    const one = entry({ topic: 'result:arrive', value: 'Gurgles' })
    const sent = await Promise.all([say(server.home, one), say(server.home, one), say(server.home, one)])
    expect(sent.reduce((sum, a) => sum + (a.body as { stored: number }).stored, 0)).toBe(1)
    expect((await visit()).entries.filter((e) => e.id === one.id)).toMatchObject([
      { by: 'Tester', value: 'Gurgles' },
    ])
  })
  it('keeps what two technicians said at once, and lets one entry settle it', async () => {
    const base = entry()
    await say(server.home, base)
    const [mine, theirs] = [
      entry({ value: 'Mine', basedOn: [base.id] }),
      entry({ value: 'Theirs', basedOn: [base.id] }),
    ]
    await Promise.all([say(server.home, mine), say(tobin, theirs)])
    const said = saidEntries((await visit()).entries).get('note:arrive')
    expect(said?.conflict).toBe(true)
    expect(said?.heads.map((h) => [h.by, h.value]).sort()).toEqual([
      ['Tester', 'Mine'],
      ['Tobin', 'Theirs'],
    ])
    await say(tobin, entry({ value: 'Mine\nTheirs', basedOn: [mine.id, theirs.id] }))
    expect((await visit()).entries.filter((e) => e.topic === 'note:arrive').map((e) => e.value)).toEqual([
      'Mine\nTheirs',
    ])
    const { rows } = await server.query(
      "select count(*)::int as n from visit_entry where topic = 'note:arrive'",
    )
    expect(rows[0].n).toBe(4)
    await expect(server.query("update visit_entry set value = '1'")).rejects.toThrow('append-only')
  })
  it.each([
    ['a topic nobody knows', entry({ topic: 'mood:arrive' }), /topic: expected a topic of a visit/],
    ['a novel', entry({ value: 'x'.repeat(4001) }), /entries\.0\.value: expected at most 4000 characters/],
    ['an object', { ...entry(), value: {} }, /entries\.0\.value/],
  ])('refuses %s and says why', async (_what, wrong, message) => {
    const { status, body } = await say(server.home, wrong)
    expect(status).toBe(400)
    expect((body as { message: string }).message).toMatch(message)
  })
  it('refuses an outcome that the check does not have', async () => {
    const observation = {
      type: 'observed',
      id: id(),
      atMs: zero,
      check: 'trap.look',
      value: 'gold',
      tap: null,
      levelMm: null,
    }
    const { status, body } = await server.request('POST', `/api/visits/${visitId}/observations`, {
      observations: [observation],
    })
    expect([status, (body as { message: string }).message]).toEqual([
      400,
      'observations.0: trap.look: expected one of clean, debris, got gold',
    ])
  })
  it('keeps the temperature at which a winding was measured', async () => {
    const observation = {
      type: 'observed',
      id: id(),
      atMs: zero,
      check: 'pump.winding',
      value: 'open',
      tap: null,
      levelMm: null,
      tempC: 61,
    }
    await server.request('POST', `/api/visits/${visitId}/observations`, { observations: [observation] })
    expect((await visit()).observations.find((o) => o.id === observation.id)).toMatchObject({
      value: 'open',
      tempC: 61,
    })
  })
})

describe('photos', () => {
  /** A picture as a phone may send it: lying on its side, with the place where it was taken. */
  const jpeg = (width = 60, height = 40) =>
    sharp({
      create: {
        width,
        height,
        channels: 3,
        background: '#a33',
        noise: { type: 'gaussian', mean: 90, sigma: 40 },
      },
    })
      .withExif({ IFD0: { Make: 'made up' }, IFD3: { GPSLatitude: '51/1 30/1 0/1' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer()
      .then((bytes) => new Uint8Array(bytes))
  const put = (
    photoId: string,
    bytes: Uint8Array<ArrayBuffer>,
    query = `visit=${visitId}&stage=outside&atMs=${zero}`,
  ) =>
    fetch(`${server.url}/api/photos/${photoId}?${query}`, {
      method: 'PUT',
      headers: { ...server.home.headers, 'content-type': 'image/jpeg' },
      body: bytes,
    })
  it('are stored once, upright and without where and by what they were taken, and can be taken back', async () => {
    const photoId = id()
    const bytes = await jpeg(2400, 1200)
    expect((await sharp(bytes).metadata()).exif?.toString('latin1')).toContain('made up')
    const answers = await Promise.all([put(photoId, bytes), put(photoId, bytes)])
    expect(
      await Promise.all(answers.map(async (a) => ((await a.json()) as { stored: number }).stored)).then((n) =>
        n.sort(),
      ),
    ).toEqual([0, 1])
    const back = await server.ask(server.home.headers, 'GET', `/api/photos/${photoId}`)
    expect(back.headers.get('content-type')).toBe('image/jpeg')
    const kept = await sharp(Buffer.from(await back.arrayBuffer())).metadata()
    expect([kept.format, kept.width, kept.height, kept.exif]).toEqual(['jpeg', 800, 1600, undefined])
    expect((await visit()).photos.map((p) => p.id)).toContain(photoId)
    await say(server.home, entry({ topic: `photo-back:${photoId}`, value: true }))
    expect((await visit()).photos.map((p) => p.id)).not.toContain(photoId)
  })
  it('are believed by their bytes, not by what they say they are', async () => {
    const script = new TextEncoder().encode('<svg onload="alert(1)">') as Uint8Array<ArrayBuffer>
    const answer = await put(id(), script)
    expect(answer.status).toBe(400)
    expect(((await answer.json()) as { message: string }).message).toMatch(
      /expected image\/jpeg, image\/png, image\/webp, got 23 bytes/,
    )
  })
  it('are no more than pictures: what is cut short, or unpacks to far too much, is refused by name', async () => {
    const whole = await jpeg(200, 200)
    const cut = await put(id(), whole.slice(0, 300))
    expect([cut.status, ((await cut.json()) as { message: string }).message]).toEqual([
      400,
      expect.stringMatching(/^photo: cannot be read as a picture/),
    ])
    const bomb = await sharp({ create: { width: 15_000, height: 12_000, channels: 3, background: '#fff' } })
      .png({ compressionLevel: 9 })
      .toBuffer()
    expect(bomb.length).toBeLessThan(1e6)
    const refused = await put(id(), new Uint8Array(bomb))
    expect([refused.status, ((await refused.json()) as { message: string }).message]).toEqual([
      400,
      expect.stringMatching(/pixel/),
    ])
  })
  it('are refused when too large, for a stage that is none, or without a visit', async () => {
    const picture = await jpeg()
    expect((await put(id(), new Uint8Array(2_097_153))).status).toBe(413)
    expect((await put(id(), picture, `visit=${visitId}&stage=attic&atMs=1`)).status).toBe(400)
    expect((await put(id(), picture, `visit=${id()}&stage=arrive&atMs=1`)).status).toBe(404)
  })
})

describe('the machines', () => {
  it('are found by their names and numbers also beyond the newest 500', async () => {
    const old = id()
    const spec = { ...familyDefaults('front-load'), label: 'Zebra washer' }
    await server.request('PUT', `/api/machines/${old}`, spec)
    await server.query(
      `insert into machine (workshop_id, id, label, spec, record)
      select workshop_id, gen_random_uuid(), 'Plain ' || i, spec, jsonb_build_object('serial', 'ZX-' || i) from machine, generate_series(1, 520) i
      where id = $1`,
      [old],
    )
    await server.query(`update machine set updated_at = now() - interval '9 years' where id = $1`, [old])
    const found = async (words: string) =>
      (
        (await server.request('GET', `/api/machines?${new URLSearchParams({ words })}`))
          .body as unknown as KnownMachine[]
      ).map((machine) => machine.id)
    expect(await found('')).toHaveLength(500)
    expect(await found('')).not.toContain(old)
    expect(await found('WASHER zebra')).toEqual([old])
    expect(await found(old)).toEqual([old])
    expect(await found('zx-519')).toHaveLength(1)
    expect(await found('zebra % washer')).toEqual([])
    expect((await server.request('GET', `/api/machines?words=${'x'.repeat(201)}`)).status).toBe(400)
    await server.query(`delete from machine where label like 'Plain %'`)
  })
})

describe('the logbook', () => {
  const found = async (words: string) => (await search(words)).lines.map((line) => line.id)
  it.each([
    ['the customer', 'larkspur'],
    ['a telephone number', '0100'],
    ['the place', 'quince'],
    ['the machine', 'laundry'],
    ['a serial number', 'ZX-9917'],
    ['the complaint', 'gurgles'],
    ['the beginning of a word', 'gurg'],
    ['a note', 'theirs'],
    ['several words in any order', 'night larkspur'],
  ])('finds a visit by %s', async (_what, words) => expect(await found(words)).toEqual([visitId]))
  it('finds by a finding as soon as it is made, and by a name as soon as it is changed', async () => {
    expect(await found('debris')).toEqual([])
    const observation = {
      type: 'observed',
      id: id(),
      atMs: zero,
      check: 'trap.look',
      value: 'debris',
      tap: null,
      levelMm: null,
    }
    await server.request('POST', `/api/visits/${visitId}/observations`, { observations: [observation] })
    expect(await found('debris')).toEqual([visitId])
    await server.request('PUT', `/api/customers/${customerId}`, {
      name: 'Marigold household',
      phone: '',
      note: '',
    })
    expect([await found('marigold'), await found('larkspur')]).toEqual([[visitId], []])
  })
  it('wants all of the words, and takes no harm from any of them', async () => {
    expect(await found('gurgles zeppelin')).toEqual([])
    for (const words of ["'; drop table visit; --", '& | ! ( ) :* <->', '%_\\', '   '])
      expect((await server.request('GET', `/api/logbook?${new URLSearchParams({ words })}`)).status).toBe(200)
    expect((await server.request('GET', '/api/logbook?words=%00x')).status).toBe(400)
    expect(searchWords('Été & co: 12')).toBe('Été:* & co:* & 12:*')
    expect((await server.request('GET', `/api/logbook?words=${'x'.repeat(201)}`)).status).toBe(400)
  })
  it('pages through everything, newest first, each visit once, also where many are due at one instant', async () => {
    const many = Array.from({ length: 75 }, (_, i) => ({
      id: id(),
      dueAtMs: zero + 86_400_000 + Math.floor(i / 10) * 1000,
    }))
    for (const { id: other, dueAtMs } of many)
      await server.request('PUT', `/api/visits/${other}`, { machineId, siteId, dueAtMs, complaint: 'paged' })
    const seen: string[] = []
    let after: string | undefined
    let pages = 0
    do {
      const page = await search('paged', after)
      seen.push(...page.lines.map((line) => line.id))
      after = page.next ?? undefined
      pages++
    } while (after)
    expect(pages).toBe(3)
    expect([...seen].sort()).toEqual(many.map((m) => m.id).sort())
    const due = new Map(many.map((m) => [m.id, m.dueAtMs]))
    const order = seen.map((one) => due.get(one) as number)
    expect(order).toEqual([...order].sort((a, b) => b - a))
  })
})

describe('the day', () => {
  it('shows a visit left open until it is closed, and takes a closed one back', async () => {
    const dayAfter = zero + 86_400_000 * 3
    const open = async () =>
      (
        (await server.request('GET', `/api/day?fromMs=${dayAfter}&toMs=${dayAfter + 86_400_000}`))
          .body as DayAnswer
      ).stillOpen.map((v) => v.id)
    expect(await open()).toContain(visitId)
    await server.request('PUT', `/api/visits/${visitId}/closed`, { closedAtMs: zero + 1000 })
    expect(await open()).not.toContain(visitId)
    expect((await visit()).closedAtMs).toBe(zero + 1000)
    await server.request('PUT', `/api/visits/${visitId}/closed`, { closedAtMs: null })
    expect(await open()).toContain(visitId)
    expect((await server.request('PUT', `/api/visits/${id()}/closed`, { closedAtMs: null })).status).toBe(404)
  })
  it('names a machine whose hoses were last seen a year ago, and forgets a look that is taken back', async () => {
    const DAY = 86_400_000
    const look = (atMs: number, value: string) => ({
      type: 'observed',
      id: id(),
      atMs,
      check: 'fill-hose.look',
      value,
      tap: 'cold',
      levelMm: null,
    })
    const send = (observations: unknown[]) =>
      server.request('POST', `/api/visits/${visitId}/observations`, { observations })
    const due = async (day: number) => {
      const { body } = await server.request(
        'GET',
        `/api/day?fromMs=${zero + day * DAY}&toMs=${zero + (day + 1) * DAY}`,
      )
      return (body as DayAnswer).hosesDue
    }
    const first = look(zero, 'good')
    await send([first])
    expect(await due(363)).toEqual([])
    expect(await due(365)).toEqual([
      { machineId, machineLabel: expect.any(String), siteName: 'Quince Court', seenAtMs: zero },
    ])
    // Nobody came back for half a year after that: it is no longer called due.
    expect(await due(546)).toEqual([])
    const later = look(zero + 100 * DAY, 'bulging')
    await send([later, later])
    expect(await due(365)).toEqual([])
    expect((await due(466)).map((one) => one.seenAtMs)).toEqual([zero + 100 * DAY])
    const back = { type: 'withdrawn', id: id(), atMs: zero + 101 * DAY, targetId: later.id }
    await send([back])
    expect((await due(365)).map((one) => one.seenAtMs)).toEqual([zero])
    const seen = async () =>
      ((await server.request('GET', `/api/machines/${machineId}`)).body as MachineHistory).hosesSeenAtMs
    expect(await seen()).toBe(zero)
    // A visit that was of another machine takes its looks along.
    const otherId = id()
    await server.request('PUT', `/api/machines/${otherId}`, { ...spec, label: 'The other one' })
    const moved = { siteId, dueAtMs: zero, complaint: 'Gurgles at night' }
    await server.request('PUT', `/api/visits/${visitId}`, { ...moved, machineId: otherId })
    expect([await seen(), (await due(365)).map((one) => one.machineId)]).toEqual([null, [otherId]])
    await server.request('PUT', `/api/visits/${visitId}`, { ...moved, machineId })
    expect(await seen()).toBe(zero)
    await send([{ type: 'withdrawn', id: id(), atMs: zero + 102 * DAY, targetId: first.id }])
    expect(await seen()).toBeNull()
    expect(await due(365)).toEqual([])
  })
  it('two looks at the hoses at once leave the later one said, in whatever order they are stored', async () => {
    const clients = [0, 1].map(
      () =>
        new pg.Client({
          connectionString: server.serverUrl,
          options: `-c role=brendik_app -c brendik.workshop_id=${server.home.workshopId}`,
        }),
    )
    const [one, two] = clients as [pg.Client, pg.Client]
    await Promise.all(clients.map((client) => client.connect()))
    const look = (client: pg.Client, at: string) =>
      client.query(
        `insert into observation (workshop_id, id, visit_id, technician_id, at, check_id, value)
        values ($1, $2, $3, $4, $5, 'fill-hose.look', '"good"')`,
        [server.home.workshopId, id(), visitId, server.home.technicianId, at],
      )
    await one.query('begin')
    await look(one, '2026-05-02T10:00:00Z')
    // The earlier look is stored while the later one is not committed yet: it has to wait and count it.
    const waiting = look(two, '2026-05-01T10:00:00Z')
    await new Promise((resolve) => setTimeout(resolve, 200))
    await one.query('commit')
    await waiting
    await Promise.all(clients.map((client) => client.end()))
    const machine = (await server.request('GET', `/api/machines/${machineId}`)).body as MachineHistory
    expect(machine.hosesSeenAtMs).toBe(Date.parse('2026-05-02T10:00:00Z'))
  })
})

describe('a machine', () => {
  it('keeps its record when only its sizes are written, and shows its visits newest first', async () => {
    await server.request('PUT', `/api/machines/${machineId}`, { ...spec, label: 'Renamed' })
    const machine = (await server.request('GET', `/api/machines/${machineId}`)).body as MachineHistory
    expect([machine.spec.label, machine.record.serial]).toEqual(['Renamed', 'ZX-9917'])
    const due = machine.visits.map((v) => v.dueAtMs)
    expect(due).toEqual([...due].sort((a, b) => b - a))
    expect(machine.visits.length).toBeGreaterThan(70)
  })
  it('refuses a tech sheet that reads backwards', async () => {
    const record = { ...BLANK_RECORD, techSheet: { ...BLANK_RECORD.techSheet, pumpOhm: [195, 165] } }
    const { status, body } = await server.request('PUT', `/api/machines/${machineId}`, { ...spec, record })
    expect([status, (body as { message: string }).message]).toEqual([
      400,
      'techSheet.pumpOhm: expected the lower resistance first',
    ])
  })
})
