import { createWriteStream } from 'node:fs'
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import type { ArchiveNowAnswer } from '@brendik/core'
import { afterAll, beforeAll, expect, it } from '@jest/globals'
import pg from 'pg'
import sharp from 'sharp'
import { extract, pack } from 'tar-stream'
import { ARCHIVED, MADE_ANEW, type Manifest, rowsByTable } from '../src/archive/archiveFormat.ts'
import { verifyArchive } from '../src/archive/readArchive.ts'
import { type Addresses, restoreArchive, workshopsOf } from '../src/archive/restoreArchive.ts'
import { writeArchive } from '../src/archive/writeArchive.ts'
import { migrationNames } from '../src/db/migrate.ts'
import { ids, writes } from './everyAddress.ts'
import { type Inside, newDatabase, startTestServer, type TestServer } from './testServer.ts'

let server: TestServer
let folder: string
let whole: string
let written: Manifest

/** Texts in which a line, a sheet or another alphabet could end. */
const ODD = 'Line one\nline two\u2028three\u0001 "four" \\five Ñandú 水'

const original = (): Addresses => ({ owner: server.databaseUrl, server: server.serverUrl })
const addresses = ({ url, serverUrl }: { url: string; serverUrl: string }): Addresses => ({
  owner: url,
  server: serverUrl,
})

async function connected(url: string): Promise<pg.Client> {
  const client = new pg.Client({ connectionString: url })
  client.on('error', () => {})
  await client.connect()
  return client
}

async function backUp(database: Addresses, file: string): Promise<Manifest> {
  const client = await connected(database.owner)
  try {
    const workshops = (await workshopsOf(database)).map((id) => ({ id, name: id }))
    await client.query('begin isolation level repeatable read read only')
    return await writeArchive(client, workshops, new Date(0).toISOString(), createWriteStream(file))
  } finally {
    await client.end()
  }
}

/** Every row of every workshop, as the owner of the tables sees them, by table. */
async function everyRow(
  database: Addresses,
  tables: readonly string[] = ARCHIVED,
): Promise<Record<string, string[]>> {
  const client = await connected(database.owner)
  try {
    const found: Record<string, string[]> = Object.fromEntries(tables.map((table) => [table, []]))
    for (const id of await workshopsOf(database)) {
      await client.query('begin')
      await client.query("select set_config('brendik.workshop_id', $1, true)", [id])
      for (const table of tables) {
        const { rows } = await client.query(
          `select row_to_json(t)::text as row from ${table} t where ${table === 'workshop' ? 'id' : 'workshop_id'} = current_workshop()`,
        )
        found[table]?.push(...rows.map(({ row }: { row: string }) => row))
      }
      await client.query('commit')
    }
    for (const rows of Object.values(found)) rows.sort()
    return found
  } finally {
    await client.end()
  }
}

beforeAll(async () => {
  folder = await mkdtemp(path.join(tmpdir(), 'brendik-archive-'))
  server = await startTestServer({ openSignUp: true }, { verdicts: false })
  for (const who of [server.home, await server.enter('Another')]) {
    for (const [method, address, body] of who === server.home ? writes : []) {
      const { status } = await who.request(method, address, body)
      expect([address, status]).toEqual([address, 200])
    }
    await who.request('PUT', `/api/customers/${crypto.randomUUID()}`, {
      name: 'Odd',
      phone: '',
      note: ODD.replace('\u0001', ''),
    })
  }
  const jpeg = await sharp({ create: { width: 30, height: 20, channels: 3, background: '#345' } })
    .jpeg()
    .toBuffer()
  const put = await fetch(`${server.url}/api/photos/${ids.photo}?visit=${ids.visit}&stage=arrive&atMs=1000`, {
    method: 'PUT',
    headers: { ...server.home.headers, 'content-type': 'image/jpeg' },
    body: new Uint8Array(jpeg),
  })
  expect(put.status).toBe(200)
  // A stream of several parts, so that an interruption finds something half done.
  const blocks = Array.from({ length: 120 }, (_, n) => ({
    id: crypto.randomUUID(),
    atMs: Array.from({ length: 1000 }, (_one, i) => 1e12 + n * 100_000 + i * 100),
    levelMm: Array.from({ length: 1000 }, (_one, i) => (i % 7 === 0 ? null : 100 + Math.sin(i + n))),
  }))
  for (let from = 0; from < blocks.length; from += 20) {
    const body = { blocks: blocks.slice(from, from + 20) }
    expect((await server.home.request('POST', `/api/ingest/runs/${ids.run}/blocks`, body)).status).toBe(200)
  }
  whole = path.join(folder, 'whole.tar')
  written = await backUp(original(), whole)
})
afterAll(async () => {
  await server.close()
  await rm(folder, { recursive: true })
})

