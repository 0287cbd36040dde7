import { randomUUID } from 'node:crypto'
import { type FileHandle, open, unlink } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { type ArchiveAnswer, asText } from '@brendik/core'
import type { Actor, Database } from '../db/database.ts'
import { AppError } from '../errors/AppError.ts'
import { writeArchive } from './writeArchive.ts'

/** Each holds a connection for as long as it is written, and room on the disk for as long as it is kept. */
const AT_ONCE = 2
const MOST_KEPT = 20
/** How long an archive can be taken, so that a download that was cut off goes on with the same bytes. */
const KEPT_MS = 3_600_000
const ASKED_AGAIN_MS = 60_000

/** An archive that is being written, or was. */
interface Made extends ArchiveAnswer {
  file: FileHandle | null
  /** Settles when it is written, or was given up. */
  written: Promise<void>
  /** Those who take it just now. */
  readers: number
}
/** A written archive for one who takes it; `taken` when they have it, or have gone. */
export interface WrittenArchive {
  bytes: number
  file: FileHandle
  taken: () => void
}

/**
 * Archives that owners asked for, one of each workshop, each in a file that has no name: it ends with this process whatever happens, and nobody else can open it.
 */
export function madeArchives(db: Database, { warn }: { warn: (error: Error) => void }) {
  const kept = new Map<string, Made>()

  async function write(made: Made, actor: Actor, name: string): Promise<void> {
    made.file = await namelessFile()
    const out = made.file.createWriteStream({ autoClose: false })
    await db.reading(actor, (client) =>
      writeArchive(
        client,
        [{ id: actor.workshopId, name }],
        new Date(made.atMs).toISOString(),
        out,
        (_table, rows) => {
          made.rows += rows
          made.bytes = out.bytesWritten
        },
      ),
    )
    made.bytes = out.bytesWritten
    made.state = 'ready'
    made.untilMs = Date.now() + KEPT_MS
  }
  function end(workshop: string, made: Made): void {
    if (made.readers > 0) {
      setTimeout(() => end(workshop, made), ASKED_AGAIN_MS).unref()
      return
    }
    if (kept.get(workshop) === made) kept.delete(workshop)
    void made.file?.close().catch(warn)
    made.file = null
  }

  return {
    /** What there is of a workshop; null = nobody asked for one within the hour. */
    of(workshop: string): ArchiveAnswer | null {
      const made = kept.get(workshop)
      return made ? toldOf(made) : null
    },
    /** Begins to write one, unless one is being written. @throws {AppError} If too many are being written. */
    begin({ id, actor, name }: { id: string; actor: Actor; name: string }): ArchiveAnswer {
      const before = kept.get(actor.workshopId)
      if (before && (before.id === id || before.state === 'writing')) return toldOf(before)
      const writing = [...kept.values()].filter(({ state }) => state === 'writing')
      if (writing.length >= AT_ONCE || (!before && kept.size >= MOST_KEPT))
        throw new AppError('not_ready', asText('error.one-archive'))
      const made: Made = {
        id,
        state: 'writing',
        atMs: Date.now(),
        rows: 0,
        bytes: 0,
        untilMs: null,
        file: null,
        written: Promise.resolve(),
        readers: 0,
      }
      kept.set(actor.workshopId, made)
      if (before) end(actor.workshopId, before)
      made.written = write(made, actor, name)
        .catch((error: Error) => {
          warn(error)
          made.state = 'failed'
          void made.file?.close().catch(warn)
          made.file = null
        })
        .finally(() => setTimeout(() => end(actor.workshopId, made), KEPT_MS).unref())
      return toldOf(made)
    },
    /** One archive, once it is written. @throws {AppError} If it is not there, or could not be written. */
    async take(workshop: string, id: string): Promise<WrittenArchive> {
      const made = kept.get(workshop)
      if (made?.id === id) {
        made.readers++
        const taken = () => {
          made.readers--
        }
        await made.written
        if (made.file) return { bytes: made.bytes, file: made.file, taken }
        taken()
      }
      throw new AppError('not_found', asText('error.archive-gone'))
    },
  }
}

const toldOf = ({ id, state, atMs, rows, bytes, untilMs }: Made): ArchiveAnswer => ({
  id,
  state,
  atMs,
  rows,
  bytes,
  untilMs,
})

async function namelessFile(): Promise<FileHandle> {
  const name = path.join(tmpdir(), `brendik-archive-${randomUUID()}`)
  const file = await open(name, 'wx+', 0o600)
  await unlink(name)
  return file
}
