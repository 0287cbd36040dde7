import { createWriteStream } from 'node:fs'
import { rename, rm, stat } from 'node:fs/promises'
import path from 'node:path'
import { openClient } from '../db/client.ts'
import { ArchiveError, type Manifest, rowsByTable } from './archiveFormat.ts'
import { verifyArchive } from './readArchive.ts'
import { type Addresses, restoreArchive, workshopsOf } from './restoreArchive.ts'
import { type Told, writeArchive } from './writeArchive.ts'

/** `npm run backup` and `npm run restore`: all workshops of a database into one file, and back. Usage is told with what was wrong. */
const [command, given, ...rest] = process.argv.slice(2)
// As whoever called it would write it: npm runs it in the project's folder.
const file = given && path.resolve(process.env.INIT_CWD ?? '.', given)
const url = process.env.DATABASE_URL
const USAGE =
  'npm run backup -- FILE   or   npm run restore -- FILE   (DATABASE_URL names another database than the project’s own)'

/** Tells what has been done, every two seconds at most. */
function progress(doing: string): Told {
  let [last, rows] = [Date.now(), 0]
  return (table, more) => {
    rows += more
    if (Date.now() - last < 2000) return
    last = Date.now()
    console.error(`· ${doing}: ${rows.toLocaleString('en')} rows, at ${table}`)
  }
}

/** Writes beside the file and takes its place once it is whole and was read through: a backup that failed spoils none that stood. */
async function backup(database: Addresses, to: string): Promise<Manifest> {
  const client = await openClient(database.owner)
  const part = `${to}.part`
  try {
    const ids = await workshopsOf(database)
    await client.query('begin isolation level repeatable read read only')
    const workshops: Manifest['workshops'] = []
    for (const id of ids) {
      await client.query("select set_config('brendik.workshop_id', $1, true)", [id])
      const { rows } = await client.query('select name from workshop where id = $1', [id])
      workshops.push({ id, name: String(rows[0]?.name) })
    }
    await writeArchive(
      client,
      workshops,
      new Date().toISOString(),
      createWriteStream(part),
      progress('written'),
    )
    await client.query('commit')
    const manifest = await verifyArchive(part)
    await rename(part, to)
    return manifest
  } catch (error) {
    await rm(part, { force: true })
    throw error
  } finally {
    await client.end()
  }
}

function tell(done: string, { workshops, parts }: Manifest): void {
  const rows = rowsByTable(parts)
  for (const [table, n] of Object.entries(rows))
    console.log(`${table.padEnd(18)} ${n.toLocaleString('en').padStart(12)}`)
  console.log(`${done}: ${workshops.map(({ name }) => name).join(', ')}`)
}

try {
  if (!url) throw new ArchiveError('DATABASE_URL is not set')
  if (!file || rest.length > 0 || (command !== 'backup' && command !== 'restore'))
    throw new ArchiveError(USAGE)
  const database = { owner: url, server: process.env.SERVER_DATABASE_URL || url }
  if (command === 'backup') {
    const manifest = await backup(database, file)
    tell(`Written and read through, ${((await stat(file)).size / 2 ** 20).toFixed(1)} MB`, manifest)
  } else {
    const { manifest, partsBefore, codes } = await restoreArchive(database, file, progress('restored'))
    if (partsBefore > 0) console.log(`Went on after ${partsBefore} parts that were there`)
    tell('Restored', manifest)
    for (const { name, email, code } of codes)
      console.log(`${name} (${email}) comes in with this code under “Forgot your password?”: ${code}`)
  }
} catch (error) {
  console.error(
    error instanceof ArchiveError ? error.message : `${command} failed: ${(error as Error).message}`,
  )
  process.exitCode = error instanceof ArchiveError ? 2 : 1
}
