import pg from 'pg'
import { loadSql, type StatementName } from './loadSql.ts'

/** Runs the named statements; the number of rows expected is in the method's name. */
export interface Queries {
  many<T>(name: StatementName, values: readonly unknown[]): Promise<T[]>
  maybeOne<T>(name: StatementName, values: readonly unknown[]): Promise<T | null>
  /** Number of rows written. */
  run(name: StatementName, values: readonly unknown[]): Promise<number>
}

export interface Database extends Queries {
  transaction<T>(work: (tx: Queries) => Promise<T>): Promise<T>
  /** Calls back with each payload sent on a channel, for as long as the database lives; reconnects by itself. */
  listen(channel: string, onPayload: (payload: string) => void): Promise<void>
  close(): Promise<void>
}

/** Serialisation failure and deadlock: the only errors that a second try can mend. */
const RETRYABLE = new Set(['40001', '40P01'])
const RECONNECT_MS = 1000

export function openDatabase(url: string): Database {
  const sql = loadSql()
  const pool = new pg.Pool({ connectionString: url, max: 10, connectionTimeoutMillis: 5000 })
  // An idle connection that dies (database restarted) must not take the server with it; the next query reconnects.
  pool.on('error', () => {})
  // Nor may one that dies while a transaction holds it: the pool listens to idle connections only, and an error event that
  // nobody hears ends the process. The query in flight fails by itself, and the connection is thrown away on release.
  pool.on('connect', (client) => {
    client.on('error', () => {})
  })
  const queriesOn = (client: pg.Pool | pg.PoolClient): Queries => ({
    many: async <T>(name: StatementName, values: readonly unknown[]) =>
      (await client.query({ name, text: sql[name], values: [...values] })).rows as T[],
    maybeOne: async <T>(name: StatementName, values: readonly unknown[]) => {
      const { rows } = await client.query({ name, text: sql[name], values: [...values] })
      if (rows.length > 1) throw new Error(`${name}: expected at most one row, got ${rows.length}`)
      return (rows[0] ?? null) as T | null
    },
    run: async (name, values) =>
      (await client.query({ name, text: sql[name], values: [...values] })).rowCount ?? 0,
  })
  let closing = false
  const listeners: pg.Client[] = []

  async function transactionOnce<T>(work: (tx: Queries) => Promise<T>): Promise<T> {
    const client = await pool.connect()
    let broken: Error | undefined
    try {
      await client.query('begin')
      const result = await work(queriesOn(client))
      await client.query('commit')
      return result
    } catch (error) {
      await client.query('rollback').catch((rollbackError: Error) => {
        broken = rollbackError
      })
      throw error
    } finally {
      client.release(broken)
    }
  }

  async function listen(channel: string, onPayload: (payload: string) => void): Promise<void> {
    const client = new pg.Client({ connectionString: url })
    let retried = false
    const again = () => {
      if (closing || retried) return
      retried = true
      setTimeout(() => {
        // The wait may outlive the database it waits for.
        if (!closing) listen(channel, onPayload).catch(again)
      }, RECONNECT_MS).unref()
    }
    client.on('error', again)
    client.on('end', again)
    client.on('notification', (message) => {
      if (message.payload !== undefined) onPayload(message.payload)
    })
    try {
      await client.connect()
    } catch {
      again()
      return
    }
    listeners.push(client)
    await client.query(`listen ${pg.escapeIdentifier(channel)}`)
  }

  return {
    ...queriesOn(pool),
    async transaction(work) {
      for (let attempt = 1; ; attempt++) {
        try {
          return await transactionOnce(work)
        } catch (error) {
          if (attempt >= 3 || !(error instanceof pg.DatabaseError) || !RETRYABLE.has(error.code ?? ''))
            throw error
        }
      }
    },
    listen,
    async close() {
      closing = true
      await Promise.all(listeners.map((client) => client.end().catch(() => {})))
      await pool.end()
    },
  }
}
