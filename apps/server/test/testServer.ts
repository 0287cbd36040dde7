import { once } from 'node:events'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import pg from 'pg'
import pino from 'pino'
import { createApp, type NetworkOptions, NO_PROXY } from '../src/app.ts'
import { startBackground } from '../src/background/startBackground.ts'
import { type Database, openDatabase } from '../src/db/database.ts'
import { migrate } from '../src/db/migrate.ts'
import { USUAL_LIMITS } from '../src/door/limits.ts'
import { hashPassword, newToken, tokenHash } from '../src/door/secrets.ts'
import type { DoorOptions } from '../src/people/sessionRoutes.ts'
import { type LivePace, USUAL_PACE } from '../src/runs/liveRuns.ts'

type Ask = (method: string, path: string, body?: unknown) => Promise<{ status: number; body: never }>

/** A workshop with one person signed in, and a key for its instruments. */
export interface Inside {
  workshopId: string
  technicianId: string
  /** What the browser and the instrument send to be let in. */
  headers: { cookie: string; authorization: string }
  request: Ask
}

export interface TestServer {
  url: string
  db: Database
  /** As the owner of the tables, and as the server enters. */
  databaseUrl: string
  serverUrl: string
  /** As the first workshop's owner. */
  home: Inside
  request: Ask
  /** As nobody, or with headers of one's own. */
  ask: (headers: Record<string, string>, method: string, path: string, body?: unknown) => Promise<Response>
  /** One more workshop with its owner, or one more person of a workshop. */
  enter: (name: string, workshopId?: string, role?: 'owner' | 'technician') => Promise<Inside>
  /** One more server process' worth of app on the same database. */
  another: () => Promise<string>
  /** Looks into every table and behind every wall, as nobody of the product can. */
  query: (text: string, values?: unknown[]) => Promise<pg.QueryResult>
  /** Cuts every connection that the product holds to its database. */
  cutConnections: () => Promise<void>
  close: () => Promise<void>
}

interface Circumstances {
  /** Whether a thread makes verdicts. */
  verdicts: boolean
  webDir: string | null
  log: pino.Logger
  network: NetworkOptions
  pace: LivePace
}

/** A role that the tests make for themselves in their own databases, and the product does not know. */
const INSPECTOR = `do $$
declare
  t text;
begin
  begin
    create role brendik_inspector login password 'looks everywhere';
  exception when duplicate_object or unique_violation then null;
  end;
  grant usage on schema public to brendik_inspector;
  grant all on all tables in schema public to brendik_inspector;
  grant execute on all functions in schema public to brendik_inspector;
  for t in select tablename from pg_tables where schemaname = 'public' and rowsecurity loop
    execute format('create policy inspector on %I to brendik_inspector using (true) with check (true)', t);
  end loop;
end $$`

/** A server on a new, empty database of the real PostgreSQL. */
export async function startTestServer(
  door: Partial<DoorOptions> = {},
  {
    verdicts = true,
    webDir = null,
    log = pino({ level: 'silent' }),
    network = NO_PROXY,
    pace = USUAL_PACE,
  }: Partial<Circumstances> = {},
): Promise<TestServer> {
  const { url: databaseUrl, serverUrl, drop } = await newDatabase()
  await migrate(databaseUrl)
  await runOnce(databaseUrl, INSPECTOR)
  const db = openDatabase(serverUrl)
  const analyser = verdicts ? await startBackground(serverUrl, pino({ level: 'silent' })) : null
  const servers: ReturnType<typeof createServer>[] = []
  const listen = async () => {
    const app = await createApp({
      db,
      log,
      door: { demo: false, openSignUp: false, limits: USUAL_LIMITS, ...door },
      network,
      pace,
      webDir,
    })
    const server = createServer(app).listen(0, '127.0.0.1')
    await once(server, 'listening')
    servers.push(server)
    return `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  }
  const url = await listen()
  const inspector = Object.assign(new URL(databaseUrl), {
    username: 'brendik_inspector',
    password: 'looks everywhere',
  }).toString()
  const pool = new pg.Pool({ connectionString: inspector, max: 2 })
  pool.on('connect', (client) => client.on('error', () => {}))
  pool.on('error', () => {})
  const ask: TestServer['ask'] = (headers, method, path, body) =>
    fetch(`${url}${path}`, {
      method,
      headers: { ...headers, ...(body === undefined ? {} : { 'content-type': 'application/json' }) },
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    })
  const unknown = await hashPassword(newToken())
  const enter: TestServer['enter'] = async (personName, workshopId = crypto.randomUUID(), role = 'owner') => {
    const technicianId = crypto.randomUUID()
    await db.door.run('upsertWorkshop', [workshopId, `Workshop of ${personName}`, false])
    // Nobody knows the password: these people come in by their session.
    const person = [workshopId, technicianId, personName, `${technicianId}@test.example`, unknown, role]
    await db.door.run('upsertTechnician', person)
    const [cookie, key] = [newToken(), newToken()]
    await db.door.run('insertSession', [tokenHash(cookie), workshopId, technicianId, 1, ''])
    const own = db.as({ workshopId, technicianId })
    await own.run('upsertInstrumentKey', [workshopId, crypto.randomUUID(), 'key', tokenHash(key)])
    const headers = { cookie: `brendik_session=${cookie}`, authorization: `Bearer ${key}` }
    return {
      workshopId,
      technicianId,
      headers,
      async request(method, path, body) {
        const response = await ask(headers, method, path, body)
        return { status: response.status, body: (await response.json()) as never }
      },
    }
  }
  const home = await enter('Tester')
  return {
    url,
    db,
    databaseUrl,
    serverUrl,
    home,
    request: home.request,
    ask,
    enter,
    another: listen,
    query: (text, values) => pool.query(text, values),
    cutConnections: () =>
      runOnce(
        serverUrl,
        'select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and usename = current_user and pid <> pg_backend_pid()',
      ),
    async close() {
      for (const server of servers) {
        server.closeAllConnections()
        server.close()
      }
      await analyser?.close()
      await pool.end()
      await db.close()
      await drop()
    },
  }
}

/** An empty database of the real PostgreSQL, as its owner and as the server reach it. */
export async function newDatabase(): Promise<{ url: string; serverUrl: string; drop: () => Promise<void> }> {
  const admin = process.env.DATABASE_URL
  if (!admin) throw new Error('DATABASE_URL is not set: run the tests with npm test')
  const name = `brendik_test_${process.pid}_${Date.now()}_${Math.floor(Math.random() * 1e6)}`
  const own = (url: string) => Object.assign(new URL(url), { pathname: `/${name}` }).toString()
  await runOnce(admin, `create database ${name}`)
  return {
    url: own(admin),
    serverUrl: own(process.env.SERVER_DATABASE_URL ?? admin),
    drop: () => runOnce(admin, `drop database if exists ${name} with (force)`),
  }
}

async function runOnce(url: string, statement: string): Promise<void> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  try {
    await client.query(statement)
  } finally {
    await client.end()
  }
}
