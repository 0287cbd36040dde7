import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { from as copyFrom } from 'pg-copy-streams'
import { type Client, openClient } from '../db/client.ts'
import { migrate, migrationNames } from '../db/migrate.ts'
import { codeHash, newCode } from '../door/secrets.ts'
import { ArchiveError, type ArchivePart, type Manifest, PICTURES } from './archiveFormat.ts'
import { entriesOf, linesOf, verifyArchive } from './readArchive.ts'
import type { Told } from './writeArchive.ts'

/** A database, as who owns its tables and as who serves reach it; they may be the same. */
export interface Addresses {
  owner: string
  server: string
}
export interface Restored {
  manifest: Manifest
  /** What was there already, from a time when it was cut off. */
  partsBefore: number
  /** Owners whose passwords the archive does not hold, each with a code by which to come in. */
  codes: { name: string; email: string | null; code: string }[]
}

/**
 * Reads an archive back into a database: gone through first, then part by part, each once; cut off and called again it goes on where it was.
 * A new database is made as it was when the archive was written, and brought up to date afterwards.
 * @throws {ArchiveError} In a line, before anything is written where it can be told before.
 */
export async function restoreArchive(
  database: Addresses,
  file: string,
  told: Told = () => {},
): Promise<Restored> {
  const manifest = await verifyArchive(file)
  await tablesAsThen(database.owner, manifest)
  const known = await workshopsOf(database)
  const client = await openClient(database.owner)
  try {
    const done = await begin(client, manifest, known)
    const parts = new Map(manifest.parts.map((part) => [part.file, part]))
    const alone = known.every((id) => manifest.workshops.some((workshop) => workshop.id === id))
    for await (const { name, bytes } of entriesOf(file)) {
      const part = parts.get(name)
      if (!part || done.has(name)) continue
      await inOne(client, part.workshop, async () => {
        await (part.table === PICTURES
          ? picture(client, part, bytes)
          : rows(client, part, await linesOf(bytes), alone))
        await client.query('insert into restoring (file, sha256) values ($1, $2)', [name, part.sha256])
      })
      told(part.table, part.rows)
    }
    const codes = []
    for (const { id } of manifest.workshops)
      codes.push(...(await inOne(client, id, () => finish(client, id))))
    await client.query('drop table restoring')
    await migrate(database.owner)
    return { manifest, partsBefore: done.size, codes }
  } finally {
    await client.end()
  }
}

/** Tables as they were when the archive was written: made so in a new database, and asked for in another. */
async function tablesAsThen(databaseUrl: string, { migrations }: Manifest): Promise<void> {
  const ours = migrationNames()
  const stranger = migrations.find((name, n) => ours[n] !== name)
  if (stranger !== undefined)
    throw new ArchiveError(
      `migration ${stranger}: the archive was written by a newer version of the program than this one; take that version`,
    )
  const client = await openClient(databaseUrl)
  let made: number
  try {
    const { rows: there } = await client.query("select to_regclass('public.migration') is not null as there")
    made = there[0]?.there
      ? Number((await client.query('select count(*) as n from migration')).rows[0]?.n)
      : 0
  } finally {
    await client.end()
  }
  if (made > migrations.length)
    throw new ArchiveError(
      `the archive was written when there were ${migrations.length} migrations, this database has ${made}: restore into a new, empty database; it is brought up to date afterwards`,
    )
  if (made < migrations.length)
    await migrate(databaseUrl, { direction: 'up', count: migrations.length - made })
}

/** Which parts are there from a time before. @throws {ArchiveError} If a workshop is there that was not begun to be restored. */
async function begin(client: Client, manifest: Manifest, known: readonly string[]): Promise<Set<string>> {
  const { rows: there } = await client.query("select to_regclass('public.restoring') is not null as there")
  if (there[0]?.there) {
    const { rows: parts } = await client.query('select file, sha256 from restoring')
    const listed = new Map(manifest.parts.map((part) => [part.file, part.sha256]))
    for (const { file, sha256 } of parts as { file: string; sha256: string }[])
      if (listed.get(file) !== sha256)
        throw new ArchiveError(
          `${file}: another archive was begun to be restored here; go on with that one, or restore into a new, empty database`,
        )
    return new Set(parts.map(({ file }: { file: string }) => file))
  }
  const twice = manifest.workshops.find(({ id }) => known.includes(id))
  if (twice)
    throw new ArchiveError(
      `workshop ${twice.name} (${twice.id}): is in this database already, and nothing of it is written over`,
    )
  await client.query('create table restoring (file text primary key, sha256 text not null)')
  return new Set()
}

