import { readdirSync } from 'node:fs'
import path from 'node:path'
import { runner } from 'node-pg-migrate'
import pg from 'pg'
import { SOURCES } from '../sources.ts'

/** Which way, and how many migrations at most. */
interface Way {
  direction: 'up' | 'down'
  count: number
}
const TO_THE_NEWEST: Way = { direction: 'up', count: Number.POSITIVE_INFINITY }

/**
 * Brings the database up to the newest migration; doing it again changes nothing. Two processes at once wait for each other.
 * @returns How many were made.
 * @throws {Error} In a line with the way out.
 */
export async function migrate(databaseUrl: string, way: Way = TO_THE_NEWEST): Promise<number> {
  const done = await migrateAsIs(databaseUrl, way).catch((error: Error) => {
    const wayOut = WAYS_OUT.find(([says]) => says.test(error.message))?.[1]
    throw wayOut ? new Error(`${wayOut} (${error.message.split('\n')[0]})`, { cause: error }) : error
  })
  return done.length
}

/** What keeps a new database from being set up, and the way out of it, in a line. */
const WAYS_OUT: readonly [says: RegExp, wayOut: string][] = [
  [
    /permission denied to create role|must (be|have) .*(superuser|CREATEROLE)/i,
    'The user of DATABASE_URL may not make roles: once, as a superuser, say "create role brendik_app; create role brendik_door; grant brendik_app, brendik_door to USER" with that user’s name, or "alter role USER createrole".',
  ],
  [
    /permission denied (for|to) (schema|database|create)/i,
    'The user of DATABASE_URL may not make tables there: once, as a superuser, say "alter database NAME owner to USER".',
  ],
  [/database "[^"]*" does not exist/, 'The database of DATABASE_URL is not there: make it with createdb.'],
  [
    /password authentication failed|no pg_hba\.conf entry|SASL/i,
    'The database does not let the user of DATABASE_URL in: look at its name, its password and pg_hba.conf.',
  ],
  [
    /ECONNREFUSED|ENOTFOUND|ETIMEDOUT/,
    'Nothing answers at the address of DATABASE_URL: is PostgreSQL running, and is the port right?',
  ],
  [
    /Not run migration .* is preceding|checkOrder/i,
    'This database was set up by another version of the program than this one: take the newer of the two.',
  ],
]

/** Names of all migrations, in their order. */
export const migrationNames = (): string[] =>
  readdirSync(path.join(SOURCES, 'db/migrations'))
    .filter((name) => name.endsWith('.sql'))
    .map((name) => path.basename(name, '.sql'))
    .sort()

async function migrateAsIs(databaseUrl: string, way: Way) {
  // The runner's own connection may outlive its promise: ours is closed before anybody is told that it is done.
  const client = new pg.Client({ connectionString: databaseUrl })
  // A connection that breaks rejects what is being asked on it.
  client.on('error', () => {})
  await client.connect()
  try {
    return await runner({
      dbClient: client,
      dir: path.join(SOURCES, 'db/migrations'),
      migrationsTable: 'migration',
      ...way,
      advisoryLockMode: 'wait',
      log: () => {},
    })
  } finally {
    await client.end()
  }
}
