import { msOfInstant } from '../files/instant.ts'
import type { VisitFile } from '../files/visitFile.ts'
import { emptyRun, type RunState, runFacts } from '../measure/board/runState.ts'
import { saidEntries } from '../state/entries.ts'
import type { FilePiece, ReadAs, VisitAnswer } from './answers.ts'
import type { VisitFacts } from './visitFacts.ts'
import { type RecordedRun, visitFileOf } from './visitFileOf.ts'

/** What facts would look like written as a file: the one form in which two visits are compared. */
export function fileOfFacts(facts: VisitFacts): VisitFile {
  const said = facts.entries.map((entry) => ({ ...entry, by: '' }))
  const runs = facts.runs.map(({ id, events, blocks }): RecordedRun => {
    const run: RunState = { ...emptyRun(id), events }
    const column = (values: readonly (number | null)[] | undefined, n: number) =>
      values ?? new Array(n).fill(null)
    return {
      run,
      blocks: blocks.map(({ id: blockId, atMs, levelMm, rulerMm, flowLMin, currentA }) => ({
        id: blockId,
        source: 'stream',
        atMs,
        levelMm: column(levelMm, atMs.length),
        rulerMm: column(rulerMm, atMs.length),
        flowLMin: column(flowLMin, atMs.length),
        currentA,
      })),
    }
  })
  const visit: VisitAnswer = {
    id: facts.visitId,
    dueAtMs: facts.dueAtMs,
    closedAtMs: facts.closedAtMs,
    complaint: facts.complaint,
    machine: { id: facts.machineId, ...facts.machine },
    site: { id: facts.siteId, ...facts.site, customer: null },
    runs: runs.map(({ run }) => {
      const { plan, startedAtMs, stoppedAtMs } = runFacts(run)
      return {
        id: run.runId,
        kind: plan?.kind ?? 'idle',
        startedAtMs,
        stoppedAtMs,
        hoseEndMm: plan?.hoseEndMm ?? null,
        taps: [...(plan?.taps ?? [])],
        instrumentLabel: null,
        analysis: null,
        pending: false,
        plan,
      }
    }),
    observations: facts.observations.map((o) => ({
      id: o.id,
      atMs: o.atMs,
      by: '',
      check: o.check,
      value: o.value,
      tap: o.tap,
      levelMm: o.levelMm,
      tempC: o.tempC ?? null,
      phase: o.phase ?? null,
      side: o.side ?? null,
      waterInside: o.waterInside ?? null,
      beganAtMs: o.beganAtMs ?? null,
      changesMin: o.changesMin ?? null,
    })),
    entries: said,
    photos: facts.photos.map((photo) => ({ ...photo, visitId: facts.visitId, by: '' })),
    chances: null,
    own: null,
  }
  return visitFileOf(visit, saidEntries(said), runs)
}
/** A document as it was parsed and before it was checked. */
type AsSent = Readonly<Record<string, unknown>>
type Item = { id?: unknown } & Record<string, unknown>
const LISTS = [
  ['run', 'runs', (file: VisitFile) => file.runs],
  ['look', 'observations', (file: VisitFile) => file.observations],
  ['act', 'acts', (file: VisitFile) => file.acts],
  ['entry', 'brendik.entries', (file: VisitFile) => file.brendik?.entries ?? []],
  ['photo', 'brendik.photos', (file: VisitFile) => file.brendik?.photos ?? []],
] as const satisfies readonly (readonly [FilePiece['kind'], string, (file: VisitFile) => readonly Item[]])[]

/**
 * What a file would bring, against what is stored.
 * @param document - The file as it came, without what reading it adds: what it leaves out says nothing. @param comes - The same as `fileOfFacts` writes it.
 * @param stands - The visit as it is stored; null = there is none.
 * @param known - What is stored of its machine and its site; null = nothing.
 */
