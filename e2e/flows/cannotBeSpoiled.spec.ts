import type { Locator, Page } from '@playwright/test'
import { Board, clockSeconds } from '../board.ts'
import { go, openFromDay } from '../go.ts'
import { tabTo } from '../keys.ts'
import { doubleTap, instantsOf } from '../taps.ts'
import { expect, test } from '../world.ts'

test.use({ serviceWorkers: 'allow' })

// What hurried, wet hands really do with a run: two taps, Back with a sheet open, the phone on its side, a time and no ruler.

// Its many short drains would be weighed together with those other files look at.
const PLACE = 'Larch House'
const box = async (locator: Locator) => {
  const found = await locator.boundingBox()
  if (!found) throw new Error('expected something to be seen')
  return found
}
const stop = (page: Page) =>
  page.getByRole('region', { name: 'Actions' }).getByRole('button', { name: /^Stop/ })

test('from the day to a running drain in three taps, and a verdict with no level typed', async ({
  page,
  world,
}) => {
  const board = new Board(page)
  await page.setViewportSize({ width: 390, height: 844 })
  await go(page, world.url)
  const visit = page.getByRole('navigation', { name: /^Time a run/ })
  await visit.getByRole('link', { name: /^Time a drain/ }).click()
  // Start lies under the thumb.
  const start = page.getByRole('button', { name: /^Start drain/ })
  expect((await box(start)).y).toBeGreaterThan(560)
  await start.click()
  await expect(stop(page)).toBeVisible()
  // One tap returns to a run that is on, from the day and from its visit.
  await go(page, world.url)
  await page.getByRole('navigation', { name: 'Running' }).getByRole('link').first().click()
  await expect(stop(page)).toBeVisible()
  await board.until(9)
  await page.getByRole('button', { name: 'Air drawn' }).click()
  await board.until(10)
  await stop(page).click()
  await expect(page.getByRole('heading', { level: 1 })).not.toContainText('Cannot be told')
  await expect(page.getByText(/Taken from the time, from .* One level typed in narrows it\./)).toBeVisible()
  // The one level, typed afterwards.
  await page
    .getByRole('region', { name: 'Actions' })
    .getByRole('button', { name: /^Level/ })
    .click()
  for (const key of '118')
    await page.getByRole('dialog').getByRole('button', { name: key, exact: true }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Enter' }).click()
  await expect(page.getByText(/Taken from the time, from the level that was read/)).toBeVisible()
})

test.describe(() => {
  test.use({ newDevice: true })
  test('the screen is kept awake while a run is on, and released; a device that refuses is told of', async ({
    page,
    world,
  }) => {
    await page.addInitScript(() => {
      const calls: string[] = []
      Object.assign(window, { wakeCalls: calls, refuseWake: false })
      Object.defineProperty(navigator, 'wakeLock', {
        value: {
          request: async () => {
            if ((window as unknown as { refuseWake: boolean }).refuseWake) throw new Error('low battery')
            calls.push('request')
            return { release: async () => void calls.push('release') }
          },
        },
      })
    })
    const calls = () => page.evaluate(() => (window as unknown as { wakeCalls: string[] }).wakeCalls)
    const board = new Board(page)
    await board.setUp(world.url, PLACE, 'drain')
    expect(await calls()).toEqual([])
    await board.start('drain')
    await expect.poll(calls).toEqual(['request'])
    await board.until(1.2)
    await stop(page).click()
    await expect.poll(calls).toEqual(['request', 'release'])

    await board.setUp(world.url, PLACE, 'drain')
    await page.evaluate(() => Object.assign(window, { refuseWake: true }))
    await board.start('drain')
    await expect(page.getByText(/This device may darken its screen/)).toBeVisible()
  })
})

test('a double tap on Start does not stop the run, one on Stop does not leave the page; a false start is discarded', async ({
  page,
  world,
}) => {
  const board = new Board(page)
  await board.setUp(world.url, PLACE, 'drain')
  await doubleTap(page.getByRole('button', { name: /^Start drain/ }), 'Stop')
  await board.until(1.5)
  await expect(stop(page)).toBeVisible()
  const url = page.url()
  await doubleTap(stop(page), 'Back to the visit')
  await expect(page.getByRole('button', { name: /^Discard/ })).toBeVisible()
  await page.waitForTimeout(300)
  expect(page.url()).toBe(url)

  const runId = url.split('/runs/')[1]?.split('?')[0] as string
  await page.getByRole('button', { name: /^Discard/ }).click()
  // Ready to start again; the trace stays, and the visit counts nothing of it.
  await expect(page.getByRole('button', { name: /^Start drain/ })).toBeVisible()
  await expect
    .poll(async () => {
      const answer = await page.request.get(`${world.url}/api/runs/${runId}`)
      const { events } = (await answer.json()) as { events: { type: string; why?: string }[] }
      return events.filter((event) => event.why === 'false start').length
    })
    .toBeGreaterThanOrEqual(2)
  await go(
    page,
    `${world.url}${new URL(url).search.includes('visit=') ? `/visits/${new URL(url).searchParams.get('visit')}` : ''}`,
  )
  await expect(page.locator(`a[href="/runs/${runId}"]`)).toHaveCount(0)
})

test('on its side or enlarged clock, chart and actions never cover each other, whichever way it is turned meanwhile', async ({
  page,
  world,
}) => {
  const sizes = [
    [844, 390],
    [853, 533],
    [640, 400],
  ] as const
  await page.setViewportSize({ width: sizes[0][0], height: sizes[0][1] })
  const board = new Board(page)
  await board.setUp(world.url, PLACE, 'drain')
  await board.start('drain')
  await board.until(1)
  for (const [n, [width, height]] of sizes.entries()) {
    await page.setViewportSize({ width, height })
    // What is drawn follows a new size in its own time.
    await expect(async () => {
      const boxes = {
        clock: await box(page.getByRole('timer')),
        chart: await box(page.locator('canvas').first()),
        actions: await box(page.getByRole('region', { name: 'Actions' })),
      }
      for (const [name, at] of Object.entries(boxes)) {
        expect(at.height, name).toBeGreaterThan(44)
        expect(at.y, name).toBeGreaterThanOrEqual(0)
        expect(at.y + at.height, name).toBeLessThanOrEqual(height + 1)
      }
      const apart = (a: typeof boxes.clock, b: typeof boxes.clock) =>
        a.x + a.width <= b.x + 1 ||
        b.x + b.width <= a.x + 1 ||
        a.y + a.height <= b.y + 1 ||
        b.y + b.height <= a.y + 1
      expect(apart(boxes.clock, boxes.chart)).toBe(true)
      expect(apart(boxes.clock, boxes.actions)).toBe(true)
      expect(apart(boxes.chart, boxes.actions)).toBe(true)
    }).toPass()
    // Every action is in reach, and so is Enter on the keypad.
    for (const name of [/^Stop/, /^Level/, /^Air drawn/, /^Undo/])
      await expect(
        page.getByRole('region', { name: 'Actions' }).getByRole('button', { name }),
      ).toBeInViewport()
    await board.level(String(110 - 2 * n))
    await expect(board.entries()).toHaveCount(n + 2)
  }
})

test('on its side every page of a visit has one column, and room for what it is about', async ({
  page,
  world,
}) => {
  await page.setViewportSize({ width: 844, height: 390 })
  // Where nothing is left running by the tests before it.
  const visit = await openFromDay(page, world.url, 'Mill Yard')
  for (const path of [
    '',
    '/arrive',
    '/make-safe',
    '/outside',
    '/drain',
    '/locate',
    '/weigh',
    '/decide',
    '/compare',
  ]) {
    await go(page, `${visit}${path}`)
    // What is read has all of the width, and begins in the upper half.
    await expect(async () => {
      const main = await box(page.getByRole('main').first())
      expect(main.width, path).toBeGreaterThan(800)
      expect(main.y, path).toBeLessThan(195)
      const sideways = await page.evaluate(() => document.documentElement.scrollWidth)
      expect(sideways, path).toBeLessThanOrEqual(844)
    }).toPass({ timeout: 60_000 })
  }
})

test('Back closes the keypad and keeps what was typed; Stop and Air drawn stay in reach; keys lie as on a phone', async ({
  page,
  world,
}) => {
  const board = new Board(page)
  await page.setViewportSize({ width: 390, height: 844 })
  await board.setUp(world.url, PLACE, 'drain')
  await board.start('drain')
  const url = page.url()
  const level = page.getByRole('region', { name: 'Actions' }).getByRole('button', { name: /^Level/ })
  await level.click()
  const pad = page.getByRole('dialog')
  await pad.getByRole('button', { name: '1', exact: true }).click()
  await pad.getByRole('button', { name: '2', exact: true }).click()
  expect((await box(pad.getByRole('button', { name: '1', exact: true }))).y).toBeLessThan(
    (await box(pad.getByRole('button', { name: '7', exact: true }))).y,
  )
  await page.goBack()
  await expect(pad).toBeHidden()
  expect(page.url()).toBe(url)
  await expect(stop(page)).toBeVisible()
  await expect(level).toBeFocused()
  await level.click()
  await expect(pad.getByLabel('Level', { exact: true })).toHaveValue('12')
  await pad.getByRole('button', { name: 'Air drawn' }).click()
  await page.waitForTimeout(1000)
  await pad.getByRole('button', { name: 'Stop' }).click()
  await pad.getByRole('button', { name: 'Cancel' }).click()
  await expect(board.entries().filter({ hasText: /air drawn/i })).toHaveCount(1)
  await expect(page.getByRole('button', { name: /^Discard/ })).toBeVisible()
})

test('Space stops the run, unless the keyboard led to a button: then it presses that', async ({
  page,
  world,
}) => {
  const board = new Board(page)
  await board.setUp(world.url, PLACE, 'drain')
  await board.start('drain')
  await board.until(1)
  const air = page.getByRole('region', { name: 'Actions' }).getByRole('button', { name: /^Air drawn/ })
  await tabTo(page, air)
  await page.keyboard.press(' ')
  await expect(board.entries().filter({ hasText: /air drawn/i })).toHaveCount(1)
  await expect(stop(page)).toBeVisible()
  await page.mouse.click(500, 300)
  await board.space()
  await expect(page.getByRole('button', { name: /^Discard/ })).toBeVisible()
})

test.describe(() => {
  test.use({ newDevice: true })
  test('single keys can be switched off on a device: letters then do nothing, the space bar still stops', async ({
    page,
    world,
  }) => {
    const board = new Board(page)
    await go(page, `${world.url}/workshop`)
    await page.getByLabel(/Single keys act on this device/).uncheck()
    await board.setUp(world.url, PLACE, 'drain')
    await board.start('drain')
    await expect(page.getByRole('button', { name: /^Level/ })).toHaveAccessibleName(/^Level ruler/)
    await page.keyboard.press('l')
    await page.keyboard.press('5')
    await board.until(1)
    await expect(page.getByRole('dialog')).toHaveCount(0)
    await board.space()
    await expect(page.getByRole('link', { name: /Back to the visit/ })).toBeVisible()
  })
})
test('figures spoken or pasted into the keypad keep the instant of the first', async ({ page, world }) => {
  const board = new Board(page)
  await board.setUp(world.url, PLACE, 'drain')
  await board.start('drain')
  await board.until(1)
  const startedMs = await board.startedMs()
  const filled = await instantsOf(page, 'input')
  await page
    .getByRole('region', { name: 'Actions' })
    .getByRole('button', { name: /^Level/ })
    .click()
  const field = page.getByRole('dialog').getByLabel('Level', { exact: true })
  await field.fill('114')
  await page.waitForTimeout(2500)
  await page.getByRole('dialog').getByRole('button', { name: 'Enter' }).click()
  const entry = board.entries().filter({ hasText: '114' })
  await expect(entry).toHaveCount(1)
  const [firstMs = 0] = await filled()
  expect(Math.abs(clockSeconds(await entry.innerText()) - (firstMs - startedMs) / 1000)).toBeLessThan(0.8)
})

test.describe(() => {
  test.use({ newDevice: true })
  test('a visit shows the runs that still lie on this device', async ({ page, context, world }) => {
    const board = new Board(page)
    await go(page, world.url)
    await expect(page.getByRole('link', { name: 'Mill Yard' }).first()).toBeVisible()
    await page.evaluate(() => navigator.serviceWorker.ready)
    await page.reload()
    await page.locator('ol').getByRole('link', { name: 'Mill Yard' }).first().click()
    await expect(page.getByText('not gauged').first()).toBeVisible()
    const visitUrl = page.url()
    await context.setOffline(true)
    await page.getByRole('link', { name: /^Time a drain/ }).click()
    await board.start('drain')
    const runId = page.url().split('/runs/')[1]?.split('?')[0] as string
    await board.until(2)
    await stop(page).click()
    await expect(page.getByRole('button', { name: /^Discard/ })).toBeVisible()
    await go(page, visitUrl)
    await expect(page.locator(`a[href="/runs/${runId}"]`)).toContainText('On this device, not sent yet')
    await context.setOffline(false)
  })
})

test('on the phone the answer to a pressed complaint stands under it', async ({ page, world }) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await go(page, world.url)
  await page.getByRole('link', { name: /Start a visit/ }).click()
  await page.getByRole('button', { name: /Mill Yard/ }).click()
  await page.getByRole('button', { name: 'drains slowly', exact: true }).click()
  await expect(page).toHaveURL(/\/arrive$/)
  const complaint = page.locator('#check-complaint')
  const worth = page.getByRole('region', { name: 'Worth doing' }).filter({ visible: true })
  await expect(worth.getByRole('link', { name: /Time a drain/ })).toBeInViewport()
  const [asked, answered] = [await box(complaint), await box(worth)]
  expect(answered.y - (asked.y + asked.height)).toBeLessThan(40)
})

test.describe(() => {
  test.use({ newDevice: true })
  test('a page that cannot compute says so, instead of waiting for figures that never come', async ({
    page,
    world,
  }) => {
    await page.route('**/computeWorker*', (route) => route.abort())
    await go(page, world.url)
    await page.locator('ol').getByRole('link', { name: PLACE }).click()
    await expect(page.getByRole('heading', { name: /long-drain fault/ })).toBeVisible()
    const cell = page.getByRole('button', { name: /^Some figures could not be computed/ })
    await expect(cell).toBeVisible()
    await page.unroute('**/computeWorker*')
    await cell.click()
    await expect(page.getByRole('region', { name: 'Pump or path' })).toBeVisible()
    await expect(cell).toHaveCount(0)
  })
})