it('holds every table that there is, but for those that are made anew', async () => {
  const { rows } = await server.query(
    "select relname from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace and relname not in ('migration')",
  )
  expect([...ARCHIVED, ...MADE_ANEW].sort()).toEqual(rows.map(({ relname }) => relname).sort())
})

it('read back into an empty database every row is as it was, and what is searched is found', async () => {
  const empty = await newDatabase()
  try {
    expect(await verifyArchive(whole)).toEqual(written)
    const { partsBefore, codes } = await restoreArchive(addresses(empty), whole)
    expect([partsBefore, codes]).toEqual([0, []])
    const [before, after] = [await everyRow(original()), await everyRow(addresses(empty))]
    const counts = Object.fromEntries(ARCHIVED.map((table) => [table, before[table]?.length]))
    for (const table of [
      'visit',
      'mark',
      'reading_block',
      'observation',
      'visit_entry',
      'photo_content',
      'audit_entry',
      'session',
      'visit_source',
    ])
      expect([table, (counts[table] ?? 0) > 0]).toEqual([table, true])
    expect(after).toEqual(before)
    expect(rowsByTable(written.parts)).toEqual(
      Object.fromEntries(Object.entries(counts).filter(([, n]) => n)),
    )
    const client = await connected(empty.serverUrl)
    await client.query('begin; set local role brendik_app')
    await client.query("select set_config('brendik.workshop_id', $1, true)", [server.home.workshopId])
    const { rows } = await client.query("select visit_id from search_visits('only', null, null, 50)")
    expect(rows.map(({ visit_id }) => visit_id)).toContain(ids.visit)
    // What is written from here on counts on where it was.
    await client.query("select set_config('brendik.technician_id', $1, true)", [server.home.technicianId])
    await client.query("update customer set note = 'later' where workshop_id = $1", [server.home.workshopId])
    await client.end()
    // A second time it is there already, and nothing of it is touched.
    await expect(restoreArchive(addresses(empty), whole)).rejects.toThrow(/is in this database already/)
  } finally {
    await empty.drop()
  }
})

it('cut off again and again while it is read back, it goes on where it was', async () => {
  const empty = await newDatabase()
  const cut = async () => {
    const admin = await connected(server.databaseUrl)
    // Its own housekeepers belong to a superuser and may not be ended.
    await admin.query(
      'select pg_terminate_backend(pid) from pg_stat_activity join pg_roles on rolname = usename where datname = $1 and not rolsuper',
      [new URL(empty.url).pathname.slice(1)],
    )
    await admin.end()
  }
  try {
    let [cuts, before] = [0, 0]
    for (let n = 0; n < 40; n++) {
      let parts = 0
      const done = restoreArchive(addresses(empty), whole, () => {
        // Somewhere behind where it got to the last time.
        if (++parts === 1 + (n % 3)) void cut()
      })
      const ended = await done.then(
        ({ partsBefore }) => partsBefore,
        () => null,
      )
      if (ended !== null) {
        before = ended
        break
      }
      cuts++
    }
    expect([cuts > 4, before > 0]).toEqual([true, true])
    expect(await everyRow(addresses(empty))).toEqual(await everyRow(original()))
  } finally {
    await empty.drop()
  }
})

it('what was begun with one archive is not gone on with by another', async () => {
  const empty = await newDatabase()
  try {
    const later = path.join(folder, 'later.tar')
    await server.home.request('PUT', `/api/customers/${crypto.randomUUID()}`, {
      name: 'Later',
      phone: '',
      note: '',
    })
    await backUp(original(), later)
    // After the customers of the first workshop, of whom there is one more by now.
    const stopped = restoreArchive(addresses(empty), whole, (table) => {
      if (table === 'site') throw new Error('stopped here')
    })
    await expect(stopped).rejects.toThrow('stopped here')
    await expect(restoreArchive(addresses(empty), later)).rejects.toThrow(/another archive was begun/)
    await restoreArchive(addresses(empty), whole)
  } finally {
    await empty.drop()
  }
})