/** Workshops of a database: whoever owns its tables sees rows only of one that is named, and who serves may ask the door which there are. */
export async function workshopsOf({ server }: Addresses): Promise<string[]> {
  const client = await openClient(server)
  try {
    await client.query('set role brendik_door')
    const { rows: found } = await client.query('select id from workshop order by created_at, id')
    return found.map(({ id }: { id: string }) => id)
  } finally {
    await client.end()
  }
}

async function inOne<T>(client: Client, workshop: string, work: () => Promise<T>): Promise<T> {
  await client.query('begin')
  try {
    await client.query("select set_config('brendik.workshop_id', $1, true)", [workshop])
    const result = await work()
    await client.query('commit')
    return result
  } catch (error) {
    await client.query('rollback').catch(() => {})
    throw error
  }
}

/** Stores the rows of a part as they were: nothing is noted, looked up or worked out anew because of them. */
async function rows(
  client: Client,
  { table, file, rows: expected }: ArchivePart,
  text: string,
  alone: boolean,
): Promise<void> {
  const first = JSON.parse(text.slice(0, text.indexOf('\n'))) as Record<string, unknown>
  // Numbers that count through all workshops are given anew where there are others.
  const columns = Object.keys(first).filter((name) => alone || table !== 'audit_entry' || name !== 'id')
  const bad = columns.find((name) => !/^[a-z_]+$/.test(name))
  if (bad !== undefined) throw new ArchiveError(`${file}: expected columns of ${table}, got ${bad}`)
  await client.query('create temp table part (n int generated always as identity, line jsonb) on commit drop')
  await pipeline(
    Readable.from([text]),
    client.query(
      copyFrom("copy part (line) from stdin with (format csv, quote e'\\x01', delimiter e'\\x02')"),
    ),
  )
  await client.query(`alter table ${table} disable trigger user`)
  const list = columns.join(', ')
  const { rowCount } = await client.query(
    `insert into ${table} (${list}) overriding system value
     select ${columns.map((name) => `r.${name}`).join(', ')} from part, jsonb_populate_record(null::${table}, line) r order by n`,
  )
  await client.query(`alter table ${table} enable trigger user`)
  if (rowCount !== expected)
    throw new ArchiveError(`${file}: expected ${expected} rows to be stored, got ${rowCount}`)
}

async function picture(client: Client, { file, workshop }: ArchivePart, bytes: Buffer): Promise<void> {
  const id = /photos\/([0-9a-f-]{36})\.jpg$/.exec(file)?.[1]
  if (!id) throw new ArchiveError(`${file}: expected photos/<id>.jpg`)
  await client.query('insert into photo_content (workshop_id, id, bytes) values ($1, $2, $3)', [
    workshop,
    id,
    bytes,
  ])
}

/** What is made anew: the words of the search, and what wants to be worked out. */
async function finish(client: Client, workshop: string): Promise<Restored['codes']> {
  await client.query(
    `select refresh_visit_search($1, array_agg(id)) from (select id, (row_number() over (order by id)) / 200 as page from visit where workshop_id = $1) v group by page`,
    [workshop],
  )
  await client.query(
    `insert into analysis_wanted (workshop_id, run_id) select workshop_id, id from run r
     where workshop_id = $1 and stopped_at is not null and not exists (select from run_result x where x.workshop_id = r.workshop_id and x.run_id = r.id)
     on conflict do nothing`,
    [workshop],
  )
  for (const [table, column] of [
    ['audit_entry', 'id'],
    ['reading_block', 'arrived'],
  ])
    await client.query(
      `select setval(s, greatest(coalesce((select max(${column}) from ${table}), 1), nextval(s))) from pg_get_serial_sequence('${table}', '${column}') s`,
    )
  // Whose archive was taken from the app holds no passwords: its owners come in by a code, as who forgot theirs.
  const { rows: owners } = await client.query(
    "select id, name, email from technician where workshop_id = $1 and role = 'owner' and active and password_hash is null and email is not null",
    [workshop],
  )
  const codes: Restored['codes'] = []
  for (const { id, name, email } of owners as { id: string; name: string; email: string | null }[]) {
    const code = newCode()
    await client.query(
      `insert into recovery (workshop_id, token_hash, technician_id, made_by, printed, expires_at) values ($1, $2, $3, $3, false, now() + interval '7 days')`,
      [workshop, codeHash(code), id],
    )
    codes.push({ name, email, code })
  }
  return codes
}
