import { createReadStream } from 'node:fs'
import { promisify } from 'node:util'
import { gunzip } from 'node:zlib'
import { extract } from 'tar-stream'
import * as v from 'valibot'
import {
  ArchiveError,
  type ArchivePart,
  MANIFEST,
  type Manifest,
  manifestSchema,
  PICTURES,
} from './archiveFormat.ts'
import { sha256 } from './writeArchive.ts'

const unzipped = promisify(gunzip)
/** A part is four megabytes of lines, or one long line; what is larger was not written by us. */
const MOST_PART = 64 * 2 ** 20

/** Every file of an archive, one after the other. @throws {ArchiveError} */
export async function* entriesOf(file: string): AsyncGenerator<{ name: string; bytes: Buffer }> {
  const tar = extract()
  const source = createReadStream(file)
  source.on('error', (error) => tar.destroy(error))
  source.pipe(tar)
  try {
    for await (const found of tar) {
      const { name, size = 0 } = found.header
      if (size > MOST_PART)
        throw new ArchiveError(`${name}: expected at most ${MOST_PART} bytes, got ${size}`)
      const chunks: Buffer[] = []
      for await (const chunk of found) chunks.push(chunk as Buffer)
      yield { name, bytes: Buffer.concat(chunks) }
    }
  } catch (error) {
    if (error instanceof ArchiveError) throw error
    throw new ArchiveError(
      `${file}: expected an archive, got something that cannot be read (${(error as Error).message})`,
    )
  } finally {
    source.destroy()
  }
}

/** Lines of a part. */
export async function linesOf(bytes: Buffer): Promise<string> {
  return (await unzipped(bytes)).toString('utf8')
}
const countLines = (text: string): number => {
  let n = 0
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) n++
  return n
}

/**
 * Goes through a whole archive: every file is there, as long and as it was written, and holds as many rows as the list says.
 * @throws {ArchiveError} Naming the first file that is not so.
 */
export async function verifyArchive(file: string): Promise<Manifest> {
  const seen = new Map<string, { sha256: string; rows: number }>()
  let manifest: Manifest | null = null
  for await (const { name, bytes } of entriesOf(file)) {
    if (name === MANIFEST) manifest = readManifest(bytes)
    else
      seen.set(name, {
        sha256: sha256(bytes),
        rows: name.endsWith('.jsonl.gz') ? await linesOf(bytes).then(countLines, () => -1) : 1,
      })
  }
  if (!manifest)
    throw new ArchiveError(
      `${file}: expected ${MANIFEST} at its end, got none: it was cut off while it was made or copied`,
    )
  for (const part of manifest.parts) mustBe(part, seen.get(part.file))
  const listed = new Set(manifest.parts.map((part) => part.file))
  const stray = [...seen.keys()].find((name) => !listed.has(name))
  if (stray) throw new ArchiveError(`${stray}: expected only what ${MANIFEST} lists, got a file more`)
  return manifest
}

function mustBe(part: ArchivePart, found: { sha256: string; rows: number } | undefined): void {
  const { file, table } = part
  if (!found) throw new ArchiveError(`${file}: expected in the archive, not there`)
  if (found.sha256 !== part.sha256)
    throw new ArchiveError(`${file}: expected as it was written (sha256 ${part.sha256}), got ${found.sha256}`)
  if (table !== PICTURES && found.rows !== part.rows)
    throw new ArchiveError(`${file}: expected ${part.rows} rows, got ${found.rows}`)
}

function readManifest(bytes: Buffer): Manifest {
  const read = v.safeParse(manifestSchema, parsed(bytes), { abortEarly: true })
  if (read.success) return read.output
  const [issue] = read.issues
  throw new ArchiveError(`${MANIFEST}: ${v.getDotPath(issue) ?? ''}: ${issue.message}`)
}
function parsed(bytes: Buffer): unknown {
  try {
    return JSON.parse(bytes.toString('utf8'))
  } catch {
    return null
  }
}
