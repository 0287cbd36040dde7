import { ApiError } from '../api/client.ts'
import { deliver } from './deliver.ts'
import { readOutbox } from './deviceDb.ts'
import { AGAINST_THE_RUN, type Kept } from './keptFact.ts'
import { nextBatch } from './nextBatch.ts'
import { letGo, openOutbox, outbox, sendingState, setStatus, settle, whenWoken } from './outbox.ts'
import { knownWho } from './who.ts'

/** What was sent is kept so long, until the screens have read it back from the server, ms. */
const KEEP_SENT_MS = 15_000
/** First and longest wait before the server is tried again, ms. */
const BACK_OFF_MS = { first: 2000, most: 30_000 } as const
/** A fact at which the server failed so often is set aside. */
const MOST_FAILURES = 5
/** Answers of a server, or of something before it, that is not up to it now; nothing is said about what was sent. */
const NOT_NOW = [0, 408, 425, 429, 502, 503, 504]

const LOCK = 'brendik-outbox'
/** What the service worker is woken for once there is network again. */
export const SYNC_TAG = 'brendik-outbox'

/** Sends what waits, for all pages of this device: one page at a time holds the lock and does it. */
export function startSender(): void {
  const work = () => sendForEver(new AbortController().signal)
  if ('locks' in navigator) navigator.locks.request(LOCK, work)
  else work()
  // A page that is put away may never come back: what it leaves behind goes as soon as it can.
  document.addEventListener('visibilitychange', () => {
    if (document.visibilityState === 'hidden' && outbox().some((kept) => kept.state === 'waiting'))
      askForSync()
  })
}

/** Asks the browser, where it does such things, to wake the service worker when there is network. */
function askForSync(): void {
  type Syncing = ServiceWorkerRegistration & { sync?: { register: (tag: string) => Promise<void> } }
  globalThis.navigator?.serviceWorker?.ready
    .then((registration) => (registration as Syncing).sync?.register(SYNC_TAG))
    .catch(() => {})
}

/**
 * Sends what waits as long as that goes, with no page open; a page that is open does it itself.
 * @throws {Error} Something that could be sent later is left: the browser shall try again.
 */
export async function sendInBackground(): Promise<void> {
  await navigator.locks.request(LOCK, { ifAvailable: true }, async (lock) => {
    // The page may be closed before it gets through.
    if (!lock && (await readOutbox()).some((kept) => kept.state === 'waiting'))
      throw new Error('a page is sending')
    if (!lock) return
    const stop = new AbortController()
    await sendForEver(stop.signal, () => stop.abort())
    if (sendingState() === 'away') throw new Error('the server is away')
  })
}

/**
 * Sends until told to stop.
 * @param signal - Stops it between two requests.
 * @param onWaiting - Told before it waits for something to change.
 */
export async function sendForEver(signal: AbortSignal, onWaiting: () => void = () => {}): Promise<void> {
  await openOutbox()
  const alone = new Set<string>()
  const failures = new Map<string, number>()
  const later = new Map<string, number>()
  let tries = 0
  const wait = pauses(signal)
  const pause = (ms: number) => {
    onWaiting()
    return signal.aborted ? undefined : wait.pause(ms)
  }
  while (!signal.aborted) {
    // The network is back: what failed without it says nothing of how long to wait, should the first try still fail.
    if (wait.cameBack()) tries = Math.min(tries, 1)
    const nowMs = Date.now()
    letGo(
      outbox()
        .filter((kept) => kept.state === 'sent' && nowMs - (kept.sentAtMs ?? 0) > KEEP_SENT_MS)
        .map((kept) => kept.id),
    )
    for (const [id, untilMs] of later) if (untilMs <= nowMs) later.delete(id)
    const who = knownWho()
    const batch = who ? nextBatch(outbox(), who, alone, new Set(later.keys())) : []
    if (batch.length === 0) {
      setStatus('idle')
      await pause(later.size > 0 ? BACK_OFF_MS.first : KEEP_SENT_MS)
      continue
    }
    if (tries === 0) setStatus('sending')
    try {
      const refused = await deliver(batch)
      tries = 0
      setStatus('sending')
      const sentAtMs = Date.now()
      settle(
        batch.map((kept) => {
          const why = refused.get(kept.id)
          return why === undefined
            ? { ...kept, state: 'sent', sentAtMs }
            : refusedFor(kept, AGAINST_THE_RUN, why)
        }),
      )
    } catch (error) {
      // What fails here and not on the way is no reason to hold up the rest.
      const { status, code, told } =
        error instanceof ApiError ? error : new ApiError('unknown', 500, String(error))
      if (status === 401 || code === 'another_person') {
        setStatus('signed-out')
        await pause(BACK_OFF_MS.most)
      } else if (NOT_NOW.includes(status)) {
        setStatus('away')
        if (tries === 0) askForSync()
        await pause(Math.min(BACK_OFF_MS.most, BACK_OFF_MS.first * 2 ** tries++))
      } else if (batch.length > 1) for (const kept of batch) alone.add(kept.id)
      else {
        // What the server cannot digest is tried some times more, while the rest goes on.
        const [kept] = batch as [Kept]
        const failed = status >= 500 ? (failures.get(kept.id) ?? 0) + 1 : MOST_FAILURES
        failures.set(kept.id, failed)
        if (failed >= MOST_FAILURES) {
          failures.delete(kept.id)
          settle([refusedFor(kept, status, told)])
        } else later.set(kept.id, Date.now() + BACK_OFF_MS.first * 2 ** failed)
      }
    }
  }
}

function refusedFor(kept: Kept, status: number, message: string): Kept {
  return { ...kept, state: 'refused', refused: { status, message } }
}

/** Waits for a time, or until something may have changed: something kept, the network back, the page looked at again. */
function pauses(signal: AbortSignal): { pause: (ms: number) => Promise<void>; cameBack: () => boolean } {
  let end: () => void = () => {}
  let back = false
  const now = () => end()
  whenWoken(now)
  if ('addEventListener' in globalThis) {
    addEventListener(
      'online',
      () => {
        back = true
        end()
      },
      { signal },
    )
    addEventListener('pageshow', now, { signal })
    globalThis.document?.addEventListener('visibilitychange', now, { signal })
  }
  signal.addEventListener('abort', now)
  return {
    pause: (ms) =>
      new Promise((resolve) => {
        // It came back while a try was still failing: nothing to wait for.
        if (back) return resolve()
        const timer = setTimeout(() => end(), ms)
        end = () => {
          clearTimeout(timer)
          end = () => {}
          resolve()
        }
      }),
    /** Whether the network came back since this was last asked. */
    cameBack: () => {
      const was = back
      back = false
      return was
    },
  }
}
