import { readdirSync, readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { TRUTH_VERSION } from '@brendik/core'
import { afterAll, beforeAll, describe, expect, it } from '@jest/globals'
import pg from 'pg'
import sharp from 'sharp'
import { statementFiles } from '../src/db/loadSql.ts'
import { block, ids, reads, SECRET, writes } from './everyAddress.ts'
import { type Inside, startTestServer, type TestServer } from './testServer.ts'

/** Everything one workshop has, and a second workshop that tries to reach it. */
let server: TestServer
let own: Inside
let other: Inside
/** A workshop that has nothing at all, not even rows under the same ids. */
let bare: Inside
/** Stands for the first workshop’s owner, who is there only once the server is. */
const OWNER = 'the owner'
const photoPath = `/api/photos/${ids.photo}?visit=${ids.visit}&stage=arrive&atMs=1`
const JPEG = await sharp({ create: { width: 8, height: 8, channels: 3, background: '#333' } })
  .jpeg()
  .toBuffer()
const putPhoto = (by: Inside, bytes: Buffer = JPEG) =>
  fetch(`${server.url}${photoPath}`, {
    method: 'PUT',
    headers: { ...by.headers, 'content-type': 'image/jpeg' },
    body: new Uint8Array(bytes),
  })

beforeAll(async () => {
  server = await startTestServer()
  own = server.home
  other = await server.enter('Stranger')
  bare = await server.enter('Bare')
  for (const [method, path, body] of writes) {
    const answer = await own.request(method, path, body)
    if (answer.status !== 200)
      throw new Error(`${method} ${path}: ${answer.status} ${JSON.stringify(answer.body)}`)
  }
  expect((await putPhoto(own)).status).toBe(200)
  await server.query(
    "insert into record_rival (id, workshop_id, subject, row_id, path, value, technician_id) values ($1, $2, 'machine', $3, '{spec,label}', $4, $5)",
    [ids.rival, own.workshopId, ids.machine, JSON.stringify(SECRET), own.technicianId],
  )
  const truth = {
    suspect: { part: 'pump', p: 0.9, right: true },
    parts: [],
    found: {},
    expected: {},
    looks: [],
  }
  await server.query(
    'insert into visit_truth (workshop_id, visit_id, closed_at, version, truth) values ($1, $2, now(), $3, $4)',
    [own.workshopId, ids.visit, TRUTH_VERSION, JSON.stringify(truth)],
  )
  await server.query(
    "insert into own_chances (workshop_id, made_at, chances) values ($1, '2001-01-01', $2)",
    [own.workshopId, JSON.stringify({ visits: 7, factors: {} })],
  )
  await server.query(
    "insert into proven_run (workshop_id, run_id, visit_id, machine_id, family, model, kind, at, facts, among) values ($1, $2, $3, $4, 'front-load', 'm', 'drain', now(), $5, $6)",
    [
      own.workshopId,
      // Not the one that was set aside.
      crypto.randomUUID(),
      ids.visit,
      ids.machine,
      JSON.stringify({ make: SECRET, model: SECRET }),
      JSON.stringify({ runId: ids.run, machineId: ids.machine, off: 0, sd: 0.1, healthy: 1, used: true }),
    ],
  )
  await server.query(
    "insert into own_band (workshop_id, key, records) values ($1, 'family:front-load', $2)",
    [own.workshopId, JSON.stringify({ of: SECRET })],
  )
  await server.query(
    "insert into recovery (token_hash, workshop_id, technician_id, made_by, printed) values ('\\x01', $1, $2, $2, true)",
    [own.workshopId, own.technicianId],
  )
})
afterAll(() => server.close())

/** How often anything of the first workshop's stands in the database; a stranger must not move it. */
async function fingerprint(): Promise<string> {
  const tables = [
    'customer',
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
    'instrument',
    'invitation',
    'instrument_key',
    'technician',
    'record_rival',
    'recovery',
    'record_put',
    'visit_truth',
    'own_chances',
    'learning',
    'proven_run',
    'own_band',
    'set_aside_run',
  ]
  const parts = await Promise.all(
    tables.map(async (table) => {
      const { rows } = await server.query(
        `select coalesce(md5(string_agg(to_jsonb(t)::text, '' order by to_jsonb(t)::text)), '') as sum from ${table} t where workshop_id = $1`,
        [own.workshopId],
      )
      return `${table} ${rows[0].sum}`
    }),
  )
  return parts.join('\n')
}

describe('a second workshop', () => {
  it.each(reads)('reads nothing of the first by %s', async (path) => {
    const mine = await server.ask(own.headers, 'GET', path)
    expect(mine.status).toBe(200)
    const theirs = await server.ask(other.headers, 'GET', path)
    const text = await theirs.text()
    expect([200, 404]).toContain(theirs.status)
    expect(text).not.toContain(SECRET)
    // A 404 may repeat the id that was asked for, and nothing else.
    if (theirs.status === 200) for (const id of Object.values(ids)) expect(text).not.toContain(id)
  })
  it.each(writes.map((write) => [`${write[0]} ${write[1]}`, write] as const))(
    'changes nothing of the first by %s',
    async (_name, [method, path, body]) => {
      const before = await fingerprint()
      const answer = await other.request(method, path, body)
      expect([200, 404, 409]).toContain(answer.status)
      expect(await fingerprint()).toBe(before)
    },
  )
  it.each([
    ['DELETE', `/api/invitations/${ids.invitation}`],
    ['DELETE', `/api/instrument-keys/${ids.key}`],
    ['DELETE', `/api/report-links/${ids.reportLink}`],
    ['PUT', '/api/people/:own'],
    ['PUT', `/api/rivals/${ids.rival}`],
    ['POST', '/api/people/:own/recovery'],
  ])('takes nothing away by %s %s', async (method, path) => {
    const before = await fingerprint()
    const target = path.replace(':own', own.technicianId)
    await other.request(
      method,
      target,
      method === 'PUT' ? { name: 'x', role: 'technician', active: false, take: true } : undefined,
    )
    expect(await fingerprint()).toBe(before)
  })
  it('stores no photo into a visit of the first', async () => {
    const before = await fingerprint()
    // Under the same ids it may have a visit of its own by now; it never gets into the other's.
    expect([200, 404]).toContain((await putPhoto(other)).status)
    expect(await fingerprint()).toBe(before)
  })
  it('hears nothing of a run of the first', async () => {
    const stop = new AbortController()
    const live = await fetch(`${server.url}/api/runs/${ids.run}/live`, {
      headers: other.headers,
      signal: stop.signal,
    })
    let heard = ''
    const listening = (async () => {
      for await (const part of live.body as unknown as AsyncIterable<Uint8Array>)
        heard += new TextDecoder().decode(part)
    })().catch(() => {})
    const fresh = { ...block, id: crypto.randomUUID() }
    await own.request('POST', `/api/ingest/runs/${ids.run}/blocks`, { blocks: [fresh] })
    await new Promise((resolve) => setTimeout(resolve, 400))
    stop.abort()
    await listening
    // It has a run of its own under this id by now, and hears of that one.
    expect(heard).not.toContain(fresh.id)
  })
})

it('lets nobody in who is not signed in, by any route', async () => {
  for (const path of reads.filter((read) => read !== '/api/session'))
    expect([path, (await server.ask({}, 'GET', path)).status]).toEqual([path, 401])
  for (const [method, path, body] of writes)
    expect([path, (await server.ask({}, method, path, body)).status]).toEqual([path, 401])
})
it('names every route of the server in this file, so that a new one cannot be forgotten', () => {
  const source = fileURLToPath(new URL('../src/', import.meta.url))
  const files = readdirSync(source, { recursive: true, encoding: 'utf8' }).filter((file) =>
    file.endsWith('.ts'),
  )
  const routes = files.flatMap((file) => {
    const text = readFileSync(source + file, 'utf8')
    return [...text.matchAll(/router\.(get|put|post|delete)\(\s*'([^']+)'/g)].map(
      ([, method, path]) => `${method?.toUpperCase()} ${path}`,
    )
  })
  expect(routes.length).toBeGreaterThan(25)
  const tried = [
    ...reads.map((path) => `GET ${path}`),
    ...writes.map(([method, path]) => `${method} ${path}`),
    `PUT ${photoPath}`,
    `GET /api/runs/${ids.run}/live`,
    `DELETE /api/invitations/${ids.invitation}`,
    `DELETE /api/instrument-keys/${ids.key}`,
    `DELETE /api/report-links/${ids.reportLink}`,
    `PUT /api/people/${own.technicianId}`,
    `POST /api/people/${own.technicianId}/recovery`,
    `PUT /api/rivals/${ids.rival}`,
  ].map((line) => line.replace('/api/ingest', '').replace('/api', '').split('?')[0] as string)
  // The door has tests of its own: it is there for those who are in no workshop yet.
  const door = [
    'POST /session',
    'POST /session/demo',
    'DELETE /session',
    'POST /workshops',
    'GET /invitations/:token',
    'POST /invitations/:token',
    'GET /shared/:token',
    'GET /calendar/:token',
    'POST /me/calendar',
    'DELETE /me/calendar',
    'GET /shared/:token/report.pdf',
    'PUT /me/password',
    'GET /me/sessions',
    'PUT /me',
    'DELETE /me/sessions/:id',
    'DELETE /me/tokens/:id',
    'GET /me/recovery',
    'POST /me/recovery',
    'POST /recovery',
  ]
  const untried = routes.filter((route) => {
    const pattern = new RegExp(`^${route.replace(/:\w+/g, '[^/]+')}$`)
    return !door.includes(route) && !tried.some((line) => pattern.test(line))
  })
  expect(untried).toEqual([])
})

describe('with the workshop’s condition taken out of a query', () => {
  // Statements of the door see people only; what they may not see is tried below.
  const door = new Set([
    'findSession',
    'renewSession',
    'insertSession',
    'deleteSession',
    'deleteSessionsOf',
    'findByEmail',
    'findPassword',
    'setLanguage',
    'setPassword',
    'findDemoPeople',
    'doorState',
    'upsertWorkshop',
    'upsertTechnician',
    'findInvitation',
    'useInvitation',
    'findInstrumentKey',
    'findToken',
    'findReportLink',
    'findCalendar',
    'listSessions',
    'endSession',
    'findRecovery',
    'useRecovery',
    'lockWorkshopPeople',
    'notifyRun',
    'wantAnalyses',
    'doneAnalysis',
    'takeAnalysis',
    'takeTruth',
    'doneTruth',
  ])
  const readers = [...statementFiles()]
    .map(([name, file]) => ({ name, text: readFileSync(file, 'utf8').replace(/^--.*$/gm, '') }))
    .filter(
      ({ name, text }) => !door.has(name) && !/^\s*(with \w+ as \(\s*)?(insert|update|delete)/i.test(text),
    )
  /** Values that would find the first workshop's rows. */
  const valuesOf: Record<string, unknown[]> = {
    findAssignment: [ids.instrument],
    findLearning: [],
    findOwnBand: [['family:front-load']],
    findOwnRecords: ['family:front-load'],
    listOwnModels: [10],
    listOwnRuns: ['front-load', null, 10],
    listProven: ['front-load', 10],
    findMachine: [ids.machine],
    findOwnChances: [ids.visit],
    findOwnOrder: [],
    findPrices: [],
    findPhotoContent: [ids.photo],
    findRun: [ids.run, 1],
    findVisit: [ids.visit],
    listChanges: [null],
    listEntries: [ids.visit],
    listFollowUps: [4e12, null],
    listHandReadings: [ids.run],
    listHosesSeen: [0, 4e12],
    listInstrumentKeys: [],
    listInstruments: [],
    listInvitations: [],
    listMachineVisits: [ids.machine],
    listMachines: [[]],
    listMarks: [ids.run],
    listObservations: [ids.visit],
    listOwnTimes: [OWNER, ['trap.look']],
    listPeople: [],
    listPhotos: [[ids.visit]],
    listReportLinks: [ids.visit],
    listRivals: [],
    listRuns: [[ids.visit], 1],
    listShowed: [],
    listSites: [],
    listStreamBlocks: [ids.run, 0, 10, 1000],
    listTruths: [10],
    listWent: [],
    listVisits: [0, 4e12, false],
    pageVisitIds: [null, 50],
    findSource: [ids.brought],
    listTokens: [OWNER],
    findBySerial: ['', ''],
    findSitesNamed: [SECRET],
    photoRoom: [ids.visit],
    printedRecovery: [OWNER],
    lockCustomer: [ids.customer],
    lockMachine: [ids.machine],
    lockRival: [ids.rival],
    lockRun: [ids.run],
    lockSite: [ids.site],
    lockVisit: [ids.visit],
    openRivals: [ids.machine],
    sameReadingBlock: [ids.block, ids.run, 0, '{0}', '{77}', '{NULL}', '{NULL}', null],
    searchLogbook: [null, null, null, 50],
  }
  it('covers every statement that reads', () =>
    expect(readers.map((r) => r.name).sort()).toEqual(Object.keys(valuesOf).sort()))

  it.each(Object.keys(valuesOf))('%s still shows the stranger nothing', async (name) => {
    const text = readers.find((r) => r.name === name)?.text as string
    const open = text
      .replace(/\b(\w+\.)?workshop_id = \$1::uuid/g, () => '($1::uuid is not null)')
      // What was sent at the beginning of a slow run of these is still to be found at its end.
      .replace("interval '10 seconds'", "interval '1 hour'")
    expect(open).not.toBe(text)
    const given = (valuesOf[name] as unknown[]).map((one) => (one === OWNER ? own.technicianId : one))
    const values = [own.workshopId, ...given]
    const rowsAs = async (who: Inside) => {
      const client = new pg.Client({ connectionString: server.serverUrl })
      await client.connect()
      await client.query('begin; set local role brendik_app')
      await client.query("select set_config('brendik.workshop_id', $1, true)", [who.workshopId])
      try {
        return JSON.stringify((await client.query(open, values)).rows)
      } finally {
        await client.end()
      }
    }
    // The same open query finds the rows for their owner: the test would otherwise pass on a query that finds nothing.
    const hit = new RegExp(
      [
        SECRET,
        ...Object.values(ids),
        own.technicianId,
        'debris',
        'XTS',
        'as-thought',
        '"same"',
        '"mime"',
        '"ofVisit":1|"madeAtMs"|"lnMin"|"entries"|"uses"|"factors"|"suspect"|"went"',
      ].join('|'),
    )
    expect(await rowsAs(own)).toMatch(hit)
    const seen = await rowsAs(bare)
    expect(seen).not.toContain(SECRET)
    for (const id of [...Object.values(ids), own.technicianId]) expect(seen).not.toContain(id)
    expect(seen).not.toMatch(
      /debris|XTS|as-thought|"same":true|"mime"|"ofVisit":1|"lnMin"|"entries"|"uses"|"factors"|"suspect"|"went"/,
    )
  })
  it('writes nothing into the first workshop either', async () => {
    const client = new pg.Client({ connectionString: server.serverUrl })
    await client.connect()
    await client.query('begin; set local role brendik_app')
    await client.query("select set_config('brendik.workshop_id', $1, true)", [bare.workshopId])
    expect((await client.query("update machine set label = 'mine now'")).rowCount).toBe(0)
    expect((await client.query('update visit set closed_at = now()')).rowCount).toBe(0)
    await expect(
      client.query('insert into customer (id, workshop_id, name) values ($1, $2, $3)', [
        crypto.randomUUID(),
        own.workshopId,
        'x',
      ]),
    ).rejects.toThrow(/row-level security/)
    await client.query('rollback')
    // Who forgets to say whose workshop it is sees nothing at all.
    await client.query('begin; set local role brendik_app')
    expect((await client.query('select * from machine')).rowCount).toBe(0)
    await client.query('rollback')
    // The door knows people and no visit; nobody but the functions reads the search's words.
    await client.query('begin; set local role brendik_door')
    await expect(client.query('select * from visit')).rejects.toThrow(/permission denied/)
    await client.query('rollback')
    // It hands out which runs want a verdict, and reads none.
    await client.query('begin; set local role brendik_door')
    await client.query('select workshop_id, run_id, version from run_result')
    await expect(client.query('select analysis from run_result')).rejects.toThrow(/permission denied/)
    await client.query('rollback')
    await client.query('begin; set local role brendik_app')
    await expect(client.query('select * from visit_search')).rejects.toThrow(/permission denied/)
    await client.query('rollback')
    await client.query('begin; set local role brendik_app')
    await expect(client.query('select password_hash from technician')).rejects.toThrow(/permission denied/)
    await client.end()
  })
  it('has a wall around every table that holds a workshop’s rows, for its owner too', async () => {
    const { rows } = await server.query(
      "select c.relname, c.relrowsecurity, c.relforcerowsecurity from pg_class c join pg_attribute a on a.attrelid = c.oid and a.attname = 'workshop_id' where c.relkind = 'r' and c.relnamespace = 'public'::regnamespace",
    )
    expect(rows.length).toBeGreaterThan(18)
    expect(rows.filter((row) => !row.relrowsecurity)).toEqual([])
    // The words of the search: read by the owner's functions alone.
    expect(rows.filter((row) => !row.relforcerowsecurity).map((row) => row.relname)).toEqual(['visit_search'])
  })
  it('shows nothing to who serves, nor to who owns the tables, once the role that begins every transaction is taken back', async () => {
    for (const url of [server.serverUrl, server.databaseUrl]) {
      const client = new pg.Client({ connectionString: url })
      await client.connect()
      const { rows } = await client.query(
        'select rolsuper or rolbypassrls as above from pg_roles where rolname = session_user',
      )
      expect(rows).toEqual([{ above: false }])
      await client.query('begin')
      // Who owns the tables has no need of the role, and is not given it.
      if (url === server.serverUrl) await client.query('set local role brendik_app; reset role')
      for (const { relname } of (
        await server.query(
          "select relname from pg_class where relkind = 'r' and relnamespace = 'public'::regnamespace and relforcerowsecurity",
        )
      ).rows)
        expect([
          relname,
          await client.query(`savepoint s; select count(*)::int as n from ${relname}; release s`).then(
            (answers) => (answers as unknown as pg.QueryResult[])[1]?.rows[0].n,
            async () => {
              await client.query('rollback to s')
              return 0
            },
          ),
        ]).toEqual([relname, 0])
      await client.end()
    }
  })
  it('lets who serves change no wall', async () => {
    const client = new pg.Client({ connectionString: server.serverUrl })
    await client.connect()
    for (const change of [
      'alter table visit no force row level security',
      'alter table visit disable row level security',
      'create policy mine on visit using (true)',
      'set role brendik_owner',
      'drop table visit',
    ])
      await expect(client.query(change)).rejects.toThrow(/must be owner|permission denied|does not exist/)
    await client.end()
  })
})
