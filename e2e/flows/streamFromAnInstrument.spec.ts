import { Board } from '../board.ts'
import { expect, test } from '../world.ts'

test.use({ serviceWorkers: 'allow', washers: true })

test('a streamed drain with a worn pump is called slow while it runs and after, also when the server dies in between', async ({
  page,
  world,
}) => {
  const board = new Board(page)
  await board.setUp(world.url, 'Larch House', 'drain')
  // Not what another test's runs have left in it: a low start would be empty before the server is back.
  await page.getByLabel(/Level at start/).fill('118')
  await board.chooseInstrument('Simulated washer, worn pump')
  // The page is loaded anew without a server below: its app has to be kept by then.
  await page.evaluate(() => navigator.serviceWorker.ready)
  await board.start('drain')
  await expect(page.getByText(/readings streamed/)).toBeVisible()
  await board.until(12)
  await expect(page.getByRole('heading', { level: 1 })).toContainText('as long')

  await world.killServer()
  // An entry made without a server is kept on the device and said to be there.
  await page.keyboard.press('w')
  await expect(page.getByRole('status')).toContainText('on this device')
  const at = await board.seconds()
  await board.until(at + 5)
  await page.reload()
  await board.until(at + 5)
  await expect(board.entries().filter({ hasText: 'Leak seen' })).toHaveCount(1)

  await world.startServer()
  await expect(page.getByRole('status')).toContainText('stored')
  // What the washer streamed meanwhile was kept by the washer and comes in now.
  await board.until(32)
  const streamed = async () =>
    Number(/([\d,]+) readings streamed/.exec(await page.locator('main').innerText())?.[1]?.replace(',', ''))
  await expect.poll(streamed).toBeGreaterThan(280)
  await board.space()
  await expect(page.getByRole('link', { name: /Back to the visit/ })).toBeVisible()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('as long')
})

test('a healthy fill by the other washer is within', async ({ page, world }) => {
  const board = new Board(page)
  await board.setUp(world.url, 'Larch House', 'fill')
  await page.getByLabel(/Fill to/).fill('60')
  await board.chooseInstrument('Simulated washer, healthy')
  await board.start('fill')
  await board.until(30)
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Within what is expected')
  await board.space()
  await expect(page.getByRole('link', { name: /Back to the visit/ })).toBeVisible()
})
