import { createWriteStream } from 'node:fs'
import { mkdtemp, rm, stat } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import pg from 'pg'
import { ARCHIVED } from '../apps/server/src/archive/archiveFormat.ts'
import { type Addresses, restoreArchive, workshopsOf } from '../apps/server/src/archive/restoreArchive.ts'
import { writeArchive } from '../apps/server/src/archive/writeArchive.ts'
import type { BenchWorld, Figure } from './benchStore.ts'

/** The whole of a database as an archive, and back into an empty one; every row compared. @throws {Error} If a row is not as it was. */
export async function archiving({ url, ownerUrl }: Pick<BenchWorld, 'url' | 'ownerUrl'>): Promise<Figure[]> {
  const folder = await mkdtemp(path.join(tmpdir(), 'brendik-bench-'))
  const file = path.join(folder, 'bench.tar')
  const from: Addresses = { owner: ownerUrl, server: url }
  const name = `${new URL(ownerUrl).pathname.slice(1)}_back`
  const moved = (address: string) => Object.assign(new URL(address), { pathname: `/${name}` }).toString()
  const back: Addresses = { owner: moved(ownerUrl), server: moved(url) }
  const client = new pg.Client({ connectionString: ownerUrl })
  await client.connect()
  try {
    await client.query(`create database ${name}`)
    const workshops = (await workshopsOf(from)).map((id) => ({ id, name: id }))
    const began = performance.now()
    await client.query('begin isolation level repeatable read read only')
    const { parts } = await writeArchive(client, workshops, new Date().toISOString(), createWriteStream(file))
    await client.query('commit')
    const written = performance.now()
    await restoreArchive(back, file)
    const restored = performance.now()
    const [before, after] = [await rowSums(from), await rowSums(back)]
    const other = ARCHIVED.find((table) => before[table] !== after[table])
    if (other) throw new Error(`${other}: ${before[other]} before, ${after[other]} after`)
    const rows = parts.reduce((sum, part) => sum + part.rows, 0)
    return [
      { name: 'rows in the archive, every one as it was', value: rows, unit: '' },
      { name: 'archive of them', value: (await stat(file)).size / 2 ** 20, unit: 'MB' },
      { name: 'archive written', value: (written - began) / 1000, unit: 's' },
      { name: 'archive gone through and read back', value: (restored - written) / 1000, unit: 's' },
    ]
  } finally {
    await client.query('rollback').catch(() => {})
    await client.query(`drop database if exists ${name} with (force)`)
    await client.end()
    await rm(folder, { recursive: true })
  }
}

/** Of every table how many rows there are, and a sum over all that stands in them, whatever their order. */
async function rowSums(database: Addresses): Promise<Record<string, string>> {
  const client = new pg.Client({ connectionString: database.owner })
  await client.connect()
  const sums: Record<string, string> = {}
  try {
    for (const id of await workshopsOf(database)) {
      await client.query("select set_config('brendik.workshop_id', $1, false)", [id])
      for (const table of ARCHIVED) {
        const { rows } = await client.query(
          `select count(*) || ' ' || coalesce(sum(hashtextextended(row_to_json(t)::text, 0)::numeric), 0) as sum from ${table} t`,
        )
        sums[table] = `${sums[table] ?? ''} ${rows[0]?.sum}`
      }
    }
    return sums
  } finally {
    await client.end()
  }
}
