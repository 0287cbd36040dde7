import { Board } from '../board.ts'
import { expect, test } from '../world.ts'

test.use({ newDevice: true, serviceWorkers: 'allow' })

test('in a cellar without network a run is started, timed, survives a reload, and is sent when the network returns', async ({
  page,
  context,
  world,
}) => {
  const board = new Board(page)
  await page.goto(world.url)
  await expect(page.getByRole('link', { name: 'Mill Yard' }).first()).toBeVisible()
  await page.evaluate(() => navigator.serviceWorker.ready)
  // A page that the service worker controls: what it reads from here on is kept.
  await page.reload()
  await page.locator('ol').getByRole('link', { name: 'Mill Yard' }).first().click()
  await expect(page.getByText('not gauged').first()).toBeVisible()
  await context.setOffline(true)

  await page.getByRole('link', { name: /^Time a fill/ }).click()
  await expect(page.getByText(/nine of ten healthy machines take/)).toBeVisible()
  await board.start('fill')
  await board.level('5')
  await expect(page.getByRole('status')).toContainText('on this device')
  await board.until(3)
  const at = await board.seconds()
  await page.reload()
  await board.until(at)
  await expect(board.entries()).toHaveCount(2)

  // The day as last read is there, with the run that counts.
  await page.goto(world.url)
  await expect(page.locator('ol').getByRole('link', { name: 'Mill Yard' }).first()).toBeVisible()
  await page.getByRole('link', { name: /Fill running, Mill Yard/ }).click()
  await expect(page.getByRole('button', { name: /^Stop/ })).toBeVisible()
  const runUrl = page.url()

  await context.setOffline(false)
  await expect(page.getByRole('status')).toContainText('stored')
  const answer = await page.request.get(`${world.url}/api/runs/${runUrl.split('/runs/')[1]?.split('?')[0]}`)
  expect(((await answer.json()) as { events: { type: string }[] }).events.map((event) => event.type)).toEqual(
    ['planned', 'started', 'levelRead'],
  )
  await board.space()
  await expect(page.getByRole('link', { name: /Back to the visit/ })).toBeVisible()
})
