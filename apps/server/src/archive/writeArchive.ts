import { createHash } from 'node:crypto'
import type { Writable } from 'node:stream'
import { promisify } from 'node:util'
import { gzip } from 'node:zlib'
import { to as copyTo } from 'pg-copy-streams'
import { type Pack, pack } from 'tar-stream'
import type { Client } from '../db/client.ts'
import { migrationNames } from '../db/migrate.ts'
import {
  ARCHIVE_FORMAT,
  ARCHIVED,
  type ArchivedTable,
  type ArchivePart,
  MANIFEST,
  type Manifest,
  PICTURES,
} from './archiveFormat.ts'

const zipped = promisify(gzip)
/** Lines are put together into files of about so much, characters. */
const PART_SIZE = 4_000_000
/** Told after each file: what has been written of which table. */
export type Told = (table: ArchivedTable, rows: number) => void

/**
 * Writes all that a role may read of workshops, as a tar of gzipped JSON lines with the photos beside it, while it reads; the list of its contents
 * with their checksums comes last. Holds no more than one file of it.
 * @param client - Within a transaction that sees one moment, in the role whose reading rights decide what is in it.
 */
export async function writeArchive(
  client: Client,
  workshops: Manifest['workshops'],
  madeAt: string,
  out: Writable,
  told: Told = () => {},
): Promise<Manifest> {
  const tar = pack()
  const ended = new Promise<void>((resolve, reject) => {
    out.on('finish', resolve)
    out.on('close', resolve)
    for (const stream of [tar, out]) stream.on('error', reject)
    // Who waits for a reader that has gone waits for ever.
    out.on('close', () => tar.destroy())
  })
  tar.pipe(out)
  // A reader that has gone away is told of at the next file.
  ended.catch(() => {})
  const manifest: Manifest = {
    format: ARCHIVE_FORMAT,
    madeAt,
    migrations: await migrationsOf(client),
    workshops,
    parts: [],
  }
  try {
    for (const { id } of workshops) {
      await client.query("select set_config('brendik.workshop_id', $1, true)", [id])
      for (const table of ARCHIVED)
        for await (const part of table === PICTURES
          ? pictures(client, tar, id)
          : lines(client, tar, id, table)) {
          manifest.parts.push(part)
          told(table, part.rows)
          if (out.destroyed) throw new Error('nobody takes it any more')
        }
    }
    await entry(tar, MANIFEST, Buffer.from(JSON.stringify(manifest)))
    tar.finalize()
    await ended
  } catch (error) {
    tar.destroy()
    throw error
  }
  return manifest
}

async function migrationsOf(client: Client): Promise<string[]> {
  // Who serves may not read the table of the migrations: the files are the same for both.
  const { rows } = await client.query(
    'select has_table_privilege(current_user, to_regclass($1), $2) as may',
    ['public.migration', 'select'],
  )
  if (!rows[0]?.may) return migrationNames()
  const found = await client.query('select name from migration order by id')
  return found.rows.map(({ name }: { name: string }) => name)
}

/** Columns of a table that the role may read, in their order. */
async function readable(client: Client, table: ArchivedTable): Promise<string[]> {
  const { rows } = await client.query(
    `select attname as name from pg_attribute where attrelid = to_regclass($1) and attnum > 0 and not attisdropped
      and has_column_privilege(attrelid, attnum, 'select') order by attnum`,
    [`public.${table}`],
  )
  return rows.map(({ name }: { name: string }) => name)
}

async function* lines(
  client: Client,
  tar: Pack,
  workshop: string,
  table: ArchivedTable,
): AsyncGenerator<ArchivePart> {
  const columns = await readable(client, table)
  if (columns.length === 0) return
  const key = ORDER[table] ?? columns.filter((name) => /(^|_)id$/.test(name)).join(', ')
  const select = `select row_to_json(t) from (select ${columns.join(', ')} from ${table} where ${table === 'workshop' ? 'id' : 'workshop_id'} = '${workshop}' order by ${key}) t`
  // No text in JSON holds these two signs: each line comes as it is.
  const stream = client.query(
    copyTo(`copy (${select}) to stdout with (format csv, quote e'\\x01', delimiter e'\\x02')`),
  )
  let [text, rows, n] = ['', 0, 0]
  const part = async () => {
    n++
    const file = `${workshop}/${table}-${String(n).padStart(6, '0')}.jsonl.gz`
    const bytes = await zipped(text)
    const made = { file, table, workshop, rows, sha256: sha256(bytes) }
    ;[text, rows] = ['', 0]
    await entry(tar, file, bytes)
    return made
  }
  for await (const line of splitLines(stream)) {
    text += `${line}\n`
    rows++
    if (text.length >= PART_SIZE) yield await part()
  }
  if (rows > 0) yield await part()
}
/** Lines end with the one sign that ends them: texts may hold others that look like an end. */
async function* splitLines(stream: AsyncIterable<Buffer>): AsyncGenerator<string> {
  let held: Buffer[] = []
  for await (const chunk of stream) {
    let from = 0
    for (let at = chunk.indexOf(10); at >= 0; at = chunk.indexOf(10, from)) {
      held.push(chunk.subarray(from, at))
      yield Buffer.concat(held).toString('utf8')
      held = []
      from = at + 1
    }
    if (from < chunk.length) held.push(chunk.subarray(from))
  }
}
/** What is read in the order in which it came. */
const ORDER: Partial<Record<ArchivedTable, string>> = {
  reading_block: 'arrived',
  audit_entry: 'id',
  own_chances: 'made_at',
  session: 'token_hash',
  recovery: 'token_hash',
}

async function* pictures(client: Client, tar: Pack, workshop: string): AsyncGenerator<ArchivePart> {
  if ((await readable(client, PICTURES)).length === 0) return
  const { rows } = await client.query('select id from photo_content where workshop_id = $1 order by id', [
    workshop,
  ])
  for (const { id } of rows as { id: string }[]) {
    const found = await client.query('select bytes from photo_content where workshop_id = $1 and id = $2', [
      workshop,
      id,
    ])
    const bytes = (found.rows[0] as { bytes: Buffer }).bytes
    const file = `${workshop}/photos/${id}.jpg`
    await entry(tar, file, bytes)
    yield { file, table: PICTURES, workshop, rows: 1, sha256: sha256(bytes) }
  }
}

export const sha256 = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex')

/** Writes a file of the tar, no faster than it is taken. */
function entry(tar: Pack, name: string, bytes: Buffer): Promise<void> {
  return new Promise((resolve, reject) => {
    const file = tar.entry({ name, size: bytes.length, mtime: new Date(0) }, (error) =>
      error ? reject(error) : resolve(),
    )
    // Handed over whole it would be held until it is taken, and the next one with it.
    file.end(bytes)
  })
}
