import { fileURLToPath } from 'node:url'
import { runner } from 'node-pg-migrate'

/** Brings the database up to the newest migration; doing it again changes nothing. Two processes at once wait for each other. */
export async function migrate(databaseUrl: string): Promise<number> {
  const done = await runner({
    databaseUrl,
    dir: fileURLToPath(new URL('../../sql/migrations', import.meta.url)),
    migrationsTable: 'migration',
    direction: 'up',
    count: Number.POSITIVE_INFINITY,
    advisoryLockMode: 'wait',
    log: () => {},
  })
  return done.length
}
