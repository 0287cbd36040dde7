import { asText } from '@brendik/core'
import { newId } from '../lib/newId.ts'
import { oldFacts } from './adoptOld.ts'
import { dropFacts, type KeptRun, readOutbox, writeFacts } from './deviceDb.ts'
import { crossOut, leftBehind, noteDown } from './journal.ts'
import { type Author, type Fact, idOfFact, type Kept } from './keptFact.ts'
import { storageRoom } from './storageRoom.ts'
import { knownWho, readWho } from './who.ts'

// The outbox of this device: one for all its pages. Each page holds a copy of it; they tell each other what changed.

/** Where the sending stands: nothing to do, under way, no answer, nobody signed in, or somebody else than who recorded it. */
export type SendingState = 'idle' | 'sending' | 'away' | 'signed-out'
type Told =
  | { type: 'kept'; facts: Kept[] }
  | { type: 'dropped'; ids: string[] }
  | { type: 'status'; status: SendingState }
  | { type: 'hello' }

const REFUSED = asText('outbox.thisBrowserRefusesToKeep')
const CLEARED = asText('outbox.thisBrowserClearedWhatThe')
const listeners = new Set<() => void>()
const others = new BroadcastChannel('brendik-outbox')
let all: readonly Kept[] = []
let status: SendingState = 'idle'
let storage: string | null = null
let cleared: string | null = null
let lastSeq = 0
/** Woken when there may be something to send: only in the page that does the sending. */
let wake: (() => void) | null = null

const byOrder = (a: Kept, b: Kept) => a.seq - b.seq

function take(facts: readonly Kept[]): void {
  if (facts.length === 0) return
  const ids = new Set(facts.map((fact) => fact.id))
  all = [...all.filter((kept) => !ids.has(kept.id)), ...facts].sort(byOrder)
  lastSeq = Math.max(lastSeq, all.at(-1)?.seq ?? 0)
  tell()
}
function drop(ids: readonly string[]): void {
  all = all.filter((kept) => !ids.includes(kept.id))
  tell()
}
function tell(): void {
  for (const listener of listeners) listener()
}

others.onmessage = ({ data }: MessageEvent<Told>) => {
  if (data.type === 'status') {
    // Nothing to look at: where a browser has no locks every page sends, and they would wake each other for ever.
    status = data.status
    tell()
    return
  }
  if (data.type === 'kept') take(data.facts)
  else if (data.type === 'dropped') drop(data.ids)
  else if (wake) others.postMessage({ type: 'status', status } satisfies Told)
  wake?.()
}

let opening: Promise<void> | null = null
/** Takes up what the device kept before this page, or this worker, was there. */
export function openOutbox(): Promise<void> {
  opening ??= Promise.all([readOutbox(), readWho()]).then(
    ([kept]) => {
      // A fact that this page kept or heard of meanwhile is newer than what lay there.
      const known = new Set(all.map((one) => one.id))
      take(kept.filter((one) => !known.has(one.id)))
      for (const left of leftBehind()) rescue(left)
      others.postMessage({ type: 'hello' } satisfies Told)
      adopt().catch(() => {})
    },
    () => refuseStorage(),
  )
  return opening
}

/** Writes what a page was left with before it was written. What lies there already may be further on its way: it stays. */
function rescue({ facts, run, noted }: ReturnType<typeof leftBehind>[number]): void {
  const known = new Set(all.map((one) => one.id))
  const lost = facts.filter((one) => !known.has(one.id))
  take(lost)
  write(lost, run).then((written) => {
    if (written) crossOut(noted)
    spread(lost)
  })
}

/** Takes over what an earlier version of the app left unsent. */
async function adopt(): Promise<void> {
  const { facts, letGo: letOldGo } = await oldFacts(me())
  keep(facts)
  const ids = new Set((await readOutbox()).map((kept) => kept.id))
  if (facts.every((fact) => ids.has(idOfFact(fact, newId)))) await letOldGo()
}

function refuseStorage(): void {
  tellStorage(REFUSED)
}
function tellStorage(next: string | null): void {
  if (next === storage) return
  storage = next
  tell()
}

/** The browser took from this page what it kept on the device. */
export function tellCleared(): void {
  cleared = CLEARED
  tell()
}
/** Read by whoever is there. */
export function notedCleared(): void {
  cleared = null
  tell()
}

function me(): Author {
  const who = knownWho()
  return {
    workshopId: who?.workshopId ?? 'nobody',
    technicianId: who?.technicianId ?? 'nobody',
    name: who?.name ?? asText('ui.onThisDevice'),
  }
}

