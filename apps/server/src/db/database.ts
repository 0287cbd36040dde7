import pg from 'pg'
import type { Client } from './client.ts'
import { loadSql, type SqlTexts, type StatementName } from './loadSql.ts'
import { parseRow, type RowSchema } from './row.ts'

/** Runs the named statements; the number of rows expected is in the method's name. */
export interface Queries {
  many<T>(name: StatementName, row: RowSchema<T>, values: readonly unknown[]): Promise<T[]>
  maybeOne<T>(name: StatementName, row: RowSchema<T>, values: readonly unknown[]): Promise<T | null>
  /** Number of rows written or found. */
  run(name: StatementName, values: readonly unknown[]): Promise<number>
}

/** Queries as one database role; a statement alone is a transaction of its own. */
export interface ScopedDb extends Queries {
  transaction<T>(work: (tx: Queries) => Promise<T>): Promise<T>
}

/** Who acts: the workshop whose rows are seen, and the technician who signs (null = an instrument). */
export interface Actor {
  workshopId: string
  technicianId: string | null
}

export interface Database {
  /** Rows of the actor's workshop, and no other: row-level security sees to it. */
  as(actor: Actor): ScopedDb
  /** One moment of all that the actor may read, on a connection of its own for as long as the work lasts. */
  reading<T>(actor: Actor, work: (client: Client) => Promise<T>): Promise<T>
  /** People, sessions, invitations and keys of every workshop; no visit, machine or run. Only for letting people in. */
  door: ScopedDb
  /**
   * Calls back with each payload sent on a channel, for as long as the database lives; reconnects by itself.
   * @param onConnected - Told whenever the connection stands, also after it was cut: what was sent in between was missed.
   */
  listen(channel: string, onPayload: (payload: string) => void, onConnected?: () => void): Promise<void>
  close(): Promise<void>
}

const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i

/** What begins every transaction: the role, and whose rows it may see. Ends with the transaction, so a pooled connection carries nothing over. */
function beginAs(actor: Actor): string {
  const setting = (name: string, value: string | null | undefined) => {
    if (value && !UUID.test(value)) throw new Error(`${name}: expected a UUID, got ${value}`)
    return `set_config('brendik.${name}', '${value ?? ''}', true)`
  }
  return `begin; set local role brendik_app; select ${setting('workshop_id', actor.workshopId)}, ${setting('technician_id', actor.technicianId)}`
}

/** A connection that is asked one thing after the other, however many are asked of it at once: a transaction has one connection. */
function oneByOne(client: pg.PoolClient): Pick<pg.PoolClient, 'query'> {
  let last: Promise<unknown> = Promise.resolve()
  const query = (config: pg.QueryConfig) => {
    const turn = last.then(() => client.query(config))
    last = turn.catch(() => undefined)
    return turn
  }
  return { query } as Pick<pg.PoolClient, 'query'>
}

/** Serialisation failure and deadlock: the only errors that a second try can mend. */
const RETRYABLE = new Set(['40001', '40P01'])
const RECONNECT_MS = 1000

export interface DatabaseOptions {
  /** Texts of the statements, where they cannot be read from their files. */
  sql?: SqlTexts
  connections?: number
}

export function openDatabase(
  url: string,
  { sql = loadSql(), connections = 10 }: DatabaseOptions = {},
): Database {
  const pool = openPool({ connectionString: url, max: connections })
  // The door is asked at every request: its connections are in its role from the start, and a statement alone needs no transaction around it.
  const doorPool = openPool({
    connectionString: url,
    max: Math.min(4, connections),
    options: '-c role=brendik_door',
  })
  const queriesOn = (client: Pick<pg.PoolClient, 'query'> | pg.Pool): Queries => ({
    many: async (name, row, values) => {
      const { rows } = await client.query({ name, text: sql[name], values: [...values] })
      return rows.map((found) => parseRow(name, row, found))
    },
    maybeOne: async (name, row, values) => {
      const { rows } = await client.query({ name, text: sql[name], values: [...values] })
      if (rows.length > 1) throw new Error(`${name}: expected at most one row, got ${rows.length}`)
      return rows.length === 0 ? null : parseRow(name, row, rows[0])
    },
    run: async (name, values) =>
      (await client.query({ name, text: sql[name], values: [...values] })).rowCount ?? 0,
  })
  let closing = false
  const listeners: pg.Client[] = []

  async function transactionOnce<T>(
    from: pg.Pool,
    begin: string,
    work: (tx: Queries) => Promise<T>,
  ): Promise<T> {
    const client = await from.connect()
    let broken: Error | undefined
    try {
      await client.query(begin)
      const result = await work(queriesOn(oneByOne(client)))
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

  async function listen(
    channel: string,
    onPayload: (payload: string) => void,
    onConnected: () => void = () => {},
  ): Promise<void> {
    const client = new pg.Client({ connectionString: url })
    let retried = false
    const again = () => {
      if (closing || retried) return
      retried = true
      setTimeout(() => {
        // The wait may outlive the database it waits for.
        if (!closing) listen(channel, onPayload, onConnected).catch(again)
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
    onConnected()
  }

  async function again<T>(work: () => Promise<T>): Promise<T> {
    for (let attempt = 1; ; attempt++) {
      try {
        return await work()
      } catch (error) {
        if (attempt >= 3 || !(error instanceof pg.DatabaseError) || !RETRYABLE.has(error.code ?? ''))
          throw error
      }
    }
  }
  function asActor(actor: Actor): ScopedDb {
    const begin = beginAs(actor)
    const transaction = <T>(work: (tx: Queries) => Promise<T>) =>
      again(() => transactionOnce(pool, begin, work))
    return {
      transaction,
      many: (name, row, values) => transaction((tx) => tx.many(name, row, values)),
      maybeOne: (name, row, values) => transaction((tx) => tx.maybeOne(name, row, values)),
      run: (name, values) => transaction((tx) => tx.run(name, values)),
    }
  }
  const alone = queriesOn(doorPool)
  const door: ScopedDb = {
    transaction: (work) => again(() => transactionOnce(doorPool, 'begin', work)),
    many: (name, row, values) => again(() => alone.many(name, row, values)),
    maybeOne: (name, row, values) => again(() => alone.maybeOne(name, row, values)),
    run: (name, values) => again(() => alone.run(name, values)),
  }

  return {
    as: asActor,
    door,
    listen,
    async reading(actor, work) {
      const client = await pool.connect()
      let broken: Error | undefined
      try {
        await client.query(
          beginAs(actor).replace(/^begin/, 'begin isolation level repeatable read read only'),
        )
        const result = await work(client)
        await client.query('commit')
        return result
      } catch (error) {
        // It may still be sending rows that nobody takes.
        broken = error as Error
        throw error
      } finally {
        client.release(broken)
      }
    },
    async close() {
      closing = true
      await Promise.all(listeners.map((client) => client.end().catch(() => {})))
      await Promise.all([pool.end(), doorPool.end()])
    },
  }
}

function openPool(config: pg.PoolConfig): pg.Pool {
  const pool = new pg.Pool({ connectionTimeoutMillis: 5000, ...config })
  // An idle connection that dies (database restarted) must not take the server with it; the next query reconnects.
  pool.on('error', () => {})
  // Nor may one that dies while a transaction holds it: the pool listens to idle connections only, and an error event that
  // nobody hears ends the process. The query in flight fails by itself, and the connection is thrown away on release.
  pool.on('connect', (client) => {
    client.on('error', () => {})
  })
  return pool
}
