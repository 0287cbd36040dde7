import { createHash } from 'node:crypto'
import {
  type BroughtAnswer,
  type BroughtPiece,
  comparePieces,
  type FilePiece,
  factsOfVisitFile,
  fileOfFacts,
  type PieceFate,
  readOtherwise,
  type VisitFacts,
  type VisitFile,
  VisitFileError,
  writtenOver,
} from '@brendik/core'
import * as v from 'valibot'
import type { Actor, Queries, ScopedDb } from '../db/database.ts'
import { AppError } from '../errors/AppError.ts'
import { cleanPhoto } from '../photos/cleanPhoto.ts'
import { machineRow, siteAsItStands } from '../records/rows.ts'
import { fileIds } from '../visits/fileIds.ts'
import { visitAsFile } from '../visits/loadVisitFile.ts'
import { placed, readSent, type Sent, type SentProblem } from './readSent.ts'
import { storeFacts } from './storeFacts.ts'

const idRow = v.strictObject({ id: v.string() })
/** Pieces that an answer has room for. */
const MOST_PIECES = 1000

export interface BringIn {
  /** False: all is tried, and nothing is kept. */
  store: boolean
  /** What the sender saw it would do; null = whatever it does. */
  digest: string | null
  nowMs: number
  /** What a machine and a place without a name are called. */
  names: { machine: string; site: string }
}

/** Nothing of what was done in the transaction stays. */
class Undone extends Error {
  readonly answer: BroughtAnswer
  constructor(answer: BroughtAnswer) {
    super('undone')
    this.answer = answer
  }
}

/**
 * Brings a visit file in, all of it or nothing. What it would do is found out by doing it and taking all of it back, so that a preview tells no
 * more and no less than what happens. Sent again, it changes nothing.
 */
export async function bringIn(
  db: ScopedDb,
  actor: Actor & { technicianId: string },
  bytes: Uint8Array,
  asked: BringIn,
): Promise<BroughtAnswer> {
  const sent = readSent(bytes)
  if (!sent.file) return refused(sent.problems)
  const file = sent.file
  const pictures = await cleanPhotos(sent)
  if (pictures.problems.length > 0) return refused(pictures.problems)
  try {
    return await db.transaction(async (tx) => {
      const answer = await bring(tx, actor, { ...sent, file }, pictures.photos, asked)
      if (!answer.stored) throw new Undone(answer)
      return answer
    })
  } catch (error) {
    if (error instanceof Undone) return error.answer
    if (error instanceof VisitFileError) {
      const { path, message } = error
      const problem = path && message.startsWith(path) ? message.slice(path.length + 2) : message
      return refused(placed(sent.text, [{ path: path.split('.').filter(Boolean), problem }]))
    }
    throw error
  }
}

const NO_COUNTS: Readonly<Record<PieceFate, number>> = { new: 0, same: 0, change: 0, gone: 0, differs: 0 }
function refused(problems: SentProblem[]): BroughtAnswer {
  return {
    stored: false,
    digest: '',
    visitId: null,
    machineLabel: '',
    siteName: '',
    complaint: '',
    dueAtMs: null,
    pieces: [],
    counts: NO_COUNTS,
    problems,
    readAs: [],
    photosMissing: 0,
  }
}

async function cleanPhotos(sent: Sent): Promise<{ photos: Map<string, Buffer>; problems: SentProblem[] }> {
  const photos = new Map<string, Buffer>()
  const problems: SentProblem[] = []
  for (const [id, bytes] of sent.photos) {
    try {
      photos.set(id, await cleanPhoto(Buffer.from(bytes)))
    } catch (error) {
      if (!(error instanceof AppError)) throw error
      problems.push({
        path: `photos/${id}`,
        line: null,
        column: null,
        problem: error.message.replace(/^photo: /, ''),
      })
    }
  }
  return { photos, problems }
}

async function bring(
  tx: Queries,
  actor: Actor & { technicianId: string },
  { text, raw, file }: Pick<Sent, 'text' | 'raw'> & { file: VisitFile },
  photos: ReadonlyMap<string, Buffer>,
  { store, digest, nowMs, names }: BringIn,
): Promise<BroughtAnswer> {
  const ids = fileIds(raw)
  const visitId = ids('visit')
  const here = (await tx.run('findVisit', [actor.workshopId, visitId])) > 0
  const stands = here ? await visitAsFile(tx, actor, visitId) : null
  if (file.brendik?.part && !stands)
    throw new VisitFileError('brendik.visit', 'expected a visit that is here, got none of this id')
  const known = stands?.brendik ?? (await knownBefore(tx, actor, file))
  const idOf = (name: string) =>
    name === 'machine'
      ? (known.machine ?? ids(name))
      : name === 'site'
        ? (known.site ?? ids(name))
        : ids(name)
  const asked = { idOf, names, baseMs: stands ? Date.parse(String(stands.due_at)) : nowMs }
  const said = factsOfVisitFile(file, asked)
  // A visit that is here stays with the machine and the place it was made at.
  const asSaid = stands ? { ...said, machineId: idOf('machine'), siteId: idOf('site') } : said
  const twice = firstTwice(asSaid)
  if (twice) throw new VisitFileError(twice, 'expected each id once, got it twice')
  const comes = fileOfFacts(asSaid)
  const before = await recordsAsFiles(tx, actor, asSaid, comes)
  const pieces = comparePieces(raw, comes, stands, before)
  const over = writtenOver(mended(comes, before, stands), pieces.slice(0, 3))
  const next = factsOfVisitFile(over, asked)
  // What a file leaves out of a machine that is known here is as it is known: its runs are planned on that.
  const { machine, site, brendik } = over
  const planned = factsOfVisitFile(
    {
      ...file,
      machine,
      site,
      brendik: { ...file.brendik, record: brendik?.record, construction: brendik?.construction },
    },
    asked,
  )
  const facts = { ...asSaid, runs: planned.runs }
  const stored = await storeFacts(tx, actor, facts, pieces, {
    machine: next.machine,
    site: next.site,
    visit: next,
    photos,
    text: file.brendik?.part ? null : text,
  })
  for (const piece of pieces)
    if (piece.fate === 'new' && stored.gone.has(`${piece.kind} ${piece.id}`)) piece.fate = 'gone'
  const counts = { ...NO_COUNTS }
  for (const { fate } of pieces) counts[fate]++
  const problems = contradictions(text, pieces)
  const found = createHash('sha256').update(JSON.stringify(pieces)).digest('hex').slice(0, 32)
  return {
    stored: store && problems.length === 0 && (digest === null || digest === found),
    digest: found,
    visitId: facts.visitId,
    machineLabel: next.machine.spec.label,
    siteName: next.site.name,
    complaint: next.complaint,
    dueAtMs: next.dueAtMs,
    pieces: [...pieces]
      .sort((a, b) => Number(a.fate === 'same') - Number(b.fate === 'same'))
      .slice(0, MOST_PIECES)
      .map((piece) => ({ ...piece, about: aboutOf(comes, piece) })),
    counts,
    problems,
    readAs: readOtherwise(raw, comes, ids),
    photosMissing: facts.photos.filter(({ id }) => !photos.has(id) && !stored.photosHere.has(id)).length,
  }
}