export function comparePieces(
  document: AsSent,
  comes: VisitFile,
  stands: VisitFile | null,
  known: { machine: VisitFile | null; site: VisitFile | null },
): FilePiece[] {
  const whole = (
    kind: 'visit' | 'machine' | 'site',
    id: string,
    said: unknown,
    a: unknown,
    b: unknown,
  ): FilePiece => {
    const fields = b === null ? [] : differences(said, a, b)
    return {
      kind,
      path: kind === 'visit' ? '' : kind,
      id,
      fate: b === null ? 'new' : fields.length > 0 ? 'change' : 'same',
      fields,
    }
  }
  const own = comes.brendik
  const head = ({ complaint, due_at, closed_at }: AsSent) => ({ complaint, due_at, closed_at })
  const records = [
    whole('site', own?.site ?? '', document.site, comes.site, known.site?.site ?? null),
    whole(
      'machine',
      own?.machine ?? '',
      { ...(document.machine as object | undefined), ...plate(document) },
      { ...comes.machine, ...plate(comes) },
      known.machine && { ...known.machine.machine, ...plate(known.machine) },
    ),
    whole('visit', own?.visit ?? '', head(document), head(comes), stands && head(stands)),
  ]
  const lists = LISTS.flatMap(([kind, path, of]) => {
    const here = new Map((stands ? of(stands) : []).map((item) => [item.id, item]))
    return of(comes).map((item, n): FilePiece => {
      const there = here.get(item.id)
      return {
        kind,
        path: `${path}.${n}`,
        id: String(item.id),
        fate: !there ? 'new' : alike(item, there) ? 'same' : 'differs',
        fields: [],
      }
    })
  })
  return [...records, ...lists]
}
function plate(file: AsSent) {
  const { record, construction } = (file.brendik ?? {}) as { record?: unknown; construction?: unknown }
  return { ...(record ? { record } : {}), ...(construction ? { construction } : {}) }
}

/**
 * A stored machine and site as a file, with what a document says of them written over.
 * @param stands - As they are stored. @param pieces - What `comparePieces` found of them.
 */
export function writtenOver(stands: VisitFile, pieces: readonly FilePiece[]): VisitFile {
  let next: unknown = stands
  for (const { kind, fields } of pieces)
    for (const { path, now } of fields) {
      const keys = path.split('.')
      const base = kind === 'visit' ? [] : PLATE.includes(keys[0] ?? '') ? ['brendik'] : [kind]
      next = withValue(next, [...base, ...keys], now)
    }
  return next as VisitFile
}
function withValue(part: unknown, [key, ...rest]: readonly string[], value: unknown): unknown {
  if (key === undefined) return value
  const whole = isPlain(part) ? part : {}
  return { ...whole, [key]: withValue(whole[key], rest, value) }
}
const PLATE: readonly string[] = ['record', 'construction']

/** Values that a document names and that are stored otherwise. */
function differences(said: unknown, a: unknown, b: unknown, path: string[] = []): FilePiece['fields'] {
  if (said === undefined || said === null || said === '' || alike(a, b)) return []
  if (isPlain(a) && isPlain(b) && isPlain(said))
    return Object.keys(a).flatMap((key) => differences(said[key], a[key], b[key], [...path, key]))
  return [{ path: path.join('.'), was: b, now: a }]
}

/**
 * A stored visit as a file that came in once goes out again: what has not changed since is as it came, keys that nobody knows among it.
 * @param document - As it came, without what reading it adds. @param came - The same as `fileOfFacts` writes it.
 * @param stands - The visit as it is stored now. @param nameOf - Id of an item of the document's lists by its path.
 */
