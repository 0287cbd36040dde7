import { Board } from '../board.ts'
import { expect, signIn, test } from '../world.ts'

test('what one device enters appears on the other, and either may stop the run', async ({
  page,
  world,
  browser,
}) => {
  const board = new Board(page)
  await board.setUp(world.url, 'Mill Yard', 'fill')
  await board.start('fill')
  await expect(page.getByRole('status')).toContainText('stored')
  const other = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })
  await signIn(other, world, 'technician')
  const phone = await other.newPage()
  const hand = new Board(phone)
  await phone.goto(page.url())
  await expect(phone.getByRole('button', { name: /^Stop/ })).toBeVisible()
  expect(Math.abs((await hand.startedMs()) - (await board.startedMs()))).toBeLessThan(1000)

  await hand.level('31')
  await expect(board.entries().filter({ hasText: '31 mm' })).toHaveCount(1)
  await board.level('38')
  await expect(hand.entries().filter({ hasText: '38 mm' })).toHaveCount(1)
  // A flow read off a meter, and a leak seen, from the keyboard.
  await page.keyboard.press('f')
  await page.keyboard.type('7.9')
  await page.keyboard.press('Enter')
  await page.keyboard.press('w')
  await expect(hand.entries().filter({ hasText: '7.9 L/min' })).toHaveCount(1)
  await expect(hand.entries().filter({ hasText: 'Leak seen' })).toHaveCount(1)

  await phone.getByRole('button', { name: /^Stop/ }).tap()
  await expect(page.getByRole('link', { name: /Back to the visit/ })).toBeVisible()
  expect(await board.seconds()).toBe(await hand.seconds())
  // The stop taken back on one device sets both clocks going again.
  await page.keyboard.press('u')
  await expect(phone.getByRole('button', { name: /^Stop/ })).toBeVisible()
  await phone.getByRole('button', { name: /^Stop/ }).tap()
  await expect(page.getByRole('link', { name: /Back to the visit/ })).toBeVisible()
  await phone.close()
})

test.describe(() => {
  test.use({ newDevice: true })

  test('the clock goes by wall time: a device that slept shows the time that passed', async ({
    page,
    world,
  }) => {
    await page.clock.install()
    const board = new Board(page)
    await board.setUp(world.url, 'Mill Yard', 'fill')
    await board.start('fill')
    const before = await board.seconds()
    // A closed lid: nothing runs for ten minutes, then the page wakes.
    await page.clock.fastForward('10:00')
    await expect.poll(() => board.seconds()).toBeGreaterThanOrEqual(before + 600)
    await board.space()
    await expect(page.getByRole('link', { name: /Back to the visit/ })).toBeVisible()
  })

  test('a clock that is set back by an hour during a run is told, and the run’s times go on', async ({
    page,
    world,
  }) => {
    await page.clock.install()
    const board = new Board(page)
    await board.setUp(world.url, 'Mill Yard', 'fill')
    await board.start('fill')
    await board.until(2)
    await board.level('9')
    await page.clock.setSystemTime(Date.now() - 3_600_000)
    await expect(page.getByText(/clock of this device was set back by 60 min/)).toBeVisible()
    await board.until(4)
    await board.levelAndReload('14')
    await board.until(4)
    expect(await board.seconds()).toBeLessThan(60)
    await expect(board.entries().first()).toContainText('14 mm')
    await board.space()
    await expect(page.getByRole('link', { name: /Back to the visit/ })).toBeVisible()
    const run = page.url().split('/runs/')[1]?.split('?')[0]
    const events = async () =>
      (
        (await (await page.request.get(`${world.url}/api/runs/${run}`)).json()) as {
          events: { atMs: number }[]
        }
      ).events
    await expect.poll(async () => (await events()).length).toBe(5)
    const at = (await events()).map((event) => event.atMs)
    expect(at).toEqual([...at].sort((a, b) => a - b))
  })
})

test('a run that is nowhere, and a page that is none, say so and lead back', async ({ page, world }) => {
  await page.goto(`${world.url}/runs/00000000-0000-4000-8000-000000000000`)
  await expect(page.getByText(/neither on the server nor on this device/)).toBeVisible()
  await page.goto(`${world.url}/nowhere`)
  await expect(page.getByText('There is no such screen.')).toBeVisible()
  await page.getByRole('link', { name: 'Back to the day' }).click()
  await expect(page.locator('ol').getByText('14 Quarry Lane')).toBeVisible()
})
