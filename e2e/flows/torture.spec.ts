import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { seededRandom } from '@brendik/core'
import { type BrowserContext, chromium, type Page } from '@playwright/test'
import { WHOLE_BROWSER } from '../browsers.ts'
import { openFromDay } from '../go.ts'
import { expect, signIn, test } from '../world.ts'

test.use({ newDevice: true, serviceWorkers: 'allow' })

// A visit is recorded on two pages of one device and on a second device, and at every step something dies: a tab, the browser, the network, the
// server, the database's connections, the one that listens, the clock. `npm run torture` does this 500 times, the tests 10 times.
const MOMENTS = Number(process.env.MOMENTS ?? 10)
const SEED = Number(process.env.SEED ?? 20261126)
const BLOWS = [
  'none',
  'tab',
  'reload',
  'browser',
  'network',
  'server',
  'database',
  'listening',
  'clock',
] as const
type Blow = (typeof BLOWS)[number] | 'postgres'
/** A PostgreSQL that was started for this alone is stopped as well. */
const ALL_BLOWS: readonly Blow[] = process.env.STOP_POSTGRES === '1' ? [...BLOWS, 'postgres'] : BLOWS
const db = (what: 'stop' | 'start') =>
  spawnSync('bash', ['scripts/db.sh', what], { cwd: ROOT, stdio: 'ignore' })
const ROOT = new URL('../../', import.meta.url).pathname

/** A device whose browser can be killed: what it keeps lies in a folder of its own. */
class Device {
  readonly folder = mkdtempSync(path.join(tmpdir(), 'brendik-device-'))
  context!: BrowserContext
  pages: Page[] = []

  async open(addresses: readonly string[], letIn: (context: BrowserContext) => Promise<void>): Promise<void> {
    this.context = await chromium.launchPersistentContext(this.folder, {
      ...WHOLE_BROWSER,
      viewport: { width: 1280, height: 800 },
    })
    // What a browser had not written to disk yet when it was killed may be its cookie.
    await letIn(this.context)
    this.pages = []
    for (const address of addresses) {
      const page = await this.context.newPage()
      await page.goto(address)
      this.pages.push(page)
    }
  }

  async kill(): Promise<void> {
    spawnSync('pkill', ['-9', '-f', this.folder])
    await this.context.close().catch(() => {})
  }
}

/** Whether a device keeps a fact that has not been confirmed. */
async function keeps(page: Page, wanted: { level?: number; note?: string }): Promise<boolean> {
  return page.evaluate(
    ({ level, note }) =>
      new Promise<boolean>((resolve, reject) => {
        const opening = indexedDB.open('brendik')
        opening.onerror = () => reject(opening.error)
        opening.onsuccess = () => {
          const database = opening.result
          const all = database.transaction('outbox').objectStore('outbox').getAll()
          all.onerror = () => reject(all.error)
          all.onsuccess = () => {
            database.close()
            resolve(
              (all.result as { fact: { event?: { levelMm?: number }; said?: { value?: unknown } } }[]).some(
                ({ fact }) =>
                  (level !== undefined && fact.event?.levelMm === level) ||
                  (note !== undefined && fact.said?.value === note),
              ),
            )
          }
        }
      }),
    wanted,
  )
}