export function asItCame(
  document: AsSent,
  came: VisitFile,
  stands: VisitFile,
  nameOf: (path: string) => string,
): Record<string, unknown> {
  if (alike(settled(came), settled(stands))) return document
  const lists = Object.fromEntries(
    (['runs', 'observations', 'acts'] as const).map((list) => {
      const before = new Map((came[list] as readonly Item[]).map((item) => [item.id, item]))
      const now = new Map((stands[list] as readonly Item[]).map((item) => [item.id, item]))
      const raw = (document[list] ?? []) as readonly Item[]
      const ids = raw.map((item, n) => (before.has(item.id) ? item.id : nameOf(`${list}.${n}`)))
      const kept = raw.flatMap((item, n) => {
        const id = ids[n]
        const there = now.get(id)
        // What the app could not take in is nobody's but the file's.
        if (!before.has(id)) return [item]
        return there ? [{ id, ...(keptSince(item, before.get(id), there) as object) }] : []
      })
      return [list, [...kept, ...[...now].flatMap(([id, item]) => (ids.includes(id) ? [] : [item]))]]
    }),
  )
  const rest = keptSince(without(document), without(came), without(stands)) as Record<string, unknown>
  return { ...rest, ...lists, brendik: { ...(document.brendik as object | undefined), ...stands.brendik } }
}
const without = (file: AsSent) => {
  const { runs: _r, observations: _o, acts: _a, brendik: _b, ...rest } = file
  return rest
}
/** A file without what only follows from the rest of it, its lists in one order. */
function settled({ state: _s, unavailable: _u, history: _h, brendik, ...rest }: VisitFile) {
  const inOrder = (list: readonly Item[] = []) =>
    [...list].sort((x, y) => (String(x.id) < String(y.id) ? -1 : 1))
  return {
    ...rest,
    runs: inOrder(rest.runs),
    observations: inOrder(rest.observations),
    acts: inOrder(rest.acts),
    brendik: { ...brendik, entries: inOrder(brendik?.entries), photos: inOrder(brendik?.photos) },
  }
}

/** What came, with what has changed since. */
function keptSince(document: unknown, came: unknown, stands: unknown): unknown {
  if (alike(came, stands)) return document === undefined ? undefined : document
  if (!isPlain(document) || !isPlain(came) || !isPlain(stands)) return stands
  const keys = new Set([...Object.keys(document), ...Object.keys(stands)])
  return Object.fromEntries(
    [...keys].flatMap((key) => {
      if (!(key in stands)) return key in came ? [] : [[key, document[key]]]
      const value = keptSince(document[key], came[key], stands[key])
      return value === undefined ? [] : [[key, value]]
    }),
  )
}

/** So many values that are read otherwise than they were said are told. */
const MOST_READ_AS = 50

/** Values of a document that are taken otherwise than it says them. Rows are left out: their times go to the millisecond. */
export function readOtherwise(
  document: AsSent,
  comes: VisitFile,
  nameOf: (path: string) => string,
): ReadAs[] {
  const found: ReadAs[] = []
  const walk = (said: unknown, taken: unknown, path: string) => {
    if (taken === undefined || found.length >= MOST_READ_AS) return
    if (isPlain(said) && isPlain(taken)) {
      for (const [key, value] of Object.entries(said))
        if (key !== 'rows' && key !== 'columns' && key !== 'events' && key !== 'by')
          walk(value, taken[key], path ? `${path}.${key}` : key)
    } else if (said !== null && !Array.isArray(said) && !sameValue(said, taken))
      found.push({ path, said, taken })
  }
  walk(without(document), without(comes), '')
  for (const list of ['runs', 'observations', 'acts'] as const) {
    const items = new Map((comes[list] as readonly Item[]).map((item) => [item.id, item]))
    ;((document[list] ?? []) as readonly Item[]).forEach((item, n) => {
      const taken = items.get(item.id) ?? items.get(nameOf(`${list}.${n}`))
      if (taken) walk(item, taken, `${list}.${n}`)
      else if (found.length < MOST_READ_AS)
        found.push({ path: `${list}.${n}`, said: item.kind ?? item.check ?? item.what, taken: null })
    })
  }
  return found
}

function sameValue(said: unknown, taken: unknown): boolean {
  if (alike(said, taken)) return true
  if (typeof said !== 'string' || typeof taken !== 'string') return false
  return said.trim() === taken || msOfInstant(said) === msOfInstant(taken)
}

/** Whether two are the same for all that storing keeps: numbers to six figures. Who said it is another matter. */
function alike(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true
  if (typeof a === 'number' && typeof b === 'number') return Math.abs(a - b) <= 1e-4 + 1e-6 * Math.abs(a)
  if (Array.isArray(a) && Array.isArray(b))
    return a.length === b.length && a.every((one, n) => alike(one, b[n]))
  if (!isPlain(a) || !isPlain(b)) return (a ?? null) === null && (b ?? null) === null
  const keys = new Set([...Object.keys(a), ...Object.keys(b)])
  keys.delete('by')
  return [...keys].every((key) => alike(a[key], b[key]))
}

function isPlain(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value)
}
