import { Board, clockSeconds } from '../board.ts'
import { instantsOf } from '../taps.ts'
import { expect, signIn, test } from '../world.ts'

test('a drain timed by hand, from the day to the stored verdict, through a reload, a closed tab and an undo', async ({
  page,
  world,
  context,
}) => {
  const board = new Board(page)
  await board.setUp(world.url, 'Larch House', 'drain')
  await page.getByLabel(/Level at start/).fill('118')
  // The expected run stands there before the water moves.
  await expect(page.getByRole('heading', { name: /3\d s expected/ })).toBeVisible()
  await page.getByLabel(/Level at start/).blur()
  await page.keyboard.press(' ')
  await expect(page.getByRole('button', { name: /^Stop/ })).toBeVisible()
  await board.until(1)
  await board.level('118')
  await board.until(6)
  const before = await board.seconds()
  await board.levelAndReload('113')
  await board.until(before)
  await expect(board.entries()).toHaveCount(3)

  // A wrong entry is taken back, and stays to be seen.
  await board.level('90')
  await page.keyboard.press('u')
  await expect(board.entries().first()).toContainText('undone')
  await expect(board.entries().first().locator('span').first()).toHaveCSS(
    'text-decoration-line',
    'line-through',
  )

  // The tab dies; another finds the run still counting from the day's list.
  const at = await board.seconds()
  await page.close()
  const again = await context.newPage()
  const other = new Board(again)
  await again.goto(world.url)
  await again.getByRole('link', { name: /Drain running, Larch House/ }).click()
  await other.until(at)
  await other.until(12)
  await other.level('106')
  await other.until(18)
  await other.level('99')
  await other.until(24)
  await other.level('93')
  await expect(again.getByRole('heading', { level: 1 })).toContainText('as long')
  await other.until(28)
  await again.keyboard.press('a')
  await other.space()
  await expect(again.getByRole('link', { name: /Back to the visit/ })).toBeVisible()
  await expect(again.getByRole('status')).toContainText('stored')
  const clock = await other.seconds()
  expect(clock).toBeGreaterThanOrEqual(28)
  expect(clock).toBeLessThan(45)

  // From the server, on a device that never saw the run.
  const runUrl = again.url()
  const second = await context.browser()?.newContext()
  if (!second) throw new Error('no second device')
  await signIn(second, world, 'technician')
  const stranger = await second.newPage()
  await stranger.goto(runUrl)
  await expect(stranger.getByRole('heading', { level: 1 })).toContainText('as long')
  await expect(stranger.getByText('Cannot be told from this')).toBeVisible()
  await stranger.getByRole('link', { name: /Back to the visit/ }).click()
  await expect(stranger.locator(`a[href="${new URL(runUrl).pathname}"]`)).toContainText('as long')
  await stranger.close()
})

test('the keypad keeps the instant of its first key, asks about litres, and corrects without overwriting', async ({
  page,
  world,
}) => {
  const board = new Board(page)
  await board.setUp(world.url, 'Larch House', 'drain')
  await page.getByLabel(/Level at start/).fill('118')
  await board.start('drain')
  await board.until(2)
  const startedMs = await board.startedMs()
  const pressed = await instantsOf(page, 'keydown')
  // Typing on the board itself opens the pad with that digit.
  await page.keyboard.press('1')
  await page.waitForTimeout(2500)
  await page.keyboard.type('17')
  await expect(page.getByRole('dialog').getByRole('textbox', { name: 'Level' })).toHaveValue('117')
  await page.keyboard.press('Enter')
  const [firstMs = 0] = await pressed()
  const taken = clockSeconds(await board.entries().first().innerText())
  expect(Math.abs(taken - (firstMs - startedMs) / 1000)).toBeLessThan(0.8)

  // About 112 mm are due; 11 is what the tub holds in litres.
  await board.level('11')
  await expect(page.getByRole('alert')).toContainText('Were those litres?')
  await page.getByRole('button', { name: /^Use 11\d mm/ }).click()
  await expect(board.entries().filter({ hasText: '11 mm' }).filter({ hasText: 'corrected' })).toHaveCount(1)
  await expect(board.entries().filter({ hasText: /^11\d mm/ })).toHaveCount(2)
  await board.space()
  await expect(page.getByRole('link', { name: /Back to the visit/ })).toBeVisible()
})