it('an owner’s archive from the app holds the workshop, and nobody’s secrets; its owner comes in by a code', async () => {
  const address = await askedFor(server.home)
  const answer = await fetch(address, { headers: server.home.headers })
  const file = path.join(folder, 'own.tar')
  await writeFile(file, Buffer.from(await answer.arrayBuffer()))
  const { workshops, parts } = await verifyArchive(file)
  expect(workshops.map(({ id }) => id)).toEqual([server.home.workshopId])
  const rows = rowsByTable(parts)
  expect([rows.session, rows.recovery, rows.photo_content, (rows.reading_block ?? 0) > 100]).toEqual([
    undefined,
    undefined,
    1,
    true,
  ])
  const text = (
    await Promise.all([...(await contents(file))].map(([, bytes]) => bytes.toString('latin1')))
  ).join('')
  const { rows: secret } = await server.query(
    'select password_hash as hash from technician where password_hash is not null limit 1',
  )
  expect(text).not.toContain(secret[0]?.hash)
  const empty = await newDatabase()
  try {
    const { codes } = await restoreArchive(addresses(empty), file)
    expect(codes).toHaveLength(1)
    const after = await everyRow(addresses(empty), ['visit', 'reading_block', 'photo_content'])
    const before = await everyRow(original(), ['visit', 'reading_block', 'photo_content'])
    expect(after).toEqual(before)
  } finally {
    await empty.drop()
  }
  const hand = await server.enter('Hand', server.home.workshopId, 'technician')
  expect((await fetch(address, { headers: hand.headers })).status).toBe(403)
  // An owner of another workshop, who knows its address.
  const stranger = await server.enter('Stranger')
  expect((await fetch(address, { headers: stranger.headers })).status).toBe(404)
})

/** Has an archive of somebody's workshop written; where it is taken. */
async function askedFor(who: Inside, id: string = crypto.randomUUID()): Promise<string> {
  const { archive } = (await who.request('POST', '/api/archive', { id })).body as ArchiveNowAnswer
  expect([archive?.id, archive?.state === 'failed']).toEqual([id, false])
  return `${server.url}/api/archive/${id}/workshop.tar`
}

it('a download that is cut off again and again goes on where it was, with the same bytes', async () => {
  const who = server.home
  const address = await askedFor(who)
  const whole = await fetch(address, { headers: who.headers })
  const etag = whole.headers.get('etag') as string
  const size = Number(whole.headers.get('content-length'))
  const all = Buffer.from(await whole.arrayBuffer())
  expect([all.length, size > 50_000]).toEqual([size, true])
  // Meanwhile the workshop goes on.
  await who.request('PUT', `/api/customers/${crypto.randomUUID()}`, {
    name: 'Meanwhile',
    phone: '',
    note: '',
  })
  const got: Buffer[] = []
  let had = 0
  let cuts = 0
  while (had < size) {
    const gone = new AbortController()
    const rest = await fetch(address, {
      headers: { ...who.headers, range: `bytes=${had}-`, 'if-range': etag },
      signal: gone.signal,
    })
    expect([rest.status, rest.headers.get('content-range')]).toEqual([
      206,
      `bytes ${had}-${size - 1}/${size}`,
    ])
    const first = await rest.body?.getReader().read()
    const part = Buffer.from(first?.value ?? []).subarray(0, Math.ceil(size / 12))
    gone.abort()
    got.push(part)
    had += part.length
    cuts++
  }
  expect([cuts > 5, Buffer.concat(got).equals(all)]).toEqual([true, true])
  // Of another archive nothing is put behind what is there of this one.
  const other = await fetch(address, {
    headers: { ...who.headers, range: 'bytes=10-', 'if-range': '"another"' },
  })
  expect([other.status, (await other.arrayBuffer()).byteLength]).toEqual([200, size])
  const beyond = await fetch(address, { headers: { ...who.headers, range: `bytes=${size}-` } })
  expect([beyond.status, beyond.headers.get('content-range')]).toEqual([416, `bytes */${size}`])
  await beyond.arrayBuffer()
  // Asked for anew it is of now, and what was before is gone.
  const next = await askedFor(who)
  expect((await (await fetch(next, { headers: who.headers })).arrayBuffer()).byteLength).toBeGreaterThan(size)
  expect((await fetch(address, { headers: who.headers })).status).toBe(404)
})

