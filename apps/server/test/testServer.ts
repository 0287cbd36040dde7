import { once } from 'node:events'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import pg from 'pg'
import pino from 'pino'
import { createApp } from '../src/app.ts'
import { type Database, openDatabase } from '../src/db/database.ts'
import { migrate } from '../src/db/migrate.ts'
import { HOME_ACTOR } from '../src/homeWorkshop.ts'

export interface TestServer {
  url: string
  db: Database
  databaseUrl: string
  request: (method: string, path: string, body?: unknown) => Promise<{ status: number; body: never }>
  /** One more server process' worth of app on the same database. */
  another: () => Promise<string>
  query: (text: string, values?: unknown[]) => Promise<pg.QueryResult>
  close: () => Promise<void>
}

/** A server on a new, empty database of the real PostgreSQL. */
export async function startTestServer(): Promise<TestServer> {
  const admin = process.env.DATABASE_URL
  if (!admin) throw new Error('DATABASE_URL is not set: run the tests with npm test')
  const name = `brendik_test_${process.pid}_${Date.now()}_${Math.floor(Math.random() * 1e6)}`
  await runOnce(admin, `create database ${name}`)
  const databaseUrl = Object.assign(new URL(admin), { pathname: `/${name}` }).toString()
  await migrate(databaseUrl)
  const db = openDatabase(databaseUrl)
  await db.run('ensureWorkshop', [HOME_ACTOR.workshopId, 'Test', HOME_ACTOR.technicianId, 'Tester'])
  const servers: ReturnType<typeof createServer>[] = []
  const listen = async () => {
    const app = await createApp({ db, actor: HOME_ACTOR, log: pino({ level: 'silent' }), webDir: null })
    const server = createServer(app).listen(0, '127.0.0.1')
    await once(server, 'listening')
    servers.push(server)
    return `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  }
  const url = await listen()
  const pool = new pg.Pool({ connectionString: databaseUrl, max: 2 })
  return {
    url,
    db,
    databaseUrl,
    async request(method, path, body) {
      const response = await fetch(`${url}${path}`, {
        method,
        ...(body === undefined
          ? {}
          : {
              headers: { 'content-type': 'application/json' },
              body: typeof body === 'string' ? body : JSON.stringify(body),
            }),
      })
      return { status: response.status, body: (await response.json()) as never }
    },
    another: listen,
    query: (text, values) => pool.query(text, values),
    async close() {
      for (const server of servers) {
        server.closeAllConnections()
        server.close()
      }
      await pool.end()
      await db.close()
      await runOnce(admin, `drop database if exists ${name} with (force)`)
    },
  }
}

async function runOnce(url: string, statement: string): Promise<void> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  await client.query(statement)
  await client.end()
}