/**
 * Keeps what somebody recorded: noted and shown at once, on the device before anything is sent, then sent by whichever page does the sending.
 * A photo is too large to be noted, and takes the device a while to write: it is shown when it is there.
 * @param run - The run they belong to, kept in the same step.
 */
export function keep(facts: readonly Fact[], run: KeptRun | null = null): void {
  const author = me()
  const keptAtMs = Date.now()
  const known = new Set(all.map((one) => one.id))
  const fresh = facts
    .map((recorded): Kept => {
      const fact = cleaned(recorded)
      // Later than all before it, also when the clock was set back.
      lastSeq = Math.max(lastSeq + 1, keptAtMs * 1000)
      const id = idOfFact(fact, newId)
      return { id, seq: lastSeq, author, keptAtMs, fact, state: 'waiting', sentAtMs: null, refused: null }
    })
    .filter((one) => !known.has(one.id))
  const slow = fresh.some(({ fact }) => fact.kind === 'photo')
  const noted = slow ? null : noteDown(fresh, run)
  if (!slow) take(fresh)
  write(fresh, run).then((written) => {
    if (slow) take(fresh)
    if (written) crossOut(noted)
    spread(fresh)
  })
}

/** Notes where facts stand on their way. */
export function settle(facts: readonly Kept[]): void {
  if (facts.length === 0) return
  take(facts)
  write(facts, null).then(() => spread(facts))
}

/** Lets facts go: sent and read back, or given up by whoever recorded them. */
export function letGo(ids: readonly string[]): void {
  if (ids.length === 0) return
  drop(ids)
  dropFacts(ids).catch(refuseStorage)
  // Where nothing can be written they are still noted.
  for (const { facts, noted } of leftBehind()) if (facts.some(({ id }) => ids.includes(id))) crossOut(noted)
  others.postMessage({ type: 'dropped', ids: [...ids] } satisfies Told)
}

/** Sends what was refused once more. */
export function tryAgain(id: string): void {
  settle(
    all
      .filter((kept) => kept.id === id && kept.state === 'refused')
      .map((kept) => ({ ...kept, state: 'waiting', refused: null })),
  )
}

/** What was refused, put right: sent in the place of what it was. */
export function mend(id: string, fact: Fact): void {
  settle(
    all
      .filter((kept) => kept.id === id && kept.state === 'refused')
      .map((kept) => ({ ...kept, fact: cleaned(fact), state: 'waiting', refused: null })),
  )
}

/** Keeps a run as the server tells it, with what is on the way; what it does not allow is gone from it. */
export function keepRun(run: KeptRun): void {
  write([], run, true)
}

function isText(sign: string): boolean {
  const code = sign.codePointAt(0) as number
  const control = code < 0x20 && !'\t\n\r'.includes(sign)
  // Halves of a pair stand alone only where something was cut in the middle.
  return !control && !(code >= 0xd800 && code <= 0xdfff)
}

/** Without the signs that no keyboard makes and no database of text takes: pasted from somewhere, they would be refused for ever. */
function cleaned<T>(value: T): T {
  if (typeof value === 'string') return [...value].filter(isText).join('') as T
  if (Array.isArray(value)) return value.map(cleaned) as T
  if (value === null || typeof value !== 'object' || value instanceof Blob) return value
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, cleaned(one)])) as T
}

/** Puts it on the device; where that fails it is said, and it is there as long as the page is. @returns Whether it was written. */
async function write(facts: readonly Kept[], run: KeptRun | null, whole = false): Promise<boolean> {
  try {
    await writeFacts(facts, run, whole)
    // What was written shows that it can be written.
    if (storage === REFUSED) tellStorage(null)
    storageRoom(Date.now()).then(
      (room) => room !== undefined && tellStorage(room),
      () => {},
    )
    return true
  } catch {
    refuseStorage()
    return false
  }
}

/** Tells the other pages, and whoever sends. */
function spread(facts: readonly Kept[]): void {
  if (facts.length === 0) return
  others.postMessage({ type: 'kept', facts: [...facts] } satisfies Told)
  wake?.()
}

export function setStatus(next: SendingState): void {
  if (next === status) return
  status = next
  others.postMessage({ type: 'status', status } satisfies Told)
  tell()
}

export function whenWoken(listener: () => void): void {
  wake = listener
}
/** Looks again now, without waiting for the next try. */
export const wakeSender = (): void => {
  others.postMessage({ type: 'hello' } satisfies Told)
  wake?.()
}
export function subscribeOutbox(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}
export const outbox = (): readonly Kept[] => all
export const sendingState = (): SendingState => status
/** What is wrong with keeping things on this device, as a text that carries a message; null = nothing. */
export const storageProblem = (): string | null => storage ?? cleared