/** A machine with the same plate, or a place with the same name, where there is just one: a file of somebody else has no ids of ours. */
async function knownBefore(
  tx: Queries,
  actor: Actor,
  file: VisitFile,
): Promise<{ machine?: string | undefined; site?: string | undefined }> {
  const { make, serial } = file.machine
  const one = (rows: { id: string }[]) => (rows.length === 1 ? rows[0]?.id : undefined)
  const text = (value: unknown) => (typeof value === 'string' ? value.trim() : '')
  return {
    machine: text(serial)
      ? one(await tx.many('findBySerial', idRow, [actor.workshopId, text(serial), text(make)]))
      : undefined,
    site: text(file.site.label)
      ? one(await tx.many('findSitesNamed', idRow, [actor.workshopId, text(file.site.label)]))
      : undefined,
  }
}

/** What is stored of the machine and of the place, in the form of a file; locked until the transaction ends. */
async function recordsAsFiles(
  tx: Queries,
  actor: Actor,
  facts: VisitFacts,
  comes: VisitFile,
): Promise<{ machine: VisitFile | null; site: VisitFile | null }> {
  const machine = await tx.maybeOne('lockMachine', machineRow, [actor.workshopId, facts.machineId])
  const site = await tx.maybeOne('lockSite', siteAsItStands, [actor.workshopId, facts.siteId])
  const nothing = { runs: [], observations: [], entries: [], photos: [] }
  const as = (change: Partial<VisitFacts>) => ({
    ...fileOfFacts({ ...facts, ...nothing, ...change }),
    history: comes.history,
  })
  return {
    machine: machine && as({ machine }),
    site: site && as({ site: { name: site.name, spec: site.spec } }),
  }
}
/** A file with what is stored of machine, place and visit in the place of what it says of them. */
const mended = (
  comes: VisitFile,
  { machine, site }: { machine: VisitFile | null; site: VisitFile | null },
  stands: VisitFile | null,
): VisitFile => ({
  ...comes,
  ...(machine
    ? {
        machine: machine.machine,
        brendik: {
          ...comes.brendik,
          record: machine.brendik?.record,
          construction: machine.brendik?.construction,
        },
      }
    : {}),
  ...(site ? { site: site.site } : {}),
  ...(stands ? { complaint: stands.complaint, due_at: stands.due_at, closed_at: stands.closed_at } : {}),
})

/** Path of the first id that a file gives to two things. */
function firstTwice(facts: VisitFacts): string | null {
  for (const [list, items] of [
    ['runs', facts.runs],
    ['observations', facts.observations],
    ['brendik.entries', facts.entries],
    ['brendik.photos', facts.photos],
  ] as const) {
    const seen = new Set<string>()
    for (const [n, { id }] of items.entries()) {
      if (seen.has(id)) return `${list}.${n}.id`
      seen.add(id)
    }
  }
  return null
}

/** What contradicts something recorded, with its line: nothing recorded is written over. */
function contradictions(text: string, pieces: readonly FilePiece[]): SentProblem[] {
  const paths = pieces.filter(({ fate }) => fate === 'differs').slice(0, 50)
  return placed(
    text,
    paths.map(({ path }) => ({
      path: path.split('.').map((key) => (/^\d+$/.test(key) ? Number(key) : key)),
      problem: DIFFERS,
    })),
  )
}
/** Something else is recorded under the same id. */
export const DIFFERS = 'differs'

/** What tells a piece from others of its kind. */
function aboutOf(comes: VisitFile, { kind, path }: FilePiece): BroughtPiece['about'] {
  const [list, n] = path.split('.').slice(-2)
  const items = {
    run: comes.runs,
    look: comes.observations,
    act: comes.acts,
    entry: comes.brendik?.entries ?? [],
    photo: comes.brendik?.photos ?? [],
  }
  if (kind === 'visit' || kind === 'machine' || kind === 'site' || !list) return {}
  const item = items[kind][Number(n)] as Record<string, unknown> | undefined
  return Object.fromEntries(
    ABOUT.flatMap((key) => {
      const value = item?.[key]
      return typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean'
        ? [[key, value]]
        : []
    }),
  )
}
const ABOUT = ['kind', 'started_at', 'check', 'value', 'tap', 'phase', 'what', 'part', 'topic', 'stage', 'at']