test(`${MOMENTS} times something dies while a visit is recorded: what was kept is there once, and on every screen`, async ({
  page: second,
  world,
}) => {
  test.setTimeout(240_000 + MOMENTS * 24_000)
  const random = seededRandom(SEED)
  const pick = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)] as T
  const wait = (ms: number) => new Promise((done) => setTimeout(done, ms))
  const device = new Device()
  const letIn = (context: BrowserContext) => signIn(context, world)

  // The visit, and a hold that runs through all of it.
  const visitId = (await openFromDay(second, world.url, '14 Quarry Lane')).split('/').at(-1) as string
  await second.getByRole('link', { name: /^Time a drain/ }).click()
  await expect(second.getByText(/nine of ten healthy machines take/)).toBeVisible()
  const plugged = second.getByRole('button', { name: 'It is plugged in' })
  if (await plugged.isVisible()) await plugged.click()
  await second.getByRole('button', { name: 'Start drain' }).click()
  await expect(second.getByRole('button', { name: /^Stop/ })).toBeVisible()
  const runUrl = second.url().split('?')[0] as string
  const runId = runUrl.split('/runs/')[1] as string
  const noteUrl = `${world.url}/visits/${visitId}/arrive`
  await expect
    .poll(async () => (await world.rows('select id from run where id = $1', [runId])).length)
    .toBe(1)
  await device.open([runUrl, noteUrl], letIn)
  // The app is on the device from here on: it opens without network.
  await expect(async () => {
    for (const page of device.pages) await page.evaluate(() => navigator.serviceWorker.ready.then(() => {}))
  }).toPass()

  const [kind, value] = [(key: string) => key.slice(0, 5).trim(), (key: string) => key.slice(5).trim()]
  const kept = new Set<string>()
  const tried = new Set<string>()
  const blowsDealt = new Map<Blow, number>()
  const boardReady = (page: Page) => expect(page.getByRole('button', { name: /^Stop/ })).toBeVisible()

  async function enterLevel(page: Page, mm: number): Promise<void> {
    tried.add(`level ${mm}`)
    await boardReady(page)
    await page.keyboard.press('l')
    for (const key of String(mm)) await page.keyboard.press(key)
    await page.keyboard.press('Enter')
  }
  async function writeNote(page: Page, note: string): Promise<void> {
    tried.add(`note ${note}`)
    const field = page.getByLabel('Notes')
    await field.fill(note, { timeout: 60_000 })
    await field.blur()
  }
  /** Deals a blow; answers with what mends it. */
  async function deal(blow: Blow): Promise<() => Promise<void>> {
    const [board, notes] = device.pages as [Page, Page]
    const addresses = [runUrl, noteUrl]
    switch (blow) {
      case 'tab': {
        const i = random() < 0.5 ? 0 : 1
        await device.pages[i]?.close()
        return async () => {
          const page = await device.context.newPage()
          device.pages[i] = page
          await page.goto(addresses[i] as string)
        }
      }
      case 'reload':
        await (random() < 0.5 ? board : notes).reload().catch(() => {})
        return async () => {}
      case 'browser':
        await device.kill()
        return () => device.open(addresses, letIn)
      case 'network':
        await device.context.setOffline(true)
        return () => device.context.setOffline(false)
      case 'server':
        await world.killServer()
        return () => world.startServer()
      case 'postgres':
        db('stop')
        return async () => {
          db('start')
        }
      case 'database':
      case 'listening':
        await world.cutDatabase(blow === 'database' ? 'all' : 'listening')
        return async () => {}
      case 'clock':
        // Set back by an hour, under a page that runs.
        await board.evaluate(() => {
          const now = Date.now.bind(Date)
          Date.now = () => now() - 3_600_000
        })
        return async () => {
          await board.reload()
        }
      default:
        return async () => {}
    }
  }

  for (let moment = 0; moment < MOMENTS; moment++) {
    const blow = pick(ALL_BLOWS)
    blowsDealt.set(blow, (blowsDealt.get(blow) ?? 0) + 1)
    const act = pick(['level', 'note', 'level elsewhere'] as const)
    const mm = 20 + moment / 2
    const note = `note ${moment}`
    const delayMs = Math.floor(random() * 500)
    const acted = (
      act === 'note'
        ? writeNote(device.pages[1] as Page, note)
        : enterLevel(act === 'level' ? (device.pages[0] as Page) : second, mm)
    ).then(
      () => true,
      // The page died under the hand: what it was told may be kept or not.
      () => false,
    )
    await wait(delayMs)
    const mend = await deal(blow)
    const done = await Promise.race([acted, wait(3000).then(() => false)])
    const key = act === 'note' ? `note ${note}` : `level ${mm}`
    // Kept: the device has it in its store, or the server has it already.
    for (let i = 0; done && i < 20 && !kept.has(key); i++) {
      const live = act === 'level elsewhere' ? second : device.pages.find((page) => !page.isClosed())
      const here = live
        ? await keeps(live, act === 'note' ? { note } : { level: mm }).catch(() => false)
        : false
      if (here || (await onServer(kind(key), value(key)).catch(() => 0)) > 0) kept.add(key)
      else await wait(50)
    }
    if (!kept.has(key))
      console.log(
        `moment ${moment}: ${blow} after ${delayMs} ms; ${key} by ${act}: not kept${done ? ', though entered' : ''}`,
      )
    await wait(Math.floor(random() * 800))
    await mend()
    await acted
    // A keypad that was left open by the blow is closed before the next hand comes.
    for (const page of [device.pages[0] as Page, second])
      if (!page.isClosed()) await page.keyboard.press('Escape')
  }

  async function onServer(kind: string, value: string | number): Promise<number> {
    const rows =
      kind === 'note'
        ? await world.rows('select id from visit_entry where visit_id = $1 and value = to_jsonb($2::text)', [
            visitId,
            value,
          ])
        : await world.rows(
            'select id from reading_block where run_id = $1 and source = $3 and coalesce(ruler_mm[1], level_mm[1]) = $2::real',
            [runId, value, 'hand'],
          )
    return rows.length
  }

  /** How often each thing tried stands on the server. */
  async function allOnServer(): Promise<Map<string, number>> {
    const rows = await world.rows<{ key: string; times: number }>(
      `select key, count(*)::int as times from (
         select 'note ' || (value #>> '{}') as key from visit_entry where visit_id = $1
         union all
         select 'level ' || coalesce(ruler_mm[1], level_mm[1])::text from reading_block where run_id = $2 and source = 'hand'
       ) all_of_them group by key`,
      [visitId, runId],
    )
    return new Map(rows.map(({ key, times }) => [key, times]))
  }

  // Everything is back: within ten seconds what was kept is on the server, once, and on the screens of both devices.
  await expect
    .poll(
      async () => {
        const there = await allOnServer()
        return [...kept].filter((key) => !there.has(key))
      },
      { intervals: [500] },
    )
    .toEqual([])
  const there = await allOnServer()
  expect([...tried].filter((key) => (there.get(key) ?? 0) > 1)).toEqual([])
  const levels = [...kept].filter((key) => kind(key) === 'level').length
  const stored = await world.rows<{ n: number }>(
    `select count(*)::int as n from reading_block where run_id = $1 and source = 'hand'`,
    [runId],
  )
  expect(levels).toBeGreaterThan(MOMENTS / 3)
  for (const page of [device.pages[0] as Page, second]) {
    await boardReady(page)
    const earlier = page.getByRole('button', { name: /earlier: show/ })
    if ((stored[0]?.n ?? 0) > 60) await earlier.click({ timeout: 60_000 })
    await expect(page.getByRole('list', { name: 'Entries' }).getByText(/mm/)).toHaveCount(
      stored[0]?.n as number,
    )
  }
  const lastNote = (
    await world.rows<{ value: string }>(
      `select value #>> '{}' as value from visit_entry where visit_id = $1 and topic = 'note:arrive' order by at desc limit 1`,
      [visitId],
    )
  )[0]
  if (lastNote)
    await expect(device.pages[1]?.getByLabel('Notes') as ReturnType<Page['getByLabel']>).toHaveValue(
      lastNote.value,
    )
  console.log(
    `blows: ${[...blowsDealt].map(([blow, n]) => `${blow} ${n}`).join(', ')}; kept ${kept.size} of ${tried.size} tried`,
  )
  await device.kill()
  rmSync(device.folder, { recursive: true, force: true })
})