it('two presses make one archive, and one that is cut off from the database says so and can be asked for again', async () => {
  const who = await server.enter('Twice')
  const asked = async (method: 'GET' | 'POST', body?: unknown) => {
    const { body: answer } = await who.request(method, '/api/archive', body)
    return (answer as ArchiveNowAnswer).archive
  }
  // Its writer has to wait here, until its connection is cut.
  const holder = await connected(server.databaseUrl)
  await holder.query('begin; lock table customer in access exclusive mode')
  const address = await askedFor(who)
  const second = await asked('POST', { id: crypto.randomUUID() })
  expect([second?.state, address.includes(second?.id ?? 'none')]).toEqual(['writing', true])
  await until(async () => {
    const { rows } = await holder.query(
      'select 1 from pg_locks where not granted and relation = $1::regclass',
      ['customer'],
    )
    return rows.length > 0
  })
  await server.cutConnections()
  await holder.end()
  await until(async () => (await asked('GET'))?.state === 'failed')
  expect((await fetch(address, { headers: who.headers })).status).toBe(404)
  const again = await askedFor(who)
  expect((await fetch(again, { headers: who.headers })).status).toBe(200)
  expect((await asked('GET'))?.state).toBe('ready')
})
async function until(holds: () => Promise<boolean>): Promise<void> {
  for (let tries = 0; tries < 400; tries++) {
    if (await holds().catch(() => false)) return
    await new Promise((resolve) => setTimeout(resolve, 50))
  }
  throw new Error('it did not come to pass')
}

/** Files of a tar, by their names. */
async function contents(file: string): Promise<Map<string, Buffer>> {
  const tar = extract()
  const found = new Map<string, Buffer>()
  tar.end(await readFile(file))
  for await (const entry of tar) {
    const chunks: Buffer[] = []
    for await (const chunk of entry) chunks.push(chunk as Buffer)
    found.set(entry.header.name, Buffer.concat(chunks))
  }
  return found
}
async function changed(change: (files: Map<string, Buffer>) => void): Promise<string> {
  const files = await contents(whole)
  change(files)
  const tar = pack()
  for (const [name, bytes] of files) tar.entry({ name }, bytes)
  tar.finalize()
  const file = path.join(folder, `${crypto.randomUUID()}.tar`)
  const chunks: Buffer[] = []
  for await (const chunk of tar) chunks.push(chunk as Buffer)
  await writeFile(file, Buffer.concat(chunks))
  return file
}
const withManifest = (change: (manifest: Manifest) => void) =>
  changed((files) => {
    const manifest = JSON.parse(String(files.get('manifest.json'))) as Manifest
    change(manifest)
    files.set('manifest.json', Buffer.from(JSON.stringify(manifest)))
  })
const part = (files: Map<string, Buffer>, table: string) =>
  [...files.keys()].find((name) => name.includes(`/${table}-`)) ?? ''

const spoiled: [what: string, make: () => Promise<string>, says: RegExp][] = [
  [
    'cut off',
    async () => {
      const file = path.join(folder, 'cut.tar')
      await writeFile(file, (await readFile(whole)).subarray(0, 60_000))
      return file
    },
    /cut off|cannot be read/,
  ],
  [
    'with another byte in it',
    () =>
      changed((files) => {
        const name = part(files, 'visit')
        const bytes = Buffer.from(files.get(name) ?? '')
        bytes[bytes.length - 9] = (bytes[bytes.length - 9] ?? 0) ^ 1
        files.set(name, bytes)
      }),
    /visit-000001.*sha256/,
  ],
  [
    'without one of its files',
    () => changed((files) => files.delete(part(files, 'mark'))),
    /mark-000001.*not there/,
  ],
  ['with a file more', () => changed((files) => files.set('more.txt', Buffer.from('x'))), /more\.txt/],
  [
    'that counts otherwise',
    () =>
      withManifest(({ parts }) => {
        for (const one of parts) if (one.table === 'visit') one.rows++
      }),
    /visit-000001.*expected \d+ rows/,
  ],
  [
    'of a program to come',
    () =>
      withManifest(({ migrations }) => {
        migrations.push('0999_later')
      }),
    /newer version/,
  ],
  [
    'that is none',
    async () => {
      const file = path.join(folder, 'none.tar')
      await writeFile(file, 'hello')
      return file
    },
    /expected/,
  ],
]
it.each(spoiled)('an archive %s is refused before anything is written', async (_what, make, says) => {
  const empty = await newDatabase()
  try {
    await expect(make().then((file) => restoreArchive(addresses(empty), file))).rejects.toThrow(says)
    const client = await connected(empty.url)
    const { rows } = await client.query(
      "select count(*)::int as n from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace",
    )
    await client.end()
    expect(rows[0]?.n).toBe(0)
  } finally {
    await empty.drop()
  }
})

it('names the migrations that made its tables', () => expect(written.migrations).toEqual(migrationNames()))
