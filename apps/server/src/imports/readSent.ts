import { readVisitFile, type VisitFile, type VisitFileProblem } from '@brendik/core'
import { unzipSync } from 'fflate'
import { findNodeAtLocation, type ParseError, parseTree, printParseErrorCode } from 'jsonc-parser'
import { unstorableText } from '../errors/parseInput.ts'

/** What is wrong with something that was sent, and where it stands in its text; null = it has no place there. */
export interface SentProblem {
  path: string
  line: number | null
  column: number | null
  problem: string
}
/** A visit that was sent: its document as text and as read, and the photos beside it by the names they have in the zip. */
export interface Sent {
  text: string
  /** As it came; what the schema adds is in `file`. */
  raw: Readonly<Record<string, unknown>>
  file: VisitFile | null
  photos: Map<string, Uint8Array>
  problems: SentProblem[]
}

/** A document of a visit takes at most so much, bytes; and so much all that a zip holds. */
const MOST_TEXT = 32 * 2 ** 20
const MOST_UNZIPPED = 512 * 2 ** 20
/** So many problems are named. */
export const MOST_PROBLEMS = 50
/** A visit file nests seven deep; what goes deeper was made to hurt. */
const DEEPEST = 40

/** Reads what was sent: a visit file, or a zip with one and its photos. Throws nothing: what cannot be read is a problem. */
export function readSent(bytes: Uint8Array): Sent {
  const nothing = (problem: string, path = ''): Sent => ({
    text: '',
    raw: {},
    file: null,
    photos: new Map(),
    problems: [{ path, line: null, column: null, problem }],
  })
  if (bytes.length === 0) return nothing('expected a visit file or a zip with one, got nothing')
  const zipped = bytes[0] === 0x50 && bytes[1] === 0x4b
  if (!zipped) return readText(bytes, new Map(), nothing)
  try {
    const { document, photos } = unpack(bytes)
    if (!document) return nothing('expected one visit.json in the zip, got none')
    return readText(document, photos, nothing)
  } catch (error) {
    return nothing(`expected a zip that can be unpacked, got one that cannot (${(error as Error).message})`)
  }
}

function unpack(bytes: Uint8Array): { document: Uint8Array | null; photos: Map<string, Uint8Array> } {
  let room = MOST_UNZIPPED
  const parts = unzipSync(bytes, {
    filter: ({ name, originalSize }) => {
      if (!DOCUMENT.test(name) && !PHOTO.test(name)) return false
      room -= originalSize
      if (room < 0) throw new Error(`more than ${MOST_UNZIPPED / 2 ** 20} MB inside`)
      return true
    },
  })
  const documents = Object.keys(parts).filter((name) => DOCUMENT.test(name))
  if (documents.length > 1)
    throw new Error(`${documents.length} documents: ${documents.slice(0, 3).join(', ')}`)
  const photos = Object.entries(parts).flatMap(([name, picture]) => {
    const id = PHOTO.exec(name)?.[1]
    return id ? [[id.toLowerCase(), picture] as const] : []
  })
  return {
    document: documents[0] === undefined ? null : (parts[documents[0]] ?? null),
    photos: new Map(photos),
  }
}
/** Beside them a zip may hold anything: what an operating system adds, a table, a letter. */
const DOCUMENT = /^(?!__MACOSX\/)(?:[^/]+\/)?[^/.][^/]*\.json$/i
const PHOTO = /^(?:[^/]+\/)?photos\/([0-9a-f-]{36})\.(?:jpe?g|png|webp)$/i

function readText(bytes: Uint8Array, photos: Sent['photos'], nothing: (problem: string) => Sent): Sent {
  if (bytes.length > MOST_TEXT)
    return nothing(
      `expected a document of at most ${MOST_TEXT / 2 ** 20} MB, got ${Math.ceil(bytes.length / 2 ** 20)} MB`,
    )
  let text: string
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    return nothing('expected UTF-8, got bytes of something else')
  }
  const wrong = (problems: SentProblem[]): Sent => ({ text, raw: {}, file: null, photos, problems })
  let document: unknown
  try {
    document = JSON.parse(text)
  } catch {
    return wrong([brokenAt(text)])
  }
  if (depthOf(text) > DEEPEST)
    return nothing(`expected a visit file, got something that nests more than ${DEEPEST} deep`)
  const unstorable = unstorableText(document, '')
  if (unstorable !== null)
    return wrong(
      placed(text, [
        { path: unstorable.split('.'), problem: 'expected text without NUL or half characters, got some' },
      ]),
    )
  const { file, problems } = readVisitFile(document, MOST_PROBLEMS)
  return {
    text,
    raw: document as Record<string, unknown>,
    file,
    photos,
    problems: placed(text, problems),
  }
}

/** Problems with the lines on which their values stand; of a value that is missing, that of what should hold it. */
export function placed(text: string, problems: readonly VisitFileProblem[]): SentProblem[] {
  if (problems.length === 0) return []
  const tree = parseTree(text)
  const lines = lineStarts(text)
  return problems.map(({ path, problem }) => {
    let offset: number | null = null
    for (let n = path.length; tree && offset === null && n >= 0; n--)
      offset = findNodeAtLocation(tree, path.slice(0, n).map(stepOf))?.offset ?? null
    return {
      path: path.join('.'),
      ...(offset === null ? { line: null, column: null } : placeOf(lines, offset)),
      problem,
    }
  })
}
const stepOf = (key: string | number): string | number => (/^\d+$/.test(String(key)) ? Number(key) : key)

/** Where a text stops being JSON. */
function brokenAt(text: string): SentProblem {
  const errors: ParseError[] = []
  try {
    // It goes on after a mistake; the first is the one to mend.
    parseTree(text.slice(0, MOST_TEXT), errors, { disallowComments: true, allowTrailingComma: false })
  } catch {
    // Nested deeper than its reader can go.
  }
  const [first] = errors
  const place = first ? placeOf(lineStarts(text), first.offset) : { line: null, column: null }
  const what = first ? ` (${printParseErrorCode(first.error)})` : ''
  return { path: '', ...place, problem: `expected JSON, got something else${what}` }
}

function depthOf(text: string): number {
  let [depth, deepest] = [0, 0]
  let quoted = false
  for (let n = 0; n < text.length; n++) {
    const char = text.charCodeAt(n)
    if (quoted) {
      if (char === 92) n++
      else if (char === 34) quoted = false
    } else if (char === 34) quoted = true
    else if (char === 91 || char === 123) deepest = Math.max(deepest, ++depth)
    else if (char === 93 || char === 125) depth--
  }
  return deepest
}

function lineStarts(text: string): number[] {
  const starts = [0]
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) starts.push(at + 1)
  return starts
}
/** Line and column of a place in a text, both from 1 on. */
function placeOf(starts: readonly number[], offset: number): { line: number; column: number } {
  let [low, high] = [0, starts.length - 1]
  while (low < high) {
    const middle = (low + high + 1) >> 1
    if ((starts[middle] as number) <= offset) low = middle
    else high = middle - 1
  }
  return { line: low + 1, column: offset - (starts[low] as number) + 1 }
}
