import { spawn } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { once } from 'node:events'
import pg from 'pg'
import { openDatabase } from '../apps/server/src/db/database.ts'
import { DEMO_PEOPLE, DEMO_WORKSHOP } from '../apps/server/src/demo/demoPeople.ts'
import { makeVerdicts } from '../apps/server/src/runs/analysis/makeVerdicts.ts'
import { makeTruths } from '../apps/server/src/truths/makeTruths.ts'

/** A statement as the owner of the databases. */
export async function statement(url: string, text: string): Promise<void> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  await client.query(text)
  await client.end()
}

/** The address of another database of the same cluster. */
export const addressOf = (url: string, database: string): string =>
  Object.assign(new URL(url), { pathname: `/${database}` }).toString()

export function databaseUrl(): string {
  const url = process.env.DATABASE_URL
  if (!url) throw new Error('DATABASE_URL is not set: run the tests with npm test')
  return url
}

/** Verdicts, and what turned out to be true, once for all copies. */
async function makeAll(url: string): Promise<void> {
  const database = openDatabase(url)
  await makeVerdicts(database, () => {})
  await makeTruths(database)
  await database.close()
}

/** The demo's database is made once, before the tests; each world begins as a copy of it. */
export default async function demoTemplate(): Promise<() => Promise<void>> {
  const admin = databaseUrl()
  const name = `brendik_demo_${process.pid}_${Date.now()}`
  const env = {
    ...process.env,
    DATABASE_URL: addressOf(admin, name),
    SERVER_DATABASE_URL: addressOf(process.env.SERVER_DATABASE_URL ?? admin, name),
    BRENDIK_KEY: randomBytes(24).toString('base64url'),
  }
  await statement(admin, `create database ${name}`)
  const [code] = await once(
    spawn(process.execPath, ['--import', 'tsx', 'apps/server/src/demo/loadDemo.ts'], {
      cwd: new URL('../', import.meta.url).pathname,
      env,
      stdio: ['ignore', 'ignore', 'inherit'],
    }),
    'exit',
  )
  if (code !== 0) throw new Error(`the demo could not be loaded: ended with ${code}`)
  // The stories are told with the chances of the catalogue; what a workshop's own do is a story of its own.
  const [owner] = DEMO_PEOPLE
  await statement(
    env.DATABASE_URL,
    `select set_config('brendik.workshop_id', '${DEMO_WORKSHOP.id}', false);
     insert into learning (workshop_id, technician_id, uses, bands) values ('${DEMO_WORKSHOP.id}', '${owner.id}', false, false)`,
  )
  await makeAll(env.SERVER_DATABASE_URL)
  // What the workers read: they are started after this.
  process.env.DEMO_TEMPLATE = name
  process.env.BRENDIK_KEY = env.BRENDIK_KEY
  return () => statement(admin, `drop database if exists ${name} with (force)`)
}
